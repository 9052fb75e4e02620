<script setup lang="ts">
import { ref, watch } from 'vue'
import { api, type Glyph, type Schemas, unwrap } from '@/api/client'
import KgVerdict from '@/components/KgVerdict.vue'

/** Whether what was read is one of our glyphs, and which. */
const props = defineProps<{ text: string | null }>()
const found = ref<Glyph[] | null>(null)
const trouble = ref('')

watch(
  () => props.text,
  async (text) => {
    found.value = null
    trouble.value = ''
    if (text === null || text === '') return
    try {
      const answer = (await unwrap(api.POST('/api/v1/glyphs/lookup', { body: { text } }))) as Schemas['GlyphsFound']
      if (props.text === text) found.value = answer.data
    } catch (e) {
      trouble.value = e instanceof Error ? e.message : 'It could not be looked up. Try again.'
    }
  },
  { immediate: true },
)
const when = (time: string): string =>
  new Date(time).toLocaleDateString('en-GB', { day: 'numeric', month: 'long', year: 'numeric' })
</script>

<template>
  <div class="strip" data-test="lookup" aria-live="polite">
    <p v-if="text === null" class="note">Read a symbol, and its glyph is looked up among yours.</p>
    <p v-else-if="trouble" class="row">
      <KgVerdict verdict="fails" /><span>{{ trouble }}</span>
    </p>
    <p v-else-if="found === null" class="row"><KgVerdict verdict="not_run" /><span>Looking it up</span></p>
    <p v-else-if="found.length === 0" class="row">
      <KgVerdict verdict="fails" /><b>Not one of ours</b><span class="note">No glyph of this workspace says this.</span>
    </p>
    <p v-for="glyph in found ?? []" :key="glyph.id" class="row">
      <KgVerdict verdict="holds" /><b>Ours: {{ glyph.name }}</b>
      <span class="note grow"
        >{{ glyph.shelf ? `on ${glyph.shelf}, ` : '' }}{{ glyph.symbol.version }}-{{ glyph.symbol.level }}, revision
        {{ glyph.revision }}, changed {{ when(glyph.updated_at) }}. It says what it leads to itself.</span
      >
      <router-link :to="`/compose/${glyph.id}`">Open it</router-link>
    </p>
  </div>
</template>

<style scoped>
.strip {
  border-bottom: 1px solid var(--line);
  background: var(--sheet);
  padding: 9px 20px;
  display: grid;
  gap: 4px;
}
.strip .row {
  gap: 8px;
  align-items: baseline;
}
.strip a {
  color: var(--ink);
  font-weight: 600;
}
</style>
