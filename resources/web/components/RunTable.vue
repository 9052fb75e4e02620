<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { type Schemas } from '@/api/client'
import * as bounds from '@/api/limits'
import { useAbout } from '@/composables/useAbout'
import { type RunSource } from '@/composables/useRuns'
import { grouped } from '@/lib/bytes'
import { isSpreadsheet, readSpreadsheet, type SpreadsheetSheet } from '@/lib/spreadsheet'
import KgSlide from './KgSlide.vue'
import KgVerdict from './KgVerdict.vue'

/** Where the rows come from: a file, a pasted table, a shelf or a series of numbers; and how a table was written. */
const source = defineModel<RunSource>({ required: true })
/** What was guessed and is put right; '' where the guess holds. */
const form = defineModel<{ encoding: string; delimiter: string; header: string }>('form', { required: true })
defineProps<{ found: Schemas['RunCheck'] | null }>()
const emit = defineEmits<{ use: [column: string]; problem: [message: string]; spreadsheet: [isOne: boolean] }>()
const sheets = ref<SpreadsheetSheet[]>([])
const tab = ref('')
const opened = ref('')
const isOpening = ref(false)
const { limits } = useAbout()
const upTo = computed(() =>
  Number.isFinite(limits.value.run_rows) ? `, up to ${grouped(limits.value.run_rows)} rows` : '',
)
const set = (more: Partial<RunSource>): void => void (source.value = { ...source.value, ...more })
function take(event: Event | DragEvent): void {
  const given =
    event instanceof DragEvent ? event.dataTransfer?.files[0] : (event.target as HTMLInputElement).files?.[0]
  if (event.target instanceof HTMLInputElement) setTimeout(() => ((event.target as HTMLInputElement).value = ''))
  if (!given) return
  takeOut()
  if (isSpreadsheet(given)) void open(given)
  else set({ kind: 'table', file: given })
}
async function open(given: File): Promise<void> {
  isOpening.value = true
  opened.value = given.name
  try {
    const found = await readSpreadsheet(given)
    if (opened.value !== given.name) return
    sheets.value = found
    tab.value = found[0]?.name ?? ''
  } catch (e) {
    if (opened.value !== given.name) return
    takeOut()
    emit('problem', e instanceof Error ? e.message : String(e))
  } finally {
    isOpening.value = false
  }
}
watch([tab, sheets], () => {
  const sheet = sheets.value.find((one) => one.name === tab.value)
  emit('spreadsheet', sheets.value.length > 0)
  // Rows travel as the file that they would be if the sheet were saved as CSV.
  if (sheet)
    set({ kind: 'table', file: new File([sheet.csv], opened.value.replace(/\.xlsx$/i, '.csv'), { type: 'text/csv' }) })
})
function takeOut(): void {
  emit('problem', '')
  set({ file: null })
  sheets.value = []
  opened.value = ''
}
const whole = (event: Event, usual: number): number => {
  const text = (event.target as HTMLInputElement).value
  return text !== '' && Number.isInteger(Number(text)) ? Number(text) : usual
}
const series = (more: Partial<RunSource['series']>): void => set({ series: { ...source.value.series, ...more } })
const rows = (list: number[], count: number): string =>
  `row ${list.slice(0, 6).join(', ')}${count > 6 ? ` and ${count - 6} more` : ''}`
</script>

<template>
  <section aria-label="The table" @dragover.prevent @drop.prevent="take">
    <div class="row">
      <h2 class="grow">The rows</h2>
      <KgSlide
        :model-value="source.kind"
        label="Where the rows come from"
        :options="[
          { value: 'table', label: 'A table' },
          { value: 'shelf', label: 'A shelf' },
          { value: 'series', label: 'A series' },
        ]"
        @update:model-value="set({ kind: $event })"
      />
    </div>
    <template v-if="source.kind === 'table'">
      <div class="row">
        <label class="up"
          >{{ source.file ? 'Another file' : 'Choose a file'
          }}<input
            class="sr"
            type="file"
            accept=".csv,.tsv,.txt,.json,.xlsx"
            aria-label="File with the table"
            @change="take"
        /></label>
        <span v-if="isOpening" class="note" role="status">Reading {{ opened }}</span>
        <template v-else-if="source.file">
          <span class="clip">{{ opened || source.file.name }}</span>
          <select v-if="sheets.length > 1" v-model="tab" class="kg-plain tab" aria-label="Sheet of the file">
            <option v-for="one in sheets" :key="one.name">{{ one.name }}</option>
          </select>
          <button type="button" class="link" @click="takeOut">Take it out</button>
        </template>
        <span v-else class="note">CSV, TSV, JSON or XLSX{{ upTo }}; or paste it:</span>
      </div>
      <textarea
        v-if="!source.file && !isOpening"
        :value="source.csv"
        class="kg-plain code"
        rows="5"
        spellcheck="false"
        aria-label="The table as text"
        placeholder="sku,name&#10;0123,Heather honey"
        @input="set({ csv: ($event.target as HTMLTextAreaElement).value })"
      />
    </template>
    <label v-else-if="source.kind === 'shelf'" class="line"
      ><span class="label">Shelf</span
      ><input
        class="kg-plain"
        :maxlength="bounds.RunInput.shelf.maxLength"
        placeholder="Jars/Autumn; those below it, too"
        :value="source.shelf"
        @input="set({ shelf: ($event.target as HTMLInputElement).value })"
    /></label>
    <div v-else class="grid">
      <label
        ><span class="label">Before the number</span
        ><input
          class="kg-plain code"
          maxlength="60"
          :value="source.series.prefix"
          @input="series({ prefix: ($event.target as HTMLInputElement).value })"
      /></label>
      <label
        v-for="[key, word] in [
          ['from', 'From'],
          ['to', 'To'],
          ['step', 'Step'],
          ['digits', 'Digits'],
        ] as const"
        :key="key"
        ><span class="label">{{ word }}</span
        ><input
          class="kg-plain fig"
          type="number"
          :min="key === 'from' || key === 'to' ? undefined : 1"
          :value="source.series[key]"
          @input="series({ [key]: whole($event, source.series[key]) })"
      /></label>
      <label class="tick"
        ><input
          type="checkbox"
          :checked="source.series.check"
          @change="series({ check: ($event.target as HTMLInputElement).checked })"
        />
        check digit</label
      >
    </div>
    <div v-if="found?.form" class="row guess">
      <span class="note">Taken as</span>
      <select v-if="sheets.length === 0" v-model="form.encoding" class="kg-plain" aria-label="Encoding">
        <option value="">{{ found.form.encoding }}</option>
        <option v-for="one in ['UTF-8', 'UTF-16LE', 'UTF-16BE', 'Windows-1252']" :key="one">{{ one }}</option>
      </select>
      <select v-if="sheets.length === 0" v-model="form.delimiter" class="kg-plain" aria-label="Delimiter">
        <option value="">{{ found.form.delimiter }}</option>
        <option v-for="one in ['comma', 'semicolon', 'tab', 'bar']" :key="one">{{ one }}</option>
      </select>
      <select v-model="form.header" class="kg-plain" aria-label="First row">
        <option value="">{{ found.form.header ? 'first row names columns' : 'no header' }}</option>
        <option value="true">first row names columns</option>
        <option value="false">no header</option>
      </select>
    </div>
    <div v-if="found" class="row cols">
      <span class="note"
        >{{ found.rows.toLocaleString('en-GB') }} {{ found.rows === 1 ? 'row' : 'rows' }}. Columns:</span
      >
      <button
        v-for="one in found.columns"
        :key="one"
        type="button"
        class="col"
        :title="`Put ${one} into the text`"
        @click="emit('use', one)"
      >
        {{ one }}
      </button>
    </div>
    <p v-for="one in found?.warnings ?? []" :key="one.column + one.sign" class="warn" role="alert">
      <KgVerdict verdict="marginal" /><span
        ><b>{{ one.column }}:</b> {{ one.message }} ({{ rows(one.rows, one.count) }})</span
      >
    </p>
  </section>
</template>

<style scoped>
section {
  display: grid;
  gap: 8px;
}
.guess select,
.tab {
  width: auto;
}
.up {
  border: 1px solid var(--edge);
  background: var(--sheet);
  padding: 5px 12px;
  font-weight: 600;
  cursor: pointer;
}
.up:focus-within {
  outline: 2px solid var(--ink);
  outline-offset: 2px;
}
.cols {
  flex-wrap: wrap;
}
.col {
  border: 1px solid var(--edge);
  background: none;
  font: var(--t-code);
  padding: 1px 7px;
}
.line {
  display: grid;
  grid-template-columns: 100px 1fr;
  align-items: center;
}
.grid {
  display: grid;
  grid-template-columns: 2fr repeat(4, 1fr) auto;
  gap: 8px 12px;
  align-items: end;
}
.grid label {
  display: grid;
  gap: 2px;
}
.grid .tick {
  display: flex;
  gap: 6px;
  padding-bottom: 6px;
}
.warn {
  display: flex;
  gap: 8px;
  align-items: baseline;
}
.link {
  border: 0;
  background: none;
  text-decoration: underline;
  padding: 0;
}
</style>
