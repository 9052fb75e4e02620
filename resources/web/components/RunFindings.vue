<script setup lang="ts">
import { computed, ref } from 'vue'
import { type Schemas } from '@/api/client'
import KgVerdict from './KgVerdict.vue'
import KgTyped from './KgTyped.vue'

/** What would be wrong before anything is drawn, and its cells to be mended or rows to be left out. */
const props = defineProps<{
  found: Schemas['RunCheck']
  isOld: boolean
  columns: string[]
  /** How far the whole table has been looked through; null when nobody does. */
  looked: { at: number; of: number } | null
}>()
const emit = defineEmits<{ whole: []; stop: [] }>()
const share = computed(() => (props.looked && props.looked.of > 0 ? (100 * props.looked.at) / props.looked.of : 0))
const changes = defineModel<Record<string, Record<string, string>>>('changes', { required: true })
const without = defineModel<number[]>('without', { required: true })
const ROW = 32
const isOpen = ref(false)
const rows = (list: number[], count: number): string =>
  `${count > 1 ? 'rows' : 'row'} ${list.slice(0, 6).join(', ')}${count > 6 ? ` and ${count - 6} more` : ''}`
function mend(row: number, column: string, text: string): void {
  changes.value = { ...changes.value, [row]: { ...changes.value[row], [column]: text } }
}
const touched = computed(() => Object.keys(changes.value).length)
/** Columns that the recipe asks for come first: the fault is in one of them. */
const order = computed(() => [
  ...props.columns.filter((one) => props.found.columns.includes(one)),
  ...props.found.columns.filter((one) => !props.columns.includes(one)),
])
</script>

<template>
  <section :class="{ old: isOld }" aria-label="Before anything is drawn">
    <h2>Before anything is drawn</h2>
    <p class="row say" :class="found.stopped > 0 ? 'fails' : 'holds'">
      <KgVerdict :verdict="found.stopped > 0 ? 'fails' : 'holds'" />{{
        (found.looked_at - found.stopped).toLocaleString('en-GB')
      }}
      of {{ found.looked_at.toLocaleString('en-GB') }} rows in order<template v-if="found.largest_version"
        >, largest version {{ found.largest_version }}</template
      ><template v-if="found.looked_at < found.rows">; the rest is looked at when it is drawn</template>
      <v-btn v-if="found.looked_at < found.rows && !looked" @click="emit('whole')"
        >Look at all {{ found.rows.toLocaleString('en-GB') }}</v-btn
      >
    </p>
    <div v-if="looked" class="row" role="status">
      <div
        class="progress"
        role="progressbar"
        :aria-valuenow="looked.at"
        aria-valuemin="0"
        :aria-valuemax="looked.of"
        aria-label="Rows looked at"
      >
        <i :style="{ width: `${share}%` }" />
      </div>
      <span class="note"
        ><b class="fig">{{ looked.at.toLocaleString('en-GB') }}</b> of {{ found.rows.toLocaleString('en-GB') }} rows
        looked at</span
      >
      <button type="button" class="link" @click="emit('stop')">Stop looking</button>
    </div>
    <p v-if="found.module_mm !== null" class="fault">
      <KgVerdict :verdict="found.too_small_for.length > 0 ? 'marginal' : 'holds'" /><span
        >Its modules are <b class="fig">{{ found.module_mm.toFixed(2) }} mm</b>:
        {{
          found.too_small_for.length > 0
            ? `too small for ${found.too_small_for.join(', ')}`
            : 'every simulated device has the pixels for that'
        }}</span
      >
    </p>
    <p v-for="one in found.faults" :key="one.message" class="fault">
      <KgVerdict :verdict="one.stops ? 'fails' : 'marginal'" /><span
        ><b class="fig">{{ one.count }}</b> {{ one.message }}
        <span class="note">{{ rows(one.rows, one.count) }}</span></span
      >
    </p>
    <div v-if="found.troubled.length > 0 || touched > 0 || without.length > 0" class="row">
      <v-btn v-if="found.troubled.length > 0" @click="isOpen = !isOpen">{{
        isOpen ? 'Close these rows' : 'Mend these rows'
      }}</v-btn>
      <span v-if="touched > 0" class="note">{{ touched }} mended here, not in the file</span>
      <span v-if="without.length > 0" class="note">{{ without.length }} left out</span>
      <button
        v-if="touched > 0 || without.length > 0"
        type="button"
        class="link"
        @click="((changes = {}), (without = []))"
      >
        As the file has them
      </button>
    </div>
    <div v-if="isOpen && found.troubled.length > 0" class="mend" role="table" aria-label="Rows to be mended">
      <v-virtual-scroll
        :items="found.troubled"
        :item-height="ROW"
        :height="Math.min(260, found.troubled.length * ROW + 2)"
      >
        <template #default="{ item }">
          <div class="mended" role="row">
            <span class="fig num" role="cell">{{ item.row }}</span>
            <span v-for="column in order.slice(0, 4)" :key="column" role="cell">
              <KgTyped
                class="kg-plain code"
                :value="changes[item.row]?.[column] ?? item.cells[column]"
                :aria-label="`${column} of row ${item.row}`"
                :placeholder="column"
                @take="mend(item.row, column, $event)"
              />
            </span>
            <span class="note clip grow" role="cell" :title="item.message">{{ item.message }}</span>
            <button
              type="button"
              class="link"
              :aria-label="`Leave row ${item.row} out`"
              @click="without = [...without, item.row]"
            >
              Leave out
            </button>
          </div>
        </template>
      </v-virtual-scroll>
    </div>
    <table>
      <tbody>
        <tr v-for="one in found.sample" :key="one.row">
          <td class="fig">{{ one.row }}</td>
          <td class="code">{{ one.text }}</td>
          <td class="note">{{ one.problem ?? '' }}</td>
        </tr>
      </tbody>
    </table>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 8px;
}
.old {
  opacity: 0.55;
}
.fault {
  display: flex;
  gap: 8px;
  align-items: baseline;
}
.progress {
  display: flex;
  width: 220px;
  height: 8px;
  background: var(--rule);
}
.progress i {
  background: var(--ink);
}
.mend {
  border: 1px solid var(--rule);
}
.mended {
  display: flex;
  gap: 8px;
  align-items: center;
  height: 32px;
  padding: 0 8px;
  border-bottom: 1px solid var(--rule);
}
.mended input {
  width: 104px;
  min-height: 26px;
}
.num {
  width: 52px;
}
.link {
  border: 0;
  background: none;
  text-decoration: underline;
  padding: 0;
  white-space: nowrap;
}
table {
  border-collapse: collapse;
  width: 100%;
  table-layout: fixed;
}
td {
  padding: 4px 10px 4px 0;
  border-top: 1px solid var(--rule);
  overflow-wrap: anywhere;
}
td:first-child {
  width: 60px;
}
td:last-child {
  width: 30%;
}
</style>
