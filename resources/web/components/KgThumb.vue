<script setup lang="ts">
import type { Glyph } from '@/api/client'

/** A glyph's true picture on its own stock. The revision in the address renews it after a change. */
defineProps<{ glyph: Glyph; size: number }>()
</script>

<template>
  <img
    class="stock"
    :src="`${glyph.links.svg}?r=${glyph.revision}`"
    :width="size"
    :height="size"
    alt=""
    loading="lazy"
    decoding="async"
  />
</template>
