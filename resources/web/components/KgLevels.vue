<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import KgTyped from './KgTyped.vue'

/** What each error correction level costs and gives at a printed width, and the choice between them: one tab stop, arrows move. */
const props = defineProps<{
  rows: Schemas['LevelRow'][]
  quiet: number
  lifted: string | null
  /** Millimetres from which it shall be read, and how wide a module a recent phone needs from there. */
  distance: number
  needed: number
}>()
const level = defineModel<Schemas['Level']>({ required: true })
const mm = defineModel<number>('mm', { required: true })
const lift = defineModel<boolean>('lift', { required: true })

const percent = (share: number): string => `${(share * 100).toFixed(1)} %`
/** A module when symbol and quiet zone together are as wide as asked. */
const module = (row: Schemas['LevelRow']): number => mm.value / ((row.modules ?? 0) + 2 * props.quiet)
const widest = computed(() => Math.max(props.needed * 1.6, ...props.rows.filter((row) => row.modules).map(module)))
const isOn = (row: Schemas['LevelRow']): boolean => row.level === level.value

function resize(text: string): void {
  const value = Number(text)
  if (value >= 4 && value <= 2000) mm.value = value
}

function move(event: KeyboardEvent, step: number): void {
  if (event.target instanceof HTMLInputElement) return
  event.preventDefault()
  const fitting = props.rows.filter((row) => row.fits)
  const index = fitting.findIndex((row) => row.level === level.value)
  const next = fitting[(index + step + fitting.length) % fitting.length]
  if (next === undefined) return
  level.value = next.level
  ;(event.currentTarget as HTMLElement).querySelector<HTMLElement>(`[data-level="${next.level}"]`)?.focus()
}
</script>

<template>
  <table
    class="ruled levels"
    aria-label="Error correction levels"
    @keydown.down="move($event, 1)"
    @keydown.up="move($event, -1)"
  >
    <thead>
      <tr>
        <th>Correction</th>
        <th class="num">Version</th>
        <th class="num">Modules</th>
        <th class="mm">
          <label
            >Module at
            <KgTyped
              class="fig"
              type="number"
              min="4"
              max="2000"
              step="any"
              :value="mm"
              aria-label="Printed width in millimetres, quiet zone included"
              @take="resize"
            />
            mm</label
          >
        </th>
        <th>Damage it survives</th>
        <th class="lift">
          <label title="Raise the level as far as the version allows"
            ><input v-model="lift" type="checkbox" /> Lift</label
          >
        </th>
      </tr>
    </thead>
    <tbody role="radiogroup" aria-label="Error correction level">
      <tr
        v-for="row in rows"
        :key="row.level"
        :class="{ on: isOn(row), no: !row.fits }"
        @click="row.fits && (level = row.level)"
      >
        <td>
          <button
            type="button"
            class="lv"
            role="radio"
            :data-level="row.level"
            :aria-checked="isOn(row)"
            :aria-label="`Level ${row.level}`"
            :tabindex="isOn(row) ? 0 : -1"
            :disabled="!row.fits"
            @click.stop="level = row.level"
          >
            <span class="pick" />{{ row.level }}
          </button>
        </td>
        <td v-if="row.fits && row.version === null" colspan="5" class="note">–</td>
        <template v-else-if="row.fits">
          <td class="num">{{ row.version }}</td>
          <td class="num">{{ row.modules }}</td>
          <td class="mm">
            <span class="g" :class="{ low: module(row) < needed }"
              ><span class="fig">{{ module(row).toFixed(3) }} mm</span
              ><span
                class="gauge need"
                :style="{ '--v': `${(module(row) / widest) * 100}%`, '--n': `${(needed / widest) * 100}%` }"
                :title="`A recent phone ${distance} mm away wants ${needed.toFixed(2)} mm`"
                aria-hidden="true"
            /></span>
          </td>
          <td>
            <span class="g"
              ><span class="fig">{{ percent(row.repairable_share ?? 0) }}</span
              ><span class="gauge" :style="{ '--v': `${(row.repairable_share ?? 0) * 250}%` }" aria-hidden="true"
            /></span>
          </td>
          <td class="num lift">{{ isOn(row) && lifted && lifted !== row.level ? `lifted to ${lifted}` : '' }}</td>
        </template>
        <td v-else colspan="5" class="note">the text is too long for this level</td>
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
.levels {
  background: var(--paper);
}
.levels tbody tr {
  cursor: pointer;
}
.levels tbody tr:last-child td {
  border-bottom: 0;
}
.levels th:first-child,
.levels td:first-child {
  padding-left: 16px;
}
.levels th:last-child,
.levels td:last-child {
  padding-right: 16px;
}
.lv {
  border: 0;
  background: none;
  padding: 0 4px 0 0;
  display: inline-flex;
  align-items: center;
  gap: 9px;
  font: 600 13px/20px var(--font-text);
}
.pick {
  width: 13px;
  height: 13px;
  border: 1.5px solid var(--edge);
  border-radius: 50%;
  background: var(--sheet);
}
.on .pick {
  border-color: var(--accent);
  box-shadow: inset 0 0 0 2.5px var(--sheet);
  background: var(--accent);
}
.no {
  cursor: default !important;
}
.no .lv {
  color: var(--ink-3);
  cursor: not-allowed;
}
.mm input {
  width: 52px;
  border: 0;
  border-bottom: 1px solid var(--edge);
  background: none;
  text-align: right;
  padding: 0 2px;
  color: var(--ink);
  appearance: textfield;
}
.mm input::-webkit-inner-spin-button {
  display: none;
}
.lift {
  text-align: right;
  white-space: nowrap;
}
.lift input {
  accent-color: var(--accent);
  vertical-align: -2px;
  margin: 0 3px 0 0;
}
.low .fig {
  color: var(--marg);
}
.need {
  background:
    linear-gradient(var(--edge) 0 0) 0 100% / 100% 1px no-repeat,
    linear-gradient(var(--marg) 0 0) var(--n) 0 / 1.5px 100% no-repeat !important;
}
.g {
  display: grid;
  grid-template-columns: 62px minmax(30px, 110px);
  gap: 10px;
  align-items: center;
}
@media (max-width: 719px) {
  .levels td {
    height: 44px;
  }
  .gauge {
    display: none;
  }
  .g {
    grid-template-columns: auto;
  }
}
</style>
