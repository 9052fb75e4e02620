<script setup lang="ts">
import { refDebounced } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { api, ApiProblem, type Schemas, unwrap } from '@/api/client'
import { added, type Layout, nameOf, type Part } from '@/lib/label'
import KgSlide from './KgSlide.vue'
import KgTyped from './KgTyped.vue'
import KgVerdict from './KgVerdict.vue'
import LabelPartForm from './LabelPartForm.vue'
import LabelSheetForm from './LabelSheetForm.vue'
import LabelStage from './LabelStage.vue'

/** A label is laid out over the rows that it will hold: parts at the left, the label under rulers, the paper at the right. */
type Row = { row: number; cells: Record<string, string> }
const props = defineProps<{
  recipe: Schemas['RunRecipe']
  columns: string[]
  rows: Row[]
  longest: Row | null
  worst: Row | null
  all: number
}>()
const layout = defineModel<Layout>({ required: true })
const sheet = defineModel<Schemas['LabelSheet']>('sheet', { required: true })
const start = defineModel<number>('start', { required: true })
const sheetName = defineModel<string>('sheetName', { required: true })
const emit = defineEmits<{ close: [] }>()
const chosen = ref(0)
const snaps = ref(true)
const parts = computed(() => layout.value.parts as Part[])
const current = computed(() => parts.value[chosen.value])
const past = ref<string[]>([])
let before = JSON.stringify(layout.value)

/** Every change that a hand let go of can be taken back. */
function put(next: Layout, done = true): void {
  layout.value = next
  if (!done) return
  const now = JSON.stringify(next)
  if (now !== before) past.value = [...past.value.slice(-99), before]
  before = now
}
function change(index: number, part: Part, done = true): void {
  put({ ...layout.value, parts: parts.value.map((one, i) => (i === index ? part : one)) }, done)
}
function add(kind: Part['kind']): void {
  const next = [...parts.value, added(layout.value, kind, props.columns[0] ?? '')]
  put({ ...layout.value, parts: next })
  chosen.value = next.length - 1
}
function remove(index: number): void {
  if (parts.value[index]?.kind === 'symbol') return
  const next = parts.value.filter((_, i) => i !== index)
  put({ ...layout.value, parts: next })
  chosen.value = Math.max(0, Math.min(index, next.length - 1))
}
function undo(): void {
  const last = past.value.at(-1)
  if (last === undefined) return
  past.value = past.value.slice(0, -1)
  before = last
  const next = JSON.parse(last) as Layout
  layout.value = next
  chosen.value = Math.min(chosen.value, next.parts.length - 1)
}
/** A part before or behind the next: later ones lie over earlier ones. */
function raise(by: number): void {
  const to = chosen.value + by
  const list = [...parts.value]
  const [part] = list.splice(chosen.value, 1)
  if (!part || to < 0 || to > list.length) return
  list.splice(to, 0, part)
  put({ ...layout.value, parts: list })
  chosen.value = to
}
function side(key: 'width' | 'height' | 'bleed', text: string): void {
  const [least, most] = key === 'bleed' ? [0, 5] : [5, 200]
  if (text.trim() !== '' && Number(text) >= least && Number(text) <= most)
    put({ ...layout.value, [key]: Math.round(Number(text) * 10) / 10 })
}
/** The label as large as those of the paper. */
function fit(): void {
  put({ ...layout.value, width: sheet.value.label_width ?? 40, height: sheet.value.label_height ?? 30 })
}
const isOther = computed(
  () => layout.value.width !== sheet.value.label_width || layout.value.height !== sheet.value.label_height,
)
const isTooLarge = computed(
  () =>
    layout.value.width > (sheet.value.label_width ?? 0) + 0.05 ||
    layout.value.height > (sheet.value.label_height ?? 0) + 0.05,
)
const which = ref<'first' | 'longest' | 'worst'>('first')
const at = ref(0)
const shown = computed<Row | null>(() =>
  which.value === 'longest'
    ? props.longest
    : which.value === 'worst'
      ? (props.worst ?? props.longest)
      : (props.rows[at.value] ?? null),
)
const wish = computed(() => JSON.stringify([{ ...props.recipe, layout: layout.value }, shown.value?.cells ?? {}]))
const asked = refDebounced(wish, 180)
const label = ref<Schemas['Label'] | null>(null)
const picture = ref('')
const trouble = ref('')
let turn = 0
watch(asked, () => void look(), { immediate: true })
async function look(): Promise<void> {
  const own = ++turn
  const [recipe, row] = JSON.parse(wish.value) as [Schemas['RunRecipe'], Record<string, string>]
  try {
    const answer = (await unwrap(api.POST('/api/v1/runs/label', { body: { recipe, row } }))) as Schemas['Label']
    if (own !== turn) return
    label.value = answer
    trouble.value = ''
    if (answer.svg) picture.value = `data:image/svg+xml,${encodeURIComponent(answer.svg)}`
  } catch (e) {
    if (own !== turn) return
    trouble.value =
      e instanceof ApiProblem ? (Object.values(e.errors)[0]?.[0] ?? e.message) : 'The server does not answer.'
  }
}
function keys(event: KeyboardEvent): void {
  if (
    (event.ctrlKey || event.metaKey) &&
    event.key.toLowerCase() === 'z' &&
    !(event.target instanceof HTMLTextAreaElement) &&
    !(event.target instanceof HTMLInputElement)
  ) {
    event.preventDefault()
    undo()
  }
}
const ADD = [
  ['text', 'Text'],
  ['bars', 'Bars'],
  ['picture', 'Picture'],
  ['box', 'Rule or box'],
] as const
</script>

<template>
  <div class="editor" @keydown="keys">
    <header>
      <div class="grow">
        <h2>The label</h2>
        <p class="note">
          {{ layout.width }} × {{ layout.height }} mm, {{ parts.length }} parts, for
          {{ all === 0 ? 'rows that are not known yet' : `${all.toLocaleString('en-GB')} rows` }}
        </p>
      </div>
      <v-btn :disabled="past.length === 0" @click="undo">Undo</v-btn>
      <v-btn class="main" @click="emit('close')">Done</v-btn>
    </header>
    <section class="left" aria-label="Parts of the label">
      <div class="head">
        <h2 class="grow">Parts</h2>
        <span class="note">mm from the upper left corner</span>
      </div>
      <table aria-label="Parts, places in millimetres">
        <thead>
          <tr>
            <th>Part</th>
            <th class="num">x</th>
            <th class="num">y</th>
            <th class="num">wide</th>
            <th class="num">high</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(part, i) in parts" :key="i" :class="{ on: i === chosen }" @click="chosen = i">
            <td>
              <button type="button" class="name clip" :aria-pressed="i === chosen" @click="chosen = i">
                {{ nameOf(part) }}
              </button>
            </td>
            <td v-for="key in ['x', 'y', 'width', 'height'] as const" :key="key" class="fig num">
              {{ part[key].toFixed(2) }}
            </td>
          </tr>
        </tbody>
      </table>
      <div class="row pad">
        <span class="label grow">Add</span>
        <v-btn v-for="[kind, word] in ADD" :key="kind" @click="add(kind)">{{ word }}</v-btn>
      </div>
      <div v-if="current" class="detail">
        <div class="row">
          <h2 class="grow clip">{{ nameOf(current) }}</h2>
          <v-btn :disabled="chosen === 0" title="Behind the part before it" @click="raise(-1)">Back</v-btn>
          <v-btn :disabled="chosen === parts.length - 1" title="Over the part after it" @click="raise(1)">Front</v-btn>
          <v-btn v-if="current.kind !== 'symbol'" @click="remove(chosen)">Remove</v-btn>
        </div>
        <LabelPartForm
          :key="chosen"
          :part="current"
          :columns="columns"
          @change="(part, done) => change(chosen, part, done)"
        />
      </div>
      <div class="detail">
        <h2>The whole label</h2>
        <div class="four">
          <label
            ><span class="note">wide</span
            ><KgTyped class="kg-plain fig" type="number" step="0.1" :value="layout.width" @take="side('width', $event)"
          /></label>
          <label
            ><span class="note">high</span
            ><KgTyped
              class="kg-plain fig"
              type="number"
              step="0.1"
              :value="layout.height"
              @take="side('height', $event)"
          /></label>
          <label
            ><span class="note">bleed</span
            ><KgTyped
              class="kg-plain fig"
              type="number"
              step="0.5"
              :value="layout.bleed ?? 0"
              @take="side('bleed', $event)"
          /></label>
          <label
            ><span class="note">ground</span
            ><input
              type="color"
              class="ink"
              aria-label="Ground of the label"
              :value="layout.ground ?? '#FFFFFF'"
              @change="put({ ...layout, ground: ($event.target as HTMLInputElement).value.toUpperCase() })"
          /></label>
        </div>
        <p v-if="isTooLarge" class="row">
          <KgVerdict verdict="marginal" /><span
            >The sheet’s labels are {{ sheet.label_width }} × {{ sheet.label_height }} mm: it is for a roll or pictures,
            or needs another sheet.</span
          >
        </p>
        <v-btn v-if="isOther" @click="fit">As large as the sheet’s</v-btn>
      </div>
    </section>
    <section class="middle" aria-label="Label">
      <div class="bar">
        <KgSlide
          v-model="which"
          label="Row shown"
          :options="[
            { value: 'first', label: 'First rows' },
            { value: 'longest', label: 'Longest' },
            { value: 'worst', label: 'Worst' },
          ]"
        />
        <template v-if="which === 'first'">
          <v-btn :disabled="at === 0" aria-label="Row before" @click="at--">‹</v-btn>
          <v-btn :disabled="at >= rows.length - 1" aria-label="Next row" @click="at++">›</v-btn>
        </template>
        <span class="fig">{{ shown ? `Row ${shown.row}` : 'No row yet' }}</span>
        <span class="grow" />
        <label class="tick"><input v-model="snaps" type="checkbox" /> snap</label>
      </div>
      <LabelStage
        v-model="chosen"
        :layout="layout"
        :picture="picture"
        :snaps="snaps"
        @change="change"
        @remove="remove"
      />
      <p class="verdict" role="status">
        <KgVerdict :verdict="trouble || label?.problem ? 'fails' : label && shown ? 'holds' : 'not_run'" />
        <span v-if="trouble || label?.problem" class="wrong">{{ trouble || label?.problem }}</span>
        <span v-else-if="!shown">No row yet to try it with.</span>
        <span v-else-if="label"
          >Everything fits. Its symbol says <b class="code">{{ label.text }}</b> ({{ label.symbol }}).</span
        >
      </p>
    </section>
    <LabelSheetForm v-model="sheet" v-model:start="start" v-model:name="sheetName" />
  </div>
</template>

<style scoped>
.editor {
  height: 100%;
  display: grid;
  grid-template: auto minmax(0, 1fr) / 372px minmax(0, 1fr) 318px;
}
header {
  grid-column: 1 / -1;
  display: flex;
  gap: 10px;
  align-items: center;
  padding: 8px 16px;
  border-bottom: 1px solid var(--line);
  background: var(--paper);
}
.left {
  overflow: auto;
  background: var(--paper);
  border-right: 1px solid var(--line);
}
.head,
.row,
.bar {
  display: flex;
  gap: 8px;
  align-items: center;
}
.head,
.pad {
  padding: 8px 14px;
}
.bar {
  padding: 6px 12px;
  border-bottom: 1px solid var(--line);
  background: var(--paper);
}
.middle {
  display: grid;
  grid-template: auto minmax(0, 1fr) auto / minmax(0, 1fr);
  min-width: 0;
}
table {
  width: 100%;
  border-collapse: collapse;
  table-layout: fixed;
}
th {
  font: var(--t-note);
  color: var(--ink-3);
  text-align: left;
  padding: 2px 6px;
}
td {
  padding: 3px 6px;
  border-top: 1px solid var(--rule);
}
th:first-child,
td:first-child {
  width: 38%;
  padding-left: 14px;
}
.bar .fig {
  white-space: nowrap;
}
.num {
  text-align: right;
}
.on td {
  background: var(--accent-wash);
}
.name {
  border: 0;
  background: none;
  padding: 0;
  width: 100%;
  text-align: left;
  font: var(--t-code);
}
.detail {
  border-top: 1px solid var(--line);
  padding: 10px 14px;
  display: grid;
  gap: 8px;
}
.four {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 8px;
}
.four label {
  display: grid;
}
.ink {
  width: 100%;
  height: 30px;
  padding: 0;
  border: 1px solid var(--edge);
  background: none;
}
.verdict {
  display: flex;
  gap: 8px;
  align-items: baseline;
  padding: 8px 14px;
  border-top: 1px solid var(--line);
  background: var(--paper);
  min-height: 36px;
}
.tick {
  display: flex;
  gap: 6px;
  align-items: center;
}
.wrong {
  color: var(--fail);
}
@media (max-width: 1099px) {
  .editor {
    grid-template: auto 420px auto auto / minmax(0, 1fr);
    height: auto;
  }
  .middle {
    grid-row: 2;
  }
}
</style>
