<script setup lang="ts">
import { mdiSwapVertical } from '@mdi/js'
import type { LedgerLine } from '@/api/client'
import type { Composition } from '@/composables/useComposition'
import KgColour from './KgColour.vue'
import KgNumber from './KgNumber.vue'
import KgVerdict from './KgVerdict.vue'

/** How the symbol looks: two inks and the blank margin, with what they cost beside them. */
defineProps<{ contrast: LedgerLine | undefined; quiet: LedgerLine | undefined }>()
const fields = defineModel<Composition>('fields', { required: true })

function swap(): void {
  ;[fields.value.dark, fields.value.light] = [fields.value.light, fields.value.dark]
}
</script>

<template>
  <div class="finish">
    <section class="block">
      <div class="row">
        <h2 class="grow">Inks</h2>
        <v-btn class="bare small" :prepend-icon="mdiSwapVertical" @click="swap">Swap</v-btn>
      </div>
      <KgColour v-model="fields.dark" label="Modules" />
      <KgColour v-model="fields.light" label="Ground" />
      <p v-if="contrast" class="cost">
        <KgVerdict :verdict="contrast.verdict" /><span class="grow">Contrast, {{ contrast.note }}</span
        ><span class="fig">{{ contrast.figure }}</span>
      </p>
    </section>
    <section class="block">
      <h2>Quiet zone</h2>
      <KgNumber v-model="fields.quiet" label="Blank margin" unit="modules" :min="0" :max="40" />
      <p v-if="quiet" class="cost">
        <KgVerdict :verdict="quiet.verdict" /><span class="grow">As drawn</span
        ><span class="fig">{{ quiet.figure }}</span>
      </p>
    </section>
  </div>
</template>

<style scoped>
.cost {
  padding-left: 100px;
}
.small {
  height: 26px !important;
}
</style>
