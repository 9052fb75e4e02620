<script setup lang="ts">
import { onScopeDispose, ref, watch } from 'vue'

/**
 * A line that is taken when it is left or Enter is pressed. What is being typed stays as it is, whatever is drawn anew
 * around it; once it was taken the field says what holds.
 */
const props = defineProps<{
  value: string | number | null | undefined
  /** What is taken is saved elsewhere first: until that came back, the field says what was typed. */
  saves?: boolean
}>()
const emit = defineEmits<{ take: [text: string] }>()
/** Milliseconds after which what was not saved gives way to what holds. */
const PATIENCE = 3_000
const typed = ref<string | null>(null)
let timer: ReturnType<typeof setTimeout> | undefined
const textOf = (event: Event): string => (event.target as HTMLInputElement).value
function forget(): void {
  clearTimeout(timer)
  timer = undefined
  typed.value = null
}
function type(event: Event): void {
  clearTimeout(timer)
  timer = undefined
  typed.value = textOf(event)
}
function take(event: Event): void {
  const text = textOf(event)
  typed.value = text
  emit('take', text)
  if (props.saves) timer = setTimeout(forget, PATIENCE)
  else forget()
}
watch(
  () => props.value,
  () => {
    if (timer !== undefined) forget()
  },
)
onScopeDispose(() => clearTimeout(timer))
</script>

<template>
  <input :value="typed ?? value ?? ''" @input="type" @change="take" @blur="timer === undefined && forget()" />
</template>
