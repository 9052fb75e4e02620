<script setup lang="ts">
import {
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
} from 'chart.js'
import { computed, onScopeDispose, ref, watch } from 'vue'
import type { Trail } from '@/composables/useWaypoints'
import { change, ruleName, shown } from '@/lib/route'

/** What happened: by day as a plot or a table, by what each visitor brought, and the latest. */
const props = defineProps<{ trail: Trail }>()
const days = defineModel<number>('days', { required: true })
Chart.register(
  BarController,
  BarElement,
  CategoryScale,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
)
const canvas = ref<HTMLCanvasElement | null>(null)
const isTable = ref(false)
/** Whether the days right before stand beside. */
const isCompared = ref(false)
let chart: Chart<'bar' | 'line'> | null = null
const colour = (name: string): string => getComputedStyle(canvas.value!).getPropertyValue(name).trim()
function draw(): void {
  if (canvas.value === null) return
  const labels = props.trail.days.map((one) => one.day.slice(5))
  const visitors = props.trail.days.map((one) => Math.min(one.visitors, one.scans))
  const rest = props.trail.days.map((one, i) => one.scans - visitors[i]!)
  const font = { family: 'Spline Sans Mono', size: 10 }
  chart?.destroy()
  chart = new Chart<'bar' | 'line'>(canvas.value, {
    type: 'bar',
    data: {
      labels,
      datasets: [
        { label: 'visitors', data: visitors, backgroundColor: colour('--ink'), stack: 'a' },
        { label: 'again', data: rest, backgroundColor: colour('--edge'), stack: 'a' },
        ...(isCompared.value
          ? [
              {
                type: 'line' as const,
                label: 'before',
                data: props.trail.before_days,
                borderColor: colour('--accent'),
                pointRadius: 0,
                borderWidth: 1.5,
                stack: 'b',
              },
            ]
          : []),
      ],
    },
    options: {
      animation: false,
      responsive: true,
      maintainAspectRatio: false,
      scales: {
        x: {
          stacked: true,
          grid: { display: false },
          ticks: { color: colour('--ink-3'), font, maxRotation: 0, autoSkipPadding: 12 },
        },
        y: {
          stacked: true,
          beginAtZero: true,
          grid: { color: colour('--rule') },
          ticks: { color: colour('--ink-3'), font, precision: 0 },
        },
      },
      plugins: { tooltip: { animation: false } },
    },
  })
}
watch([() => JSON.stringify(props.trail.days), canvas, isTable, isCompared], draw, { flush: 'post' })
onScopeDispose(() => chart?.destroy())
const DEVICES: Record<string, string> = { reader: 'handheld reader', '': 'not told' }
const tables = computed(() => [
  { name: 'By rule', rows: props.trail.rules.map((one) => ({ ...one, value: ruleName(one.value) })) },
  { name: 'By device', rows: props.trail.devices.map((one) => ({ ...one, value: DEVICES[one.value] ?? one.value })) },
  { name: 'By language', rows: props.trail.languages.map((one) => ({ ...one, value: shown(one.value) })) },
  { name: 'By country', rows: props.trail.countries.map((one) => ({ ...one, value: shown(one.value, 'not known') })) },
  {
    name: 'Came from',
    rows: props.trail.referrers.map((one) => ({ ...one, value: shown(one.value, 'a camera, or not told') })),
  },
])
const share = (scans: number): number => (props.trail.scans === 0 ? 0 : (100 * scans) / props.trail.scans)
const csv = computed(() => {
  const lines = [
    ['day', 'scans', 'visitors', 'others'],
    ...props.trail.days.map((one) => [one.day, one.scans, one.visitors, one.others]),
  ]
  return URL.createObjectURL(
    new Blob([lines.map((line) => line.join(',')).join('\r\n') + '\r\n'], { type: 'text/csv' }),
  )
})
watch(csv, (_, old) => old && URL.revokeObjectURL(old))
const time = (at: string): string =>
  new Date(at).toLocaleString('en-GB', {
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
    second: '2-digit',
    timeZone: props.trail.zone,
  })
const SORTS: Record<string, string> = { bot: 'program', preview: 'preview', head: 'only looked' }
</script>

<template>
  <section class="trail" aria-label="Trail">
    <div class="head">
      <h2>Trail</h2>
      <span
        ><b class="fig">{{ trail.scans.toLocaleString('en-GB') }}</b>
        <span class="note">scans, {{ change(trail.scans, trail.before) }}</span></span
      >
      <span
        ><b class="fig">{{ trail.visitors.toLocaleString('en-GB') }}</b> <span class="note">visitors by day</span></span
      >
      <span class="grow"
        ><b class="fig">{{ trail.others.toLocaleString('en-GB') }}</b>
        <span class="note" title="Programs, previews and looks, which are not counted">others</span></span
      >
      <select v-model.number="days" aria-label="Period">
        <option :value="7">7 days</option>
        <option :value="30">30 days</option>
        <option :value="90">90 days</option>
        <option :value="365">a year</option>
      </select>
      <label class="row label"><input v-model="isCompared" type="checkbox" />the days before</label>
      <v-btn @click="isTable = !isTable">{{ isTable ? 'Plot' : 'Table' }}</v-btn>
      <a class="note" :href="csv" :download="`trail-${trail.from}-${trail.until}.csv`">CSV</a>
    </div>
    <div v-if="!isTable" class="plot">
      <canvas
        ref="canvas"
        role="img"
        :aria-label="`Scans a day from ${trail.from} to ${trail.until}, ${trail.scans} in all; the table says each`"
      />
    </div>
    <div v-else class="days">
      <table>
        <thead>
          <tr>
            <th scope="col">Day</th>
            <th scope="col" class="num">Scans</th>
            <th scope="col" class="num">Visitors</th>
            <th scope="col" class="num">Others</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in trail.days" :key="one.day">
            <td class="fig">{{ one.day }}</td>
            <td class="fig num">{{ one.scans }}</td>
            <td class="fig num">{{ one.visitors }}</td>
            <td class="fig num">{{ one.others }}</td>
          </tr>
        </tbody>
      </table>
    </div>
    <p class="note pad">Filled part: distinct visitors of the day. Days in {{ trail.zone }}.</p>
    <div class="by">
      <div v-for="table in tables" :key="table.name">
        <h3>{{ table.name }}</h3>
        <ul>
          <li v-for="row in table.rows.slice(0, 6)" :key="row.value">
            <span class="clip">{{ row.value }}</span><span class="fig">{{ share(row.scans).toFixed(0) }} %</span>
            <span class="bar" aria-hidden="true"><i :style="{ width: `${share(row.scans)}%` }" /></span>
          </li>
          <li v-if="table.rows.length === 0" class="note">nothing yet</li>
        </ul>
      </div>
    </div>
    <div v-if="trail.latest.length" class="late">
      <table aria-label="Latest scans">
        <thead>
          <tr>
            <th scope="col">Latest scans</th>
            <th scope="col">Device</th>
            <th scope="col">Language</th>
            <th scope="col">Country</th>
            <th scope="col">Rule</th>
            <th scope="col">From</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(one, i) in trail.latest.slice(0, 12)" :key="i" :class="{ pale: one.sort !== 'scan' }">
            <td class="fig">{{ time(one.at) }}</td>
            <td>
              {{ SORTS[one.sort] ?? `${DEVICES[one.device] ?? one.device}, ${one.again ? 'seen before' : 'new'}` }}
            </td>
            <td>{{ shown(one.language) }}</td>
            <td>{{ shown(one.country, '–') }}</td>
            <td>{{ ruleName(String(one.rule)) }}</td>
            <td class="clip">{{ shown(one.referrer, '–') }}</td>
          </tr>
        </tbody>
      </table>
    </div>
  </section>
</template>

<style scoped>
.trail {
  border-top: 1px solid var(--line);
  background: var(--paper);
}
.head b {
  margin-right: 4px;
}
.head {
  display: flex;
  gap: 16px;
  align-items: center;
  padding: 8px 16px;
  flex-wrap: wrap;
}
.head select {
  border: 1px solid var(--edge);
  border-radius: var(--r);
  background: var(--sheet);
  color: var(--ink);
  min-height: 30px;
}
.plot {
  height: 170px;
  padding: 0 16px;
}
.days {
  height: 170px;
  overflow: auto;
}
.pad {
  padding: 2px 16px 8px;
}
.by {
  display: grid;
  grid-template-columns: repeat(5, minmax(0, 1fr));
  gap: 18px;
  padding: 8px 16px;
  border-top: 1px solid var(--rule);
}
h3 {
  font: var(--t-label);
  color: var(--ink-2);
  margin-bottom: 4px;
}
.by li {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  row-gap: 2px;
  margin-bottom: 5px;
}
.bar {
  grid-column: 1 / -1;
  height: 4px;
  background: var(--rule);
}
.bar i {
  display: block;
  height: 100%;
  background: var(--ink);
}
table {
  width: 100%;
  border-collapse: collapse;
}
th {
  font: var(--t-label);
  color: var(--ink-2);
  text-align: left;
}
th,
td {
  padding: 4px 12px 4px 16px;
  border-top: 1px solid var(--rule);
}
.num {
  text-align: right;
}
.pale {
  color: var(--ink-3);
}
</style>
