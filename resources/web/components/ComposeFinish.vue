<script setup lang="ts">
import { computed } from 'vue'
import type { ApiProblem, Drawing, LedgerLine } from '@/api/client'
import type { Composition } from '@/composables/useComposition'
import { useFinishOptions } from '@/composables/useFinishes'
import { useFinishValue } from '@/composables/useFinishValue'
import { finishOf, PLAIN } from '@/lib/finish'
import FinishCaption from './FinishCaption.vue'
import FinishGround from './FinishGround.vue'
import FinishInks from './FinishInks.vue'
import KgMark from './KgMark.vue'
import KgTiles from './KgTiles.vue'
import SavedFinishes from './SavedFinishes.vue'

/** How the symbol looks, with what each choice costs beside it. */
defineProps<{
  drawing: Drawing | null
  quiet: LedgerLine | undefined
  /** Messages of the API by option. */
  problem: ApiProblem | null
}>()
const fields = defineModel<Composition>('fields', { required: true })
const reserve = defineModel<number>('reserve', { required: true })
defineEmits<{ revised: [] }>()
const { options } = useFinishOptions()

const finish = computed({ get: () => fields.value.finish, set: (value) => (fields.value.finish = value) })
const { value } = useFinishValue(finish)
const shape = value('shape', 'square')
const ring = value('ring', 'square')
const centre = value('centre', 'square')
const isGs1 = computed(() => fields.value.kind === 'gs1_elements' || fields.value.kind === 'gs1_link')

function backToPlain(): void {
  finish.value = finishOf(PLAIN)
  fields.value.finishId = null
}
</script>

<template>
  <div class="finish">
    <SavedFinishes v-model:fields="fields" @revised="$emit('revised')" />

    <section v-if="options" class="block">
      <KgTiles v-model="shape" label="Shape" :options="options.shapes" />
      <KgTiles v-model="ring" label="Finder ring" :options="options.rings" />
      <KgTiles v-model="centre" label="Its centre" :options="options.centres" />
    </section>

    <FinishInks v-model="finish" :drawing="drawing" />

    <KgMark
      v-if="options"
      v-model="finish"
      v-model:reserve="reserve"
      :icons="options.icons"
      :drawing="drawing"
      :problem="problem?.field('mark.text') ?? problem?.field('mark.padding') ?? problem?.field('mark.size')"
    />

    <FinishCaption v-model="finish" :is-gs1="isGs1" :problem="problem" />

    <FinishGround v-model="finish" :quiet="quiet" @plain="backToPlain" />
  </div>
</template>
