<script setup lang="ts" generic="T extends string">
/** Two to four options on a rule, the current one under a window. Arrow keys move within. */
const props = defineProps<{ options: { value: T; label: string }[]; label: string }>()
const chosen = defineModel<T>({ required: true })

function move(event: KeyboardEvent, step: number): void {
  const index = props.options.findIndex((option) => option.value === chosen.value)
  const next = (index + step + props.options.length) % props.options.length
  chosen.value = props.options[next]!.value
  const buttons = (event.currentTarget as HTMLElement).querySelectorAll('button')
  buttons[next]?.focus()
}
</script>

<template>
  <div
    class="slide"
    role="radiogroup"
    :aria-label="label"
    @keydown.right.prevent="move($event, 1)"
    @keydown.left.prevent="move($event, -1)"
  >
    <button
      v-for="option in options"
      :key="option.value"
      type="button"
      role="radio"
      :aria-checked="option.value === chosen"
      :tabindex="option.value === chosen ? 0 : -1"
      @click="chosen = option.value"
    >
      {{ option.label }}
    </button>
  </div>
</template>
