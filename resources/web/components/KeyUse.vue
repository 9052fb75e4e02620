<script setup lang="ts">
import { computed, ref } from 'vue'
import type { Key, KeyUsage } from '@/composables/useKeys'
import { grouped } from '@/lib/bytes'
import { moment, needed, REFUSALS } from '@/lib/keys'
import KgVerdict from './KgVerdict.vue'

/** The month's calls by day, by key, what is left, and what was not let through. */
const props = defineProps<{ usage: KeyUsage; keys: Key[]; chosen: Key | null }>()
const emit = defineEmits<{ choose: [id: number]; list: [key: Key, origin: string] }>()
const isTable = ref(false)

const now = new Date()
const month = computed(() =>
  new Date(`${props.usage.month}-01T00:00:00Z`).toLocaleDateString('en-GB', { month: 'long', timeZone: 'UTC' }),
)
const total = computed(() => props.usage.keys.reduce((sum, one) => sum + one.used, 0))
const days = computed(() => {
  const count = new Date(Date.UTC(+props.usage.month.slice(0, 4), +props.usage.month.slice(5), 0)).getUTCDate()
  return Array.from({ length: count }, (_, i) => {
    const date = `${props.usage.month}-${String(i + 1).padStart(2, '0')}`
    const rows = props.usage.days.filter((row) => row.day === date)
    const own = rows.filter((row) => row.key === props.chosen?.id).reduce((sum, row) => sum + row.calls, 0)
    return { number: i + 1, own, others: rows.reduce((sum, row) => sum + row.calls, 0) - own }
  })
})
const most = computed(() => Math.max(10, ...days.value.map((one) => one.own + one.others)))
const WIDTH = 372
const HEIGHT = 104
const LEFT = 40
const BASE = 86
const x = (number: number): number => LEFT + ((number - 1) * (WIDTH - LEFT)) / days.value.length
const tall = (calls: number): number => (calls / most.value) * 72
const rows = computed(() =>
  props.usage.keys
    .map((use) => ({ use, key: props.keys.find((key) => key.id === use.key) }))
    .filter(
      (row): row is { use: KeyUsage['keys'][number]; key: Key } =>
        row.key !== undefined && (row.key.revoked_at === null || row.use.used > 0),
    )
    .sort((a, b) => b.use.used - a.use.used),
)
const own = computed(() => props.usage.keys.find((use) => use.key === props.chosen?.id) ?? null)
const refused = computed(() => props.usage.refusals.filter((row) => row.key === props.chosen?.id))
const short = computed(() => {
  const quota = own.value?.quota ?? null
  if (own.value === null || quota === null) return null
  const need = needed(own.value.used, now)
  return need > quota ? need : null
})
</script>

<template>
  <div class="use">
    <div class="head">
      <h2 class="grow">Use in {{ month }}, all keys</h2>
      <span class="note">counts anew {{ moment(usage.resets_at) }}</span>
    </div>
    <div class="tot">
      <span class="big">{{ grouped(total) }}</span> <span class="note">calls</span>
      <span v-if="own && chosen" class="note own"
        >{{ chosen.name }}: {{ grouped(own.used)
        }}<template v-if="own.quota !== null">
          of {{ grouped(own.quota) }}, {{ grouped(own.left ?? 0) }} left</template
        ></span
      >
    </div>
    <div class="plot">
      <svg
        v-if="!isTable"
        :viewBox="`0 0 ${WIDTH} ${HEIGHT}`"
        role="img"
        :aria-label="`Calls by day in ${month}, ${grouped(total)} in all, at most ${grouped(most)} on one day`"
      >
        <g v-for="value in [0, most / 2, most]" :key="value">
          <path :d="`M${LEFT} ${BASE - tall(value)}H${WIDTH}`" :class="value === 0 ? 'base' : 'line'" />
          <text :x="LEFT - 6" :y="BASE - tall(value) + 4" text-anchor="end">{{ grouped(Math.round(value)) }}</text>
        </g>
        <g v-for="one in days" :key="one.number">
          <title>{{ one.number }} {{ month }}: {{ grouped(one.own + one.others) }}</title>
          <rect
            class="others"
            :x="x(one.number) + 1.5"
            :y="BASE - tall(one.others)"
            :width="x(2) - x(1) - 3"
            :height="tall(one.others)"
          />
          <rect
            class="own"
            :x="x(one.number) + 1.5"
            :y="BASE - tall(one.own + one.others)"
            :width="x(2) - x(1) - 3"
            :height="tall(one.own)"
          />
        </g>
        <text
          v-for="number in [1, 8, 15, 22, 29]"
          :key="number"
          :x="x(number + 0.5)"
          :y="BASE + 14"
          text-anchor="middle"
        >
          {{ number }}
        </text>
      </svg>
      <table v-else class="ruled" aria-label="Calls by day">
        <thead>
          <tr>
            <th>{{ month }}</th>
            <th class="num">{{ chosen?.name ?? 'Chosen key' }}</th>
            <th class="num">Other keys</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in days.filter((d) => d.own + d.others > 0)" :key="one.number">
            <td class="fig">{{ one.number }}</td>
            <td class="num">{{ grouped(one.own) }}</td>
            <td class="num">{{ grouped(one.others) }}</td>
          </tr>
        </tbody>
      </table>
      <div class="lg">
        <span v-if="chosen" class="a">{{ chosen.name }}</span><span class="o">other keys</span>
        <v-btn class="bare" :aria-pressed="isTable" @click="isTable = !isTable">{{
          isTable ? 'As a plot' : 'As a table'
        }}</v-btn>
      </div>
    </div>
    <table class="ruled" aria-label="By key">
      <thead>
        <tr>
          <th>Key</th>
          <th class="num">Used</th>
          <th class="num">Allowed</th>
          <th class="num">Left</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="row in rows" :key="row.key.id" :class="{ on: row.key.id === chosen?.id }">
          <td>
            <button type="button" class="lnk clip" @click="emit('choose', row.key.id)">{{ row.key.name }}</button>
          </td>
          <td class="num">{{ grouped(row.use.used) }}</td>
          <td class="num">{{ row.use.quota === null ? 'no end' : grouped(row.use.quota) }}</td>
          <td class="num">{{ row.use.left === null ? '' : grouped(row.use.left) }}</td>
        </tr>
      </tbody>
    </table>
    <div v-if="short !== null && chosen" class="short">
      <KgVerdict verdict="marginal" /><b class="say marginal">{{ chosen.name }} will run out</b>
      <p>At this pace it needs about {{ grouped(short) }} this month. Past its allowance it answers 429.</p>
    </div>
    <div v-if="chosen && own && own.in_hand !== null" class="burst">
      <b>Bursts</b> <span class="fig">{{ grouped(own.in_hand) }} of {{ grouped(chosen.burst) }} in hand</span>
      <p class="note">
        {{ grouped(chosen.per_minute) }} a minute, {{ Math.round(chosen.per_minute / 6) / 10 }} given back each second.
      </p>
    </div>
    <template v-if="chosen">
      <div class="head second">
        <h2 class="grow">{{ chosen.name }}, refused</h2>
        <span class="note">not counted</span>
        <span class="fig">{{ grouped(refused.reduce((sum, row) => sum + row.calls, 0)) }}</span>
      </div>
      <p v-if="refused.length === 0" class="note none">Nothing was refused this month.</p>
      <ul>
        <li v-for="row in refused" :key="row.why + row.origin">
          <KgVerdict :verdict="REFUSALS[row.why].isRight ? 'holds' : row.why === 'browser' ? 'fails' : 'marginal'" />
          <b>{{ REFUSALS[row.why].name }}</b>
          <span class="note">{{ moment(row.last_at) }}</span>
          <span class="fig num">{{ grouped(row.calls) }}</span>
          <p>
            <span v-if="row.origin" class="code">{{ row.origin }} </span>{{ REFUSALS[row.why].way }}
            <v-btn
              v-if="row.why === 'origin' && row.origin !== null && chosen.revoked_at === null"
              @click="emit('list', chosen, row.origin)"
              >List it</v-btn
            >
          </p>
        </li>
      </ul>
    </template>
  </div>
</template>

<style scoped>
.second {
  border-top: 1px solid var(--line);
}
.tot {
  padding: 0 16px 8px;
  border-bottom: 1px solid var(--line);
}
.big {
  font: 600 17px/22px var(--font-code);
}
.own {
  float: right;
  line-height: 22px;
}
.plot {
  padding: 8px 16px;
  border-bottom: 1px solid var(--line);
}
.plot svg {
  display: block;
  width: 100%;
}
.plot text {
  font: var(--t-tick);
  fill: var(--ink-3);
}
.line {
  stroke: var(--rule);
}
.base {
  stroke: var(--edge);
}
rect.own {
  fill: var(--accent);
}
rect.others {
  fill: var(--ink-2);
}
.lg {
  display: flex;
  gap: 14px;
  align-items: center;
  font: var(--t-note);
  color: var(--ink-2);
}
.lg span::before {
  content: '';
  display: inline-block;
  width: 9px;
  height: 9px;
  margin-right: 5px;
  background: var(--accent);
}
.lg .o::before {
  background: var(--ink-2);
}
.lg .kg-btn {
  margin-left: auto;
}
.lnk {
  max-width: 150px;
  text-align: left;
}
.short,
.burst {
  padding: 8px 16px;
  border-bottom: 1px solid var(--line);
}
.short p {
  color: var(--ink-2);
}
.none {
  padding: 0 16px 12px;
}
li {
  display: grid;
  grid-template-columns: 11px minmax(0, 1fr) auto auto;
  gap: 2px 8px;
  align-items: center;
  padding: 6px 16px;
  border-top: 1px solid var(--rule);
}
li p {
  grid-column: 2 / -1;
  color: var(--ink-2);
}
</style>
