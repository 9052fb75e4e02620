<script setup lang="ts">
import { computed } from 'vue'
import type { ApiProblem } from '@/api/client'
import { useFinishOptions } from '@/composables/useFinishes'
import { useFinishValue } from '@/composables/useFinishValue'
import type { Caption, FinishValues } from '@/lib/finish'
import KgCheck from './KgCheck.vue'
import KgNumber from './KgNumber.vue'
import KgSlide from './KgSlide.vue'

/** Words and retail bars beside the symbol. */
defineProps<{ isGs1: boolean; problem: ApiProblem | null }>()
const finish = defineModel<FinishValues>({ required: true })
const { set } = useFinishValue(finish)
const { least, most } = useFinishOptions()

const caption = computed(() => finish.value.caption)
function setCaption(more: Partial<Caption>): void {
  const next = { text: '', layout: 'beneath', size: 3, ...caption.value, ...more } as Caption
  set('caption', next.text === '' && !next.hri ? undefined : next)
}
const captionSize = computed({ get: () => caption.value?.size ?? 3, set: (size) => setCaption({ size }) })
const captionLayout = computed({
  get: () => caption.value?.layout ?? 'beneath',
  set: (layout) => setCaption({ layout }),
})
</script>

<template>
  <section class="block">
    <h2>Caption</h2>
    <v-textarea
      :model-value="caption?.text ?? ''"
      rows="1"
      auto-grow
      max-rows="4"
      :maxlength="most('caption.text')"
      placeholder="Words beside the symbol"
      aria-label="Caption"
      :error-messages="problem?.field('caption.text')"
      @update:model-value="setCaption({ text: $event })"
    />
    <KgCheck
      v-if="isGs1"
      :model-value="caption?.hri ?? false"
      label="With the GS1 elements, readable"
      @update:model-value="setCaption({ hri: $event })"
    />
    <template v-if="caption">
      <KgSlide
        v-model="captionLayout"
        label="Place of the caption"
        :options="[
          { value: 'above', label: 'Above' },
          { value: 'beneath', label: 'Beneath' },
          { value: 'plate', label: 'On a plate' },
        ]"
      />
      <KgNumber
        v-model="captionSize"
        label="Line height"
        unit="modules"
        :min="least('caption.size')"
        :max="most('caption.size')"
        :step="0.5"
        decimals
      />
    </template>
    <div class="field">
      <label class="label" for="ean">EAN beneath</label>
      <v-text-field
        id="ean"
        class="code-field"
        :model-value="finish.ean ?? ''"
        maxlength="13"
        inputmode="numeric"
        autocomplete="off"
        placeholder="8, 12 or 13 digits"
        :error-messages="problem?.field('ean')"
        @update:model-value="set('ean', $event === '' ? undefined : $event)"
      />
    </div>
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
</style>
