<script setup lang="ts">
import { computed, ref } from 'vue'
import type { FieldSpec, Problem } from '@/lib/kinds'
import KgMoment from './KgMoment.vue'
import KgSays from './KgSays.vue'

/** One value with its rule, its cost, and what is wrong with it beside it. */
const props = defineProps<{
  /** Where the value stands, such as phones.0.number. */
  path: string
  spec: FieldSpec
  problems: Problem[]
  cost?: number | undefined
  bare?: boolean
}>()
const value = defineModel<string | boolean | undefined>({ required: true })
const emit = defineEmits<{ fix: [fields: Record<string, string>] }>()
const id = computed(() => `field-${props.path.replaceAll('.', '-')}`)
const isHere = ref(false)
const control = ref<HTMLElement | { focus: () => void }>()

const text = computed({
  get: () => (typeof value.value === 'string' ? value.value : props.spec.preset),
  set: (next) => (value.value = next),
})
const isWrong = computed(() => props.problems.some((p) => p.severity === 'error'))
const isCode = computed(() => ['link', 'phone', 'email', 'decimal', 'integer', 'raw', 'kept'].includes(props.spec.type))
const isTall = computed(() => ['text', 'raw', 'link'].includes(props.spec.type))
const isMoment = computed(() => props.spec.type === 'date' || props.spec.type === 'date_time')
const mode = computed(
  () =>
    (({ decimal: 'decimal', integer: 'numeric', phone: 'tel', email: 'email' }) as const)[props.spec.type as 'phone'],
)
/** A day in words, so that a slip of month and day is seen. */
const inWords = computed(() => {
  if (!isMoment.value || text.value === '') return ''
  const day = new Date(`${text.value.slice(0, 10)}T12:00:00`)
  return Number.isNaN(day.getTime())
    ? ''
    : day.toLocaleDateString('en-GB', { weekday: 'long', day: 'numeric', month: 'long', year: 'numeric' })
})
const zones = computed(() => (props.spec.type === 'time_zone' ? ['UTC', ...Intl.supportedValuesOf('timeZone')] : []))
defineExpose({ focus: () => control.value?.focus() })
</script>

<template>
  <div class="field" :class="{ bare, tall: isTall && !bare }" @focusin="isHere = true" @focusout="isHere = false">
    <div v-if="!bare" class="label">
      <label :for="id">{{ spec.label }}</label>
      <small v-if="cost" class="cost" :title="`Without it the symbol would carry ${cost} bits less`"
        >{{ cost }} bits</small
      >
    </div>
    <div class="control">
      <label v-if="spec.type === 'flag'" class="flag"
        ><input
          :id="id"
          ref="control"
          type="checkbox"
          :checked="value === true"
          :aria-describedby="`${id}-says`"
          @change="value = ($event.target as HTMLInputElement).checked"
        /><span class="note">{{ spec.help || 'Yes' }}</span></label
      >
      <select
        v-else-if="spec.type === 'choice'"
        :id="id"
        ref="control"
        class="kg-input"
        :value="text"
        :aria-label="bare ? spec.label : undefined"
        :aria-describedby="`${id}-says`"
        @change="text = ($event.target as HTMLSelectElement).value"
      >
        <option v-if="!spec.options.some((o) => o.value === '') && text === ''" value="">
          {{ spec.required ? 'Choose' : '–' }}
        </option>
        <option v-for="option in spec.options" :key="option.value" :value="option.value">{{ option.label }}</option>
      </select>
      <KgMoment
        v-else-if="isMoment"
        :id="id"
        ref="control"
        v-model="text"
        :label="spec.label"
        :has-time="spec.type === 'date_time'"
        :placeholder="spec.example"
        :is-wrong="isWrong"
        :described-by="`${id}-says`"
      />
      <v-textarea
        v-else-if="isTall"
        :id="id"
        ref="control"
        v-model="text"
        :class="{ 'code-field': isCode }"
        rows="1"
        auto-grow
        max-rows="7"
        :spellcheck="spec.type === 'text'"
        autocapitalize="off"
        autocomplete="off"
        :placeholder="spec.example"
        :error="isWrong"
        :aria-label="bare ? spec.label : undefined"
        :aria-describedby="`${id}-says`"
      />
      <v-text-field
        v-else
        :id="id"
        ref="control"
        v-model="text"
        :class="{ 'code-field': isCode }"
        :placeholder="spec.example"
        :inputmode="mode"
        :list="zones.length > 0 ? `${id}-zones` : undefined"
        spellcheck="false"
        autocapitalize="off"
        autocomplete="off"
        :error="isWrong"
        :aria-label="bare ? spec.label : undefined"
        :aria-describedby="`${id}-says`"
      />
      <datalist v-if="zones.length > 0" :id="`${id}-zones`">
        <option v-for="zone in zones" :key="zone" :value="zone" />
      </datalist>
      <div :id="`${id}-says`" aria-live="polite">
        <p v-if="isHere && spec.help !== '' && spec.type !== 'flag' && problems.length === 0" class="note help">
          {{ spec.help }}
        </p>
        <p v-if="inWords" class="note help">{{ inWords }}</p>
        <KgSays :problems="problems" @fix="emit('fix', $event)"
          ><template v-for="(_, name) in $slots" #[name]><slot :name="name" /></template
        ></KgSays>
      </div>
    </div>
  </div>
</template>

<style scoped>
.field {
  display: grid;
  grid-template-columns: 88px minmax(0, 1fr);
  gap: 2px 10px;
}
.field.bare,
.field.tall {
  grid-template-columns: minmax(0, 1fr);
}
.label {
  padding-top: 7px;
  overflow-wrap: anywhere;
}
.tall .label {
  padding-top: 2px;
  display: flex;
  gap: 10px;
  align-items: baseline;
}
.cost {
  display: block;
  font: 400 11px/14px var(--font-code);
  color: var(--ink-3);
}
.control {
  min-width: 0;
}
.flag {
  display: flex;
  gap: 8px;
  align-items: flex-start;
  padding: 7px 0;
}
.flag input {
  margin: 2px 0 0;
  width: 14px;
  height: 14px;
  accent-color: var(--accent);
  flex: none;
}
.help {
  padding-top: 3px;
}
@media (max-width: 719px) {
  .field {
    grid-template-columns: minmax(0, 1fr);
  }
  .label {
    padding-top: 4px;
    display: flex;
    gap: 10px;
    align-items: baseline;
  }
}
</style>
