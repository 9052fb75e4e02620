<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import { counted, grouped } from '@/lib/bytes'

export type ComposePart = 'payload' | 'finish' | 'output' | 'proof'

const props = defineProps<{
  drawing: Schemas['Drawing'] | null
  isEmpty: boolean
  /** Whether the size was given as a length on paper. */
  inMm: boolean
  /** How many simulated devices a proof asks. */
  devices: number
}>()
const part = defineModel<ComposePart>({ required: true })

const parts = computed<{ id: ComposePart; name: string; says: string }[]>(() => [
  {
    id: 'payload',
    name: 'Payload',
    says: props.drawing ? counted(props.drawing.symbol.bytes, 'byte') : props.isEmpty ? 'empty' : 'not drawn',
  },
  {
    id: 'finish',
    name: 'Finish',
    says: props.drawing?.ledger?.find((line) => line.check === 'contrast')?.figure ?? 'two inks',
  },
  {
    id: 'output',
    name: 'Output',
    says: !props.drawing
      ? 'not drawn'
      : props.inMm
        ? `${props.drawing.picture.side_mm.toFixed(1)} mm`
        : `${grouped(props.drawing.picture.side_px)} px`,
  },
  { id: 'proof', name: 'Proof', says: counted(props.devices, 'device') },
])
</script>

<template>
  <div class="parts" role="tablist" aria-label="Parts of the composition">
    <button
      v-for="p in parts"
      :id="`tab-${p.id}`"
      :key="p.id"
      type="button"
      role="tab"
      :aria-selected="part === p.id"
      aria-controls="part"
      @click="part = p.id"
    >
      {{ p.name }}<small>{{ p.says }}</small>
    </button>
  </div>
</template>

<style scoped>
.parts {
  display: grid;
  grid-template-columns: repeat(4, 1fr);
  border-bottom: 1px solid var(--edge);
  flex: none;
}
.parts button {
  border: 0;
  border-right: 1px solid var(--rule);
  background: none;
  text-align: left;
  padding: 7px 10px 6px 16px;
  font: 600 13px/18px var(--font-text);
  color: var(--ink-2);
}
.parts button + button {
  padding-left: 10px;
}
.parts button:last-child {
  border-right: 0;
}
.parts button:focus-visible {
  outline-offset: -3px;
}
.parts small {
  display: block;
  font: 400 11px/16px var(--font-code);
  color: var(--ink-3);
}
.parts [aria-selected='true'] {
  color: var(--ink);
  background: var(--sheet);
  box-shadow:
    inset 0 2px 0 var(--accent),
    0 1px 0 var(--sheet);
}
</style>
