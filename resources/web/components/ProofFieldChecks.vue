<script setup lang="ts">
import * as limits from '@/api/limits'
import { computed, ref, watch } from 'vue'
import { ApiProblem } from '@/api/client'
import { useFieldChecks } from '@/composables/useFieldChecks'
import { useToast } from '@/composables/useToast'
import KgVerdict from './KgVerdict.vue'
import { momentOf } from '@/lib/moments'

/** What real devices made of the print: an address to send around, a table by device, and results told by hand. */
const props = defineProps<{ glyph: string; mayWrite: boolean }>()
const { say } = useToast()
const chosen = ref('')
const { checks, check, id, start, close, remove, log, forget, isPending } = useFieldChecks(() => props.glyph, chosen)
const asks = ref('')
const hours = ref(72)
const isStarting = ref(false)
const device = ref('')
watch(
  () => props.glyph,
  () => {
    chosen.value = ''
    isStarting.value = false
  },
)
const trouble = computed(() => {
  const why = start.error.value
  return why === null ? '' : why instanceof ApiProblem ? (why.field('asks') ?? why.message) : why.message
})
async function begin(): Promise<void> {
  await start
    .mutateAsync({ asks: asks.value, hours: hours.value })
    .then((made) => {
      chosen.value = made.id
      isStarting.value = false
    })
    .catch(() => undefined)
}
async function copy(): Promise<void> {
  try {
    await navigator.clipboard.writeText(check.value?.address ?? '')
    say('Address copied')
  } catch {
    say('The browser did not allow it. Select the address and copy it.')
  }
}
async function tell(outcome: 'read' | 'unread'): Promise<void> {
  await log.mutateAsync({ device: device.value, outcome }).then(
    () => (device.value = ''),
    () => undefined,
  )
}
async function removeCheck(): Promise<void> {
  if (!window.confirm('Delete this check with all its results?')) return
  await remove.mutateAsync().catch(() => undefined)
  chosen.value = ''
}
const seconds = (ms: number | null): string =>
  ms === null ? 'by hand' : ms < 1000 ? `${ms.toFixed(0)} ms` : `${(ms / 1000).toFixed(1)} s`
const isLocal = computed(() => /\/\/(?:127\.|localhost|\[::1\])/.test(check.value?.address ?? ''))
const OUTCOMES = { read: 'read', other: 'another code', unread: 'not read' } as const
</script>

<template>
  <section class="field" aria-label="Field checks">
    <div class="head">
      <h2 class="grow">Field checks</h2>
      <select
        v-if="checks.length > 1"
        :value="id"
        aria-label="Which check"
        @change="chosen = ($event.target as HTMLSelectElement).value"
      >
        <option v-for="one in checks" :key="one.id" :value="one.id">
          {{ one.code }}, rev {{ one.revision }}, {{ momentOf(one.created_at) }}
        </option>
      </select>
      <v-btn v-if="mayWrite && !isStarting" @click="isStarting = true">{{
        checks.length ? 'New check' : 'Start a check'
      }}</v-btn>
    </div>
    <form v-if="isStarting" class="begin" @submit.prevent="begin">
      <label class="label" for="asks">What the testers shall do</label>
      <input
        id="asks"
        v-model="asks"
        class="kg-plain"
        :maxlength="limits.FieldCheckInput.asks.maxLength"
        placeholder="Hold this label an arm’s length away and read it once."
      />
      <label class="label" for="hours">The address holds for</label>
      <select id="hours" v-model.number="hours" class="kg-plain">
        <option :value="4">4 hours</option>
        <option :value="24">a day</option>
        <option :value="72">3 days</option>
        <option :value="336">2 weeks</option>
        <option :value="720">30 days</option>
      </select>
      <p v-if="trouble" class="wrong" role="alert">{{ trouble }}</p>
      <div class="row">
        <v-btn class="main" type="submit" :disabled="start.isPending.value">Start the check</v-btn>
        <v-btn @click="isStarting = false">Cancel</v-btn>
      </div>
    </form>
    <p v-if="!isPending && checks.length === 0 && !isStarting" class="note pad">
      Simulated devices are not the ones that your readers have. A check gives this glyph a page behind a short address:
      whoever opens it on a phone reads the print once, without an account, and the figures come back here.
    </p>
    <div v-if="check" class="body">
      <div class="way">
        <img v-if="check.open" :src="check.symbol" alt="The check’s address as a symbol" width="132" height="132" />
        <p class="code">{{ check.address.replace(/^https?:\/\//, '') }}</p>
        <p class="note">
          {{ check.asks }}
          {{ check.open ? `Open until ${momentOf(check.expires_at)}.` : `Ended ${momentOf(check.expires_at)}.` }}
        </p>
        <p v-if="check.open && isLocal" class="note warn">
          Phones do not reach this machine under this name: start it with <code>--host 0.0.0.0</code>, or set
          <code>KEEN_GLYPH_PUBLIC_URL</code>.
        </p>
        <div class="row">
          <v-btn v-if="check.open" @click="copy">Copy address</v-btn>
          <v-btn v-if="check.open && mayWrite" :disabled="close.isPending.value" @click="close.mutate()">End it</v-btn>
          <v-btn v-else-if="mayWrite" @click="removeCheck">Delete</v-btn>
        </div>
      </div>
      <div class="found">
        <table v-if="check.devices.length">
          <thead>
            <tr>
              <th scope="col">Device</th>
              <th scope="col" class="num">Read</th>
              <th scope="col">Pass rate</th>
              <th scope="col" class="num">Median time</th>
            </tr>
          </thead>
          <tbody>
            <tr v-for="one in check.devices" :key="one.device">
              <td class="clip">{{ one.device }}</td>
              <td class="fig num">{{ one.read }} of {{ one.results }}</td>
              <td>
                <span class="rate" aria-hidden="true"><i :style="{ width: `${100 * one.share}%` }" /></span>
                <span class="fig">{{ (100 * one.share).toFixed(0) }} %</span>
              </td>
              <td class="fig num">{{ seconds(one.ms) }}</td>
            </tr>
          </tbody>
        </table>
        <p v-else class="note pad">Nobody has read it yet.</p>
        <ul v-if="check.results.length" class="results" aria-label="Results">
          <li v-for="one in check.results" :key="one.id">
            <img
              v-if="one.picture"
              :src="`/api/v1/checks/${check.id}/results/${one.id}/picture`"
              :alt="`What ${one.device} saw`"
              loading="lazy"
            />
            <span v-else class="none" aria-hidden="true" />
            <span class="grow">
              <span class="row"
                ><KgVerdict :verdict="one.outcome === 'read' ? 'holds' : 'fails'" /><b class="clip">{{ one.device }}</b>
                <span class="note"
                  >{{ OUTCOMES[one.outcome] }}{{ one.by_hand ? ', by hand' : `, try ${one.tries}` }}</span
                ></span
              >
              <span class="note figs"
                ><span v-for="figure in one.figures" :key="figure.id" :class="figure.verdict"
                  >{{ figure.label.toLowerCase() }} {{ figure.figure }}</span
                ></span
              >
            </span>
            <span class="fig">{{ seconds(one.ms) }}</span>
            <span class="note">{{ momentOf(one.at) }}</span>
            <button
              v-if="mayWrite"
              type="button"
              class="gone"
              :aria-label="`Delete the result of ${one.device}`"
              @click="forget.mutate(one.id)"
            >
              ×
            </button>
          </li>
        </ul>
        <form v-if="mayWrite" class="hand" @submit.prevent="tell('read')">
          <label class="label" for="by-hand">Told by somebody without the page</label>
          <div class="row">
            <input
              id="by-hand"
              v-model="device"
              class="kg-plain grow"
              :maxlength="limits.FieldResultInput.device.maxLength"
              placeholder="Market stall till"
            />
            <v-btn :disabled="device.trim() === '' || log.isPending.value" @click="tell('read')">It read it</v-btn>
            <v-btn :disabled="device.trim() === '' || log.isPending.value" @click="tell('unread')">It did not</v-btn>
          </div>
        </form>
      </div>
    </div>
  </section>
</template>

<style scoped>
.field {
  background: var(--paper);
  border-top: 1px solid var(--line);
}
.head {
  display: flex;
  gap: 10px;
  align-items: center;
  padding: 8px 16px;
}
.pad {
  padding: 0 16px 12px;
  max-width: 640px;
}
.begin {
  display: grid;
  grid-template-columns: max-content minmax(0, 420px);
  gap: 8px 12px;
  align-items: center;
  padding: 4px 16px 12px;
}
.begin .row,
.begin .wrong {
  grid-column: 2;
}
.wrong {
  color: var(--fail);
}
.body {
  display: grid;
  grid-template-columns: 260px minmax(0, 1fr);
  border-top: 1px solid var(--rule);
}
.way {
  padding: 12px 16px;
  display: grid;
  gap: 6px;
  justify-items: start;
  align-content: start;
  border-right: 1px solid var(--rule);
}
.way img {
  background: #fff;
}
.way .code {
  overflow-wrap: anywhere;
}
.warn {
  color: var(--marg);
}
table {
  width: 100%;
  border-collapse: collapse;
}
th {
  font: var(--t-note);
  color: var(--ink-2);
  text-align: left;
}
th,
td {
  padding: 5px 16px 5px 0;
  border-bottom: 1px solid var(--rule);
}
th:first-child,
td:first-child {
  padding-left: 16px;
}
.num {
  text-align: right;
}
.rate {
  display: inline-block;
  width: 90px;
  height: 6px;
  margin-right: 8px;
  background: var(--fail-wash);
}
.rate i {
  display: block;
  height: 100%;
  background: var(--hold);
}
.results li {
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 5px 16px;
  border-bottom: 1px solid var(--rule);
}
.results img,
.none {
  width: 36px;
  height: 36px;
  flex: none;
  object-fit: cover;
  border: 1px solid var(--rule);
}
.figs {
  display: flex;
  gap: 12px;
  flex-wrap: wrap;
}
.figs .fails {
  color: var(--fail);
}
.figs .marginal {
  color: var(--marg);
}
.gone {
  border: 0;
  background: none;
  min-width: 24px;
  min-height: 24px;
  color: var(--ink-2);
}
.hand {
  padding: 8px 16px 12px;
}
@media (max-width: 799px) {
  .body {
    display: block;
  }
}
</style>
