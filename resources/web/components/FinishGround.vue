<script setup lang="ts">
import { computed } from 'vue'
import type { LedgerLine } from '@/api/client'
import { useFinishOptions } from '@/composables/useFinishes'
import { useFinishValue } from '@/composables/useFinishValue'
import type { FinishValues } from '@/lib/finish'
import KgColour from './KgColour.vue'
import KgNumber from './KgNumber.vue'
import KgVerdict from './KgVerdict.vue'

/** What lies around the symbol: blank margin, padding, corners and border. */
defineProps<{ quiet: LedgerLine | undefined }>()
const finish = defineModel<FinishValues>({ required: true })
defineEmits<{ plain: [] }>()
const { set, value } = useFinishValue(finish)
const { least, most } = useFinishOptions()

const padding = value('padding', 0)
const corner = value('corner', 0)
const border = value('border', 0)
const quietZone = computed({ get: () => finish.value.quiet, set: (now) => set('quiet', now) })
</script>

<template>
  <section class="block">
    <h2>Ground</h2>
    <KgNumber v-model="quietZone" label="Blank margin" unit="modules" :min="least('quiet')" :max="most('quiet')" />
    <p v-if="quiet" class="cost">
      <KgVerdict :verdict="quiet.verdict" /><span class="grow">As drawn</span
      ><span class="fig">{{ quiet.figure }}</span>
    </p>
    <KgNumber
      v-model="padding"
      label="Outside it"
      unit="modules"
      :min="least('padding')"
      :max="most('padding')"
      :step="0.5"
      decimals
    />
    <KgNumber
      v-model="corner"
      label="Corners"
      unit="modules"
      :min="least('corner')"
      :max="most('corner')"
      :step="0.5"
      decimals
    />
    <KgNumber
      v-model="border"
      label="Border"
      unit="modules"
      :min="least('border')"
      :max="most('border')"
      :step="0.25"
      decimals
    />
    <KgColour
      v-if="border > 0"
      :model-value="finish.border_ink ?? finish.dark"
      label="Border’s ink"
      @update:model-value="set('border_ink', $event)"
    />
    <v-btn class="bare small plain" @click="$emit('plain')">Back to plain squares</v-btn>
  </section>
</template>

<style scoped>
.small {
  height: 26px !important;
  font-size: 12.5px !important;
}
.cost {
  padding-left: 100px;
}
.plain {
  justify-self: start;
  padding-left: 0;
}
</style>
