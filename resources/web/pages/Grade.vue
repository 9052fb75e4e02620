<script setup lang="ts">
import { gradePicture } from '@/api/limits'
import { computed, onScopeDispose, ref } from 'vue'
import { api, ApiProblem, type Schemas, unwrap } from '@/api/client'
import PrintGrades from '@/components/PrintGrades.vue'

/** A picture of a print, its parameters, and where on it the worst places are. */
const result = ref<Schemas['GradedPicture'] | null>(null)
const picture = ref('')
const name = ref('')
const problem = ref('')
const isBusy = ref(false)
const white = ref<number | null>(null)
const whiteProblem = ref('')
const bounds = gradePicture.white
const which = ref(0)
const isOver = ref(false)
let file: File | null = null
const symbol = computed(() => result.value?.symbols[which.value] ?? null)
const points = (corners: number[][]): string => corners.map((one) => one.join(',')).join(' ')
const unit = computed(() => Math.max(1, (result.value?.width ?? 400) / 400))

async function grade(chosen: File | null | undefined): Promise<void> {
  if (chosen == null) return
  file = chosen
  name.value = chosen.name
  isBusy.value = true
  problem.value = ''
  result.value = null
  which.value = 0
  if (picture.value !== '') URL.revokeObjectURL(picture.value)
  picture.value = URL.createObjectURL(chosen)
  try {
    result.value = await unwrap(
      api.POST('/api/v1/grades', {
        body: { picture: chosen as unknown as string, ...(white.value === null ? {} : { white: white.value }) },
        bodySerializer: (body) => {
          const form = new FormData()
          form.set('picture', chosen)
          if (body.white !== undefined) form.set('white', String(body.white))
          return form
        },
      }),
    )
    problem.value = result.value.hint ?? ''
  } catch (e) {
    problem.value =
      e instanceof ApiProblem
        ? (e.field('picture') ?? e.field('white') ?? e.message)
        : 'The picture could not be graded. Try again.'
  } finally {
    isBusy.value = false
  }
}
function whiteChanged(event: Event): void {
  const input = event.target as HTMLInputElement
  const share = Number(input.value) / 100
  // What is no reflectance must not pass for none: contrast would be graded by another measure than was asked for.
  whiteProblem.value =
    input.validity.badInput || (input.value !== '' && (share < bounds.minimum || share > bounds.maximum))
      ? `A number, ${100 * bounds.minimum} to ${100 * bounds.maximum}, or nothing.`
      : ''
  if (whiteProblem.value !== '') return
  white.value = input.value === '' ? null : share
  void grade(file)
}
function pasted(event: ClipboardEvent): void {
  void grade([...(event.clipboardData?.files ?? [])].find((one) => one.type.startsWith('image/')))
}
onScopeDispose(() => {
  if (picture.value !== '') URL.revokeObjectURL(picture.value)
})
</script>

<template>
  <div class="grading outward" @paste="pasted">
    <section class="panel" aria-label="Picture of the print">
      <div class="head">
        <h1 class="grow">Grade a print</h1>
        <router-link class="note" to="/proof">Proof</router-link>
      </div>
      <label
        class="drop"
        :class="{ over: isOver }"
        @dragover.prevent="isOver = true"
        @dragleave="isOver = false"
        @drop.prevent="((isOver = false), grade($event.dataTransfer?.files[0]))"
      >
        <span>{{ name || 'Choose a scan or a photograph of the print, drop it here, or paste it.' }}</span>
        <input
          type="file"
          accept="image/png,image/jpeg,image/webp"
          capture="environment"
          aria-label="Picture of the print"
          @change="grade(($event.target as HTMLInputElement).files?.[0])"
        />
      </label>
      <div class="pad white">
        <label class="label" for="white">White reference in the picture, reflectance in %</label>
        <input
          id="white"
          class="plain fig"
          type="number"
          :min="100 * bounds.minimum"
          :max="100 * bounds.maximum"
          placeholder="none"
          :aria-invalid="whiteProblem !== ''"
          @change="whiteChanged"
        />
        <p v-if="whiteProblem" class="say fails" role="alert">{{ whiteProblem }}</p>
        <p class="note">
          A patch whose reflectance is known, and which is the lightest thing in the picture. Without one, contrast is
          relative.
        </p>
      </div>
      <figure v-if="picture" class="shown">
        <img :src="picture" alt="The picture that is graded" />
        <svg v-if="result" :viewBox="`0 0 ${result.width} ${result.height}`" aria-hidden="true">
          <polygon
            v-for="(one, i) in result.symbols"
            :key="i"
            :points="points(one.corners)"
            fill="none"
            :stroke="i === which ? '#A90D5A' : '#78847E'"
            :stroke-width="1.5 * unit"
          />
          <template v-if="symbol?.grade">
            <g v-for="(area, i) in symbol.grade.worst" :key="`w${i}`">
              <polygon :points="points(area.corners)" fill="none" stroke="#AD2A08" :stroke-width="1.5 * unit" />
              <text
                :x="area.corners[0]![0]! - 2 * unit"
                :y="area.corners[0]![1]!"
                :font-size="11 * unit"
                fill="#AD2A08"
              >
                {{ i + 1 }}
              </text>
            </g>
          </template>
        </svg>
      </figure>
    </section>
    <section class="panel out" aria-label="Grade">
      <p v-if="isBusy" class="note pad" role="status">Reading and grading</p>
      <p v-if="problem" class="wrong pad" role="alert">{{ problem }}</p>
      <div v-if="!picture" class="blank">
        <p class="note">
          The parameters of ISO/IEC 15415, from the picture of a print: what each comes to, where the worst places are,
          and what to tell the printer. No picture is kept.
        </p>
      </div>
      <div v-if="result && result.symbols.length > 1" class="pad row">
        <button
          v-for="(one, i) in result.symbols"
          :key="i"
          type="button"
          class="pick"
          :aria-pressed="i === which"
          @click="which = i"
        >
          {{ i + 1 }}: {{ one.text.slice(0, 24) }} <b>{{ one.grade?.letter ?? '–' }}</b>
        </button>
      </div>
      <template v-if="symbol">
        <p class="pad code clip">{{ symbol.text }}</p>
        <PrintGrades v-if="symbol.grade" :grade="symbol.grade" />
        <p v-else class="note pad">Micro QR Code has other parameters, which are not graded here.</p>
        <ol v-if="symbol.grade && symbol.grade.worst.length > 0" class="worst" aria-label="Worst places">
          <li v-for="(area, i) in symbol.grade.worst" :key="i">
            <b class="fig">{{ i + 1 }}</b> column {{ area.column + 1 }}, row {{ area.row + 1 }}: {{ area.why }}
          </li>
        </ol>
      </template>
    </section>
  </div>
</template>

<style scoped>
.grading {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  height: 100%;
}
.drop {
  display: block;
  margin: 12px 16px;
  padding: 18px;
  border: 1px dashed var(--edge);
  background: var(--sheet);
  cursor: pointer;
}
.drop.over {
  border-color: var(--accent);
}
.drop input {
  display: block;
  margin-top: 8px;
  max-width: 100%;
}
.shown {
  position: relative;
  margin: 0 16px 16px;
}
.shown img {
  display: block;
  width: 100%;
}
.shown svg {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
}
.plain {
  width: 110px;
}
.white {
  display: grid;
  gap: 4px;
  justify-items: start;
}
.blank {
  display: grid;
  place-items: center;
  min-height: 60%;
  padding: 24px;
}
.blank p {
  max-width: 420px;
}
.pick {
  border: 1px solid var(--edge);
  background: none;
  border-radius: var(--r);
  padding: 2px 8px;
}
.pick[aria-pressed='true'] {
  border-color: var(--accent);
}
.worst {
  padding: 10px 16px;
  display: grid;
  gap: 2px;
}
</style>
