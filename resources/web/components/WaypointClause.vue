<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { type Clause, CLAUSES, type ClauseKind, kindOf, listed } from '@/lib/route'

/** One condition of a rule, as a part of its sentence. */
const props = defineProps<{ zone: string; label: string; disabled?: boolean }>()
const clause = defineModel<Clause>({ required: true })
defineEmits<{ remove: [] }>()
const kind = computed(() => kindOf(clause.value))
const DEVICES = ['phone', 'tablet', 'desktop', 'reader', 'unknown'] as const
const PLATFORMS = {
  ios: 'iOS',
  android: 'Android',
  windows: 'Windows',
  mac: 'macOS',
  linux: 'Linux',
  unknown: 'something unknown',
}
const DAYS = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'] as const
function choose(next: ClauseKind): void {
  clause.value = CLAUSES.find((one) => one.kind === next)!.fresh(props.zone)
}
/** What is typed stays as typed; what it means goes out. */
const typed = ref('')
watch(
  clause,
  (now) => {
    const list = now.language ?? now.country
    if (list !== undefined && listed(typed.value).join() !== list.join()) typed.value = list.join(', ')
  },
  { immediate: true, deep: true },
)
function type(text: string): void {
  typed.value = text
  const list = listed(text)
  clause.value = kind.value === 'country' ? { country: list.map((one) => one.toUpperCase()) } : { language: list }
}
const toggle = <T,>(list: readonly T[] | undefined, one: T): T[] =>
  (list ?? []).includes(one) ? (list ?? []).filter((other) => other !== one) : [...(list ?? []), one]
const number = (event: Event): number => Number((event.target as HTMLInputElement).value)
const text = (event: Event): string => (event.target as HTMLInputElement).value
</script>

<template>
  <span class="clause">
    <select
      :value="kind"
      :aria-label="`${label}: condition`"
      :disabled="disabled"
      @change="choose(($event.target as HTMLSelectElement).value as ClauseKind)"
    >
      <option v-for="one in CLAUSES" :key="one.kind" :value="one.kind">{{ one.says }}</option>
    </select>
    <input
      v-if="kind === 'language' || kind === 'country'"
      class="code short"
      :value="typed"
      :aria-label="`${label}: ${kind === 'country' ? 'countries' : 'languages'}`"
      :placeholder="kind === 'country' ? 'GB, FR' : 'cy, en-GB'"
      :disabled="disabled"
      @input="type(text($event))"
    />
    <span v-else-if="clause.device" class="ticks">
      <label v-for="one in DEVICES" :key="one"
        ><input
          type="checkbox"
          :checked="clause.device.includes(one)"
          :disabled="disabled"
          @change="clause = { device: toggle(clause.device, one) }"
        />{{ one === 'reader' ? 'handheld reader' : one }}</label
      >
    </span>
    <span v-else-if="clause.platform" class="ticks">
      <label v-for="(name, one) in PLATFORMS" :key="one"
        ><input
          type="checkbox"
          :checked="clause.platform.includes(one)"
          :disabled="disabled"
          @change="clause = { platform: toggle(clause.platform, one) }"
        />{{ name }}</label
      >
    </span>
    <template v-else-if="clause.near">
      <input
        class="fig tiny"
        type="number"
        step="any"
        min="0.05"
        :value="clause.near.km"
        :aria-label="`${label}: kilometres`"
        :disabled="disabled"
        @input="clause = { near: { ...clause.near!, km: number($event) } }"
      />
      km of
      <input
        class="fig"
        type="number"
        step="any"
        :value="clause.near.lat"
        :aria-label="`${label}: latitude`"
        :disabled="disabled"
        @input="clause = { near: { ...clause.near!, lat: number($event) } }"
      />
      <input
        class="fig"
        type="number"
        step="any"
        :value="clause.near.lng"
        :aria-label="`${label}: longitude`"
        :disabled="disabled"
        @input="clause = { near: { ...clause.near!, lng: number($event) } }"
      />
    </template>
    <template v-else-if="clause.hours">
      <input
        class="fig"
        type="time"
        :value="clause.hours.from"
        :aria-label="`${label}: from`"
        :disabled="disabled"
        @input="clause = { hours: { ...clause.hours!, from: text($event) } }"
      />
      to
      <input
        class="fig"
        type="time"
        :value="clause.hours.to"
        :aria-label="`${label}: to`"
        :disabled="disabled"
        @input="clause = { hours: { ...clause.hours!, to: text($event) } }"
      />
      <span class="ticks">
        <label v-for="day in DAYS" :key="day"
          ><input
            type="checkbox"
            :checked="clause.hours.days === undefined || clause.hours.days.includes(day)"
            :disabled="disabled"
            @change="clause = { hours: { ...clause.hours!, days: toggle(clause.hours!.days ?? DAYS, day) } }"
          />{{ day }}</label
        >
      </span>
      <input
        class="code"
        :value="clause.hours.zone"
        :aria-label="`${label}: zone`"
        :disabled="disabled"
        @input="clause = { hours: { ...clause.hours!, zone: text($event) } }"
      />
    </template>
    <template v-else-if="clause.dates">
      from
      <input
        class="fig"
        type="date"
        :value="clause.dates.from"
        :aria-label="`${label}: first day`"
        :disabled="disabled"
        @input="
          clause = {
            dates: { ...clause.dates!, ...(text($event) === '' ? { from: undefined } : { from: text($event) }) },
          }
        "
      />
      until
      <input
        class="fig"
        type="date"
        :value="clause.dates.until"
        :aria-label="`${label}: last day`"
        :disabled="disabled"
        @input="
          clause = {
            dates: { ...clause.dates!, ...(text($event) === '' ? { until: undefined } : { until: text($event) }) },
          }
        "
      />
    </template>
    <template v-else-if="clause.scans">
      <input
        class="fig tiny"
        type="number"
        min="1"
        :value="clause.scans.first"
        :aria-label="`${label}: how many scans`"
        :disabled="disabled"
        @input="clause = { scans: { first: number($event) } }"
      />
      scans
    </template>
    <template v-else-if="clause.share">
      <input
        class="fig tiny"
        type="number"
        min="0"
        max="100"
        step="any"
        :value="clause.share.from"
        :aria-label="`${label}: share from`"
        :disabled="disabled"
        @input="clause = { share: { ...clause.share!, from: number($event) } }"
      />
      to
      <input
        class="fig tiny"
        type="number"
        min="0"
        max="100"
        step="any"
        :value="clause.share.to"
        :aria-label="`${label}: share to`"
        :disabled="disabled"
        @input="clause = { share: { ...clause.share!, to: number($event) } }"
      />
      % of the visitors
    </template>
    <button
      type="button"
      class="x"
      :aria-label="`Remove the condition of ${label}`"
      :disabled="disabled"
      @click="$emit('remove')"
    >
      ×
    </button>
  </span>
</template>

<style scoped>
.clause {
  display: flex;
  gap: 6px;
  align-items: center;
  flex-wrap: wrap;
}
select,
input:not([type='checkbox']) {
  border: 1px solid var(--edge);
  border-radius: var(--r);
  background: var(--sheet);
  color: var(--ink);
  min-height: 30px;
  padding: 2px 6px;
}
.short {
  width: 130px;
}
.tiny {
  width: 76px;
}
input[type='number'] {
  width: 96px;
}
.ticks {
  display: flex;
  gap: 8px;
  flex-wrap: wrap;
}
.ticks label {
  display: flex;
  gap: 3px;
  align-items: center;
}
.x {
  border: 0;
  background: none;
  min-width: 24px;
  min-height: 24px;
  color: var(--ink-2);
}
</style>
