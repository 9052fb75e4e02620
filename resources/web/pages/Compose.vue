<script setup lang="ts">
import { mdiChevronUp, mdiContentCopy, mdiDotsHorizontal, mdiRedo, mdiTrayArrowDown, mdiUndo } from '@mdi/js'
import { computed, nextTick, ref, watch } from 'vue'
import { useRoute } from 'vue-router'
import { api, ApiProblem, type Glyph, type Schemas, unwrap } from '@/api/client'
import ComposeFinish from '@/components/ComposeFinish.vue'
import ComposeOutput from '@/components/ComposeOutput.vue'
import ComposePayload from '@/components/ComposePayload.vue'
import KgDamage from '@/components/KgDamage.vue'
import KgLedger from '@/components/KgLedger.vue'
import KgLevels from '@/components/KgLevels.vue'
import type { OverlayKind } from '@/components/KgOverlay.vue'
import KgReach from '@/components/KgReach.vue'
import KgSheet from '@/components/KgSheet.vue'
import KgSlide from '@/components/KgSlide.vue'
import KgStopped from '@/components/KgStopped.vue'
import KgVerdict from '@/components/KgVerdict.vue'
import { type Composition, useComposition } from '@/composables/useComposition'
import { useDrawing } from '@/composables/useDrawing'
import { useFinishes } from '@/composables/useFinishes'
import { type CopyKind, useHandOff } from '@/composables/useHandOff'
import { useHistory } from '@/composables/useHistory'
import { useLeaveGuard } from '@/composables/useLeaveGuard'
import { useSaveGlyph } from '@/composables/useSaveGlyph'
import { useShortcut } from '@/composables/useShortcut'
import { useSession } from '@/composables/useSession'
import { useToast } from '@/composables/useToast'
import { useStorage } from '@vueuse/core'
import { type BarsFile, useBars } from '@/composables/useBars'
import { counted, grouped } from '@/lib/bytes'
import { finishOf } from '@/lib/finish'
import { suggestedName } from '@/lib/names'
import { tally } from '@/lib/verdicts'

const { mayWrite } = useSession()
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
const composition = useComposition()
const { fields, glyph, isDirty, isEmpty, body, start, open } = composition
const {
  save: keep,
  isSaving,
  nameProblem,
} = useSaveGlyph(composition, () => (drawing.value ? suggestedName(drawing.value.payload) : ''))
const named = () => ({ ...body(), ...(fields.name.trim() === '' ? {} : { name: fields.name.trim() }) })
const overlay = ref<OverlayKind>('none')
const reserve = useStorage('kg-reserve', 50)
const { drawing, problem, isStale, retry } = useDrawing(
  () => ({
    ...named(),
    ...(fields.finish.mark ? { reserve: reserve.value / 100 } : {}),
    ...(overlay.value === 'anatomy' ? { anatomy: true } : {}),
  }),
  () => isEmpty.value,
)
const handOff = useHandOff(named)
const { say } = useToast()
const { byDefault } = useFinishes()
const history = useHistory(composition, {
  key: () => glyph.value?.id ?? 'new',
  isUnsaved: () => isDirty.value && !isEmpty.value,
})
const hasBars = ref(false)
const bars = useBars(
  () => (hasBars.value ? (drawing.value?.payload.gs1?.gtin ?? null) : null),
  () => fields.finish,
)
const printMm = useStorage('kg-print-mm', 25)

const part = ref<'payload' | 'finish' | 'output'>('payload')
const zoom = ref<'fit' | 'true' | 'size'>('fit')
const isLedgerOpen = ref(false)
const nameField = ref<HTMLInputElement>()
const missing = ref('')

const ledger = computed(() => drawing.value?.ledger ?? [])
const counts = computed(() => tally(ledger.value))
const line = (check: string) => ledger.value.find((entry) => entry.check === check)
const parts = computed(() => [
  {
    id: 'payload' as const,
    name: 'Payload',
    says: drawing.value ? counted(drawing.value.symbol.bytes, 'byte') : isEmpty.value ? 'empty' : 'not drawn',
  },
  { id: 'finish' as const, name: 'Finish', says: line('contrast')?.figure ?? 'two inks' },
  {
    id: 'output' as const,
    name: 'Output',
    says: !drawing.value
      ? 'not drawn'
      : fields.sizeMode === 'length'
        ? `${drawing.value.picture.side_mm.toFixed(1)} mm`
        : `${grouped(drawing.value.picture.side_px)} px`,
  },
])
const saveLabel = computed(() => {
  if (glyph.value === null) return 'Save'
  return isDirty.value ? `Save revision ${glyph.value.revision + 1}` : `Revision ${glyph.value.revision} is saved`
})
// Without a drawing the levels can still be chosen: a lower one may be what makes the text fit.
const levels = computed(() => drawing.value?.levels ?? UNKNOWN_LEVELS)
/** Millimetres a module that a recent phone needs from the distance that was asked for. */
const needed = computed(() => {
  const phone = drawing.value?.proof?.reach.find((one) => one.device === 'recent_phone')
  const mm = drawing.value?.picture.module_mm ?? 0
  return phone && phone.to_mm > 0 ? (mm * fields.distanceMm) / phone.to_mm : (0.4 * fields.distanceMm) / 250
})
const version = computed(() => (drawing.value ? `${drawing.value.symbol.version}-${drawing.value.symbol.level}` : ''))
const otherProblem = computed(() =>
  problem.value && problem.value.field('text') === undefined && problem.value.payload === undefined
    ? problem.value
    : null,
)

// Text and fields follow each other: the one that was not edited takes what the server made of the other.
watch([drawing, problem], () => {
  const payload = drawing.value?.payload ?? problem.value?.payload
  if (payload !== undefined) composition.follow(payload)
})

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
    const preset = await byDefault()
    start(preset && finishOf(preset.finish), preset?.id)
    const handed = window.history.state as { text?: unknown; kind?: unknown } | null
    if (typeof handed?.text === 'string') {
      Object.assign(fields, { kind: (handed.kind ?? 'link') as Composition['kind'], text: handed.text, origin: 'text' })
    }
  }
  part.value = 'payload'
  // What another screen handed over is wanted now, whatever was left behind here.
  if (isUnsaved.value) history.drop()
  if (history.begin()) {
    say('Your unsaved work is back', { label: 'Discard', run: discard })
  }
}
/** Takes over the revision that a change from elsewhere made. */
async function refresh(): Promise<void> {
  if (glyph.value === null) return
  const path = { glyph: glyph.value.id }
  try {
    composition.rebase((await unwrap(api.GET('/api/v1/glyphs/{glyph}', { params: { path } }))) as Glyph)
  } catch (e) {
    say(e instanceof Error ? e.message : 'The glyph could not be loaded.')
  }
}
function discard(): void {
  history.drop()
  if (glyph.value) open(glyph.value)
  else start()
}
const isUnsaved = computed(() => isDirty.value && !isEmpty.value)
watch(() => route.params.id, load, { immediate: true })

async function save(): Promise<void> {
  await keep()
  if (nameProblem.value === '') return
  await nextTick()
  nameField.value?.focus()
  nameField.value?.select()
}

// What the ledger stops leaves only after that was said.
const stopped = computed(() => ledger.value.filter((entry) => entry.verdict === 'fails'))
const pending = ref<(() => void) | null>(null)
function afterWarning(act: () => void): void {
  if (stopped.value.length > 0) pending.value = act
  else act()
}
const isWarning = computed({ get: () => pending.value !== null, set: () => (pending.value = null) })
function allTheSame(): void {
  pending.value?.()
  pending.value = null
}
const download = (format: Schemas['PictureFormat'], cmyk = false): void =>
  afterWarning(() => void handOff.download(format, cmyk))
const copy = (what: CopyKind): void => afterWarning(() => void handOff.copy(what))

useShortcut('mod+s', () => void save())
useShortcut('mod+e', () => (part.value = 'output'))

const { leavingTo, stay, leave, leaveAfter } = useLeaveGuard(
  isUnsaved,
  (id) => id !== undefined && id === glyph.value?.id,
)

function leaveUnsaved(): void {
  history.drop()
  void leave()
}

const barFormats = computed<BarsFile[]>(() => (bars.value === null ? [] : ['svg', 'png']))
const saveBars = (format: BarsFile): void => void bars.value?.save(format)

const FILES: Schemas['PictureFormat'][] = ['svg', 'png', 'pdf', 'eps', 'webp', 'jpg']
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
        <ComposePayload
          v-if="part === 'payload'"
          v-model:fields="fields"
          v-model:bars="hasBars"
          :drawing="drawing"
          :problem="problem"
          :stale="isStale"
        />
        <ComposeFinish
          v-else-if="part === 'finish'"
          v-model:fields="fields"
          v-model:reserve="reserve"
          :drawing="drawing"
          :quiet="line('quiet_zone')"
          :problem="problem"
          @revised="refresh"
        />
        <template v-else>
          <ComposeOutput v-model:fields="fields" :drawing="drawing" @download="download" @copy="copy" />
          <KgLevels
            v-model="fields.level"
            v-model:mm="printMm"
            v-model:lift="fields.lift"
            class="by-hand"
            :rows="levels"
            :quiet="fields.finish.quiet"
            :lifted="drawing?.symbol.level ?? null"
            :distance="fields.distanceMm"
            :needed="needed"
          />
        </template>
      </div>
    </section>

    <section class="mid" aria-label="Picture">
      <div class="bar">
        <div class="naming">
          <label class="sr" for="glyph-name">Name</label>
          <input
            id="glyph-name"
            ref="nameField"
            v-model="fields.name"
            class="nm"
            maxlength="120"
            placeholder="Untitled glyph"
            autocomplete="off"
            :title="fields.name"
            :aria-invalid="nameProblem !== ''"
            aria-describedby="name-says"
            @input="nameProblem = ''"
            @keydown.enter.prevent="save"
          />
          <span v-if="nameProblem" id="name-says" class="row say fails" role="alert"
            ><KgVerdict verdict="fails" />{{ nameProblem }}</span
          >
          <span v-else id="name-says" class="state"
            >{{ glyph ? `Revision ${glyph.revision}` : 'New' }}{{ isDirty ? ', unsaved' : '' }}</span
          >
        </div>
        <v-btn
          class="bare icon step"
          aria-label="Undo"
          title="Undo (Ctrl Z)"
          :disabled="!history.canUndo.value"
          @click="history.undo"
          ><v-icon :icon="mdiUndo"
        /></v-btn>
        <v-btn
          class="bare icon step"
          aria-label="Redo"
          title="Redo (Ctrl Shift Z)"
          :disabled="!history.canRedo.value"
          @click="history.redo"
          ><v-icon :icon="mdiRedo"
        /></v-btn>
        <KgSlide
          v-if="part === 'output'"
          v-model="zoom"
          class="zoom"
          label="Zoom"
          :options="[
            { value: 'fit', label: 'Fit' },
            { value: 'true', label: 'Pixels' },
            { value: 'size', label: 'True size' },
          ]"
        />
        <KgSlide
          v-else
          v-model="overlay"
          class="zoom"
          label="Shown over the symbol"
          :options="[
            { value: 'none', label: 'Plain' },
            { value: 'anatomy', label: 'Anatomy' },
            { value: 'red', label: 'Red' },
            { value: 'damage', label: 'Damage' },
          ]"
        />
      </div>
      <KgSheet
        :drawing="drawing"
        :zoom="part === 'output' ? zoom : 'fit'"
        :stale="isStale"
        :bars="bars"
        :overlay="part === 'output' ? 'none' : overlay"
        :in-mm="fields.sizeMode === 'length'"
      >
        <template #empty>
          <div class="blank">
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
              <p class="note">
                Choose what it is to do and fill in the fields, or paste a text. It is drawn and read back as you type.
              </p>
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
        <KgReach
          v-if="part === 'output' && drawing?.proof"
          v-model="fields.distanceMm"
          :reach="drawing.proof.reach"
          :red-light="line('red_light')?.verdict === 'holds'"
          :symbol-mm="drawing.picture.symbol_mm"
        />
        <KgDamage v-else-if="overlay === 'damage' && drawing?.proof?.damage" :damage="drawing.proof.damage" />
        <p v-else-if="overlay === 'damage'" class="note undamaged">
          There is no mark, so no codeword is covered. Choose one under Finish to see what it costs.
        </p>
        <KgLevels
          v-else
          v-model="fields.level"
          v-model:mm="printMm"
          v-model:lift="fields.lift"
          :rows="levels"
          :quiet="fields.finish.quiet"
          :lifted="drawing?.symbol.level ?? null"
          :distance="fields.distanceMm"
          :needed="needed"
        />
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
      <div class="lines"><KgLedger :lines="ledger" @fix="composition.fix" /></div>
      <div class="acts">
        <v-btn
          class="main save"
          :loading="isSaving"
          :disabled="!mayWrite"
          :title="mayWrite ? undefined : 'You are a reader of this workspace: take the file with you instead.'"
          @click="save"
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
            ><v-list-item
              v-for="format in FILES"
              :key="format"
              :title="`${format.toUpperCase()} file`"
              @click="download(format)" /><v-list-item
              v-for="format in barFormats"
              :key="format"
              :title="`${bars?.title} as ${format.toUpperCase()}`"
              @click="saveBars(format)"
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
            ><v-list-item
              v-for="format in FILES"
              :key="format"
              :title="`${format.toUpperCase()} file`"
              @click="download(format)" /><v-list-item
              v-for="c in COPIES"
              :key="c.what"
              :title="`Copy: ${c.title}`"
              @click="copy(c.what)"
          /></v-list>
        </v-menu>
      </div>
    </section>

    <KgStopped v-model="isWarning" :lines="stopped" @take="allTheSame" />
    <v-dialog :model-value="leavingTo !== null" @update:model-value="stay">
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
          <v-btn class="danger" @click="leaveUnsaved">Leave</v-btn
          ><v-btn v-if="fields.name.trim() !== ''" @click="leaveAfter(save)">Save and leave</v-btn
          ><v-btn class="main" autofocus @click="stay">Stay</v-btn>
        </div>
      </div>
    </v-dialog>
  </div>
</template>

<style scoped src="./Compose.css"></style>
