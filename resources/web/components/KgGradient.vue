<script setup lang="ts">
import { useAbout } from '@/composables/useAbout'
import { mdiMinus, mdiPlus } from '@mdi/js'
import { computed } from 'vue'
import { type FinishValues, type Gradient, without } from '@/lib/finish'
import KgColour from './KgColour.vue'
import KgNumber from './KgNumber.vue'
import KgSlide from './KgSlide.vue'

const { limits } = useAbout()
/** Inks that change over the modules. */
const finish = defineModel<FinishValues>({ required: true })
const gradient = computed(() => finish.value.gradient)

function change(next: Gradient | undefined): void {
  finish.value = next === undefined ? without(finish.value, 'gradient') : { ...finish.value, gradient: next }
}
const kind = computed<'none' | 'linear' | 'radial'>({
  get: () => (gradient.value ? (gradient.value.kind ?? 'linear') : 'none'),
  set: (chosen) => {
    if (chosen === 'none') return change(undefined)
    const stops = gradient.value?.stops ?? [
      { at: 0, ink: finish.value.dark },
      { at: 1, ink: '#3A2A5A' },
    ]
    change(
      chosen === 'radial' ? { kind: 'radial', stops } : { kind: 'linear', angle: gradient.value?.angle ?? 45, stops },
    )
  },
})
const angle = computed({
  get: () => gradient.value?.angle ?? 0,
  set: (value) => gradient.value && change({ ...gradient.value, angle: value }),
})
/** Places are spread evenly: the list is short, and the price is taken from the palest ink wherever it lies. */
const spread = (inks: string[]): Gradient['stops'] =>
  inks.map((ink, i) => ({ at: Math.round((i / (inks.length - 1)) * 1000) / 1000, ink }))
const inks = computed(() => gradient.value?.stops.map((stop) => stop.ink) ?? [])
function ink(index: number, value: string): void {
  if (gradient.value)
    change({ ...gradient.value, stops: gradient.value.stops.map((s, i) => (i === index ? { ...s, ink: value } : s)) })
}
function add(): void {
  if (gradient.value) change({ ...gradient.value, stops: spread([...inks.value, inks.value[inks.value.length - 1]!]) })
}
function drop(): void {
  if (gradient.value) change({ ...gradient.value, stops: spread(inks.value.slice(0, -1)) })
}
</script>

<template>
  <div class="gradient">
    <div class="field">
      <span class="label">Gradient</span>
      <KgSlide
        v-model="kind"
        label="Gradient"
        :options="[
          { value: 'none', label: 'None' },
          { value: 'linear', label: 'Along' },
          { value: 'radial', label: 'From centre' },
        ]"
      />
    </div>
    <template v-if="gradient">
      <KgColour
        v-for="(value, i) in inks"
        :key="i"
        :model-value="value"
        :label="`Ink ${i + 1}`"
        @update:model-value="ink(i, $event)"
      />
      <KgNumber v-if="kind === 'linear'" v-model="angle" label="Angle" unit="degrees" :min="0" :max="359" />
      <div class="row more">
        <v-btn class="bare small" :prepend-icon="mdiPlus" :disabled="inks.length >= limits.gradient_stops" @click="add"
          >Ink</v-btn
        >
        <v-btn class="bare small" :prepend-icon="mdiMinus" :disabled="inks.length <= 2" @click="drop">Last ink</v-btn>
      </div>
    </template>
  </div>
</template>

<style scoped>
.gradient {
  display: grid;
  gap: 8px;
}
.field {
  display: grid;
  grid-template-columns: 68px minmax(0, 1fr);
  gap: 4px;
  align-items: center;
}
.more {
  padding-left: 92px;
}
.small {
  height: 26px !important;
}
</style>
