<script setup lang="ts">
import type { Schemas } from '@/api/client'
import { CLAUSES, type Clause, moved, type RouteContent, type RouteRule } from '@/lib/route'
import WaypointClause from './WaypointClause.vue'
import WaypointTarget from './WaypointTarget.vue'

/** Where a scan goes: rules as sentences in their order, the first that fits answers, and what holds otherwise. */
const props = defineProps<{
  zone: string
  faults: Schemas['WaypointFault'][]
  problems: Map<number, string>
  answering: number | null | undefined
  scans: Map<string, number>
  disabled: boolean
}>()
const route = defineModel<RouteContent>({ required: true })
const rules = (): RouteRule[] => (route.value.rules ?? []) as RouteRule[]
const put = (next: RouteRule[]): void => {
  route.value = { ...route.value, rules: next }
}
function add(): void {
  put([...rules(), { when: [CLAUSES[0]!.fresh(props.zone)], to: { ...route.value.else } }])
}
const change = (at: number, rule: RouteRule): void => put(rules().map((one, i) => (i === at ? rule : one)))
function clause(at: number, place: number, next: Clause): void {
  const rule = rules()[at]!
  change(at, { ...rule, when: rule.when.map((one, i) => (i === place ? next : one)) })
}
function dropClause(at: number, place: number): void {
  const rule = rules()[at]!
  if (rule.when.length === 1) put(rules().filter((_, i) => i !== at))
  else change(at, { ...rule, when: rule.when.filter((_, i) => i !== place) })
}
const said = (rule: number): string[] => [
  ...(props.problems.has(rule) ? [props.problems.get(rule)!] : []),
  ...props.faults.filter((one) => one.rule === rule).map((one) => one.message),
]
const count = (rule: number): string => (props.scans.get(String(rule)) ?? 0).toLocaleString('en-GB')
</script>

<template>
  <section class="rules" aria-label="Routing rules">
    <div class="head">
      <h2>Where a scan goes</h2>
      <span class="note grow">the first rule that fits answers</span>
      <v-btn :disabled="disabled" @click="add">Add a rule</v-btn>
    </div>
    <ol>
      <li v-for="(rule, i) in rules()" :key="i" :class="{ now: answering === i }">
        <span class="order">
          <button
            type="button"
            :aria-label="`Move rule ${i + 1} up`"
            :disabled="disabled || i === 0"
            @click="put(moved(rules(), i, i - 1))"
          >
            ↑
          </button>
          <b class="fig">{{ i + 1 }}</b>
          <button
            type="button"
            :aria-label="`Move rule ${i + 1} down`"
            :disabled="disabled || i === rules().length - 1"
            @click="put(moved(rules(), i, i + 1))"
          >
            ↓
          </button>
        </span>
        <div class="says">
          <div v-for="(one, k) in rule.when" :key="k" class="part">
            <span class="word">{{ k === 0 ? 'When' : 'and' }}</span>
            <WaypointClause
              :model-value="one"
              :zone="zone"
              :label="`Rule ${i + 1}`"
              :disabled="disabled"
              @update:model-value="clause(i, k, $event)"
              @remove="dropClause(i, k)"
            />
          </div>
          <div class="part">
            <span class="word">they get</span>
            <WaypointTarget
              :model-value="rule.to"
              :label="`Rule ${i + 1}`"
              :disabled="disabled"
              @update:model-value="change(i, { ...rule, to: $event })"
            />
            <button
              type="button"
              class="more"
              :disabled="disabled"
              @click="change(i, { ...rule, when: [...rule.when, CLAUSES[1]!.fresh(zone)] })"
            >
              and …
            </button>
          </div>
          <p v-for="words in said(i)" :key="words" class="fault" role="alert">{{ words }}</p>
        </div>
        <span class="fig count">{{ count(i) }}</span>
      </li>
      <li :class="{ now: answering === null }">
        <span class="order">–</span>
        <div class="says">
          <div class="part">
            <span class="word">{{ rules().length === 0 ? 'Everybody gets' : 'Otherwise they get' }}</span>
            <WaypointTarget
              :model-value="route.else"
              label="Otherwise"
              :disabled="disabled"
              @update:model-value="route = { ...route, else: $event }"
            />
          </div>
          <p v-for="words in said(-1)" :key="words" class="fault" role="alert">{{ words }}</p>
        </div>
        <span class="fig count">{{ count(-1) }}</span>
      </li>
    </ol>
  </section>
</template>

<style scoped>
.head {
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 8px 16px;
}
li {
  display: grid;
  grid-template-columns: 34px minmax(0, 1fr) auto;
  gap: 10px;
  padding: 7px 16px;
  border-top: 1px solid var(--rule);
}
li.now {
  background: var(--accent-wash);
  box-shadow: inset 3px 0 0 var(--accent);
}
.order {
  display: grid;
  justify-items: center;
  align-content: start;
}
.order button {
  border: 0;
  background: none;
  min-width: 24px;
  min-height: 20px;
  color: var(--ink-2);
}
.order button:disabled {
  opacity: 0.3;
}
.says {
  display: grid;
  gap: 5px;
}
.part {
  display: flex;
  gap: 8px;
  align-items: flex-start;
}
.word {
  min-width: 66px;
  padding-top: 5px;
  color: var(--ink-2);
}
.more {
  border: 0;
  background: none;
  text-decoration: underline;
  min-height: 30px;
  color: var(--ink-2);
}
.fault {
  color: var(--fail);
}
.count {
  padding-top: 6px;
}
</style>
