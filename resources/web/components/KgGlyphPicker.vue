<script setup lang="ts">
import { useRouter } from 'vue-router'
import type { Glyph } from '@/api/client'

/** Which glyph a screen is about; another one is another address of the same screen. */
defineProps<{ id: string; glyph: Pick<Glyph, 'name'> | undefined; glyphs: Glyph[]; screen: string }>()
const router = useRouter()
</script>

<template>
  <select
    :value="id"
    aria-label="Glyph"
    @change="router.push(`/${screen}/${($event.target as HTMLSelectElement).value}`)"
  >
    <option v-if="glyph && !glyphs.some((one) => one.id === id)" :value="id">{{ glyph.name }}</option>
    <option v-for="one in glyphs" :key="one.id" :value="one.id">{{ one.name }}</option>
  </select>
</template>
