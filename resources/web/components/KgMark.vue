<script setup lang="ts">
import { computed, ref } from 'vue'
import * as limits from '@/api/limits'
import { api, ApiProblem, type Drawing, type Schemas, unwrap } from '@/api/client'
import { type FinishValues, type Mark, without } from '@/lib/finish'
import { type ShapeOption, useFinishOptions } from '@/composables/useFinishes'
import KgColour from './KgColour.vue'
import KgNumber from './KgNumber.vue'
import KgSlide from './KgSlide.vue'
import KgTiles from './KgTiles.vue'

/** What stands in the middle: an icon, letters or a picture, with how large it may be beside its size. */
const props = defineProps<{ icons: ShapeOption[]; drawing: Drawing | null; problem: string | undefined }>()
const finish = defineModel<FinishValues>({ required: true })
/** Per cent of each block's correction that the mark must leave free. */
const reserve = defineModel<number>('reserve', { required: true })
const mark = computed(() => finish.value.mark)
const { least, most } = useFinishOptions()
const pictureProblem = ref('')
const fileName = ref('')
const file = ref<HTMLInputElement>()
/** Chosen but without a file yet. */
const isPicking = ref(false)

type Kind = 'none' | 'icon' | 'text' | 'picture'
const kind = computed<Kind>({
  get: () => {
    if (isPicking.value) return 'picture'
    const m = mark.value
    if (!m) return 'none'
    return m.icon !== undefined ? 'icon' : m.text !== undefined ? 'text' : 'picture'
  },
  set: (chosen) => {
    isPicking.value = chosen === 'picture'
    pictureProblem.value = ''
    if (chosen === 'picture') return
    const rest = bare()
    if (chosen === 'none') change(undefined)
    else change(chosen === 'icon' ? { ...rest, icon: 'comb' } : { ...rest, text: 'A' })
  },
})
/** Everything of the mark but what it shows. */
const bare = (): Mark => without<Mark, keyof Mark>(mark.value ?? { size: 7 }, 'icon', 'text', 'picture')
function change(next: Mark | undefined): void {
  finish.value = next === undefined ? without(finish.value, 'mark') : { ...finish.value, mark: next }
}
const set = (values: Partial<Mark>): void => change({ ...(mark.value ?? {}), ...values })
const part = <K extends keyof Mark>(key: K, fallback: NonNullable<Mark[K]>) =>
  computed<NonNullable<Mark[K]>>({
    get: () => (mark.value?.[key] ?? fallback) as NonNullable<Mark[K]>,
    set: (value) => set({ [key]: value } as Partial<Mark>),
  })
const size = part('size', 7)
const padding = part('padding', 0.5)
const plate = part('plate', 'square')
const beneath = part('beneath', 'clear')
const icon = part('icon', 'comb')
const ink = part('ink', '#000000')

const damage = computed(() => props.drawing?.proof?.damage ?? null)
const safe = computed(() => damage.value?.largest_mark ?? null)

async function take(list: FileList | null): Promise<void> {
  const chosen = list?.[0]
  if (!chosen) return
  pictureProblem.value = ''
  try {
    const body = new FormData()
    body.append('picture', chosen)
    const clean = (await unwrap(
      api.POST('/api/v1/marks', { body: body as never, bodySerializer: (b: unknown) => b as FormData }),
    )) as Schemas['CleanMark']
    change({ ...bare(), picture: clean.picture })
    fileName.value = chosen.name
    isPicking.value = false
  } catch (e) {
    pictureProblem.value =
      e instanceof ApiProblem ? (e.field('picture') ?? e.message) : 'The file could not be sent. Try again.'
  }
  if (file.value) file.value.value = ''
}
</script>

<template>
  <section class="block">
    <h2>Mark</h2>
    <KgSlide
      v-model="kind"
      label="Mark"
      :options="[
        { value: 'none', label: 'None' },
        { value: 'icon', label: 'Icon' },
        { value: 'text', label: 'Letters' },
        { value: 'picture', label: 'Picture' },
      ]"
    />
    <KgTiles v-if="kind === 'icon'" v-model="icon" label="Icon" :options="icons" />
    <div v-else-if="kind === 'text'" class="field">
      <label class="label" for="mark-text">Letters</label>
      <v-text-field
        id="mark-text"
        :model-value="mark?.text"
        :maxlength="most('mark.text')"
        autocomplete="off"
        :error-messages="problem"
        @update:model-value="set({ text: $event })"
      />
    </div>
    <div v-else-if="kind === 'picture'" class="field">
      <span class="label">Picture</span>
      <div>
        <div class="row">
          <img v-if="mark?.picture" class="seen" :src="mark.picture" alt="The mark as it was cleaned" />
          <span class="clip grow note">{{ fileName || (mark?.picture ? 'as saved' : 'PNG, JPEG, WebP or SVG') }}</span>
          <v-btn @click="file?.click()">{{ mark?.picture ? 'Replace' : 'Choose' }}</v-btn>
        </div>
        <input
          ref="file"
          class="sr"
          type="file"
          tabindex="-1"
          aria-label="Picture for the mark"
          accept="image/png,image/jpeg,image/webp,image/svg+xml"
          @change="take(($event.target as HTMLInputElement).files)"
        />
        <p v-if="pictureProblem" class="say fails" role="alert">{{ pictureProblem }}</p>
      </div>
    </div>
    <template v-if="mark">
      <KgNumber
        v-model="size"
        label="Its size"
        unit="modules"
        :min="least('mark.size')"
        :max="most('mark.size')"
        decimals
      />
      <p v-if="damage" class="note under">
        {{ safe === null ? 'no size is safe at this level' : `safe to ${safe} modules at this level` }}
      </p>
      <KgNumber
        v-model="reserve"
        label="Leaves free"
        unit="% of repair"
        :min="0"
        :max="100 * limits.Compose.reserve.maximum"
        :step="5"
      />
      <KgNumber
        v-model="padding"
        label="Its margin"
        unit="modules"
        :min="least('mark.padding')"
        :max="most('mark.padding')"
        :step="0.25"
        decimals
      />
      <p v-if="problem && kind !== 'text'" class="say fails" role="alert">{{ problem }}</p>
      <div class="field">
        <span class="label">Plate</span>
        <KgSlide
          v-model="plate"
          label="Plate"
          :options="[
            { value: 'none', label: 'None' },
            { value: 'square', label: 'Square' },
            { value: 'soft', label: 'Soft' },
            { value: 'disc', label: 'Disc' },
          ]"
        />
      </div>
      <div class="field">
        <span class="label">Under it</span>
        <KgSlide
          v-model="beneath"
          label="Modules under the mark"
          :options="[
            { value: 'clear', label: 'Clear' },
            { value: 'keep', label: 'Keep' },
          ]"
        />
      </div>
      <KgColour v-if="kind !== 'picture'" v-model="ink" label="Mark’s ink" />
    </template>
  </section>
</template>

<style scoped>
.field {
  display: grid;
  grid-template-columns: 92px minmax(0, 1fr);
  gap: 8px;
  align-items: start;
}
.field > .label {
  padding-top: 7px;
}
.under {
  padding-left: 100px;
  margin-top: -4px;
}
.seen {
  width: 32px;
  height: 32px;
  object-fit: contain;
  background: var(--sheet);
  border: 1px solid var(--rule);
}
</style>
