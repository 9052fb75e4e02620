<script setup lang="ts">
import { mdiClose, mdiPlus } from '@mdi/js'
import { useQuery } from '@tanstack/vue-query'
import { computed, nextTick, ref } from 'vue'
import { api, type Schemas, unwrap } from '@/api/client'
import type { Problem, Values } from '@/lib/kinds'
import KgDay from './KgDay.vue'
import KgSays from './KgSays.vue'

/** GS1 elements: identifiers found by what people call them, values as people write them. */
const props = defineProps<{ problems: Problem[]; costs: Record<string, number>; read: Schemas['Gs1Element'][] }>()
const elements = defineModel<Values[]>({ required: true })
const emit = defineEmits<{ fix: [fields: Record<string, string>] }>()

const { data } = useQuery({
  queryKey: ['gs1-identifiers'],
  queryFn: async () =>
    (
      (await unwrap(api.GET('/api/v1/gs1/identifiers', { params: { query: { q: '' } } }))) as {
        data: Schemas['Gs1Identifier'][]
      }
    ).data,
  staleTime: Infinity,
})
const known = computed(() => data.value ?? [])
/** The family of an identifier: 3103 belongs to 310n. */
const identifier = (ai: string): Schemas['Gs1Identifier'] | undefined =>
  known.value.find((one) => one.ai === ai) ??
  known.value.find((one) => one.ai.endsWith('n') && ai.startsWith(one.ai.slice(0, 3)) && ai.length === 4)

const text = (value: unknown): string => (typeof value === 'string' ? value : '')
const rows = computed(() =>
  elements.value.map((element, i) => {
    const ai = text(element.ai)
    const found = identifier(ai)
    const says = props.read.find((one) => one.ai === ai && one.value === text(element.value))?.says
    return {
      ai,
      value: text(element.value),
      title: found?.title ?? '',
      isDate: found?.is_date ?? false,
      placeholder: found?.is_date ? 'YYMMDD' : found?.unit ? `0.340 ${found.unit}` : (found?.format ?? ''),
      says: notes.value[i] ?? says ?? '',
      unit: found?.unit ?? null,
      max: found?.max_length ?? 90,
      problems: props.problems.filter((p) => p.field === `elements.${i}.value` || p.field === `elements.${i}.ai`),
      cost: props.costs[`elements.${i}`],
    }
  }),
)
const general = computed(() => props.problems.filter((p) => p.field === 'elements'))

const notes = ref<Record<number, string>>({})
const put = (i: number, change: Values): void => {
  notes.value = Object.fromEntries(Object.entries(notes.value).filter(([at]) => Number(at) !== i))
  elements.value = elements.value.map((element, at) => (at === i ? { ...element, ...change } : element))
}
const remove = (i: number): void => {
  notes.value = {}
  elements.value = elements.value.filter((_, at) => at !== i)
}

/** On leaving the field a weight with its unit, a written date or a short GTIN becomes what the standard writes. */
async function settle(i: number): Promise<void> {
  const { ai, value } = rows.value[i]!
  if (value === '' || /^\d{14}$/.test(value)) return
  const found = identifier(ai)
  const family = found?.unit && /[^\d]/.test(value) ? found.ai : ai
  try {
    const read = (await unwrap(api.POST('/api/v1/gs1/element', { body: { ai: family, value } }))) as {
      ai: string
      value: string
      note: string | null
      problem: string | null
    }
    if (read.problem !== null || (read.ai === ai && read.value === value) || rows.value[i]?.value !== value) return
    put(i, { ai: read.ai, value: read.value })
    if (read.note !== null) notes.value[i] = `${read.note}, from “${value}”`
  } catch {
    // The server reads the value again when it draws, and says there what is wrong.
  }
}

const CENTURY = 'two digits of the year mean the one within 50 years of now'
function pick(i: number, day: string): void {
  put(i, { value: day.slice(2).replaceAll('-', '') })
}
/** The day that six digits mean, for the calendar to begin with. */
function dayOfDigits(digits: string): string {
  const match = /^(\d\d)(\d\d)(\d\d)$/.exec(digits)
  if (match === null) return ''
  const now = new Date().getFullYear()
  const year = [0, -100, 100]
    .map((shift) => Math.floor(now / 100) * 100 + shift + Number(match[1]))
    .find((y) => Math.abs(y - now) <= 50)
  return `${year ?? now}-${match[2]}-${match[3]}`
}

const query = ref('')
const isAdding = ref(false)
const box = ref<HTMLElement>()
const search = ref<{ focus: () => void }>()
const offered = computed(() => {
  const words = query.value.trim().toLowerCase().split(/\s+/)
  const taken = new Set(elements.value.map((element) => identifier(text(element.ai))?.ai))
  return known.value
    .filter(
      (one) =>
        !taken.has(one.ai) && words.every((word) => `${one.ai} ${one.title} ${one.words}`.toLowerCase().includes(word)),
    )
    .slice(0, 8)
})
async function open(): Promise<void> {
  isAdding.value = true
  await nextTick()
  search.value?.focus()
}
async function add(ai: string): Promise<void> {
  // A family is written with its decimal places once the value is known.
  elements.value = [...elements.value, { ai: ai.endsWith('n') ? `${ai.slice(0, -1)}0` : ai, value: '' }]
  query.value = ''
  isAdding.value = false
  await nextTick()
  box.value?.querySelectorAll<HTMLInputElement>('.el input.val')[elements.value.length - 1]?.focus()
}
</script>

<template>
  <div ref="box" class="els">
    <div v-for="(row, i) in rows" :key="i" class="el">
      <div class="label">
        <label :for="`el-${i}`"
          ><span class="ai fig">({{ row.ai }})</span><wbr />{{ row.title }}</label
        >
        <small v-if="row.cost" class="cost">{{ row.cost }} bits</small>
      </div>
      <div class="ctl">
        <input
          :id="`el-${i}`"
          class="kg-input code val"
          :class="{ long: row.value.length > 15 }"
          :value="row.value"
          :placeholder="row.placeholder"
          :aria-invalid="row.problems.some((p) => p.severity === 'error')"
          :aria-describedby="`el-${i}-says`"
          autocomplete="off"
          spellcheck="false"
          @input="put(i, { value: ($event.target as HTMLInputElement).value })"
          @blur="settle(i)"
        />
        <KgDay
          v-if="row.isDate"
          :day="dayOfDigits(row.value)"
          :label="`Pick the date of ${row.title}`"
          :hint="`Six digits, YYMMDD: ${CENTURY}`"
          @pick="pick(i, $event)"
        />
        <button type="button" class="x" :aria-label="`Remove (${row.ai}) ${row.title}`" @click="remove(i)">
          <v-icon class="kg-icon" :icon="mdiClose" />
        </button>
      </div>
      <div :id="`el-${i}-says`" class="under" aria-live="polite">
        <p v-if="row.says" class="note">
          {{ row.says
          }}<template v-if="row.isDate">. Two digits of a year mean the one within 50 years of now</template>
        </p>
        <KgSays :problems="row.problems" @fix="emit('fix', $event)" />
      </div>
    </div>
    <KgSays :problems="general" @fix="emit('fix', $event)" />
    <div v-if="isAdding" class="add" @keydown.esc="isAdding = false">
      <v-text-field
        ref="search"
        v-model="query"
        placeholder="best before, weight, 21 …"
        aria-label="Find an application identifier"
        autocomplete="off"
        @keydown.enter.prevent="offered[0] && add(offered[0].ai)"
      />
      <ul class="offers" aria-label="Application identifiers">
        <li v-for="one in offered" :key="one.ai">
          <button type="button" @click="add(one.ai)">
            <span class="fig">({{ one.ai }})</span> <b>{{ one.title }}</b> <span class="note">{{ one.format }}</span>
          </button>
        </li>
        <li v-if="offered.length === 0" class="note none">No identifier by that name.</li>
      </ul>
    </div>
    <button v-else type="button" class="more" @click="open">
      <v-icon class="kg-icon" :icon="mdiPlus" />Add an element
    </button>
  </div>
</template>

<style scoped>
.els {
  display: grid;
  gap: 6px;
}
.el {
  display: grid;
  grid-template-columns: 100px minmax(0, 1fr);
  gap: 0 8px;
}
.label {
  padding-top: 1px;
  font: 500 12px/15px var(--font-text);
  overflow-wrap: break-word;
}
.ai {
  margin-right: 5px;
  color: var(--ink-3);
}
.cost {
  display: block;
  font: 400 11px/14px var(--font-code);
  color: var(--ink-3);
}
.ctl {
  display: flex;
  align-items: center;
  gap: 2px;
}
.ctl .val {
  flex: 1;
  min-width: 0;
  text-overflow: ellipsis;
}
/* A number of eighteen or twenty digits is compared digit by digit, so all of it is seen. */
.ctl .val.long {
  font-size: 12px;
  letter-spacing: -0.02em;
  padding-inline: 6px;
}
.x {
  border: 0;
  background: none;
  width: 22px;
  height: 32px;
  display: grid;
  place-items: center;
  padding: 0;
}
.under {
  grid-column: 1 / -1;
}
.under .note {
  padding: 2px 0 0 120px;
}
.more {
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
.offers {
  list-style: none;
  padding: 0;
  margin: 4px 0 0;
  border: 1px solid var(--rule);
  background: var(--sheet);
}
.offers button {
  border: 0;
  background: none;
  width: 100%;
  text-align: left;
  padding: 4px 8px;
  font: var(--t-note);
}
.offers button:hover,
.offers button:focus-visible {
  background: var(--accent-wash);
}
.none {
  padding: 6px 8px;
}
@media (max-width: 719px) {
  .el {
    grid-template-columns: minmax(0, 1fr);
  }
  .under .note {
    padding-left: 0;
  }
  .more,
  .offers button {
    min-height: 44px;
  }
}
</style>
