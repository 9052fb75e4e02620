<script setup lang="ts">
import { computed } from 'vue'
import type { Glyph } from '@/api/client'
import KgGlyphPicker from '@/components/KgGlyphPicker.vue'
import KgThumb from '@/components/KgThumb.vue'
import KgVerdict from '@/components/KgVerdict.vue'
import { momentOf } from '@/lib/moments'
import type { BenchProof } from '@/lib/proof'

// What is proofed, how it stands, and the buttons that run and stop it.
const props = defineProps<{
  id: string
  glyph: Glyph | undefined
  glyphs: Glyph[]
  proof: BenchProof | undefined
  isRunning: boolean
  isStarting: boolean
  isStopping: boolean
  /** Whether it has not been proofed before. */
  isFirst: boolean
  mayWrite: boolean
}>()
const emit = defineEmits<{ run: []; stop: [] }>()

const began = (at: string | null): number => (at === null ? 0 : Date.parse(at))
const seconds = computed(() =>
  props.proof?.started_at && props.proof.finished_at
    ? (began(props.proof.finished_at) - began(props.proof.started_at)) / 1000
    : null,
)
const samples = computed(() => props.proof?.cells.reduce((all, one) => all + one.samples, 0) ?? 0)
</script>

<template>
  <section class="subject" aria-label="What is proofed">
    <KgThumb v-if="glyph" :glyph="glyph" :size="40" />
    <div class="which">
      <h1 class="sr">Proof</h1>
      <KgGlyphPicker :id="id" :glyph="glyph" :glyphs="glyphs" screen="proof" />
      <span v-if="proof" class="note fig"
        >rev {{ proof.revision }}, {{ proof.subject.symbol }}, {{ proof.subject.symbol_mm.toFixed(1) }} mm, module
        {{ proof.subject.module_mm.toFixed(3) }} mm</span
      >
      <span v-else-if="glyph" class="note fig">rev {{ glyph.revision }}</span>
    </div>
    <div v-if="proof && proof.cells.length > 0" class="tally">
      <span v-for="verdict in ['holds', 'marginal', 'fails'] as const" :key="verdict" class="row"
        ><KgVerdict :verdict="verdict" /><span class="say" :class="verdict"
          >{{ proof.tally[verdict] }} {{ verdict === 'holds' ? 'hold' : verdict === 'fails' ? 'fail' : verdict }}</span
        ></span
      >
    </div>
    <span class="note when" role="status">
      <template v-if="proof && isRunning">{{ proof.done }} of {{ proof.total }} cells</template>
      <template v-else-if="proof && seconds !== null"
        >{{ samples.toLocaleString('en-GB') }} pictures{{
          seconds < 1 ? ', found before' : ` in ${seconds.toFixed(0)} s`
        }}, {{ momentOf(proof.finished_at!) }}</template
      >
      <template v-else-if="proof && proof.state !== 'done'">{{ proof.state }}</template>
    </span>
    <v-btn v-if="isRunning && mayWrite" :disabled="isStopping" @click="emit('stop')">Stop</v-btn>
    <v-btn v-else class="main" :disabled="!glyph || !mayWrite || isStarting" @click="emit('run')">{{
      isFirst ? 'Run the proof' : 'Run again'
    }}</v-btn>
    <span v-if="proof" class="note row"
      >Sheet:
      <a :href="`/api/v1/proofs/${proof.id}/sheet.pdf`" target="_blank">PDF</a>
      <a :href="`/api/v1/proofs/${proof.id}/sheet.html`" target="_blank">page</a></span
    >
    <router-link class="note" to="/grade">Grade a print</router-link>
  </section>
</template>

<style scoped>
.subject {
  display: flex;
  align-items: center;
  gap: 14px;
  padding: 7px 16px;
  background: var(--paper);
  border-bottom: 1px solid var(--line);
}
.which {
  display: grid;
  min-width: 0;
}
select {
  font: 600 15px/20px var(--font-text);
  border: 0;
  background: none;
  max-width: 340px;
  padding: 0;
}
.tally {
  display: flex;
  gap: 16px;
  margin-left: 8px;
}
.when {
  margin-left: auto;
}
@media (max-width: 1099px) {
  .subject {
    flex-wrap: wrap;
  }
}
</style>
