<script setup lang="ts">
import { ref, watch } from 'vue'

/** A colour as a chip and six digits. What is not a colour stays in the field with a word, and changes nothing. */
const props = defineProps<{ label: string }>()
const colour = defineModel<string>({ required: true })
const typed = ref(colour.value)
const message = ref('')
watch(colour, (value) => {
  if (value.toUpperCase() !== typed.value.toUpperCase()) typed.value = value
  message.value = ''
})

function take(value: string): void {
  typed.value = value
  const match = /^#?([0-9a-f]{6}|[0-9a-f]{3})$/i.exec(value.trim())
  if (match === null) {
    message.value = 'Six hexadecimal digits, such as #14201C.'
    return
  }
  const digits = match[1]!.length === 3 ? match[1]!.replace(/./g, '$&$&') : match[1]!
  message.value = ''
  colour.value = `#${digits.toUpperCase()}`
}
</script>

<template>
  <div class="colour">
    <label class="label" :for="`c-${props.label}`">{{ label }}</label>
    <v-text-field
      :id="`c-${props.label}`"
      class="code-field"
      :model-value="typed"
      maxlength="7"
      spellcheck="false"
      autocomplete="off"
      :error-messages="message"
      @update:model-value="take"
    >
      <template #prepend-inner
        ><input
          type="color"
          class="chip"
          :value="colour"
          :aria-label="`Pick: ${label}`"
          @input="take(($event.target as HTMLInputElement).value)"
      /></template>
    </v-text-field>
  </div>
</template>

<style scoped>
.colour {
  display: grid;
  grid-template-columns: 92px 1fr;
  align-items: start;
  gap: 8px;
}
.colour > label {
  padding-top: 7px;
}
.chip {
  appearance: none;
  width: 20px;
  height: 20px;
  padding: 0;
  border: 1px solid var(--edge);
  border-radius: var(--r);
  background: none;
  cursor: pointer;
}
.chip::-webkit-color-swatch-wrapper {
  padding: 0;
}
.chip::-webkit-color-swatch {
  border: 0;
  border-radius: 1px;
}
</style>
