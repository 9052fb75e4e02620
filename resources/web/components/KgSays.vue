<script setup lang="ts">
import type { Problem } from '@/lib/kinds'
import { SEVERITY } from '@/lib/verdicts'
import KgVerdict from './KgVerdict.vue'

/** What is wrong or unwise about a field, and the change that is offered. */
defineProps<{ problems: Problem[] }>()
const emit = defineEmits<{ fix: [fields: Record<string, string>] }>()
</script>

<template>
  <div v-for="p in problems" :key="p.code + p.message" class="says">
    <p class="row">
      <KgVerdict :verdict="SEVERITY[p.severity]" /><span :class="SEVERITY[p.severity]">{{ p.message }}</span>
    </p>
    <p v-if="p.fix || $slots[p.code]" class="row offers">
      <v-btn v-if="p.fix" size="small" @click="emit('fix', p.fix.fields)"
        ><span class="clip">{{ p.fix.label }}</span></v-btn
      >
      <slot :name="p.code" />
    </p>
  </div>
</template>

<style scoped>
.says {
  padding-top: 4px;
  font: var(--t-note);
}
.says .row {
  align-items: flex-start;
}
.says .v {
  margin-top: 3px;
}
.says .fails {
  color: var(--fail);
}
.says .marginal {
  color: var(--marg);
}
.says .not_run {
  color: var(--ink-2);
}
.offers {
  padding: 5px 0 2px 19px;
  flex-wrap: wrap;
}
.offers :deep(.kg-btn) {
  height: 26px !important;
  font-size: 12.5px;
  max-width: 100%;
  padding: 0 9px;
}
.offers :deep(.v-btn__content) {
  min-width: 0;
  overflow: hidden;
}
@media (max-width: 719px) {
  .offers :deep(.kg-btn) {
    height: 44px !important;
  }
}
</style>
