<script setup lang="ts">
import type { Schemas } from '@/api/client'
import { momentOf } from '@/lib/moments'

// Earlier proofs of the glyph, to look at or to lay beside the one that is shown; or the same text in another finish.
const props = defineProps<{
  proofs: Schemas['ProofSummary'][]
  shownId: string
  finishes: { id: string; name: string }[]
  mayWrite: boolean
}>()
const emit = defineEmits<{
  show: [id: string]
  beside: [earlier: Schemas['ProofSummary']]
  finish: [finish: { id: string; name: string }]
}>()

function choose(event: Event): void {
  const select = event.target as HTMLSelectElement
  const finish = props.finishes.find((one) => one.id === select.value)
  select.value = ''
  if (finish !== undefined) emit('finish', finish)
}
</script>

<template>
  <div>
    <div class="head">
      <h2 class="grow">Earlier proofs</h2>
      <select v-if="mayWrite" class="like" value="" aria-label="Compare with another finish" @change="choose">
        <option value="">Compare with a finish …</option>
        <option v-for="one in finishes" :key="one.id" :value="one.id">{{ one.name }}</option>
      </select>
    </div>
    <ul class="past">
      <li v-for="one in proofs" :key="one.id">
        <button type="button" :aria-current="one.id === shownId ? 'true' : undefined" @click="emit('show', one.id)">
          <span class="fig">rev {{ one.revision }}</span
          ><span class="grow">{{ momentOf(one.created_at) }}</span>
          <span class="note">{{
            one.state === 'done' ? (one.met === null ? '' : one.met ? 'met' : 'not met') : one.state
          }}</span><b>{{ one.letter ?? '' }}</b>
        </button>
        <button
          v-if="one.id !== shownId && one.done > 0"
          type="button"
          class="beside"
          :aria-label="`Compare with the proof of ${momentOf(one.created_at)}`"
          @click="emit('beside', one)"
        >
          compare
        </button>
      </li>
    </ul>
  </div>
</template>

<style scoped>
.head {
  display: flex;
  padding: 8px 16px 4px;
}
.past button {
  display: flex;
  gap: 10px;
  width: 100%;
  border: 0;
  background: none;
  padding: 4px 16px;
  text-align: left;
  min-height: 30px;
  align-items: center;
}
.past li {
  display: flex;
}
.past .beside {
  width: auto;
  text-decoration: underline;
  color: var(--ink-2);
}
.like {
  font: var(--t-body);
  max-width: 190px;
  border: 1px solid var(--edge);
  background: none;
  padding: 0;
}
.past button:hover {
  background: var(--sheet);
}
.past button[aria-current] {
  background: var(--accent-wash);
  box-shadow: inset 3px 0 0 var(--accent);
}
.past button:focus-visible {
  outline-offset: -2px;
}
</style>
