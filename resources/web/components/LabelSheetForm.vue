<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { refDebounced } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { api, ApiProblem, type Schemas, unwrap } from '@/api/client'
import KgVerdict from './KgVerdict.vue'
import KgTyped from './KgTyped.vue'

/** The paper: a common sheet or one's own, which labels are still there, and what corrects the printer. */
type Sheet = Schemas['LabelSheet']
const sheet = defineModel<Sheet>({ required: true })
const start = defineModel<number>('start', { required: true })
const name = defineModel<string>('name', { required: true })
const { data: common } = useQuery({
  queryKey: ['run-sheets'],
  staleTime: Infinity,
  queryFn: async () =>
    (await unwrap(api.GET('/api/v1/runs/sheets'))) as { data: string[]; dimensions: ({ name: string } & Sheet)[] },
})
const PAIRS = [
  ['Paper', 'width', 'height', 'mm'],
  ['Label', 'label_width', 'label_height', 'mm'],
  ['Margin', 'left', 'top', 'mm'],
  ['Pitch', 'pitch_x', 'pitch_y', 'mm'],
  ['Count', 'columns', 'rows', ''],
] as const
function choose(id: string): void {
  name.value = id
  const found = common.value?.dimensions.find((one) => one.name === id)
  if (!found) return
  const dimensions = Object.fromEntries(Object.entries(found).filter(([key]) => key !== 'name')) as Sheet
  sheet.value = { ...dimensions, shift: [0, 0], scale: [1, 1], marks: sheet.value.marks, register: false }
  start.value = 1
}
function set(key: keyof Sheet, text: string): void {
  const value = Number(text)
  if (text.trim() === '' || !Number.isFinite(value) || value < 0) return
  name.value = ''
  sheet.value = { ...sheet.value, [key]: value }
}
const labels = computed(() => (sheet.value.columns ?? 1) * (sheet.value.rows ?? 1))
const asked = refDebounced(sheet, 300)
const adjusted = ref<Schemas['AdjustedSheet'] | null>(null)
const problem = ref('')
const measured = ref(['', '', '', ''])
const CROSSES = ['upper left, right', 'upper left, down', 'lower right, right', 'lower right, down']
async function ask(numbers: number[] | null): Promise<void> {
  try {
    adjusted.value = (await unwrap(
      api.POST('/api/v1/runs/sheet', { body: { sheet: sheet.value, ...(numbers ? { measured: numbers } : {}) } }),
    )) as Schemas['AdjustedSheet']
    problem.value = ''
    if (numbers) {
      name.value = ''
      sheet.value = adjusted.value.sheet
      measured.value = ['', '', '', '']
    }
  } catch (e) {
    problem.value =
      e instanceof ApiProblem ? (Object.values(e.errors)[0]?.[0] ?? e.message) : 'The server does not answer.'
  }
}
watch(asked, () => void ask(null), { immediate: true, deep: true })
const numbers = computed(() => measured.value.map((one) => (one.trim() === '' ? NaN : Number(one.replace(',', '.')))))
const page = computed(() => (adjusted.value?.page ? `data:application/pdf;base64,${adjusted.value.page}` : ''))
const cuts = computed(() =>
  adjusted.value?.cuts ? `data:image/svg+xml,${encodeURIComponent(adjusted.value.cuts)}` : '',
)
const isCorrected = computed(() => {
  const [shift, scale] = [sheet.value.shift ?? [0, 0], sheet.value.scale ?? [1, 1]]
  return shift.some((one) => one !== 0) || scale.some((one) => one !== 1)
})
const byHowMuch = computed(() => Math.hypot(...(sheet.value.shift ?? [0, 0])).toFixed(1))
const places = computed(() =>
  Array.from({ length: Math.min(labels.value, 400) }, (_, i) => ({
    number: i + 1,
    x: (sheet.value.left ?? 0) + (i % (sheet.value.columns ?? 1)) * (sheet.value.pitch_x ?? 0),
    y: (sheet.value.top ?? 0) + Math.floor(i / (sheet.value.columns ?? 1)) * (sheet.value.pitch_y ?? 0),
  })),
)
</script>

<template>
  <section class="sheet" aria-label="Sheet">
    <div class="head">
      <h2 class="grow">Sheet</h2>
      <select
        class="kg-plain pick"
        :value="name"
        aria-label="Sheet of labels"
        @change="choose(($event.target as HTMLSelectElement).value)"
      >
        <option value="">one of your own</option>
        <option v-for="one in common?.data ?? []" :key="one">{{ one }}</option>
      </select>
    </div>
    <div class="blk grid">
      <span /><span class="note">across</span><span class="note">down</span>
      <template v-for="[word, one, two, unit] in PAIRS" :key="word">
        <span class="label">{{ word }}</span>
        <KgTyped
          v-for="key in [one, two] as const"
          :key="key"
          class="kg-plain fig"
          type="number"
          step="any"
          min="0"
          :value="sheet[key]"
          :aria-label="`${word} ${key === one ? 'across' : 'down'}${unit ? `, ${unit}` : ''}`"
          @take="set(key, $event)"
        />
      </template>
    </div>
    <p v-if="problem" class="wrong blk" role="alert">{{ problem }}</p>
    <div class="blk two">
      <svg
        class="thumb"
        :viewBox="`0 0 ${sheet.width} ${sheet.height}`"
        role="group"
        aria-label="The first sheet: press the first label that is still there"
      >
        <rect class="paper" :width="sheet.width" :height="sheet.height" />
        <rect
          v-for="one in places"
          :key="one.number"
          class="place"
          :class="{ used: one.number < start, first: one.number === start }"
          :x="one.x"
          :y="one.y"
          :width="sheet.label_width"
          :height="sheet.label_height"
          @click="start = one.number"
        />
        <template v-if="sheet.register">
          <circle
            v-for="[x, y] in [
              [10, 10],
              [(sheet.width ?? 0) - 10, 10],
              [(sheet.width ?? 0) - 10, (sheet.height ?? 0) - 10],
              [10, (sheet.height ?? 0) - 10],
            ]"
            :key="`${x} ${y}`"
            :cx="x"
            :cy="y"
            r="2.5"
          />
        </template>
      </svg>
      <div class="col">
        <label
          ><span class="label">First free label</span
          ><input
            v-model.number="start"
            class="kg-plain fig"
            type="number"
            min="1"
            :max="labels"
            aria-label="First free label"
        /></label>
        <p class="note">of {{ labels }}; or press one</p>
        <label class="tick"
          ><input v-model="sheet.marks" type="checkbox" @change="sheet = { ...sheet }" /> crop marks</label
        >
        <label class="tick"
          ><input
            :checked="sheet.register"
            type="checkbox"
            @change="sheet = { ...sheet, register: ($event.target as HTMLInputElement).checked }"
          />
          discs for a cutter</label
        >
        <a v-if="cuts" :href="cuts" download="cuts.svg">Drawing of the cuts</a>
      </div>
    </div>
    <div class="blk">
      <div class="row">
        <h2 class="grow">Calibration</h2>
        <template v-if="isCorrected"
          ><KgVerdict verdict="holds" /><span>Corrected by {{ byHowMuch }} mm</span></template
        >
      </div>
      <template v-if="adjusted?.crosses">
        <p class="note">
          <a :href="page" download="calibration.pdf">Print the page of crosses</a> in its own size, and measure both
          from the left and upper edges. They are meant at {{ adjusted.crosses.join(', ') }} mm.
        </p>
        <div class="four">
          <input
            v-for="(word, i) in CROSSES"
            :key="word"
            v-model="measured[i]"
            class="kg-plain fig"
            inputmode="decimal"
            :aria-label="`Cross ${word}, mm`"
            :placeholder="String(adjusted.crosses[i])"
          />
        </div>
        <div class="row">
          <v-btn :disabled="numbers.some((one) => !Number.isFinite(one))" @click="ask(numbers)"
            >Correct the sheet</v-btn
          >
          <button
            v-if="isCorrected"
            type="button"
            class="link"
            @click="sheet = { ...sheet, shift: [0, 0], scale: [1, 1] }"
          >
            Take it back
          </button>
        </div>
      </template>
      <p v-else class="note">This paper is too small to be measured.</p>
    </div>
  </section>
</template>

<style scoped>
.sheet {
  overflow: auto;
  background: var(--paper);
  border-left: 1px solid var(--line);
}
.head,
.row {
  display: flex;
  gap: 8px;
  align-items: center;
}
.head {
  padding: 8px 14px;
  border-bottom: 1px solid var(--line);
}
.pick {
  width: 168px;
}
.blk {
  padding: 10px 14px;
  border-bottom: 1px solid var(--rule);
  display: grid;
  gap: 8px;
}
.grid {
  grid-template-columns: 62px 1fr 1fr;
  align-items: center;
  gap: 5px 8px;
}
.two {
  grid-template-columns: 128px minmax(0, 1fr);
  align-items: start;
  gap: 14px;
}
.col {
  display: grid;
  gap: 6px;
}
.thumb {
  width: 128px;
}
.paper {
  fill: #fff;
  stroke: var(--rule);
}
.place {
  fill: #fffaec;
  stroke: #78847e;
  stroke-width: 0.7;
  cursor: pointer;
}
.place.used {
  fill: none;
  stroke-dasharray: 3 2;
}
.place.first {
  stroke: #a90d5a;
  stroke-width: 2.5;
}
.four {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 6px;
}
.tick {
  display: flex;
  gap: 8px;
  align-items: center;
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
