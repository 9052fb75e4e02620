<script setup lang="ts">
import { mdiContentCopy, mdiContentPaste, mdiSwapVertical } from '@mdi/js'
import { computed, ref } from 'vue'
import { ApiProblem, type Drawing, type LedgerLine } from '@/api/client'
import type { Composition } from '@/composables/useComposition'
import { type SavedFinish, useFinishChanges, useFinishes, useFinishOptions, type Worn } from '@/composables/useFinishes'
import { useToast } from '@/composables/useToast'
import { counted } from '@/lib/bytes'
import { type Caption, type FinishValues, finishOf, PLAIN, sameFinish, without } from '@/lib/finish'
import KgCheck from './KgCheck.vue'
import KgColour from './KgColour.vue'
import KgGradient from './KgGradient.vue'
import KgInk from './KgInk.vue'
import KgMark from './KgMark.vue'
import KgNumber from './KgNumber.vue'
import KgSlide from './KgSlide.vue'
import KgTiles from './KgTiles.vue'
import KgVerdict from './KgVerdict.vue'
import KgWorn from './KgWorn.vue'

/** How the symbol looks, with what each choice costs beside it. */
const props = defineProps<{
  drawing: Drawing | null
  quiet: LedgerLine | undefined
  /** Messages of the API by option. */
  problem: ApiProblem | null
}>()
const fields = defineModel<Composition>('fields', { required: true })
const reserve = defineModel<number>('reserve', { required: true })
const emit = defineEmits<{ revised: [] }>()
const { finishes, isError, refetch } = useFinishes()
const { options } = useFinishOptions()
const { create, change, apply, reached, wearers } = useFinishChanges()
const { say } = useToast()

const finish = computed({ get: () => fields.value.finish, set: (value) => (fields.value.finish = value) })
const worn = computed(() => finishes.value.find((one) => one.id === fields.value.finishId) ?? null)
const isChanged = computed(() => worn.value !== null && !sameFinish(finishOf(worn.value.finish), finish.value))

function wear(saved: SavedFinish): void {
  finish.value = finishOf(saved.finish)
  fields.value.finishId = saved.id
}

// One value of the finish; undefined takes it away.
function set<K extends keyof FinishValues>(key: K, value: FinishValues[K] | undefined): void {
  finish.value = (value === undefined ? without(finish.value, key) : { ...finish.value, [key]: value }) as FinishValues
}
const value = <K extends keyof FinishValues>(key: K, fallback: NonNullable<FinishValues[K]>) =>
  computed<NonNullable<FinishValues[K]>>({
    get: () => (finish.value[key] ?? fallback) as NonNullable<FinishValues[K]>,
    set: (now) => set(key, now === fallback ? undefined : (now as FinishValues[K])),
  })
const shape = value('shape', 'square')
const ring = value('ring', 'square')
const centre = value('centre', 'square')
const padding = value('padding', 0)
const corner = value('corner', 0)
const border = value('border', 0)
const transparent = value('transparent', false)
const quietZone = computed({ get: () => finish.value.quiet, set: (now) => set('quiet', now) })
const dark = computed({ get: () => finish.value.dark, set: (now) => set('dark', now) })
const light = computed({ get: () => finish.value.light, set: (now) => set('light', now) })
const ringInk = computed({ get: () => finish.value.ring_ink, set: (now) => set('ring_ink', now) })
const centreInk = computed({ get: () => finish.value.centre_ink, set: (now) => set('centre_ink', now) })
const inkWorth = (option: string) => props.drawing?.proof?.inks.find((ink) => ink.option.startsWith(option))

const caption = computed(() => finish.value.caption)
function setCaption(more: Partial<Caption>): void {
  const next = { text: '', layout: 'beneath', size: 3, ...caption.value, ...more } as Caption
  set('caption', next.text === '' && !next.hri ? undefined : next)
}
const captionSize = computed({ get: () => caption.value?.size ?? 3, set: (size) => setCaption({ size }) })
const captionLayout = computed({
  get: () => caption.value?.layout ?? 'beneath',
  set: (layout) => setCaption({ layout }),
})
const isGs1 = computed(() => fields.value.kind === 'gs1_elements' || fields.value.kind === 'gs1_link')

function swap(): void {
  finish.value = { ...finish.value, dark: finish.value.light, light: finish.value.dark }
}

// Keeping it: a name for a new one, or a revision of the one that is worn.
const isNaming = ref(false)
const newName = ref('')
const nameProblem = ref('')
async function saveAs(): Promise<void> {
  try {
    const made = await create.mutateAsync({ name: newName.value, finish: finish.value })
    fields.value.finishId = made.id
    isNaming.value = false
    newName.value = ''
    say(`${made.name} is saved as a finish`)
  } catch (e) {
    nameProblem.value = e instanceof ApiProblem ? (e.field('name') ?? e.message) : 'It could not be saved. Try again.'
  }
}
const outcome = ref<Worn | null>(null)
/** A revision; with `everywhere` also put on every glyph that wears the finish. */
async function revise(everywhere: boolean): Promise<void> {
  if (worn.value === null) return
  try {
    const now = await change.mutateAsync({ finish: worn.value, set: { finish: finish.value } })
    const named = `${now.name}, revision ${now.revision}`
    if (!everywhere) return say(`${named}; glyphs that wear it stay as they are`)
    const done = await apply.mutateAsync({ finish: now, glyphs: await wearers(now) })
    emit('revised')
    if (done.refused.length === 0 && done.stopped === null) say(`${named}, also on ${counted(done.applied, 'glyph')}`)
    else outcome.value = done
  } catch (e) {
    say(e instanceof Error ? e.message : 'It could not be saved. Try again.')
  }
}
async function copy(): Promise<void> {
  await navigator.clipboard.writeText(JSON.stringify(finish.value, null, 2))
  say('Finish copied')
}
async function paste(): Promise<void> {
  try {
    const given: unknown = JSON.parse(await navigator.clipboard.readText())
    if (typeof given !== 'object' || given === null || Array.isArray(given)) throw new Error('no object')
    finish.value = finishOf(given)
    fields.value.finishId = null
  } catch {
    say('The clipboard holds no finish. Copy one from a composition or a finish file first.')
  }
}
</script>

<template>
  <div class="finish">
    <section class="block">
      <div class="row">
        <h2 class="grow">Saved finishes</h2>
        <v-btn class="bare small" :prepend-icon="mdiContentCopy" @click="copy">Copy</v-btn>
        <v-btn class="bare small" :prepend-icon="mdiContentPaste" @click="paste">Paste</v-btn>
      </div>
      <div v-if="isError" class="row">
        <KgVerdict verdict="fails" /><span class="grow note">They could not be loaded.</span
        ><v-btn class="small" @click="refetch()">Try again</v-btn>
      </div>
      <ul v-else class="strip">
        <li v-for="saved in finishes" :key="saved.id">
          <button
            type="button"
            :aria-pressed="saved.id === fields.finishId"
            :title="`${saved.name}, revision ${saved.revision}`"
            @click="wear(saved)"
          >
            <img :src="`${saved.links.svg}?r=${saved.revision}`" alt="" /><span class="clip">{{ saved.name }}</span>
          </button>
        </li>
      </ul>
      <form v-if="isNaming" class="naming" @submit.prevent="saveAs">
        <v-text-field
          v-model="newName"
          placeholder="Name of the finish"
          aria-label="Name of the finish"
          maxlength="120"
          autofocus
          :error-messages="nameProblem"
          @update:model-value="nameProblem = ''"
          @keydown.esc.stop="isNaming = false"
        />
        <v-btn class="main" type="submit" :loading="create.isPending.value">Save</v-btn>
      </form>
      <div v-else class="row keep">
        <span class="note grow">{{
          worn === null ? 'not a saved one' : isChanged ? `${worn.name}, changed` : worn.name
        }}</span>
        <v-menu v-if="worn && isChanged">
          <template #activator="{ props: menu }"><v-btn v-bind="menu" class="small">Revise</v-btn></template>
          <v-list>
            <v-list-item
              :title="`Revise ${worn.name}`"
              subtitle="glyphs that wear it stay as they are"
              @click="revise(false)"
            />
            <v-list-item
              v-if="worn.glyphs > 0"
              :title="`Revise, also on ${counted(worn.glyphs, 'glyph')}`"
              subtitle="each is drawn and checked anew"
              @click="revise(true)"
            />
          </v-list>
        </v-menu>
        <v-btn class="small" @click="isNaming = true">Save as</v-btn>
        <span v-if="apply.isPending.value && reached > 0" class="note" role="status">{{ reached }} done</span>
      </div>
      <KgWorn v-model="outcome" />
    </section>

    <section v-if="options" class="block">
      <KgTiles v-model="shape" label="Shape" :options="options.shapes" />
      <KgTiles v-model="ring" label="Finder ring" :options="options.rings" />
      <KgTiles v-model="centre" label="Its centre" :options="options.centres" />
    </section>

    <section class="block">
      <div class="row">
        <h2 class="grow">Inks</h2>
        <v-btn class="bare small" :prepend-icon="mdiSwapVertical" @click="swap">Swap</v-btn>
      </div>
      <div class="heads note" aria-hidden="true"><span>white</span><span>660 nm</span></div>
      <KgInk
        v-if="!finish.gradient"
        v-model="dark"
        label="Modules"
        :white="inkWorth('dark')?.white"
        :red="inkWorth('dark')?.red"
      />
      <KgInk
        v-model="ringInk"
        label="Rings"
        :follows="dark"
        :white="inkWorth('ring_ink')?.white"
        :red="inkWorth('ring_ink')?.red"
      />
      <KgInk
        v-model="centreInk"
        label="Centres"
        :follows="dark"
        :white="inkWorth('centre_ink')?.white"
        :red="inkWorth('centre_ink')?.red"
      />
      <KgInk v-model="light" :label="transparent ? 'Paper' : 'Ground'" />
      <KgCheck v-model="transparent" label="Transparent ground, on this paper" />
      <KgGradient v-model="finish" />
    </section>

    <KgMark
      v-if="options"
      v-model="finish"
      v-model:reserve="reserve"
      :icons="options.icons"
      :drawing="drawing"
      :problem="problem?.field('mark.text') ?? problem?.field('mark.padding') ?? problem?.field('mark.size')"
    />

    <section class="block">
      <h2>Caption</h2>
      <v-textarea
        :model-value="caption?.text ?? ''"
        rows="1"
        auto-grow
        max-rows="4"
        maxlength="160"
        placeholder="Words beside the symbol"
        aria-label="Caption"
        :error-messages="problem?.field('caption.text')"
        @update:model-value="setCaption({ text: $event })"
      />
      <KgCheck
        v-if="isGs1"
        :model-value="caption?.hri ?? false"
        label="With the GS1 elements, readable"
        @update:model-value="setCaption({ hri: $event })"
      />
      <template v-if="caption">
        <KgSlide
          v-model="captionLayout"
          label="Place of the caption"
          :options="[
            { value: 'above', label: 'Above' },
            { value: 'beneath', label: 'Beneath' },
            { value: 'plate', label: 'On a plate' },
          ]"
        />
        <KgNumber v-model="captionSize" label="Line height" unit="modules" :min="1" :max="20" :step="0.5" decimals />
      </template>
      <div class="field">
        <label class="label" for="ean">EAN beneath</label>
        <v-text-field
          id="ean"
          class="code-field"
          :model-value="finish.ean ?? ''"
          maxlength="13"
          inputmode="numeric"
          autocomplete="off"
          placeholder="8, 12 or 13 digits"
          :error-messages="problem?.field('ean')"
          @update:model-value="set('ean', $event === '' ? undefined : $event)"
        />
      </div>
    </section>

    <section class="block">
      <h2>Ground</h2>
      <KgNumber v-model="quietZone" label="Blank margin" unit="modules" :min="0" :max="40" />
      <p v-if="quiet" class="cost">
        <KgVerdict :verdict="quiet.verdict" /><span class="grow">As drawn</span
        ><span class="fig">{{ quiet.figure }}</span>
      </p>
      <KgNumber v-model="padding" label="Outside it" unit="modules" :min="0" :max="40" :step="0.5" decimals />
      <KgNumber v-model="corner" label="Corners" unit="modules" :min="0" :max="40" :step="0.5" decimals />
      <KgNumber v-model="border" label="Border" unit="modules" :min="0" :max="8" :step="0.25" decimals />
      <KgColour
        v-if="border > 0"
        :model-value="finish.border_ink ?? dark"
        label="Border’s ink"
        @update:model-value="set('border_ink', $event)"
      />
      <v-btn class="bare small plain" @click="((finish = finishOf(PLAIN)), (fields.finishId = null))"
        >Back to plain squares</v-btn
      >
    </section>
  </div>
</template>

<style scoped>
.small {
  height: 26px !important;
  font-size: 12.5px !important;
}
.cost {
  padding-left: 100px;
}
.strip {
  display: grid;
  grid-template-columns: repeat(auto-fill, minmax(50px, 1fr));
  gap: 6px 8px;
  max-height: 196px;
  overflow: auto;
}
.strip button {
  width: 100%;
  padding: 0;
  border: 0;
  background: none;
  font: 500 11.5px/16px var(--font-text);
  text-align: center;
}
.strip img {
  display: block;
  width: 100%;
  aspect-ratio: 1;
  object-fit: contain;
  border: 1px solid var(--rule);
  background: var(--sheet);
}
.strip [aria-pressed='true'] {
  font-weight: 700;
}
.strip [aria-pressed='true'] img {
  border-color: var(--accent);
  box-shadow: 0 0 0 1px var(--accent);
}
.strip .clip {
  display: block;
}
.naming {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 8px;
  align-items: start;
}
.heads {
  display: grid;
  grid-template-columns: minmax(0, 1fr) 36px 42px 24px;
  gap: 4px;
  text-align: right;
  margin-bottom: -6px;
}
.heads span {
  white-space: nowrap;
}
.heads span:first-child {
  grid-column: 2;
}
.field {
  display: grid;
  grid-template-columns: 92px minmax(0, 1fr);
  gap: 8px;
  align-items: start;
}
.field > .label {
  padding-top: 7px;
}
.plain {
  justify-self: start;
  padding-left: 0;
}
</style>
