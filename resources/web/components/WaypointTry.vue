<script setup lang="ts">
import { reactive, ref, watch } from 'vue'
import { api, type Schemas, unwrap } from '@/api/client'
import type { RouteContent } from '@/lib/route'
import KgAskLinks from './KgAskLinks.vue'

/** What a visitor that one makes up would get, and which rule says so. */
const props = defineProps<{ id: string; route: RouteContent }>()
const emit = defineEmits<{ answered: [rule: number | null | undefined] }>()
const visitor = reactive({ language: 'en-GB', device: 'phone', platform: 'android', country: 'GB', at: '', number: 1 })
const answer = ref<Schemas['WaypointAnswer'] | null>(null)
const problem = ref('')
let under: AbortController | null = null
async function ask(): Promise<void> {
  under?.abort()
  const own = (under = new AbortController())
  try {
    const found = (await unwrap(
      api.POST('/api/v1/waypoints/{waypoint}/try', {
        params: { path: { waypoint: props.id } },
        body: {
          route: props.route,
          device: visitor.device,
          platform: visitor.platform,
          number: visitor.number,
          ...(visitor.language === '' ? {} : { language: visitor.language }),
          ...(visitor.country === '' ? {} : { country: visitor.country.toUpperCase() }),
          ...(visitor.at === '' ? {} : { at: new Date(visitor.at).toISOString().replace(/\.\d+Z$/, 'Z') }),
        },
        signal: own.signal,
      }),
    )) as Schemas['WaypointAnswer']
    if (own.signal.aborted) return
    answer.value = found
    problem.value = ''
    emit('answered', found.over ? undefined : found.rule)
  } catch (e) {
    if (own.signal.aborted) return
    problem.value = e instanceof Error ? e.message : 'It cannot be tried now.'
    answer.value = null
    emit('answered', undefined)
  }
}
/** The web links of the kept draft. */
const askLinks = () =>
  unwrap(api.POST('/api/v1/waypoints/{waypoint}/ask', { params: { path: { waypoint: props.id } } })) as Promise<{
    data: { rule: number | null; link: string; status: number | null; holds: boolean; says: string }[]
  }>
let timer: ReturnType<typeof setTimeout> | undefined
watch(
  [() => props.id, () => JSON.stringify(props.route), () => JSON.stringify(visitor)],
  () => {
    clearTimeout(timer)
    timer = setTimeout(() => void ask(), 120)
  },
  { immediate: true },
)
</script>

<template>
  <section class="try" aria-label="Try it">
    <b>Try it:</b> a
    <select v-model="visitor.device" aria-label="Device">
      <option v-for="one in ['phone', 'tablet', 'desktop', 'reader', 'unknown']" :key="one" :value="one">
        {{ one === 'reader' ? 'handheld reader' : one }}
      </option>
    </select>
    with
    <select v-model="visitor.platform" aria-label="Platform">
      <option value="android">Android</option>
      <option value="ios">iOS</option>
      <option value="windows">Windows</option>
      <option value="mac">macOS</option>
      <option value="linux">Linux</option>
      <option value="unknown">something else</option>
    </select>
    in <input v-model="visitor.language" class="code" aria-label="Language" size="6" /> from
    <input v-model="visitor.country" class="code" aria-label="Country" size="3" maxlength="2" />, scan
    <input v-model.number="visitor.number" class="fig" type="number" min="1" aria-label="Number of the scan" />, at
    <input v-model="visitor.at" class="fig" type="datetime-local" aria-label="Moment" />
    <p class="goes" role="status">
      <template v-if="problem">{{ problem }}</template>
      <template v-else-if="answer">
        <template v-if="answer.over">finds that it has ended, and gets </template>
        <template v-else-if="answer.asks"
          >is asked where they are first, by <b>rule {{ (answer.rule ?? 0) + 1 }}</b
          >; then
        </template>
        <template v-else
          >goes by <b>{{ answer.rule === null ? 'what holds otherwise' : `rule ${answer.rule + 1}` }}</b> to
        </template>
        <span class="code">{{ answer.link ?? answer.words }}</span>
        <span v-if="answer.why.length" class="note why"
          >{{ answer.why.map((one) => `${one.rule + 1}: ${one.words}`).join('. ') }}.</span
        >
      </template>
    </p>
    <KgAskLinks :of="JSON.stringify(route)" :ask="askLinks" />
  </section>
</template>

<style scoped>
.try {
  padding: 8px 16px;
  border-top: 1px solid var(--line);
  background: var(--sheet);
  line-height: 34px;
}
select,
input {
  border: 1px solid var(--edge);
  border-radius: var(--r);
  background: var(--paper);
  color: var(--ink);
  min-height: 28px;
  padding: 1px 5px;
}
input[type='number'] {
  width: 70px;
}
.goes {
  line-height: 22px;
  overflow-wrap: anywhere;
}
.why {
  display: block;
}
</style>
