<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { dayOf, shownMoment, timeOf, toMoment } from '@/lib/moments'
import KgDay from './KgDay.vue'

/** A day, or a day and a time, in one clear form: 2027-06-12, 2027-06-12 18:30. */
const props = defineProps<{
  id: string
  label: string
  hasTime: boolean
  placeholder: string
  isWrong: boolean
  describedBy: string
}>()
const value = defineModel<string>({ required: true })
const input = ref<HTMLInputElement>()
/** What is being typed; what it means goes out with every key. */
const typed = ref(shownMoment(value.value))
watch(value, (now) => {
  if (toMoment(typed.value, props.hasTime) !== now) typed.value = shownMoment(now)
})
const day = computed(() => dayOf(value.value))

function type(event: Event): void {
  typed.value = (event.target as HTMLInputElement).value
  value.value = toMoment(typed.value, props.hasTime)
}
function settle(): void {
  typed.value = shownMoment(value.value)
}
/** A picked day keeps the time that stands there. */
function pick(picked: string): void {
  value.value = props.hasTime ? `${picked}T${timeOf(value.value) || '09:00'}` : picked
  settle()
  input.value?.focus()
}
defineExpose({ focus: () => input.value?.focus() })
</script>

<template>
  <div class="moment">
    <input
      :id="id"
      ref="input"
      class="kg-input code"
      type="text"
      inputmode="numeric"
      autocomplete="off"
      :value="typed"
      :placeholder="shownMoment(placeholder)"
      :aria-invalid="isWrong"
      :aria-describedby="describedBy"
      @input="type"
      @blur="settle"
    />
    <KgDay :day="day" :label="`Pick the day: ${label}`" @pick="pick" />
  </div>
</template>

<style scoped>
.moment {
  display: flex;
  align-items: center;
  gap: 2px;
}
.moment .kg-input {
  flex: 1;
  min-width: 0;
}
</style>
