<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ApiProblem, type Glyph, type Schemas, unwrap } from '@/api/client'
import KgGlyphPicker from '@/components/KgGlyphPicker.vue'
import KgRelated from '@/components/KgRelated.vue'
import KgThumb from '@/components/KgThumb.vue'
import KgVerdict from '@/components/KgVerdict.vue'
import PrintGrades from '@/components/PrintGrades.vue'
import ProofBlind from '@/components/ProofBlind.vue'
import ProofCellPanel from '@/components/ProofCellPanel.vue'
import ProofCompare from '@/components/ProofCompare.vue'
import ProofDevices from '@/components/ProofDevices.vue'
import ProofFieldChecks from '@/components/ProofFieldChecks.vue'
import ProofMatrix from '@/components/ProofMatrix.vue'
import { useGlyphList } from '@/composables/useGlyphs'
import { useFinishes } from '@/composables/useFinishes'
import { isOpen, startProof, useProof, useProofChanges, useProofList } from '@/composables/useProofs'
import { useSession } from '@/composables/useSession'
import { asInput } from '@/lib/proof'

const route = useRoute()
const router = useRouter()
const { mayWrite } = useSession()
const { glyphs, isPending: areGlyphsComing } = useGlyphList('', '-updated_at')
const id = computed(() => (typeof route.params.id === 'string' ? route.params.id : ''))
watch(
  glyphs,
  (all) => {
    if (id.value === '' && all[0] !== undefined) void router.replace(`/proof/${all[0].id}`)
  },
  { immediate: true },
)
const { data: glyph, error } = useQuery({
  queryKey: ['glyph', id],
  enabled: computed(() => id.value !== ''),
  queryFn: async () =>
    (await unwrap(api.GET('/api/v1/glyphs/{glyph}', { params: { path: { glyph: id.value } } }))) as Glyph,
})
const { proofs, isPending, refetch } = useProofList(id)
const { run, stop } = useProofChanges(id)
/** The newest, unless an older one is looked at. */
const older = ref('')
watch(id, () => (older.value = ''))
const shownId = computed(() => older.value || proofs.value[0]?.id || '')
const { data: proof } = useProof(shownId)
const isRunning = computed(() => isOpen(proof.value))
// The list says how each one ended.
watch(isRunning, (now, before) => {
  if (before && !now) void refetch()
})
const isStale = computed(
  () => proof.value !== undefined && glyph.value !== undefined && proof.value.revision !== glyph.value.revision,
)

const asked = ref<string | null>(null)
const required = computed({
  get: () => asked.value ?? proof.value?.require ?? '',
  set: (text: string) => (asked.value = text),
})
const trouble = computed(() => {
  const why = run.error.value
  return why === null
    ? ''
    : why instanceof ApiProblem
      ? (why.field('require') ?? why.field('glyph') ?? why.message)
      : why.message
})
async function start(): Promise<void> {
  older.value = ''
  chosen.value = ''
  run.reset()
  await run.mutateAsync(asked.value === null ? {} : { require: asked.value }).catch(() => undefined)
}

const chosen = ref('')
const weakest = computed(() => {
  const one = proof.value?.weakest
  return one == null || isRunning.value ? null : `${one.device} ${one.condition}`
})
const cell = computed(() => {
  const own = proof.value?.cells
  const name = chosen.value || weakest.value || ''
  return own?.find((one) => `${one.device} ${one.condition}` === name) ?? own?.[0] ?? null
})
watch(
  () => cell.value && `${cell.value.device} ${cell.value.condition}`,
  (name) => {
    if (name && chosen.value === '' && !isRunning.value) chosen.value = name
  },
)
/** The other proof that this one stands beside: an earlier one, or the same text in another finish. */
const otherId = ref('')
const otherName = ref('')
const { data: other } = useProof(otherId)
const compareTrouble = ref('')
watch(id, () => (otherId.value = ''))
const { finishes } = useFinishes()
async function compareFinish(event: Event): Promise<void> {
  const select = event.target as HTMLSelectElement
  const finish = finishes.value.find((one) => one.id === select.value)
  select.value = ''
  if (finish === undefined || glyph.value === undefined) return
  compareTrouble.value = ''
  try {
    const rest = { ...asInput(glyph.value), finish: undefined, dark: undefined, light: undefined }
    const made = await startProof({
      ...rest,
      finish_id: finish.id,
      name: `${glyph.value.name} in ${finish.name}`.slice(0, 120),
      require: '',
    } as Schemas['ProofInput'])
    otherName.value = `In ${finish.name}`
    otherId.value = made.id
  } catch (e) {
    compareTrouble.value = e instanceof Error ? e.message : 'It could not be compared. Try again.'
  }
}
function compareEarlier(earlier: Schemas['ProofSummary']): void {
  otherName.value = `Revision ${earlier.revision}, ${moment(earlier.created_at)}`
  otherId.value = earlier.id
}
const began = (at: string | null): number => (at === null ? 0 : Date.parse(at))
const seconds = computed(() =>
  proof.value?.started_at && proof.value.finished_at
    ? (began(proof.value.finished_at) - began(proof.value.started_at)) / 1000
    : null,
)
const samples = computed(() => proof.value?.cells.reduce((all, one) => all + one.samples, 0) ?? 0)
const moment = (at: string): string =>
  new Date(at).toLocaleString('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })
</script>

<template>
  <div class="proof">
    <section class="subject" aria-label="What is proofed">
      <KgThumb v-if="glyph" :glyph="glyph" :size="40" />
      <div class="which">
        <h1 class="sr">Proof</h1>
        <KgGlyphPicker :id="id" :glyph="glyph" :glyphs="glyphs" screen="proof" />
        <span v-if="proof" class="note fig"
          >rev {{ proof.revision }}, {{ proof.subject.symbol }}, {{ proof.subject.symbol_mm.toFixed(1) }} mm, module
          {{ proof.subject.module_mm.toFixed(3) }} mm</span
        >
        <span v-else-if="glyph" class="note fig">rev {{ glyph.revision }}</span>
      </div>
      <div v-if="proof && proof.cells.length > 0" class="tally">
        <span v-for="verdict in ['holds', 'marginal', 'fails'] as const" :key="verdict" class="row"
          ><KgVerdict :verdict="verdict" /><span class="say" :class="verdict"
            >{{ proof.tally[verdict] }}
            {{ verdict === 'holds' ? 'hold' : verdict === 'fails' ? 'fail' : verdict }}</span
          ></span
        >
      </div>
      <span class="note when" role="status">
        <template v-if="proof && isRunning">{{ proof.done }} of {{ proof.total }} cells</template>
        <template v-else-if="proof && seconds !== null"
          >{{ samples.toLocaleString('en-GB') }} pictures{{
            seconds < 1 ? ', found before' : ` in ${seconds.toFixed(0)} s`
          }}, {{ moment(proof.finished_at!) }}</template
        >
        <template v-else-if="proof && proof.state !== 'done'">{{ proof.state }}</template>
      </span>
      <v-btn v-if="isRunning && mayWrite" :disabled="stop.isPending.value" @click="stop.mutate(proof!.id)">Stop</v-btn>
      <v-btn v-else class="main" :disabled="!glyph || !mayWrite || run.isPending.value" @click="start">{{
        proofs.length === 0 ? 'Run the proof' : 'Run again'
      }}</v-btn>
      <span v-if="proof" class="note row"
        >Sheet:
        <a :href="`/api/v1/proofs/${proof.id}/sheet.pdf`" target="_blank">PDF</a>
        <a :href="`/api/v1/proofs/${proof.id}/sheet.html`" target="_blank">page</a></span
      >
      <router-link class="note" to="/grade">Grade a print</router-link>
    </section>
    <p v-if="isRunning && proof" class="progress" aria-hidden="true">
      <i :style="{ width: `${(100 * proof.done) / proof.total}%` }" />
    </p>
    <p v-if="error" class="wrong pad" role="alert">{{ error.message }}</p>
    <p v-if="trouble" class="wrong pad" role="alert">{{ trouble }}</p>
    <p v-if="proof?.trouble" class="wrong pad" role="alert">{{ proof.trouble }}</p>
    <p v-if="isStale && !isRunning" class="stale">
      <KgVerdict verdict="marginal" /> This was found for revision {{ proof!.revision ?? '–' }}; the glyph is at
      revision {{ glyph!.revision }} now. Run it again.
    </p>
    <div v-if="!areGlyphsComing && glyphs.length === 0 && !glyph" class="nothing">
      <div class="words">
        <h2>Nothing to proof yet</h2>
        <p class="note">Save a composition as a glyph: then simulated devices can look at it.</p>
        <v-btn class="main" to="/compose">Compose</v-btn>
      </div>
    </div>
    <div v-else-if="!isPending && proofs.length === 0" class="nothing first">
      <div class="words">
        <h2>Not proofed yet</h2>
        <p class="note">
          Seven simulated devices look at it under ten conditions, each harder and harder until reading fails. It takes
          about half a minute, and the cells come as they are found.
        </p>
      </div>
      <KgRelated v-if="glyph" class="belongs" :of="{ glyph: glyph.id }" quiet />
      <ProofFieldChecks v-if="glyph" :glyph="glyph.id" :may-write="mayWrite" />
      <ProofDevices :may-write="mayWrite" />
    </div>
    <div v-else-if="proof" class="table">
      <section class="bench" aria-label="Devices and conditions">
        <ProofCompare
          v-if="otherId !== '' && other"
          :before="other"
          :after="proof"
          :before-name="otherName"
          :after-name="`Revision ${proof.revision ?? '–'}`"
          @close="otherId = ''"
        />
        <p v-if="compareTrouble" class="wrong pad" role="alert">{{ compareTrouble }}</p>
        <ProofMatrix v-if="otherId === ''" v-model="chosen" :proof="proof" :weakest="weakest" />
        <p class="legend note">
          <span>The triangle is what is needed, always mid-scale.</span
          ><span><KgVerdict verdict="marginal" /> within 15 % of it</span
          ><span><KgVerdict verdict="fails" /> falls short</span>
        </p>
        <div class="below">
          <section aria-label="Print quality">
            <PrintGrades v-if="proof.grade" :grade="proof.grade" />
            <p v-else class="note pad">The grade of the drawing comes when all cells are there.</p>
          </section>
          <section aria-label="Requirements and history">
            <div class="head"><h2 class="grow">What must hold</h2></div>
            <ul class="req">
              <li v-for="one in proof.requirements" :key="one.require">
                <KgVerdict :verdict="one.met ? 'holds' : 'fails'" /><span
                  ><b class="code">{{ one.require }}</b> <span class="note">{{ one.message }}</span></span
                >
              </li>
              <li v-if="proof.require === ''" class="note">Nothing was required of this one.</li>
              <li v-else-if="isRunning" class="note">{{ proof.require }}: looked at when all cells are there.</li>
            </ul>
            <label class="label pad" for="require">Required at the next run</label>
            <div class="pad">
              <input
                id="require"
                v-model="required"
                class="code kg-plain"
                placeholder="tilt>=30,checkout_scanner.distance>=25cm,grade>=B"
                spellcheck="false"
              />
              <p class="note">
                For every glyph of the workspace it is set under
                <router-link to="/workspace">Workspace settings</router-link>.
              </p>
            </div>
            <KgRelated v-if="glyph" class="belongs" :of="{ glyph: glyph.id }" quiet />
            <ProofBlind v-if="proof.blind.length > 0" :proof="proof" />
            <div class="head">
              <h2 class="grow">Earlier proofs</h2>
              <select
                v-if="mayWrite && glyph"
                class="like"
                value=""
                aria-label="Compare with another finish"
                @change="compareFinish"
              >
                <option value="">Compare with a finish …</option>
                <option v-for="one in finishes" :key="one.id" :value="one.id">{{ one.name }}</option>
              </select>
            </div>
            <ul class="past">
              <li v-for="one in proofs" :key="one.id">
                <button type="button" :aria-current="one.id === shownId ? 'true' : undefined" @click="older = one.id">
                  <span class="fig">rev {{ one.revision }}</span
                  ><span class="grow">{{ moment(one.created_at) }}</span>
                  <span class="note">{{
                    one.state === 'done' ? (one.met === null ? '' : one.met ? 'met' : 'not met') : one.state
                  }}</span><b>{{ one.letter ?? '' }}</b>
                </button>
                <button
                  v-if="one.id !== shownId && one.done > 0"
                  type="button"
                  class="beside"
                  :aria-label="`Compare with the proof of ${moment(one.created_at)}`"
                  @click="compareEarlier(one)"
                >
                  compare
                </button>
              </li>
            </ul>
          </section>
        </div>
        <ProofFieldChecks v-if="glyph" :glyph="glyph.id" :may-write="mayWrite" />
        <ProofDevices :may-write="mayWrite" />
      </section>
      <aside class="side" aria-label="Selected cell">
        <ProofCellPanel v-if="cell" :proof="proof" :cell="cell" :glyph="glyph ?? null" :may-write="mayWrite" />
        <p v-else class="note pad">The first cells take a moment.</p>
      </aside>
    </div>
  </div>
</template>

<style scoped>
.belongs {
  padding: 8px 16px;
}
.proof {
  height: 100%;
  display: flex;
  flex-direction: column;
  background: var(--sheet);
}
.subject {
  display: flex;
  align-items: center;
  gap: 14px;
  padding: 7px 16px;
  background: var(--paper);
  border-bottom: 1px solid var(--line);
}
.which {
  display: grid;
  min-width: 0;
}
select {
  font: 600 15px/20px var(--font-text);
  border: 0;
  background: none;
  max-width: 340px;
  padding: 0;
}
.tally {
  display: flex;
  gap: 16px;
  margin-left: 8px;
}
.when {
  margin-left: auto;
}
.progress {
  height: 3px;
  background: var(--rule);
}
.progress i {
  display: block;
  height: 100%;
  background: var(--ink);
  transition: width var(--move);
}
.stale {
  display: flex;
  gap: 8px;
  align-items: center;
  padding: 6px 16px;
  background: var(--marg-wash);
  color: var(--marg);
  border-bottom: 1px solid var(--rule);
}
.wrong {
  color: var(--fail);
}
.pad {
  padding: 6px 16px;
  display: block;
}
.nothing {
  flex: 1;
  display: grid;
  place-items: center;
}
.first {
  grid-template: minmax(200px, 1fr) auto / minmax(0, 1fr);
  place-items: stretch;
  overflow: auto;
}
.first .words {
  place-self: center;
}
.words {
  width: min(420px, 90%);
  display: grid;
  gap: 10px;
  justify-items: start;
}
.table {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: minmax(0, 1fr) 340px;
}
.bench {
  min-width: 0;
  overflow: auto;
  border-right: 1px solid var(--line);
}
.legend {
  display: flex;
  gap: 18px;
  padding: 6px 16px;
  border-bottom: 1px solid var(--line);
}
.legend span {
  display: flex;
  align-items: center;
  gap: 6px;
}
.below {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  background: var(--paper);
}
.below > section + section {
  border-left: 1px solid var(--rule);
}
.head {
  display: flex;
  padding: 8px 16px 4px;
}
.req {
  padding: 0 16px;
  display: grid;
  gap: 4px;
}
.req li {
  display: flex;
  gap: 8px;
  align-items: baseline;
}
.past button {
  display: flex;
  gap: 10px;
  width: 100%;
  border: 0;
  background: none;
  padding: 4px 16px;
  text-align: left;
  min-height: 30px;
  align-items: center;
}
.past li {
  display: flex;
}
.past .beside {
  width: auto;
  text-decoration: underline;
  color: var(--ink-2);
}
.like {
  font: var(--t-body);
  max-width: 190px;
  border: 1px solid var(--edge);
}
.past button:hover {
  background: var(--sheet);
}
.past button[aria-current] {
  background: var(--accent-wash);
  box-shadow: inset 3px 0 0 var(--accent);
}
.past button:focus-visible {
  outline-offset: -2px;
}
.side {
  background: var(--paper);
  overflow: auto;
}
@media (max-width: 1099px) {
  .proof {
    overflow: auto;
  }
  .subject {
    flex-wrap: wrap;
  }
  .table {
    display: block;
  }
  .below {
    display: block;
  }
  .bench {
    border-right: 0;
  }
}
</style>
