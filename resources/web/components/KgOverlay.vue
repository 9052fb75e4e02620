<script lang="ts">
/** What is drawn over the symbol: nothing, what its modules are for, the codewords under the mark, or the view in red light. */
export type OverlayKind = 'none' | 'anatomy' | 'damage' | 'red'
</script>

<script setup lang="ts">
import { useElementSize } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import type { Drawing } from '@/api/client'

/** Drawn on stock, so in the inks of the light theme whatever the theme. */
const props = defineProps<{
  drawing: Drawing
  kind: OverlayKind
  /** Where the symbol lies on the stage, in screen pixels. */
  box: { left: number; top: number; size: number }
}>()

/** Height that the legend takes off the stage, in screen pixels. */
const taken = defineModel<number>('taken', { default: 0 })
const legend = ref<HTMLElement | null>(null)
const { height } = useElementSize(legend, undefined, { box: 'border-box' })
watch([height, () => props.kind], () => (taken.value = props.kind === 'anatomy' ? height.value : 0), { flush: 'post' })

const PARTS: Record<string, { name: string; ink: string }> = {
  f: { name: 'finder', ink: '#A90D5A' },
  s: { name: 'separator', ink: '#E8A9C8' },
  t: { name: 'timing', ink: '#005F80' },
  a: { name: 'alignment', ink: '#7B3FA0' },
  i: { name: 'format', ink: '#C06A00' },
  v: { name: 'version', ink: '#8A7A00' },
  d: { name: 'data', ink: '#0F6240' },
  c: { name: 'correction', ink: '#3F6FB0' },
  r: { name: 'remainder', ink: '#57635E' },
}
const modules = computed(() => props.drawing.symbol.modules)
/** For each part one path of all its modules, runs in a row as one box. */
const anatomy = computed(() => {
  const paths: Record<string, string> = {}
  props.drawing.anatomy?.forEach((row, y) => {
    for (const run of row.matchAll(/(.)\1*/g)) {
      paths[run[1]!] = `${paths[run[1]!] ?? ''}M${run.index} ${y}h${run[0].length}v1h-${run[0].length}z`
    }
  })
  return Object.entries(paths).map(([part, path]) => ({ part, path, ...PARTS[part]! }))
})
const FIRST_BLOCK = 0x100
const blockCount = computed(() => new Set((props.drawing.blocks ?? []).join('').replaceAll('.', '')).size)
/** The block that is pointed out, counted from 1; 0 for none. */
const block = ref(0)
watch(blockCount, (count) => (block.value = Math.min(block.value, count)))
const blockPath = computed(() => {
  const letter = String.fromCharCode(FIRST_BLOCK + block.value - 1)
  let path = ''
  if (block.value > 0)
    props.drawing.blocks?.forEach((row, y) => {
      for (const run of row.matchAll(new RegExp(`${letter}+`, 'g')))
        path += `M${run.index} ${y}h${run[0].length}v1h-${run[0].length}z`
    })
  return path
})
/** Sides of modules that border on none of the same codeword. */
function outline(at: number[][]): string {
  const has = new Set(at.map(([x, y]) => `${x},${y}`))
  return at
    .map(([x, y]) =>
      [
        has.has(`${x},${y! - 1}`) ? '' : `M${x} ${y}h1`,
        has.has(`${x! + 1},${y}`) ? '' : `M${x! + 1} ${y}v1`,
        has.has(`${x},${y! + 1}`) ? '' : `M${x} ${y! + 1}h1`,
        has.has(`${x! - 1},${y}`) ? '' : `M${x} ${y}v1`,
      ].join(''),
    )
    .join('')
}
const damage = computed(() =>
  (props.drawing.proof?.damage?.modules ?? []).map((codeword) => ({
    ...codeword,
    fill: codeword.at.map(([x, y]) => `M${x} ${y}h1v1h-1z`).join(''),
    edge: outline(codeword.at),
    x: codeword.at.reduce((sum, at) => sum + at[0]!, 0) / codeword.at.length + 0.5,
    y: codeword.at.reduce((sum, at) => sum + at[1]!, 0) / codeword.at.length + 0.5,
  })),
)
const place = computed(() => ({
  left: `${props.box.left}px`,
  top: `${props.box.top}px`,
  width: `${props.box.size}px`,
  height: `${props.box.size}px`,
}))
</script>

<template>
  <template v-if="kind === 'anatomy'">
    <svg
      class="overlay"
      :style="place"
      :viewBox="`0 0 ${modules} ${modules}`"
      role="img"
      aria-label="What each module is for"
    >
      <path v-for="part in anatomy" :key="part.part" :d="part.path" :fill="part.ink" fill-opacity=".5" />
      <path v-if="blockPath" :d="blockPath" fill="#A90D5A" fill-opacity=".35" stroke="#A90D5A" stroke-width=".1" />
    </svg>
    <ul ref="legend" class="legend" aria-label="Parts of the symbol">
      <li v-for="part in anatomy" :key="part.part"><i :style="{ background: part.ink }" />{{ part.name }}</li>
      <li v-if="blockCount > 1" class="blocks">
        <label :for="`block-of-${blockCount}`">Point out</label>
        <select
          :id="`block-of-${blockCount}`"
          v-model.number="block"
          title="The codewords are dealt out to blocks, each with its own correction"
        >
          <option :value="0">none of {{ blockCount }} blocks</option>
          <option v-for="n in blockCount" :key="n" :value="n">block {{ n }} of {{ blockCount }}</option>
        </select>
      </li>
    </ul>
  </template>
  <svg
    v-else-if="kind === 'damage' && damage.length"
    class="overlay"
    :style="place"
    :viewBox="`0 0 ${modules} ${modules}`"
    role="img"
    :aria-label="`${damage.length} codewords under the mark`"
  >
    <g v-for="codeword in damage" :key="codeword.codeword">
      <path :d="codeword.fill" fill="#F7E4EE" fill-opacity=".75" />
      <path :d="codeword.edge" fill="none" stroke="#A90D5A" stroke-width=".12" stroke-linecap="square" />
      <text :x="codeword.x" :y="codeword.y + 0.38" text-anchor="middle">{{ codeword.block + 1 }}</text>
    </g>
  </svg>
</template>

<style scoped>
.overlay {
  position: absolute;
  pointer-events: none;
}
.overlay text {
  font: 600 1.1px var(--font-code);
  fill: #a90d5a;
}
.legend {
  z-index: 1;
  position: absolute;
  left: 21px;
  right: 0;
  bottom: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
  padding: 5px 9px;
  background: var(--paper);
  border-top: 1px solid var(--rule);
  font: var(--t-note);
}
.legend li {
  display: flex;
  align-items: center;
  gap: 6px;
}
.blocks select {
  height: 24px;
  padding: 0 4px;
  border: 1px solid var(--edge);
  border-radius: var(--r);
  background: var(--sheet);
  font: var(--t-fig, 500 12px/16px var(--font-code));
}
.legend i {
  width: 10px;
  height: 10px;
}
</style>
