<script setup lang="ts">
import { ref, watch } from 'vue'

/** A number with its unit, whole unless decimals are allowed. What is out of bounds stays in the field with a word, and changes nothing. */
const props = defineProps<{
  label: string
  unit: string
  min: number
  max: number
  decimals?: boolean
  step?: number
}>()
const value = defineModel<number>({ required: true })
const typed = ref(String(value.value))
const message = ref('')
watch(value, (now) => {
  if (String(now) !== typed.value) typed.value = String(now)
  message.value = ''
})

function take(text: string): void {
  typed.value = text
  const number = Number(text)
  const pattern = props.decimals ? /^\d{1,5}(\.\d{1,3})?$/ : /^\d{1,6}$/
  if (!pattern.test(text.trim()) || number < props.min || number > props.max) {
    message.value = `${props.decimals ? 'A number' : 'A whole number'}, ${props.min} to ${props.max}.`
    return
  }
  message.value = ''
  value.value = number
}

function nudge(by: number): void {
  const next = Math.round((value.value + by * (props.step ?? 1)) * 1000) / 1000
  take(String(Math.min(props.max, Math.max(props.min, next))))
}
</script>

<template>
  <div class="number">
    <label class="label" :for="`n-${label}`">{{ label }}</label>
    <v-text-field
      :id="`n-${label}`"
      class="code-field"
      :model-value="typed"
      inputmode="numeric"
      autocomplete="off"
      :suffix="unit"
      :error-messages="message"
      @update:model-value="take"
      @keydown.up.prevent="nudge(1)"
      @keydown.down.prevent="nudge(-1)"
    />
  </div>
</template>

<style scoped>
.number {
  display: grid;
  grid-template-columns: 92px 1fr;
  align-items: start;
  gap: 8px;
}
.number > label {
  padding-top: 7px;
}
.number :deep(.v-text-field__suffix) {
  font: var(--t-note);
  color: var(--ink-3);
  min-height: 0;
  padding: 0;
  align-self: center;
  opacity: 1;
}
</style>
