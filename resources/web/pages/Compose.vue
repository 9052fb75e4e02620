<script setup lang="ts">
import { useStorage } from '@vueuse/core'
import { computed, ref, useTemplateRef, watch } from 'vue'
import { useRoute } from 'vue-router'
import type { Schemas } from '@/api/client'
import ComposeBand from '@/components/ComposeBand.vue'
import ComposeEmpty from '@/components/ComposeEmpty.vue'
import ComposeFigures from '@/components/ComposeFigures.vue'
import ComposeFinish from '@/components/ComposeFinish.vue'
import ComposeLedger from '@/components/ComposeLedger.vue'
import ComposeLevels from '@/components/ComposeLevels.vue'
import ComposeOutput from '@/components/ComposeOutput.vue'
import ComposePayload from '@/components/ComposePayload.vue'
import ComposeProof from '@/components/ComposeProof.vue'
import ComposeTabs, { type ComposePart } from '@/components/ComposeTabs.vue'
import ComposeTitleBar from '@/components/ComposeTitleBar.vue'
import type { OverlayKind } from '@/components/KgOverlay.vue'
import KgSheet from '@/components/KgSheet.vue'
import GlyphHistory from '@/components/GlyphHistory.vue'
import KgStopped from '@/components/KgStopped.vue'
import KgVerdict from '@/components/KgVerdict.vue'
import LeaveUnsaved from '@/components/LeaveUnsaved.vue'
import { useBars } from '@/composables/useBars'
import { useComposition } from '@/composables/useComposition'
import { useDrawing } from '@/composables/useDrawing'
import { type CopyKind, useHandOff } from '@/composables/useHandOff'
import { useHistory } from '@/composables/useHistory'
import { useLeaveGuard } from '@/composables/useLeaveGuard'
import { useOpenGlyph } from '@/composables/useOpenGlyph'
import { useSaveGlyph } from '@/composables/useSaveGlyph'
import { useShortcut } from '@/composables/useShortcut'
import { useSession } from '@/composables/useSession'
import { useTakeFurther } from '@/composables/useTakeFurther'
import { useToast } from '@/composables/useToast'
import { useProofDevices } from '@/composables/useProofDevices'
import { useWarning } from '@/composables/useWarning'
import { suggestedName } from '@/lib/names'

const route = useRoute()
const composition = useComposition()
const { fields, glyph, isDirty, isEmpty, body, start, open } = composition
const { missing, openGlyph, startNew, refresh } = useOpenGlyph(composition, greet)
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
const history = useHistory(composition, {
  key: () => glyph.value?.id ?? 'new',
  isUnsaved: () => isDirty.value && !isEmpty.value,
})
const isHistory = ref(false)
const { mayWrite } = useSession()
const hasBars = ref(false)
const bars = useBars(
  () => (hasBars.value ? (drawing.value?.payload.gs1?.gtin ?? null) : null),
  () => fields.finish,
)
const printMm = useStorage('kg-print-mm', 25)

const part = ref<ComposePart>('payload')
const zoom = ref<'fit' | 'true' | 'size'>('fit')
const titleBar = useTemplateRef('titleBar')

const ledger = computed(() => drawing.value?.ledger ?? [])
const saveLabel = computed(() => {
  if (glyph.value === null) return 'Save'
  return isDirty.value ? `Save revision ${glyph.value.revision + 1}` : `Revision ${glyph.value.revision} is saved`
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
  const id = typeof route.params.id === 'string' ? route.params.id : ''
  // The address changes after the first save as well; then everything stays as it is.
  if (id !== '' && glyph.value?.id === id) return
  // At once: whoever chooses a part while the glyph is on its way stays there.
  part.value = 'payload'
  await (id === '' ? startNew() : openGlyph(id))
}
/** Something else is on the table: what was left unsaved of it comes back. */
function greet(): void {
  // What another screen handed over is wanted now, whatever was left behind here.
  if (isUnsaved.value) history.drop()
  if (history.begin()) {
    say('Your unsaved work is back', { label: 'Discard', run: discard })
  }
}
async function takeOver(): Promise<void> {
  const trouble = await refresh()
  if (trouble !== '') say(trouble)
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
  if (nameProblem.value !== '') await titleBar.value?.askForName()
}

// What the ledger stops leaves only after that was said.
const stopped = computed(() => ledger.value.filter((entry) => entry.verdict === 'fails'))
const devices = useProofDevices()
const warning = useWarning(() => stopped.value.length > 0)
const download = (format: Schemas['PictureFormat'], cmyk = false): void =>
  warning.before(() => void handOff.download(format, cmyk))
const copy = (what: CopyKind): void => warning.before(() => void handOff.copy(what))

useShortcut('mod+s', () => void save())
useShortcut('mod+e', () => (part.value = 'output'))

const { takeFurther, isUnderWay: isHandingOff } = useTakeFurther(composition, drawing)
const { leavingTo, stay, leave, leaveAfter } = useLeaveGuard(
  computed(() => isUnsaved.value && !isHandingOff.value),
  (id) => id !== undefined && id === glyph.value?.id,
)

function leaveUnsaved(): void {
  history.drop()
  void leave()
}
</script>

<template>
  <div class="compose">
    <h1 class="sr">Compose</h1>
    <section class="left panel" aria-label="Composition">
      <ComposeTabs
        v-model="part"
        :drawing="drawing"
        :is-empty="isEmpty"
        :in-mm="fields.sizeMode === 'length'"
        :devices="devices"
      />
      <div id="part" class="part" role="tabpanel" :aria-labelledby="`tab-${part}`">
        <ComposePayload
          v-if="part === 'payload'"
          v-model:fields="fields"
          v-model:bars="hasBars"
          :drawing="drawing"
          :problem="problem"
          :stale="isStale"
          :glyph="glyph?.id"
        />
        <ComposeFinish
          v-else-if="part === 'finish'"
          v-model:fields="fields"
          v-model:reserve="reserve"
          :drawing="drawing"
          :quiet="ledger.find((line) => line.check === 'quiet_zone')"
          :problem="problem"
          @revised="takeOver"
        />
        <ComposeProof
          v-else-if="part === 'proof'"
          :body="named"
          :glyph="glyph"
          :ready="drawing !== null && problem === null && !isStale"
        />
        <template v-else>
          <ComposeOutput v-model:fields="fields" :drawing="drawing" @download="download" @copy="copy" />
          <ComposeLevels v-model:fields="fields" v-model:mm="printMm" class="by-hand" :drawing="drawing" />
        </template>
      </div>
    </section>

    <section class="mid" aria-label="Picture">
      <ComposeTitleBar
        ref="titleBar"
        v-model:name="fields.name"
        v-model:problem="nameProblem"
        v-model:zoom="zoom"
        v-model:overlay="overlay"
        :glyph="glyph"
        :dirty="isDirty"
        :can-undo="history.canUndo.value"
        :can-redo="history.canRedo.value"
        :shows-size="part === 'output'"
        @save="save"
        @undo="history.undo"
        @redo="history.redo"
        @history="isHistory = true"
      />
      <KgSheet
        :drawing="drawing"
        :zoom="part === 'output' ? zoom : 'fit'"
        :stale="isStale"
        :bars="bars"
        :overlay="part === 'output' ? 'none' : overlay"
        :in-mm="fields.sizeMode === 'length'"
      >
        <template #empty>
          <ComposeEmpty :missing="missing" :problem="problem" :is-elsewhere="otherProblem !== null" @retry="retry" />
        </template>
      </KgSheet>
      <div v-if="otherProblem && drawing" class="alert away" role="alert">
        <KgVerdict verdict="fails" /><b>{{
          otherProblem.status === 422 ? 'Not redrawn' : 'The picture is older than the fields'
        }}</b>
        <p>{{ otherProblem.message }}</p>
        <v-btn v-if="otherProblem.status !== 422" @click="retry">Try again</v-btn>
      </div>
      <ComposeFigures :drawing="drawing" :version="version" />
      <ComposeBand
        v-model:fields="fields"
        v-model:mm="printMm"
        :drawing="drawing"
        :is-output="part === 'output'"
        :shows-damage="overlay === 'damage'"
      />
    </section>

    <ComposeLedger
      :lines="ledger"
      :drawing="drawing"
      :version="version"
      :is-stopped="problem !== null"
      :save-label="saveLabel"
      :is-saving="isSaving"
      :bars="bars"
      :glyph="glyph?.id"
      @fix="composition.fix"
      @save="save"
      @download="download"
      @copy="copy"
      @further="takeFurther"
    />

    <GlyphHistory v-if="glyph" v-model="isHistory" :glyph="glyph" :may-write="mayWrite" @restored="open" />
    <KgStopped v-model="warning.isAsking.value" :lines="stopped" @take="warning.takeAll" />
    <LeaveUnsaved
      :open="leavingTo !== null"
      :name="fields.name.trim()"
      @leave="leaveUnsaved"
      @save="leaveAfter(save)"
      @stay="stay"
    />
  </div>
</template>

<style scoped>
.compose {
  display: grid;
  grid-template-columns: 324px minmax(0, 1fr) 316px;
  height: 100%;
  min-height: 0;
}
.left {
  display: flex;
  flex-direction: column;
  min-height: 0;
  border-right: 1px solid var(--rule);
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
  grid-template-columns: minmax(0, 1fr);
  grid-template-rows: 44px minmax(0, 1fr) auto;
  min-width: 0;
  min-height: 0;
}
.away {
  position: absolute;
  left: 36px;
  right: 16px;
  top: 80px;
  z-index: 1;
}
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
  .opened ~ .left {
    display: none;
  }
}
</style>
