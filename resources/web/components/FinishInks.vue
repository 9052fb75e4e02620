<script setup lang="ts">
import { mdiSwapVertical } from '@mdi/js'
import { computed } from 'vue'
import type { Drawing } from '@/api/client'
import { useFinishValue } from '@/composables/useFinishValue'
import type { FinishValues } from '@/lib/finish'
import KgCheck from './KgCheck.vue'
import KgGradient from './KgGradient.vue'
import KgInk from './KgInk.vue'

/** Inks of the modules, rings and centres, and the ground that they lie on, each with its contrast. */
const props = defineProps<{ drawing: Drawing | null }>()
const finish = defineModel<FinishValues>({ required: true })
const { set, value } = useFinishValue(finish)

const transparent = value('transparent', false)
const dark = computed({ get: () => finish.value.dark, set: (now) => set('dark', now) })
const light = computed({ get: () => finish.value.light, set: (now) => set('light', now) })
const ringInk = computed({ get: () => finish.value.ring_ink, set: (now) => set('ring_ink', now) })
const centreInk = computed({ get: () => finish.value.centre_ink, set: (now) => set('centre_ink', now) })
const inkWorth = (option: string) => props.drawing?.proof?.inks.find((ink) => ink.option.startsWith(option))

function swap(): void {
  finish.value = { ...finish.value, dark: finish.value.light, light: finish.value.dark }
}
</script>

<template>
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
</template>

<style scoped>
.small {
  height: 26px !important;
  font-size: 12.5px !important;
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
</style>
