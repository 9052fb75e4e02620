<script setup lang="ts">
import type { Schemas } from '@/api/client'
import ComposeLevels from '@/components/ComposeLevels.vue'
import KgDamage from '@/components/KgDamage.vue'
import KgReach from '@/components/KgReach.vue'
import type { Composition } from '@/composables/useComposition'

// What stands below the picture: how far it is read, what the mark covers, or the levels.
defineProps<{
  drawing: Schemas['Drawing'] | null
  /** Whether output is being chosen, and with it the distance. */
  isOutput: boolean
  showsDamage: boolean
}>()
const fields = defineModel<Composition>('fields', { required: true })
const printMm = defineModel<number>('mm', { required: true })
</script>

<template>
  <div class="levels">
    <KgReach
      v-if="isOutput && drawing?.proof"
      v-model="fields.distanceMm"
      :reach="drawing.proof.reach"
      :red-light="drawing.ledger?.find((line) => line.check === 'red_light')?.verdict === 'holds'"
      :symbol-mm="drawing.picture.symbol_mm"
    />
    <KgDamage v-else-if="showsDamage && drawing?.proof?.damage" :damage="drawing.proof.damage" />
    <p v-else-if="showsDamage" class="note undamaged">
      There is no mark, so no codeword is covered. Choose one under Finish to see what it costs.
    </p>
    <ComposeLevels v-else v-model:fields="fields" v-model:mm="printMm" :drawing="drawing" />
  </div>
</template>

<style scoped>
.undamaged {
  padding: 14px 16px;
}
.levels {
  border-top: 1px solid var(--line);
  background: var(--paper);
  min-height: 155px;
  max-height: 236px;
  overflow: auto;
}
@media (max-width: 719px) {
  .levels {
    display: none;
  }
}
</style>
