<script setup lang="ts">
import { mdiChevronUp, mdiContentCopy, mdiDotsHorizontal, mdiTrayArrowDown } from '@mdi/js'
import { useQueryClient } from '@tanstack/vue-query'
import { useEventListener } from '@vueuse/core'
import { computed, nextTick, ref, watch } from 'vue'
import { onBeforeRouteLeave, onBeforeRouteUpdate, useRoute, useRouter } from 'vue-router'
import { api, ApiProblem, type Glyph, unwrap } from '@/api/client'
import ComposeFinish from '@/components/ComposeFinish.vue'
import ComposeOutput from '@/components/ComposeOutput.vue'
import ComposePayload from '@/components/ComposePayload.vue'
import KgLedger from '@/components/KgLedger.vue'
import KgLevels from '@/components/KgLevels.vue'
import KgSheet from '@/components/KgSheet.vue'
import KgSlide from '@/components/KgSlide.vue'
import KgVerdict from '@/components/KgVerdict.vue'
import { type Composition, useComposition } from '@/composables/useComposition'
import { useDrawing } from '@/composables/useDrawing'
import { type CopyKind, useHandOff } from '@/composables/useHandOff'
import { useShortcut } from '@/composables/useShortcut'
import { useToast } from '@/composables/useToast'
import { counted, grouped } from '@/lib/bytes'
import { tally } from '@/lib/verdicts'

const UNKNOWN_LEVELS = (['L', 'M', 'Q', 'H'] as const).map((level) => ({
  level,
  fits: true,
  version: null,
  modules: null,
  bits_used: null,
  bits_available: null,
  repairable_share: null,
}))

const route = useRoute()
const router = useRouter()
const client = useQueryClient()
const { say } = useToast()
const { fields, glyph, isDirty, body, start, open, settle, snapshot } = useComposition()
const named = () => ({ ...body(), ...(fields.name.trim() === '' ? {} : { name: fields.name.trim() }) })
const { drawing, problem, isStale, retry } = useDrawing(named)
const { download, copy } = useHandOff(named)

const part = ref<'payload' | 'finish' | 'output'>('payload')
const zoom = ref<'fit' | 'true'>('fit')
const isLedgerOpen = ref(false)
const nameField = ref<HTMLInputElement>()
const nameProblem = ref('')
const missing = ref('')
const isSaving = ref(false)

const ledger = computed(() => drawing.value?.ledger ?? [])
const counts = computed(() => tally(ledger.value))
const line = (check: string) => ledger.value.find((entry) => entry.check === check)
const parts = computed(() => [
  {
    id: 'payload' as const,
    name: 'Payload',
    says: drawing.value ? counted(drawing.value.symbol.bytes, 'byte') : fields.text === '' ? 'empty' : 'not drawn',
  },
  { id: 'finish' as const, name: 'Finish', says: line('contrast')?.figure ?? 'two inks' },
  {
    id: 'output' as const,
    name: 'Output',
    says: drawing.value ? `${grouped(drawing.value.picture.side_px)} px` : `${fields.modulePx} px`,
  },
])
const saveLabel = computed(() => {
  if (glyph.value === null) return 'Save'
  return isDirty.value ? `Save revision ${glyph.value.revision + 1}` : `Revision ${glyph.value.revision} is saved`
})
// Without a drawing the levels can still be chosen: a lower one may be what makes the text fit.
const levels = computed(() => drawing.value?.levels ?? UNKNOWN_LEVELS)
const version = computed(() => (drawing.value ? `${drawing.value.symbol.version}-${drawing.value.symbol.level}` : ''))
const otherProblem = computed(() => (problem.value && problem.value.field('text') === undefined ? problem.value : null))

// A glyph from the library, or an empty table; text handed over by another screen fills the field.
async function load(): Promise<void> {
  missing.value = ''
  const id = typeof route.params.id === 'string' ? route.params.id : ''
  // The address changes after the first save as well; then everything stays as it is.
  if (id !== '' && glyph.value?.id === id) return
  if (id !== '') {
    try {
      open((await unwrap(api.GET('/api/v1/glyphs/{glyph}', { params: { path: { glyph: id } } }))) as Glyph)
    } catch (e) {
      start()
      missing.value =
        e instanceof ApiProblem && e.status === 404
          ? 'There is no such glyph in this workspace. It may have been deleted.'
          : e instanceof Error
            ? e.message
            : 'The glyph could not be loaded.'
    }
  } else {
    start()
    const handed = window.history.state as { text?: unknown; kind?: unknown } | null
    if (typeof handed?.text === 'string') {
      fields.kind = handed.kind === 'text' ? 'text' : 'link'
      fields.text = handed.text
    }
  }
  part.value = 'payload'
}
watch(() => route.params.id, load, { immediate: true })

async function save(): Promise<void> {
  nameProblem.value = ''
  if (fields.name.trim() === '') {
    nameProblem.value = 'Give the glyph a name.'
    nameField.value?.focus()
    return
  }
  if (isSaving.value) return
  isSaving.value = true
  const sent = snapshot()
  try {
    const input = { ...body(), name: fields.name.trim() }
    const kept = glyph.value
    const saved = (await (kept === null
      ? unwrap(
          api.POST('/api/v1/glyphs', { body: input, params: { header: { 'Idempotency-Key': crypto.randomUUID() } } }),
        )
      : unwrap(
          api.PATCH('/api/v1/glyphs/{glyph}', {
            params: { path: { glyph: kept.id }, header: { 'If-Match': `"${kept.id}-${kept.revision}"` } },
            body: input,
          }),
        ))) as Glyph
    settle(sent, saved)
    await client.invalidateQueries({ queryKey: ['glyphs'] })
    say(`${saved.name} saved, revision ${saved.revision}`)
    if (route.params.id !== saved.id) await router.replace(`/compose/${saved.id}`)
  } catch (e) {
    if (e instanceof ApiProblem) {
      nameProblem.value = e.field('name') ?? ''
      say(e.message)
    } else throw e
  } finally {
    isSaving.value = false
  }
}

function fix(set: Record<string, string | number>): void {
  const { module_px, ...rest } = set
  if (typeof module_px === 'number') Object.assign(fields, { sizeMode: 'module', modulePx: module_px })
  Object.assign(fields, rest as Partial<Composition>)
}

useShortcut('mod+s', () => void save())
useShortcut('mod+e', () => (part.value = 'output'))

// Leaving with something unsaved asks first, inside the application and when the page closes.
const leaving = ref<{ to: string } | null>(null)
let mayLeave = false
function guard(to: { fullPath: string }): boolean {
  if (!isDirty.value || mayLeave || fields.text === '') return true
  leaving.value = { to: to.fullPath }
  return false
}
onBeforeRouteLeave(guard)
onBeforeRouteUpdate((to) => (to.params.id === glyph.value?.id && to.params.id !== undefined ? true : guard(to)))
useEventListener(window, 'beforeunload', (event: BeforeUnloadEvent) => {
  if (isDirty.value && fields.text !== '') event.preventDefault()
})
async function leave(): Promise<void> {
  const to = leaving.value?.to
  leaving.value = null
  mayLeave = true
  if (to !== undefined) await router.push(to)
  mayLeave = false
}
async function saveAndLeave(): Promise<void> {
  const to = leaving.value?.to
  leaving.value = null
  await nextTick()
  await save()
  if (!isDirty.value && to !== undefined) await router.push(to)
}

const COPIES: { what: CopyKind; title: string }[] = [
  { what: 'picture', title: 'Picture' },
  { what: 'img', title: 'HTML image' },
  { what: 'svg', title: 'Inline SVG' },
  { what: 'curl', title: 'curl call' },
]
</script>

<template>
  <div class="compose">
    <h1 class="sr">Compose</h1>
    <section class="left panel" aria-label="Composition">
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
      <div id="part" class="part" role="tabpanel" :aria-labelledby="`tab-${part}`">
        <ComposePayload v-if="part === 'payload'" v-model:fields="fields" :drawing="drawing" :problem="problem" />
        <ComposeFinish
          v-else-if="part === 'finish'"
          v-model:fields="fields"
          :contrast="line('contrast')"
          :quiet="line('quiet_zone')"
        />
        <template v-else>
          <ComposeOutput v-model:fields="fields" :drawing="drawing" @download="download" @copy="copy" />
          <KgLevels v-model="fields.level" class="by-hand" :rows="levels" :left="drawing?.symbol.bytes_left ?? null" />
        </template>
      </div>
    </section>

    <section class="mid" aria-label="Picture">
      <div class="bar">
        <label class="sr" for="glyph-name">Name</label>
        <input
          id="glyph-name"
          ref="nameField"
          v-model="fields.name"
          class="nm"
          maxlength="120"
          placeholder="Untitled glyph"
          autocomplete="off"
          :aria-invalid="nameProblem !== ''"
          aria-describedby="name-says"
          @input="nameProblem = ''"
          @keydown.enter.prevent="save"
        />
        <span v-if="nameProblem" id="name-says" class="row say fails" role="alert"
          ><KgVerdict verdict="fails" />{{ nameProblem }}</span
        >
        <span v-else class="tag"
          >{{ glyph ? `Revision ${glyph.revision}` : 'New' }}{{ isDirty ? ', unsaved' : '' }}</span
        >
        <span class="grow" />
        <KgSlide
          v-model="zoom"
          class="zoom"
          label="Zoom"
          :options="[
            { value: 'fit', label: 'Fit' },
            { value: 'true', label: 'True pixels' },
          ]"
        />
      </div>
      <KgSheet :drawing="drawing" :zoom="zoom" :stale="isStale">
        <template #empty>
          <div class="none">
            <div class="box" aria-hidden="true" />
            <div v-if="missing">
              <h2>Not found</h2>
              <p class="note">{{ missing }}</p>
              <v-btn to="/glyphs">To the glyphs</v-btn>
            </div>
            <div v-else-if="otherProblem">
              <h2>Nothing drawn</h2>
              <p class="note" role="alert">{{ otherProblem.message }}</p>
              <v-btn v-if="otherProblem.status !== 422" @click="retry">Try again</v-btn>
            </div>
            <div v-else-if="problem">
              <h2>Nothing drawn</h2>
              <p class="note">{{ problem.message }}</p>
            </div>
            <div v-else>
              <h2>Nothing to draw yet</h2>
              <p class="note">Type or paste a {{ fields.kind }} at the left. It is drawn and read back as you type.</p>
            </div>
          </div>
        </template>
      </KgSheet>
      <div v-if="otherProblem && drawing" class="alert away" role="alert">
        <KgVerdict verdict="fails" /><b>{{
          otherProblem.status === 422 ? 'Not redrawn' : 'The picture is older than the fields'
        }}</b>
        <p>{{ otherProblem.message }}</p>
        <v-btn v-if="otherProblem.status !== 422" @click="retry">Try again</v-btn>
      </div>
      <aside class="brief" aria-label="Figures">
        <div>
          <span class="note">Symbol</span><b class="fig">{{ version || '–' }}</b>
        </div>
        <div>
          <span class="note">Modules</span><b class="fig">{{ drawing?.symbol.modules ?? '–' }}</b>
        </div>
        <div>
          <span class="note">Mask</span><b class="fig">{{ drawing?.symbol.mask ?? '–' }}</b>
        </div>
        <div>
          <span class="note">Room left</span
          ><b class="fig">{{ drawing ? counted(drawing.symbol.bytes_left, 'byte') : '–' }}</b>
        </div>
      </aside>
      <div class="levels">
        <KgLevels v-model="fields.level" :rows="levels" :left="drawing?.symbol.bytes_left ?? null" />
      </div>
    </section>

    <section class="right panel" :class="{ opened: isLedgerOpen }" aria-label="Ledger">
      <button type="button" class="verdicts" :aria-expanded="isLedgerOpen" @click="isLedgerOpen = !isLedgerOpen">
        <span v-for="c in counts" :key="c.verdict" class="row"
          ><KgVerdict :verdict="c.verdict" /><b class="say" :class="c.verdict">{{ c.count }}</b></span
        >
        <span class="clip grow">{{
          ledger[0] ? `${ledger[0].title} ${ledger[0].figure}` : 'Nothing checked yet'
        }}</span>
        <v-icon class="kg-icon" :icon="mdiChevronUp" />
      </button>
      <div class="head">
        <div class="row">
          <h2 class="grow">Ledger</h2>
          <span v-if="drawing" class="note fig">{{ version }}, mask {{ drawing.symbol.mask }}</span>
        </div>
        <p v-if="counts.length" class="row counts" aria-live="polite">
          <span v-for="c in counts" :key="c.verdict" class="row"
            ><KgVerdict :verdict="c.verdict" /><span class="say" :class="c.verdict">{{ c.words }}</span></span
          >
        </p>
        <p v-else class="note counts">
          {{ problem ? 'Nothing is drawn, so nothing is checked.' : 'Checks begin with the first character.' }}
        </p>
      </div>
      <div class="lines"><KgLedger :lines="ledger" @fix="fix" /></div>
      <div class="acts">
        <v-btn class="main save" :loading="isSaving" @click="save"
          ><span>{{ saveLabel }}</span
          ><kbd class="key">Ctrl S</kbd></v-btn
        >
        <v-menu>
          <template #activator="{ props }"
            ><v-btn v-bind="props" class="wide" :prepend-icon="mdiTrayArrowDown" :disabled="!drawing"
              >Export</v-btn
            ></template
          >
          <v-list
            ><v-list-item title="SVG file" @click="download('svg')" /><v-list-item
              title="PNG file"
              @click="download('png')"
          /></v-list>
        </v-menu>
        <v-menu>
          <template #activator="{ props }"
            ><v-btn v-bind="props" class="wide" :prepend-icon="mdiContentCopy" :disabled="!drawing"
              >Copy</v-btn
            ></template
          >
          <v-list><v-list-item v-for="c in COPIES" :key="c.what" :title="c.title" @click="copy(c.what)" /></v-list>
        </v-menu>
        <v-menu>
          <template #activator="{ props }"
            ><v-btn v-bind="props" class="narrow icon" aria-label="Export and copy" :disabled="!drawing"
              ><v-icon :icon="mdiDotsHorizontal" /></v-btn
          ></template>
          <v-list
            ><v-list-item title="SVG file" @click="download('svg')" /><v-list-item
              title="PNG file"
              @click="download('png')" /><v-list-item
              v-for="c in COPIES"
              :key="c.what"
              :title="`Copy: ${c.title}`"
              @click="copy(c.what)"
          /></v-list>
        </v-menu>
      </div>
    </section>

    <v-dialog :model-value="leaving !== null" @update:model-value="leaving = null">
      <div class="sheet-card" role="alertdialog" aria-labelledby="leave-h">
        <h2 id="leave-h">Leave without saving?</h2>
        <p class="note">
          {{
            fields.name.trim() === ''
              ? 'This composition has no name yet and'
              : `“${fields.name.trim()}” has changes that`
          }}
          would be lost.
        </p>
        <div class="acts">
          <v-btn class="danger" @click="leave">Leave</v-btn
          ><v-btn v-if="fields.name.trim() !== ''" @click="saveAndLeave">Save and leave</v-btn
          ><v-btn class="main" autofocus @click="leaving = null">Stay</v-btn>
        </div>
      </div>
    </v-dialog>
  </div>
</template>

<style scoped>
.compose {
  display: grid;
  grid-template-columns: 324px minmax(0, 1fr) 316px;
  height: 100%;
  min-height: 0;
}
.left,
.right {
  display: flex;
  flex-direction: column;
  min-height: 0;
}
.left {
  border-right: 1px solid var(--rule);
}
.right {
  border-left: 1px solid var(--rule);
}
.parts {
  display: grid;
  grid-template-columns: repeat(3, 1fr);
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
.part {
  display: flex;
  flex-direction: column;
  flex: 1;
  min-height: 0;
  overflow: auto;
}
.mid {
  position: relative;
  display: grid;
  grid-template-rows: 44px minmax(0, 1fr) auto;
  min-width: 0;
  min-height: 0;
}
.bar {
  display: flex;
  align-items: center;
  gap: 12px;
  padding: 0 16px;
  background: var(--paper);
  border-bottom: 1px solid var(--rule);
}
.nm {
  border: 0;
  border-bottom: 1px solid transparent;
  background: none;
  font: var(--t-title);
  min-width: 60px;
  max-width: 330px;
  field-sizing: content;
  padding: 2px 0;
  outline-offset: 3px;
}
.nm::placeholder {
  color: var(--ink-3);
  opacity: 1;
}
.nm:hover,
.nm[aria-invalid='true'] {
  border-bottom-color: var(--edge);
}
.bar .zoom {
  align-self: flex-end;
  flex: none;
}
.bar .say {
  white-space: nowrap;
}
.away {
  position: absolute;
  left: 36px;
  right: 16px;
  top: 80px;
  z-index: 1;
}
.brief {
  display: none;
}
.levels {
  border-top: 1px solid var(--line);
  background: var(--paper);
  min-height: 155px;
}
.none {
  display: flex;
  gap: 16px;
  max-width: 420px;
}
.none .kg-btn {
  margin-top: 10px;
}
.box {
  width: 84px;
  height: 84px;
  border: 1px dashed var(--edge);
  flex: none;
}
.head {
  padding: 12px 16px 9px;
  border-bottom: 1px solid var(--line);
}
.counts {
  gap: 14px;
  margin-top: 5px;
  min-height: 16px;
}
.counts .row {
  gap: 6px;
}
.lines {
  flex: 1;
  overflow: auto;
  min-height: 0;
}
.right > .acts {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
  padding: 10px 16px 12px;
  border-top: 1px solid var(--line);
}
.save {
  grid-column: 1 / -1;
  height: 36px !important;
}
.save :deep(.v-btn__content) {
  width: 100%;
  justify-content: space-between;
}
.verdicts,
.narrow,
.by-hand {
  display: none;
}

@media (max-width: 1099px) and (min-width: 720px) {
  .compose {
    grid-template-columns: 300px minmax(0, 1fr);
    grid-template-rows: minmax(0, 1fr) auto;
  }
  .left {
    grid-row: 1 / 3;
  }
  .right {
    grid-column: 2;
    border-left: 0;
    border-top: 1px solid var(--line);
    max-height: 300px;
  }
}

@media (max-width: 719px) {
  .compose {
    display: grid;
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: auto auto minmax(0, 1fr) auto;
    position: relative;
  }
  .mid {
    grid-row: 1;
    display: grid;
    grid-template-columns: minmax(0, 1fr) 128px;
    grid-template-rows: 44px 232px auto;
    border-bottom: 1px solid var(--line);
  }
  .bar {
    grid-column: 1 / -1;
    padding: 0 12px;
  }
  .bar .zoom {
    display: none;
  }
  .brief {
    display: grid;
    background: var(--paper);
    border-left: 1px solid var(--rule);
  }
  .brief div {
    padding: 8px 12px;
    border-bottom: 1px solid var(--rule);
  }
  .brief div:last-child {
    border-bottom: 0;
  }
  .brief b {
    display: block;
    font-size: 13px;
  }
  .levels {
    display: none;
  }
  .by-hand {
    display: table;
  }
  .left {
    grid-row: 3;
    border-right: 0;
    background: var(--sheet);
  }
  .left .part {
    padding-bottom: 8px;
  }
  .right {
    display: contents;
  }
  .verdicts {
    grid-row: 2;
    display: flex;
    align-items: center;
    gap: 12px;
    height: 44px;
    padding: 0 12px;
    border: 0;
    border-bottom: 1px solid var(--line);
    background: var(--sheet);
    text-align: left;
    font: 500 13px/18px var(--font-text);
  }
  .verdicts .row {
    gap: 5px;
  }
  .head {
    display: none;
  }
  .lines {
    display: none;
  }
  .opened .lines {
    display: block;
    grid-row: 3;
    background: var(--paper);
    z-index: 1;
    overflow: auto;
  }
  .opened ~ .left {
    display: none;
  }
  .right > .acts {
    grid-row: 4;
    grid-template-columns: 1fr 56px;
    padding: 8px 12px;
    background: var(--paper);
    z-index: 2;
  }
  .right > .acts .wide,
  .key {
    display: none;
  }
  .right > .acts .narrow {
    display: inline-grid;
    width: 56px;
    padding: 0;
  }
  .save {
    grid-column: 1;
    height: 44px !important;
  }
  .save :deep(.v-btn__content) {
    justify-content: center;
  }
}
</style>
