<script setup lang="ts">
/** A box to tick with its words; without words it needs a name of its own. */
defineProps<{ label?: string }>()
const checked = defineModel<boolean>({ required: true })
defineOptions({ inheritAttrs: false })
</script>

<template>
  <label class="check"
    ><input v-model="checked" type="checkbox" v-bind="$attrs" /><span v-if="label">{{ label }}</span></label
  >
</template>

<style scoped>
.check {
  display: inline-flex;
  align-items: center;
  gap: 8px;
  min-height: 24px;
  font: var(--t-note);
  color: var(--ink-2);
  cursor: pointer;
}
input {
  width: 15px;
  height: 15px;
  margin: 0;
  accent-color: var(--accent);
  flex: none;
}
@media (max-width: 719px) {
  .check {
    min-height: 44px;
  }
}
</style>
