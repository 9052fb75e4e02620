<script setup lang="ts">
import { mdiClose, mdiPlus } from '@mdi/js'
import { computed, ref, watch } from 'vue'
import { type FieldSpec, isFilled, type Problem, type Values } from '@/lib/kinds'
import KgField from './KgField.vue'
import KgSays from './KgSays.vue'

/** The fields of a kind or of a group within it, made from their description alone. */
const props = withDefaults(
  defineProps<{
    specs: FieldSpec[]
    problems: Problem[]
    costs?: Record<string, number>
    path?: string
    bare?: boolean
  }>(),
  { costs: () => ({}), path: '' },
)
const values = defineModel<Values>({ required: true })
const emit = defineEmits<{ fix: [fields: Record<string, string>] }>()

/** An event of whole days has days in place of moments; what has a value or a problem is always seen. */
const DAYS = ['start_date', 'end_date']
const MOMENTS = ['start', 'end', 'time_zone']
const hasWholeDays = computed(() => props.specs.some((spec) => spec.name === 'all_day'))
function isOut(spec: FieldSpec): boolean {
  if (!hasWholeDays.value || isFilled(values.value[spec.name]) || of(spec.name).length > 0) return false
  return (values.value.all_day === true ? MOMENTS : DAYS).includes(spec.name)
}
/** Days stand where the moments would, right after the choice between them. */
const ordered = computed(() => {
  if (!hasWholeDays.value || values.value.all_day !== true) return props.specs
  const days = props.specs.filter((spec) => DAYS.includes(spec.name)).map((spec) => ({ ...spec, isAdvanced: false }))
  const rest = props.specs.filter((spec) => !DAYS.includes(spec.name))
  const at = rest.findIndex((spec) => spec.name === 'all_day') + 1
  return [...rest.slice(0, at), ...days, ...rest.slice(at)]
})

const isMore = ref(false)
const first = computed(() => ordered.value.filter((spec) => !spec.isAdvanced && !isOut(spec)))
const further = computed(() =>
  ordered.value.filter(
    (spec) => spec.isAdvanced && !isOut(spec) && (spec.type !== 'kept' || isFilled(values.value[spec.name])),
  ),
)
const shown = computed(() => [
  ...first.value,
  ...further.value.filter((spec) => isMore.value || isFilled(values.value[spec.name]) || of(spec.name).length > 0),
])
const hidden = computed(() => first.value.length + further.value.length - shown.value.length)
watch(
  () => props.specs,
  () => (isMore.value = false),
)

const full = (name: string): string => (props.path === '' ? name : `${props.path}.${name}`)
/** Problems of exactly this place. */
const of = (name: string): Problem[] => props.problems.filter((p) => p.field === full(name))

const set = (name: string, value: unknown): void => void (values.value = { ...values.value, [name]: value })
const single = (spec: FieldSpec): string | boolean | undefined => {
  const value = values.value[spec.name]
  return typeof value === 'string' || typeof value === 'boolean' ? value : undefined
}
const list = (spec: FieldSpec): unknown[] => {
  const value = values.value[spec.name]
  return Array.isArray(value) ? value : []
}
/** What all of a list costs together. */
const sum = (spec: FieldSpec): number =>
  list(spec).reduce<number>((bits, _, i) => bits + (props.costs[`${spec.name}.${i}`] ?? 0), 0)
const change = (spec: FieldSpec, at: number, value: unknown): void => {
  const next = [...list(spec)]
  next[at] = value
  set(spec.name, next)
}
const remove = (spec: FieldSpec, at: number): void =>
  set(
    spec.name,
    list(spec).filter((_, i) => i !== at),
  )
const add = (spec: FieldSpec): void => set(spec.name, [...list(spec), spec.type === 'group' ? {} : ''])
/** A repeated field always shows one to fill in, unless it only keeps what was found. */
const items = (spec: FieldSpec): unknown[] =>
  list(spec).length > 0 || spec.type === 'kept' ? list(spec) : [spec.type === 'group' ? {} : '']
/** A choice and one value stand in a line; more fields stand below each other. */
const isLine = (spec: FieldSpec): boolean => spec.fields.filter((f) => !f.isAdvanced).length <= 2
</script>

<template>
  <div class="fields" :class="{ bare }">
    <template v-for="spec in shown" :key="spec.name">
      <div
        v-if="spec.repeats"
        class="many"
        :class="{ groups: spec.type === 'group' }"
        role="group"
        :aria-label="spec.label"
      >
        <span class="label">{{ spec.label }}</span>
        <div class="items">
          <div
            v-for="(item, i) in items(spec)"
            :key="i"
            class="item"
            :class="{ stack: spec.type === 'group' && !isLine(spec) }"
          >
            <KgFields
              v-if="spec.type === 'group'"
              :model-value="(typeof item === 'object' ? item : {}) as Values"
              class="grow"
              :specs="spec.fields"
              :problems="problems"
              :path="`${full(spec.name)}.${i}`"
              :bare="isLine(spec)"
              @update:model-value="change(spec, i, $event)"
              @fix="emit('fix', $event)"
            />
            <KgField
              v-else
              :model-value="item as string"
              class="grow"
              :path="`${full(spec.name)}.${i}`"
              :spec="spec"
              :problems="of(`${spec.name}.${i}`)"
              bare
              @update:model-value="change(spec, i, $event)"
              @fix="emit('fix', $event)"
            />
            <v-btn
              v-if="list(spec).length > i && (isFilled(item) || list(spec).length > 1)"
              class="bare icon"
              :aria-label="`Remove ${spec.label.toLowerCase()} ${i + 1}`"
              @click="remove(spec, i)"
              ><v-icon :icon="mdiClose"
            /></v-btn>
          </div>
          <p v-if="spec.type !== 'kept'" class="foot row">
            <button type="button" class="add" @click="add(spec)">
              <v-icon class="kg-icon" :icon="mdiPlus" />Another
            </button>
            <span v-if="sum(spec) > 0" class="cost fig">{{ sum(spec) }} bits</span>
          </p>
          <KgSays :problems="of(spec.name)" @fix="emit('fix', $event)" />
        </div>
      </div>
      <fieldset v-else-if="spec.type === 'group'" class="set">
        <legend class="label">
          {{ spec.label }}<small v-if="costs[spec.name]" class="cost">{{ costs[spec.name] }} bits</small>
        </legend>
        <KgFields
          :model-value="(values[spec.name] ?? {}) as Values"
          :specs="spec.fields"
          :problems="problems"
          :path="full(spec.name)"
          @update:model-value="set(spec.name, $event)"
          @fix="emit('fix', $event)"
        />
        <KgSays :problems="of(spec.name)" @fix="emit('fix', $event)" />
      </fieldset>
      <KgField
        v-else
        :model-value="single(spec)"
        :path="full(spec.name)"
        :spec="spec"
        :problems="of(spec.name)"
        :cost="costs[spec.name]"
        :bare="bare"
        @update:model-value="set(spec.name, $event)"
        @fix="emit('fix', $event)"
        ><template v-for="(_, name) in $slots" #[name]><slot :name="name" /></template
      ></KgField>
    </template>
    <button v-if="hidden > 0 && !bare" type="button" class="add more" @click="isMore = true">
      <v-icon class="kg-icon" :icon="mdiPlus" />{{ hidden === 1 ? 'One more field' : `${hidden} more fields` }}
    </button>
  </div>
</template>

<style scoped>
.fields {
  display: grid;
  gap: 6px;
  align-content: start;
}
.fields.bare {
  display: flex;
  gap: 4px;
  align-items: flex-start;
}
.fields.bare > :first-child:not(:last-child) {
  flex: 0 0 76px;
}
.fields.bare > :last-child {
  flex: 1;
  min-width: 0;
}
.many {
  display: grid;
  grid-template-columns: 88px minmax(0, 1fr);
  gap: 10px;
}
.many > .label {
  padding-top: 7px;
}
.many.groups {
  grid-template-columns: minmax(0, 1fr);
  gap: 2px;
}
.many.groups > .label {
  padding-top: 2px;
}
.items {
  display: grid;
  gap: 4px;
}
.item {
  display: flex;
  align-items: flex-start;
  gap: 2px;
}
.item.stack {
  border-left: 2px solid var(--rule);
  padding-left: 8px;
  margin-top: 2px;
}
.icon {
  padding: 0;
  width: 24px;
  height: 32px !important;
  flex: none;
}
.foot {
  justify-content: space-between;
}
.cost {
  font: 400 11px/14px var(--font-code);
  color: var(--ink-3);
}
.set {
  border: 0;
  border-left: 2px solid var(--rule);
  margin: 4px 0 2px;
  padding: 0 0 0 8px;
}
.set legend {
  padding: 0 0 4px;
  font-weight: 600;
}
.set .cost {
  display: inline;
  margin-left: 10px;
}
.add {
  border: 0;
  background: none;
  padding: 2px 0;
  display: inline-flex;
  align-items: center;
  gap: 5px;
  font: 500 12.5px/18px var(--font-text);
  color: var(--ink-2);
  justify-self: start;
}
.add:hover {
  color: var(--ink);
}
@media (max-width: 719px) {
  .many {
    grid-template-columns: minmax(0, 1fr);
    gap: 2px;
  }
  .add {
    min-height: 44px;
  }
}
</style>
