<script setup lang="ts">
import { computed, nextTick, ref } from 'vue'
import { type BenchProof, type Cell, figure, gauge, marginWords } from '@/lib/proof'
import KgVerdict from './KgVerdict.vue'

/** Devices by conditions: how far each goes, the need always in the middle of its gauge. One stop for Tab; arrows move. */
const props = defineProps<{ proof: BenchProof; weakest: string | null }>()
const chosen = defineModel<string>({ required: true })

const rows = computed(() => {
  const found = new Map<string, Cell>(props.proof.cells.map((cell) => [`${cell.device} ${cell.condition}`, cell]))
  return props.proof.devices.map((device) => ({
    device,
    places: props.proof.conditions.map((one) => {
      const name = `${device.id} ${one.id}`
      return { name, label: one.label, cell: found.get(name) }
    }),
  }))
})
const needs = computed(() =>
  props.proof.conditions.map((one) => {
    const own = props.proof.cells.filter((cell) => cell.condition === one.id)
    const all = [...new Set(own.map((cell) => cell.need))]
    const sign = one.harder_below ? '≤' : '≥'
    return all.length === 1 ? `${sign} ${figure(all[0]!, one.unit)}` : all.length === 0 ? one.unit : 'by device'
  }),
)
const table = ref<HTMLElement | null>(null)
async function move(event: KeyboardEvent, row: number, column: number): Promise<void> {
  const rows = props.proof.devices.length
  const columns = props.proof.conditions.length
  const steps: Record<string, [number, number]> = {
    ArrowRight: [0, 1],
    ArrowLeft: [0, -1],
    ArrowDown: [1, 0],
    ArrowUp: [-1, 0],
    Home: [0, -columns],
    End: [0, columns],
  }
  const step = steps[event.key]
  if (step === undefined) return
  event.preventDefault()
  const to = {
    row: Math.max(0, Math.min(rows - 1, row + step[0])),
    column: Math.max(0, Math.min(columns - 1, column + step[1])),
  }
  chosen.value = `${props.proof.devices[to.row]!.id} ${props.proof.conditions[to.column]!.id}`
  await nextTick()
  table.value?.querySelector<HTMLElement>(`[data-place="${to.row}-${to.column}"]`)?.focus()
}
/** The sign close to its figure: a cell has room for eight characters. */
const narrow = (cell: Cell): string => marginWords(cell).replace(/^([<>]) /, '$1')
</script>

<template>
  <div ref="table" class="scroll" tabindex="-1">
    <table class="mx">
      <thead>
        <tr>
          <th scope="col">How far each goes before reading fails</th>
          <th v-for="(one, k) in proof.conditions" :key="one.id" scope="col" :title="one.says">
            <b>{{ one.label }}</b><span>{{ needs[k] }}</span>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="({ device, places }, row) in rows" :key="device.id">
          <th scope="row">
            <span class="dn">{{ device.label }}</span><span class="ds note"
              >{{ device.decoder }}{{ device.light === 'red' ? ', red light' : ' decoder' }}</span
            >
          </th>
          <td
            v-for="(place, column) in places"
            :key="place.name"
            :class="[place.cell?.verdict ?? 'open', { on: chosen === place.name, weakest: weakest === place.name }]"
          >
            <button
              type="button"
              :data-place="`${row}-${column}`"
              :tabindex="(chosen === '' ? row + column === 0 : chosen === place.name) ? 0 : -1"
              :aria-pressed="chosen === place.name"
              :aria-label="place.cell?.words ?? `${device.label}, ${place.label}: not run yet`"
              @click="chosen = place.name"
              @keydown="move($event, row, column)"
            >
              <template v-if="place.cell">
                <span class="cf"><KgVerdict :verdict="place.cell.verdict" />{{ narrow(place.cell) }}</span>
                <span class="gauge" :class="place.cell.verdict" :style="{ '--v': `${100 * gauge(place.cell)}%` }"
                  ><i
                /></span>
              </template>
              <span v-else class="cf pale">·</span>
            </button>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>

<style scoped>
.scroll {
  overflow: auto;
  background: var(--sheet);
}
.mx {
  border-collapse: collapse;
  width: 100%;
  min-width: 900px;
  table-layout: fixed;
}
th {
  text-align: left;
  font: var(--t-note);
  color: var(--ink-2);
}
thead th {
  padding: 6px 4px 5px 6px;
  vertical-align: bottom;
  border-bottom: 1px solid var(--line);
}
thead th:first-child {
  width: 134px;
  padding-left: 16px;
}
thead b {
  display: block;
  font: 600 12px/16px var(--font-text);
  color: var(--ink);
}
thead span {
  font: var(--t-fig);
  font-size: 11px;
  font-weight: 400;
  white-space: nowrap;
  letter-spacing: -0.02em;
}
tbody th {
  padding: 0 6px 0 16px;
  border-bottom: 1px solid var(--rule);
  border-right: 1px solid var(--rule);
}
.dn {
  display: block;
  font: 600 12.5px/17px var(--font-text);
  color: var(--ink);
}
.ds {
  display: block;
  line-height: 14px;
  font-size: 11px;
}
td {
  padding: 0;
  border-right: 1px solid var(--rule);
  border-bottom: 1px solid var(--rule);
}
td:last-child {
  border-right: 0;
}
td button {
  display: block;
  width: 100%;
  min-height: 42px;
  border: 0;
  background: none;
  text-align: left;
  padding: 5px 4px 6px 6px;
}
td button:hover {
  background: var(--paper);
}
td button:focus-visible {
  outline-offset: -2px;
}
td.marginal {
  background: var(--marg-wash);
}
td.fails {
  background: var(--fail-wash);
}
td.on {
  box-shadow: inset 0 0 0 2px var(--accent);
}
td.weakest {
  position: relative;
}
td.weakest::after {
  content: 'weakest';
  position: absolute;
  right: 0;
  bottom: 0;
  background: var(--fail);
  color: var(--sheet);
  font: 600 10px/12px var(--font-text);
  padding: 0 3px;
  pointer-events: none;
}
.cf {
  display: flex;
  align-items: center;
  gap: 4px;
  font: var(--t-fig);
  font-size: 11.5px;
  letter-spacing: -0.02em;
  margin-bottom: 4px;
  white-space: nowrap;
}
.pale {
  color: var(--ink-3);
}
.gauge > i {
  position: absolute;
  left: 50%;
  bottom: -3px;
  margin-left: -3px;
  border: 3px solid transparent;
  border-top: 0;
  border-bottom: 5px solid var(--ink);
}
.gauge.holds {
  --c: var(--hold);
}
.gauge.marginal {
  --c: var(--marg);
}
.gauge.fails {
  --c: var(--fail);
}
</style>
