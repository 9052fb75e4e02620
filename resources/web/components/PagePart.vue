<script setup lang="ts">
import { mdiArrowDown, mdiArrowUp, mdiClose, mdiPlus } from '@mdi/js'
import { computed } from 'vue'
import { useQuery } from '@tanstack/vue-query'
import { api, type Schemas, unwrap } from '@/api/client'
import { useKinds } from '@/composables/useKinds'
import { specsOf, type Values } from '@/lib/kinds'
import { asProblems, labelOf, type PageField, type Row } from '@/lib/page'
import { moved } from '@/lib/route'
import KgFields from './KgFields.vue'
import KgTyped from './KgTyped.vue'
import PageFile from './PageFile.vue'

/** The fields of a part, made from their description; rows within it are parts of their own. */
const props = defineProps<{
  fields: PageField[]
  faults: Record<string, string>
  path: string
  kind: string
  disabled?: boolean
}>()
const value = defineModel<Row>({ required: true })
const { byName } = useKinds()
const specs = computed(() => {
  const facts = props.kind === 'contact' || props.kind === 'event' ? byName(props.kind) : undefined
  return facts === undefined
    ? []
    : specsOf(facts.schema as never).filter((spec) => !['format', 'form', 'uid', 'stamp', 'photo'].includes(spec.name))
})
const hasGate = computed(() => props.fields.some((field) => field.type === 'id'))
const { data: gates } = useQuery({
  queryKey: ['gates'],
  enabled: hasGate,
  queryFn: async () => ((await unwrap(api.GET('/api/v1/gates'))) as { data: Schemas['Gate'][] }).data,
})
const DAYS = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun']
const id = (name: string): string => `${props.path}-${name}`
const set = (name: string, next: unknown): void => void (value.value = { ...value.value, [name]: next })
const text = (name: string): string => (typeof value.value[name] === 'string' ? (value.value[name] as string) : '')
const rows = (name: string): Row[] => (Array.isArray(value.value[name]) ? (value.value[name] as Row[]) : [])
const typed = (event: Event): string => (event.target as HTMLInputElement).value
function number(name: string, given: string): void {
  const next = Number(given)
  set(name, given.trim() === '' || Number.isNaN(next) ? null : next)
}
function day(name: string, one: string): void {
  const now = Array.isArray(value.value[name]) ? (value.value[name] as string[]) : []
  set(name, now.includes(one) ? now.filter((other) => other !== one) : [...now, one])
}
const within = (name: string, i: number): Record<string, string> => {
  const prefix = `${name}.${i}.`
  return Object.fromEntries(
    Object.entries(props.faults)
      .filter(([field]) => field.startsWith(prefix))
      .map(([field, message]) => [field.slice(prefix.length), message]),
  )
}
const problems = computed(() => asProblems(props.faults))
</script>

<template>
  <div class="part-fields">
    <template v-for="field in fields" :key="field.name">
      <KgFields
        v-if="field.type === 'fields'"
        class="wide"
        :model-value="(value[field.name] ?? {}) as Values"
        :specs="specs"
        :problems="problems"
        @update:model-value="set(field.name, $event)"
        @fix="set(field.name, { ...(value[field.name] as Values), ...$event })"
      />
      <div v-else-if="field.type === 'rows'" class="wide rows">
        <div v-for="(one, i) in rows(field.name)" :key="i" class="item">
          <PagePart
            :model-value="one"
            :fields="field.columns"
            :faults="within(field.name, i)"
            :path="`${id(field.name)}-${i}`"
            kind=""
            :disabled="disabled"
            @update:model-value="
              set(
                field.name,
                rows(field.name).map((other, k) => (k === i ? $event : other)),
              )
            "
          />
          <div class="tools">
            <v-btn
              class="bare icon"
              :aria-label="`Move row ${i + 1} up`"
              :disabled="disabled || i === 0"
              @click="set(field.name, moved(rows(field.name), i, i - 1))"
              ><v-icon :icon="mdiArrowUp"
            /></v-btn>
            <v-btn
              class="bare icon"
              :aria-label="`Move row ${i + 1} down`"
              :disabled="disabled || i === rows(field.name).length - 1"
              @click="set(field.name, moved(rows(field.name), i, i + 1))"
              ><v-icon :icon="mdiArrowDown"
            /></v-btn>
            <v-btn
              class="bare icon"
              :aria-label="`Remove row ${i + 1}`"
              :disabled="disabled"
              @click="
                set(
                  field.name,
                  rows(field.name).filter((_, k) => k !== i),
                )
              "
              ><v-icon :icon="mdiClose"
            /></v-btn>
          </div>
        </div>
        <button
          type="button"
          class="add"
          :disabled="disabled || rows(field.name).length >= field.most"
          @click="set(field.name, [...rows(field.name), field.name === 'hours' ? { from: '09:00', to: '17:00' } : {}])"
        >
          <v-icon class="kg-icon" :icon="mdiPlus" />{{ rows(field.name).length === 0 ? 'Add the first' : 'Another' }}
        </button>
        <p v-if="faults[field.name]" class="wrong">{{ faults[field.name] }}</p>
      </div>
      <div v-else-if="field.type === 'days'" class="wide days" role="group" :aria-label="labelOf(field.name)">
        <button
          v-for="one in DAYS"
          :key="one"
          type="button"
          :aria-pressed="Array.isArray(value[field.name]) && (value[field.name] as string[]).includes(one)"
          :disabled="disabled"
          @click="day(field.name, one)"
        >
          {{ one.slice(0, 2) }}
        </button>
        <span class="note">{{ (value[field.name] as string[] | undefined)?.length ? '' : 'every day' }}</span>
      </div>
      <div v-else class="one" :class="{ wide: field.type === 'text' || field.type === 'file' || field.name === 'gs1' }">
        <label class="label" :for="id(field.name)">{{ labelOf(field.name) }}</label>
        <textarea
          v-if="field.type === 'text'"
          :id="id(field.name)"
          class="kg-plain"
          rows="5"
          :value="text(field.name)"
          :maxlength="field.most"
          :disabled="disabled"
          placeholder="A line that begins with ## is a heading"
          @input="set(field.name, typed($event))"
        />
        <select
          v-else-if="field.type === 'choice'"
          :id="id(field.name)"
          class="kg-plain"
          :value="text(field.name) || field.choices[0]"
          :disabled="disabled"
          @change="set(field.name, typed($event))"
        >
          <option v-for="one in field.choices" :key="one" :value="one">{{ one }}</option>
        </select>
        <select
          v-else-if="field.type === 'id'"
          :id="id(field.name)"
          class="kg-plain"
          :value="text(field.name)"
          :disabled="disabled"
          @change="set(field.name, typed($event))"
        >
          <option value="">Choose a gate</option>
          <option v-for="one in gates ?? []" :key="one.id" :value="one.id">
            {{ one.name }}, {{ one.times === 1 ? 'once' : `${one.times} times` }}
          </option>
        </select>
        <PageFile
          v-else-if="field.type === 'file'"
          :id="id(field.name)"
          :model-value="text(field.name)"
          :label="labelOf(field.name)"
          :picture="field.name === 'picture'"
          :disabled="disabled"
          @update:model-value="set(field.name, $event)"
        />
        <KgTyped
          v-else-if="field.type === 'number'"
          :id="id(field.name)"
          class="kg-plain fig"
          inputmode="decimal"
          :value="String(value[field.name] ?? '')"
          :disabled="disabled"
          @take="number(field.name, $event)"
        />
        <input
          v-else
          :id="id(field.name)"
          class="kg-plain"
          :class="{ code: ['code', 'link', 'time'].includes(field.type) }"
          :type="field.type === 'time' ? 'time' : 'text'"
          :inputmode="field.type === 'link' ? 'url' : undefined"
          :spellcheck="field.type === 'line'"
          :maxlength="field.most || undefined"
          :value="text(field.name)"
          :disabled="disabled"
          @input="set(field.name, typed($event))"
        />
        <p v-if="faults[field.name]" class="wrong">{{ faults[field.name] }}</p>
      </div>
    </template>
  </div>
</template>

<style scoped>
.part-fields {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(180px, 1fr));
  gap: 8px 12px;
}
.wide {
  grid-column: 1 / -1;
}
.one {
  display: grid;
  gap: 2px;
  align-content: start;
  min-width: 0;
}
.kg-plain {
  width: 100%;
}
.item {
  display: flex;
  gap: 6px;
  padding: 4px 0 8px;
  border-bottom: 1px solid var(--rule);
}
.item > :first-child {
  flex: 1;
  min-width: 0;
}
.tools {
  display: flex;
  align-self: flex-start;
}
.icon {
  padding: 0 !important;
  width: 26px;
}
.rows {
  display: grid;
  gap: 4px;
}
.add {
  border: 0;
  background: none;
  display: inline-flex;
  gap: 4px;
  align-items: center;
  padding: 4px 0;
  font-weight: 600;
  justify-self: start;
}
.days {
  display: flex;
  gap: 3px;
  align-items: center;
}
.days button {
  border: 1px solid var(--edge);
  background: var(--sheet);
  min-width: 32px;
  padding: 3px 4px;
  text-transform: capitalize;
}
.days button[aria-pressed='true'] {
  background: var(--ink);
  color: var(--paper);
}
.wrong {
  color: var(--fail);
}
</style>
