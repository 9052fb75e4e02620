<script setup lang="ts">
import * as limits from '@/api/limits'
import { refDebounced, useStorage } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { api, ApiProblem, type Schemas } from '@/api/client'
import { useKinds } from '@/composables/useKinds'
import { useRunRecipe } from '@/composables/useRunRecipe'
import { hasRows, type RunSource, useRunChanges, useWholeCheck } from '@/composables/useRuns'
import type { Kind } from '@/lib/kinds'
import { begun } from '@/lib/label'
import KgSlide from './KgSlide.vue'
import LabelEditor from './LabelEditor.vue'
import RunClean from './RunClean.vue'
import RunFields from './RunFields.vue'
import RunFindings from './RunFindings.vue'
import RunTable from './RunTable.vue'

/** A table, what its rows become, what is left behind, and what would be wrong before anything is drawn. */
const emit = defineEmits<{ started: [id: string] }>()
const { check, start } = useRunChanges()
const { kinds } = useKinds()
const source = ref<RunSource>({
  kind: 'table',
  file: null,
  csv: '',
  shelf: '',
  series: { prefix: 'HIVE-', from: 1, to: 20, step: 1, digits: 4, check: false },
})
const isSheetFile = ref(false)
const form = ref({ encoding: '', delimiter: '', header: '' })
/** Of a spreadsheet file only the header is a guess. */
const asGiven = computed(() =>
  isSheetFile.value ? { encoding: 'UTF-8', delimiter: 'comma', header: form.value.header } : form.value,
)
const SYMBOLOGIES = ['qr', 'microqr', 'ean13', 'ean8', 'upca', 'itf14', 'code128', 'gs1-128', 'code39']
const { recipe, version, isLabel, says, body, asFile, asked: columnsOf, take, use } = useRunRecipe()
const A4: Schemas['LabelSheet'] = {
  width: 210,
  height: 297,
  columns: 3,
  rows: 7,
  label_width: 63.5,
  label_height: 38.1,
  left: 7.25,
  top: 15.15,
  pitch_x: 66,
  pitch_y: 38.1,
}
const paper = useStorage('kg-run-sheet', { as: 'zip', name: 'a4-3x7-63.5x38.1', sheet: A4 }, undefined, {
  mergeDefaults: true,
})
const first = ref(1)
const name = ref('')
const keep = ref({ shelf: '', waypoints: false, gate: '' })
const isSame = ref(false)
const changes = ref<Record<string, Record<string, string>>>({})
const without = ref<number[]>([])
watch(source, () => {
  changes.value = {}
  without.value = []
})
const found = ref<Schemas['RunCheck'] | null>(null)
const problem = ref('')
const isBusy = ref(false)
const isLayingOut = ref(false)
const hasTable = computed(() => hasRows(source.value))
/** All rows in the version that the largest needs. */
watch([isSame, found], () => (version.value = isSame.value ? (found.value?.largest_version ?? null) : null))
const asked = computed(() => columnsOf(found.value?.columns ?? []))
const left = computed(() => ({
  ...(keep.value.shelf.trim() === '' ? {} : { shelf: keep.value.shelf.trim() }),
  ...(keep.value.waypoints ? { waypoints: true } : {}),
  ...(keep.value.gate.trim() === '' ? {} : { gate: keep.value.gate.trim() }),
}))
const more = computed<Record<string, string>>(() => ({
  ...(source.value.kind === 'table' ? asGiven.value : {}),
  ...(Object.keys(left.value).length > 0 ? { keep: JSON.stringify(left.value) } : {}),
  ...(Object.keys(changes.value).length > 0 ? { changes: JSON.stringify(changes.value) } : {}),
  ...(without.value.length > 0 ? { without: JSON.stringify(without.value) } : {}),
}))
const wish = computed(() =>
  JSON.stringify([
    body.value,
    more.value,
    { ...source.value, file: [source.value.file?.name, source.value.file?.lastModified] },
  ]),
)
const { looked, look: lookThrough, stop } = useWholeCheck()
const settled = refDebounced(wish, 400)
const isLooking = ref(false)
let turn = 0
/** The first row’s symbol, as it will be. */
const picture = ref('')
watch(settled, () => void look(), { immediate: true })
async function look(): Promise<void> {
  const own = ++turn
  // Who looks at all of it wants that of what it has become, too.
  const isWhole = looked.value !== null
  stop()
  if (!hasTable.value) return void (found.value = null)
  isLooking.value = true
  try {
    // Without a text there are columns to be seen, and nothing to be wrong.
    const asks = says.value ? body.value : { symbology: 'qr', text: 'x', size_mm: 20, dpi: 300 }
    const answer = await check(source.value, asks, more.value)
    if (own !== turn) return
    found.value = answer
    problem.value = ''
    void drawFirst(own)
    if (isWhole && says.value) void lookAtAll()
  } catch (e) {
    if (own !== turn) return
    found.value = null
    picture.value = ''
    problem.value = words(e)
  } finally {
    if (own === turn) isLooking.value = false
  }
}
/** The whole of a large table. */
async function lookAtAll(): Promise<void> {
  const own = turn
  try {
    const answer = await lookThrough(source.value, body.value, more.value)
    if (own === turn && answer !== null) found.value = answer
  } catch (e) {
    if (own === turn) problem.value = words(e)
  }
}
async function takeRecipe(event: Event): Promise<void> {
  const file = (event.target as HTMLInputElement).files?.[0]
  ;(event.target as HTMLInputElement).value = ''
  if (!file) return
  problem.value = take(await file.text()) ? '' : 'This is no recipe: a JSON file as “Keep the recipe” makes it.'
}
async function drawFirst(own: number): Promise<void> {
  const row = found.value?.sample.find((one) => one.problem === null)
  if (!says.value || !row) return void (picture.value = '')
  const answer = await api
    .POST('/api/v1/runs/label', { body: { recipe: body.value, row: row.cells } })
    .catch(() => null)
  if (own === turn) picture.value = answer?.data?.svg ? `data:image/svg+xml,${encodeURIComponent(answer.data.svg)}` : ''
}
const words = (e: unknown): string =>
  e instanceof ApiProblem ? (Object.values(e.errors)[0]?.[0] ?? e.message) : 'The server does not answer.'
function layOut(): void {
  recipe.value.layout ??= begun(
    paper.value.sheet.label_width ?? 40,
    paper.value.sheet.label_height ?? 30,
    found.value?.columns ?? [],
  )
  isLayingOut.value = true
}
/** What was seen of the rows last: a label that does not fit for a moment is still laid out over them. */
const seen = ref<Schemas['RunCheck'] | null>(null)
watch(found, (now) => (seen.value = now ?? seen.value))
watch(source, () => (seen.value = null))
const worst = computed(() => seen.value?.troubled[0] ?? null)
async function go(): Promise<void> {
  isBusy.value = true
  problem.value = ''
  try {
    const run = await start(source.value, body.value, {
      ...more.value,
      name: name.value || source.value.file?.name.replace(/\.[^.]+$/, '') || '',
      ...(paper.value.as === 'sheet' ? { sheet: JSON.stringify(paper.value.sheet), start: String(first.value) } : {}),
      ...(paper.value.as === 'roll'
        ? { sheet: `roll:${recipe.value.layout?.width ?? 40}x${recipe.value.layout?.height ?? 30}` }
        : {}),
    })
    emit('started', run.id)
  } catch (e) {
    problem.value = words(e)
  } finally {
    isBusy.value = false
  }
}
</script>

<template>
  <LabelEditor
    v-if="isLayingOut && recipe.layout"
    v-model="recipe.layout"
    v-model:sheet="paper.sheet"
    v-model:start="first"
    v-model:sheet-name="paper.name"
    :recipe="body"
    :columns="seen?.columns ?? []"
    :rows="seen?.sample ?? []"
    :longest="seen?.longest ?? null"
    :worst="worst"
    :all="seen?.rows ?? 0"
    @close="isLayingOut = false"
  />
  <form v-else class="new" @submit.prevent="go">
    <figure v-if="picture" class="first">
      <img :src="picture" alt="The symbol of the first row" />
      <figcaption class="note">
        The first row,
        {{ recipe.layout ? `${recipe.layout.width} × ${recipe.layout.height} mm` : `${recipe.size_mm} mm` }}
      </figcaption>
    </figure>
    <RunTable
      v-model="source"
      v-model:form="form"
      :found="found"
      @use="use"
      @problem="problem = $event"
      @spreadsheet="isSheetFile = $event"
    />
    <section aria-label="What each row becomes">
      <div class="row">
        <h2 class="grow">What each row becomes</h2>
        <a v-if="says" class="note" :href="asFile" download="recipe.json">Keep the recipe</a>
        <label class="note open"
          >Open one<input
            class="sr"
            type="file"
            accept=".json,application/json"
            aria-label="Recipe from a file"
            @change="takeRecipe"
        /></label>
      </div>
      <label class="line"
        ><span class="label">Kind</span
        ><select v-model="recipe.kind" class="kg-plain" aria-label="Kind of what each row says">
          <option value="">a text of its own, with columns in it</option>
          <option v-for="one in kinds" :key="one.kind" :value="one.kind">{{ one.label }}: {{ one.purpose }}</option>
        </select></label
      >
      <RunFields
        v-if="recipe.kind"
        :key="recipe.kind"
        v-model="recipe.fields"
        :kind="recipe.kind as Kind"
        :columns="found?.columns ?? []"
      />
      <label v-else class="line"
        ><span class="label">Says</span
        ><input
          v-model="recipe.text"
          class="kg-plain code"
          spellcheck="false"
          placeholder="https://fennmoor.example/p/{{sku}}"
          required
      /></label>
      <label class="line"
        ><span class="label">File’s name</span
        ><input v-model="recipe.name" class="kg-plain code" spellcheck="false" placeholder="its row"
      /></label>
      <label v-if="!isLabel" class="line"
        ><span class="label">Caption</span
        ><input
          v-model="recipe.caption"
          class="kg-plain code"
          spellcheck="false"
          placeholder="none; {{sku}} is printed beneath"
      /></label>
      <div class="grid">
        <label
          ><span class="label">Symbol</span
          ><select v-model="recipe.symbology" class="kg-plain">
            <option v-for="one in SYMBOLOGIES" :key="one" :value="one">{{ one }}</option>
          </select></label
        >
        <label
          ><span class="label">Level</span
          ><select v-model="recipe.level" class="kg-plain">
            <option v-for="one in ['L', 'M', 'Q', 'H']" :key="one">{{ one }}</option>
          </select></label
        >
        <label v-if="!isLabel"
          ><span class="label">Size, mm</span
          ><input
            v-model.number="recipe.size_mm"
            class="kg-plain fig"
            type="number"
            :min="limits.RunRecipe.size_mm.minimum"
            :max="limits.RunRecipe.size_mm.maximum"
            step="0.1"
        /></label>
        <label
          ><span class="label">Printer, dpi</span
          ><input
            v-model.number="recipe.dpi"
            class="kg-plain fig"
            type="number"
            :min="limits.RunRecipe.dpi.minimum"
            :max="limits.RunRecipe.dpi.maximum"
        /></label>
        <label
          ><span class="label">Format</span
          ><select v-model="recipe.format" class="kg-plain" :disabled="paper.as !== 'zip'">
            <option v-for="one in ['svg', 'png', 'pdf', 'eps', 'webp', 'jpg']" :key="one">{{ one }}</option>
          </select></label
        >
        <label v-if="found?.largest_version" class="tick"
          ><input v-model="isSame" type="checkbox" /> one version for all</label
        >
      </div>
    </section>
    <RunClean
      v-model:transforms="recipe.transforms"
      v-model:constants="recipe.constants"
      v-model:by-row="recipe.by_row"
      :columns="asked"
    />
    <section aria-label="How it comes">
      <h2>How it comes</h2>
      <div class="row">
        <KgSlide
          v-model="paper.as"
          label="Comes as"
          :options="[
            { value: 'zip', label: 'ZIP of pictures' },
            { value: 'sheet', label: 'Sheets of labels' },
            { value: 'roll', label: 'Roll of labels' },
          ]"
        />
        <v-btn :disabled="hasTable && !found" @click="layOut">{{
          isLabel ? 'Change the label' : 'Lay out a whole label'
        }}</v-btn>
        <button v-if="isLabel" type="button" class="link" @click="recipe.layout = null">The symbol alone</button>
      </div>
      <p v-if="paper.as === 'sheet'" class="note">
        {{ paper.name || 'A sheet of your own' }}, {{ (paper.sheet.columns ?? 1) * (paper.sheet.rows ?? 1) }} labels of
        {{ paper.sheet.label_width }} × {{ paper.sheet.label_height }} mm, from label {{ first }} on. Paper, margins and
        calibration are beside the label’s layout.
      </p>
      <p v-else-if="paper.as === 'roll'" class="note">
        One a page, {{ recipe.layout?.width ?? 40 }} × {{ recipe.layout?.height ?? 30 }} mm.
      </p>
    </section>
    <section aria-label="What is left behind">
      <h2>Left in the workspace</h2>
      <div class="grid keep">
        <label
          ><span class="label">Glyphs on a shelf</span
          ><input v-model="keep.shelf" class="kg-plain" :maxlength="limits.RunKeep.shelf.maxLength" placeholder="none"
        /></label>
        <label
          ><span class="label">List of a gate</span
          ><input v-model="keep.gate" class="kg-plain" :maxlength="limits.RunKeep.gate.maxLength" placeholder="none"
        /></label>
        <label class="tick"><input v-model="keep.waypoints" type="checkbox" /> each link behind a short address</label>
      </div>
    </section>
    <p v-if="isLooking && !found" class="note" role="status">Looking through the table</p>
    <RunFindings
      v-if="found && says"
      v-model:changes="changes"
      v-model:without="without"
      :found="found"
      :is-old="isLooking"
      :columns="asked"
      :looked="looked"
      @whole="lookAtAll"
      @stop="stop"
    />
    <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
    <div class="row">
      <input
        v-model="name"
        class="kg-plain"
        :maxlength="limits.RunInput.name.maxLength"
        aria-label="Name of the run"
        placeholder="Name of the run"
      />
      <v-btn class="main" type="submit" :loading="isBusy" :disabled="!hasTable || !says">{{
        found && found.stopped > 0 ? 'Draw the others' : 'Draw them'
      }}</v-btn>
    </div>
  </form>
</template>

<style scoped>
.first {
  position: absolute;
  top: 16px;
  right: 24px;
  width: 200px;
}
.first img {
  width: 200px;
  background: #fff;
  border: 1px solid var(--line);
}
@media (max-width: 1239px) {
  .first {
    position: static;
  }
}
.new {
  display: grid;
  gap: 14px;
  padding: 14px 20px 24px;
  max-width: 770px;
}
section {
  display: grid;
  gap: 8px;
}
.line {
  display: grid;
  grid-template-columns: 100px 1fr;
  align-items: center;
}
.grid {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(124px, 1fr));
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
  white-space: nowrap;
}
.keep {
  grid-template-columns: 1fr 1fr 1.4fr;
}
.open {
  text-decoration: underline;
  cursor: pointer;
}
.open:focus-within {
  outline: 2px solid var(--ink);
  outline-offset: 2px;
}
.link {
  border: 0;
  background: none;
  text-decoration: underline;
  padding: 0;
}
.wrong {
  color: var(--fail);
}
</style>
