<script setup lang="ts">
import { mdiCalendarOutline } from '@mdi/js'
import { computed, ref } from 'vue'
import { dayOf, isoDay } from '@/lib/moments'

/** A calendar behind a button: the same on every browser, whatever order its user's country writes dates in. */
const props = defineProps<{
  /** The day that stands in the field, YYYY-MM-DD; anything else is none. */
  day: string
  label: string
  hint?: string
}>()
const emit = defineEmits<{ pick: [day: string] }>()
const isOpen = ref(false)
const date = computed(() => (dayOf(props.day) === '' ? null : new Date(`${dayOf(props.day)}T12:00:00`)))

function pick(picked: unknown): void {
  if (picked instanceof Date) emit('pick', isoDay(picked))
  isOpen.value = false
}
</script>

<template>
  <v-menu v-model="isOpen" :close-on-content-click="false" location="bottom end">
    <template #activator="{ props: menu }">
      <button type="button" class="day" v-bind="menu" :aria-label="label" :title="hint ?? label">
        <v-icon class="kg-icon" :icon="mdiCalendarOutline" />
      </button>
    </template>
    <v-date-picker
      :model-value="date"
      class="calendar"
      hide-header
      show-adjacent-months
      :first-day-of-week="1"
      @update:model-value="pick"
    />
  </v-menu>
</template>

<style scoped>
.day {
  flex: none;
  width: 28px;
  height: 32px;
  display: grid;
  place-items: center;
  border: 0;
  background: none;
  padding: 0;
  color: var(--ink-2);
}
.day:hover {
  color: var(--ink);
}
.calendar {
  border: 1px solid var(--ink);
  border-radius: var(--r);
  background: var(--sheet);
}
.calendar :deep(.v-date-picker-month__day) {
  height: 36px;
}
.calendar :deep(.v-date-picker-month__weekday) {
  font: var(--t-note);
  color: var(--ink-2);
}
.calendar :deep(.v-date-picker-month__day .v-btn) {
  color: inherit;
  background: none;
}
.calendar :deep(.v-date-picker-month__day--selected .v-btn) {
  background: var(--accent);
  color: var(--on-accent);
}
@media (max-width: 719px) {
  .day {
    width: 44px;
    height: 44px;
  }
}
</style>
