<script setup lang="ts">
import * as limits from '@/api/limits'
import { computed, onScopeDispose, ref, watch } from 'vue'
import { api, type Glyph, type Schemas, unwrap } from '@/api/client'
import { fetchProof, isOpen, startProof } from '@/composables/useProofs'
import { asInput, type BenchProof, type Cell, figure, marginWords, remedy, shareOf, valueAt } from '@/lib/proof'
import KgVerdict from './KgVerdict.vue'

/** One cell: what the device saw at any figure, what the readers made of it, and what would help. */
const props = defineProps<{ proof: BenchProof; cell: Cell; glyph: Glyph | null; mayWrite: boolean }>()

const device = computed(() => props.proof.devices.find((one) => one.id === props.cell.device)!)
const condition = computed(() => props.proof.conditions.find((one) => one.id === props.cell.condition)!)
const sample = ref<Schemas['ProofSample'] | null>(null)
const problem = ref('')
const share = ref(0.5)
const seed = ref(0)
const sought = ref<number | null>(null)
let under: AbortController | null = null
interface Try {
  words: string
  before: string
  after: Cell | null
  isBusy: boolean
  trouble: string
}
const tried = ref<Try | null>(null)

/** The newest picture alone is shown, whatever order the answers come in. */
async function look(value: number): Promise<void> {
  under?.abort()
  const own = (under = new AbortController())
  try {
    const taken = await unwrap(
      api.GET('/api/v1/proofs/{proof}/sample', {
        params: {
          path: { proof: props.proof.id },
          query: { device: props.cell.device, condition: props.cell.condition, figure: value, seed: seed.value },
        },
        signal: own.signal,
      }),
    )
    if (own.signal.aborted) return
    sample.value = taken
    problem.value = ''
    if (sought.value === null) share.value = shareOf(taken.scale, taken.figure)
  } catch (e) {
    if (!own.signal.aborted) problem.value = e instanceof Error ? e.message : 'The picture cannot be taken. Try again.'
  }
}
watch(
  () => [props.proof.id, props.cell.device, props.cell.condition],
  () => {
    sample.value = null
    sought.value = null
    tried.value = null
    if (props.cell.reason === null) void look(props.cell.margin ?? props.cell.need)
  },
  { immediate: true },
)
watch([share, seed], ([to]) => {
  if (sample.value === null) return
  const value = valueAt(sample.value.scale, to)
  if (Math.abs(value - sample.value.figure) < 1e-9 * Math.abs(value) && seed.value === sample.value.seed) return
  sought.value = value
  void look(value)
})
onScopeDispose(() => under?.abort())

const shown = computed(() => sought.value ?? sample.value?.figure ?? 0)
const reads = computed(() => sample.value?.read[props.cell.decoder] ?? false)
const other = computed(() => (props.cell.decoder === 'plain' ? 'thorough' : 'plain'))
const points = (corners: number[][]): string => corners.map((one) => one.join(',')).join(' ')
/** The picture's pixels are small: lines are drawn in shares of its width. */
const stroke = computed(() => Math.max(0.6, (sample.value?.width ?? 200) / 220))

const help = computed(() => (props.glyph === null ? null : remedy(props.cell, props.glyph.level)))
async function tryIt(): Promise<void> {
  const [glyph, way] = [props.glyph, help.value]
  if (glyph === null || way === null) return
  const own: Try = (tried.value = {
    words: way.words,
    before: marginWords(props.cell),
    after: null,
    isBusy: true,
    trouble: '',
  })
  try {
    let proof = await startProof({
      ...asInput(glyph),
      ...way.change(glyph),
      name: `${glyph.name}: ${way.words}`.slice(0, limits.FinishInput.name.maxLength),
      devices: [props.cell.device],
      conditions: [props.cell.condition],
      require: '',
    } as Schemas['ProofInput'])
    while (isOpen(proof)) {
      await new Promise((resolve) => setTimeout(resolve, 500))
      proof = await fetchProof(proof.id)
    }
    tried.value = { ...own, isBusy: false, after: proof.cells[0] ?? null, trouble: proof.trouble ?? '' }
  } catch (e) {
    tried.value = { ...own, isBusy: false, trouble: e instanceof Error ? e.message : 'It could not be tried.' }
  }
}
</script>

<template>
  <div class="cell">
    <div class="top">
      <h2>{{ device.label }}, {{ condition.label.toLowerCase() }}</h2>
      <p class="note">{{ cell.words }}</p>
      <p v-if="cell.spread" class="note">
        Three seeds: {{ figure(cell.spread[0]!, cell.unit) }} to {{ figure(cell.spread[1]!, cell.unit) }}. A
        {{ other }} decoder:
        {{ cell.other_decoder.margin === null ? 'not read' : figure(cell.other_decoder.margin, cell.unit) }}.
      </p>
    </div>
    <figure class="pic" :class="{ dim: problem !== '' }">
      <template v-if="sample">
        <img :src="sample.picture" :alt="`Simulated picture at ${figure(sample.figure, cell.unit)}`" />
        <svg :viewBox="`0 0 ${sample.width} ${sample.height}`" aria-hidden="true">
          <polygon
            v-if="sample.seen"
            :points="points(sample.seen.corners)"
            fill="none"
            stroke="#A90D5A"
            :stroke-width="1.6 * stroke"
          />
          <polygon
            v-else
            :points="points(sample.corners)"
            fill="none"
            stroke="#AD2A08"
            :stroke-width="stroke"
            :stroke-dasharray="`${3 * stroke} ${3 * stroke}`"
          />
          <rect
            v-for="(one, i) in sample.seen?.doubtful ?? []"
            :key="i"
            :x="one[0]! - 1.2 * stroke"
            :y="one[1]! - 1.2 * stroke"
            :width="2.4 * stroke"
            :height="2.4 * stroke"
            fill="#FF5FA6"
          />
        </svg>
        <figcaption>
          {{ sample.width }} × {{ sample.height }} px, exposure {{ sample.exposure_ms }} ms, module
          {{ sample.module_px }} px
        </figcaption>
      </template>
      <p v-else-if="cell.reason" class="note">{{ cell.reason }}</p>
      <p v-else class="note">{{ problem || 'Taking the picture' }}</p>
    </figure>
    <div v-if="cell.reason === null" class="part">
      <label class="row">
        <span class="grow">{{ condition.label }}</span><span class="fig"
          >{{ figure(shown, cell.unit) }} shown, {{ figure(cell.need, cell.unit) }} needed</span
        >
      </label>
      <input
        v-model.number="share"
        class="slider"
        type="range"
        min="0"
        max="1"
        step="0.005"
        :aria-label="`${condition.label}, from mild to hard`"
        :aria-valuetext="figure(shown, cell.unit)"
      />
      <div class="row note">
        <span class="grow">mild</span>
        <button
          v-for="one in [0, 1, 2]"
          :key="one"
          type="button"
          class="seed"
          :aria-pressed="seed === one"
          @click="seed = one"
        >
          seed {{ one + 1 }}
        </button>
        <span class="grow end">hard</span>
      </div>
    </div>
    <div v-if="sample" class="part" aria-live="polite">
      <h2>What the reader saw</h2>
      <p class="row">
        <KgVerdict :verdict="reads ? 'holds' : 'fails'" /><b
          >{{ reads ? 'Read' : 'Not read' }} by its {{ cell.decoder }} decoder</b
        >
        <span class="note">{{ other }}: {{ sample.read[other] ? 'read' : 'not read' }}</span>
      </p>
      <dl>
        <template v-if="sample.seen">
          <dt>Codewords corrected</dt>
          <dd>{{ sample.seen.corrected }} of {{ sample.seen.codewords }}</dd>
          <dt>Given up as doubtful</dt>
          <dd>{{ sample.seen.erased }}</dd>
          <dt>Doubtful modules</dt>
          <dd>{{ sample.seen.doubtful.length }}</dd>
          <dt>Known modules fit</dt>
          <dd>{{ sample.seen.fit.toFixed(2) }}</dd>
        </template>
        <template v-else-if="sample.failure">
          <dt class="wide">{{ sample.failure.hint }}</dt>
        </template>
        <dt>Blur of focus</dt>
        <dd>{{ (sample.blur_px / Math.max(sample.module_px, 0.01)).toFixed(2) }} modules</dd>
        <dt>Smear</dt>
        <dd>{{ (sample.smear_px / Math.max(sample.module_px, 0.01)).toFixed(2) }} modules</dd>
      </dl>
    </div>
    <div v-if="cell.verdict !== 'holds' && help && mayWrite" class="part out">
      <p v-if="tried" class="note" aria-live="polite">
        <template v-if="tried.isBusy">{{ tried.words }}: trying</template>
        <template v-else-if="tried.after"
          >{{ tried.words }}: <b>{{ tried.before }}</b> becomes <b>{{ marginWords(tried.after) }}</b>,
          {{
            tried.after.verdict === 'holds'
              ? 'which holds'
              : `which is ${tried.after.verdict === 'fails' ? 'not enough' : 'marginal'}`
          }}. The glyph is as it was.</template
        >
        <template v-else>{{ tried.trouble }}</template>
      </p>
      <v-btn class="fix" :disabled="tried?.isBusy" @click="tryIt">Try: {{ help.words }}</v-btn>
    </div>
  </div>
</template>

<style scoped>
.top,
.part {
  padding: 9px 16px;
  border-bottom: 1px solid var(--rule);
}
.pic {
  position: relative;
  height: 214px;
  background: #777b77;
  display: grid;
  place-items: center;
  overflow: hidden;
}
.pic img,
.pic svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  object-fit: contain;
  image-rendering: pixelated;
}
.pic .note {
  color: #fff;
  padding: 0 24px;
  text-align: center;
}
.pic.dim img {
  opacity: 0.5;
}
figcaption {
  position: absolute;
  left: 8px;
  bottom: 6px;
  background: rgba(12, 16, 14, 0.82);
  color: #fff;
  font: 400 11px/16px var(--font-code);
  padding: 1px 6px;
}
.slider {
  width: 100%;
  accent-color: var(--accent);
  margin: 6px 0 2px;
}
.seed {
  border: 1px solid var(--rule);
  background: none;
  border-radius: var(--r);
  padding: 0 6px;
  min-height: 24px;
}
.seed[aria-pressed='true'] {
  border-color: var(--accent);
  color: var(--ink);
  font-weight: 600;
}
.end {
  text-align: right;
}
dl {
  display: grid;
  grid-template-columns: 1fr auto;
  row-gap: 1px;
  margin-top: 4px;
}
dt {
  color: var(--ink-2);
}
dt.wide {
  grid-column: 1 / -1;
  color: var(--fail);
}
dd {
  font: var(--t-fig);
  line-height: 20px;
  text-align: right;
}
.out {
  display: grid;
  gap: 8px;
  justify-items: start;
}
</style>
