<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'

/** The encoded text, marked by the mode of each segment. */
const props = defineProps<{ text: string; segments: Schemas['Segment'][] }>()

const NAMES = { numeric: 'numeric', alphanumeric: 'alphanumeric', byte: 'byte', kanji: 'kanji', eci: 'character set' }

/** Segments count bytes; text is cut between characters, so it is walked byte by byte. */
const parts = computed(() => {
  const bytes = new TextEncoder().encode(props.text)
  let at = 0
  return props.segments.map((segment) => {
    const end = Math.min(bytes.length, at + segment.chars)
    const text = new TextDecoder().decode(bytes.slice(at, end))
    at = end
    return { ...segment, text }
  })
})

const legend = computed(() => {
  const sums = new Map<Schemas['Segment']['mode'], { chars: number; bits: number }>()
  for (const { mode, chars, bits } of props.segments) {
    const sum = sums.get(mode) ?? { chars: 0, bits: 0 }
    sums.set(mode, { chars: sum.chars + chars, bits: sum.bits + bits })
  }
  return [...sums].map(([mode, sum]) => ({ mode, name: NAMES[mode], ...sum }))
})
</script>

<template>
  <div>
    <p class="enc" tabindex="0" aria-label="Encoded text">
      <span
        v-for="(part, i) in parts"
        :key="i"
        :class="part.mode"
        :title="`${part.chars} ${NAMES[part.mode]}, ${part.bits} bits`"
        >{{ part.text }}</span
      >
    </p>
    <p class="keyline">
      <span v-for="entry in legend" :key="entry.mode" :class="entry.mode"
        >{{ entry.name }} {{ entry.chars }}, {{ entry.bits }} bits</span
      >
    </p>
  </div>
</template>

<style scoped>
.enc {
  font: 400 13px/22px var(--font-code);
  overflow-wrap: anywhere;
  white-space: pre-wrap;
  max-height: 110px;
  overflow: auto;
}
.enc .numeric {
  color: var(--seg-num);
  border-bottom: 2px solid var(--seg-num);
}
.enc .alphanumeric {
  color: var(--seg-aln);
  border-bottom: 2px dashed var(--seg-aln);
}
.enc .byte {
  color: var(--seg-byte);
  border-bottom: 1px dotted var(--edge);
}
.keyline {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 14px;
  font: var(--t-note);
  color: var(--ink-2);
  margin-top: 6px;
}
.keyline span::before {
  content: '';
  display: inline-block;
  width: 16px;
  margin-right: 5px;
  vertical-align: 4px;
  border-bottom: 2px solid var(--seg-num);
}
.keyline .alphanumeric::before {
  border-bottom: 2px dashed var(--seg-aln);
}
.keyline .byte::before {
  border-bottom: 1px dotted var(--ink-3);
}
</style>
