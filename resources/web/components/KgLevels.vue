<script setup lang="ts">
import type { Schemas } from '@/api/client'
import { counted } from '@/lib/bytes'

/** What each error correction level costs and gives, and the choice between them: one tab stop, arrows move. */
const props = defineProps<{ rows: Schemas['LevelRow'][]; left: number | null }>()
const level = defineModel<Schemas['Level']>({ required: true })

const percent = (share: number): string => `${(share * 100).toFixed(1)} %`
const free = (row: Schemas['LevelRow']): number => Math.floor(((row.bits_available ?? 0) - (row.bits_used ?? 0)) / 8)

function move(event: KeyboardEvent, step: number): void {
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
    @keydown.down.prevent="move($event, 1)"
    @keydown.up.prevent="move($event, -1)"
  >
    <thead>
      <tr>
        <th>Correction</th>
        <th class="num">Version</th>
        <th class="num">Modules</th>
        <th>Damage it survives</th>
        <th class="num">Room left</th>
      </tr>
    </thead>
    <tbody role="radiogroup" aria-label="Error correction level">
      <tr
        v-for="row in rows"
        :key="row.level"
        :class="{ on: row.level === level, no: !row.fits }"
        @click="row.fits && (level = row.level)"
      >
        <td>
          <button
            type="button"
            class="lv"
            role="radio"
            :data-level="row.level"
            :aria-checked="row.level === level"
            :aria-label="`Level ${row.level}`"
            :tabindex="row.level === level ? 0 : -1"
            :disabled="!row.fits"
            @click.stop="level = row.level"
          >
            <span class="pick" />{{ row.level }}
          </button>
        </td>
        <td v-if="row.fits && row.version === null" colspan="4" class="note">–</td>
        <template v-else-if="row.fits">
          <td class="num">{{ row.version }}</td>
          <td class="num">{{ row.modules }}</td>
          <td>
            <span class="g"
              ><span class="fig">{{ percent(row.repairable_share ?? 0) }}</span
              ><span class="gauge" :style="{ '--v': `${(row.repairable_share ?? 0) * 250}%` }" aria-hidden="true"
            /></span>
          </td>
          <td class="num">{{ counted(row.level === level && left !== null ? left : free(row), 'byte') }}</td>
        </template>
        <td v-else colspan="4" class="note">the text is too long for this level</td>
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
.g {
  display: grid;
  grid-template-columns: 56px minmax(40px, 130px);
  gap: 10px;
  align-items: center;
}
.gauge {
  --c: var(--ink);
  display: block;
  position: relative;
  height: 9px;
  background: linear-gradient(var(--edge) 0 0) 0 100% / 100% 1px no-repeat;
}
.gauge::before {
  content: '';
  position: absolute;
  left: 0;
  bottom: 1px;
  height: 4px;
  width: var(--v);
  background: var(--c);
  transition: width var(--move);
}
.gauge::after {
  content: '';
  position: absolute;
  left: calc(var(--v) - 1px);
  bottom: 0;
  width: 1.5px;
  height: 9px;
  background: var(--c);
  transition: left var(--move);
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
