<script setup lang="ts">
import { computed } from 'vue'
import type { Schemas } from '@/api/client'
import KgLevels from '@/components/KgLevels.vue'
import type { Composition } from '@/composables/useComposition'

const UNKNOWN = (['L', 'M', 'Q', 'H'] as const).map((level) => ({
  level,
  fits: true,
  version: null,
  modules: null,
  bits_used: null,
  bits_available: null,
  repairable_share: null,
}))

const props = defineProps<{ drawing: Schemas['Drawing'] | null }>()
const fields = defineModel<Composition>('fields', { required: true })
const printMm = defineModel<number>('mm', { required: true })

// Without a drawing the levels can still be chosen: a lower one may be what makes the text fit.
const levels = computed(() => props.drawing?.levels ?? UNKNOWN)
/** Millimetres a module that a recent phone needs from the distance that was asked for. */
const needed = computed(() => {
  const phone = props.drawing?.proof?.reach.find((one) => one.device === 'recent_phone')
  const mm = props.drawing?.picture.module_mm ?? 0
  return phone && phone.to_mm > 0 ? (mm * fields.value.distanceMm) / phone.to_mm : (0.4 * fields.value.distanceMm) / 250
})
</script>

<template>
  <KgLevels
    v-model="fields.level"
    v-model:mm="printMm"
    v-model:lift="fields.lift"
    :rows="levels"
    :quiet="fields.finish.quiet"
    :lifted="drawing?.symbol.level ?? null"
    :distance="fields.distanceMm"
    :needed="needed"
  />
</template>
