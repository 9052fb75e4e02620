<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import KgSlide from '@/components/KgSlide.vue'
import KgVerdict from '@/components/KgVerdict.vue'
import RunNew from '@/components/RunNew.vue'
import { type Run, useRunChanges, useRunItems, useRunList } from '@/composables/useRuns'
import { useSession } from '@/composables/useSession'
import { useToast } from '@/composables/useToast'

const route = useRoute()
const router = useRouter()
const { mayWrite } = useSession()
const { say } = useToast()
const { runs, isPending, error } = useRunList()
const { act, remove } = useRunChanges()
const id = computed(() => (typeof route.params.id === 'string' ? route.params.id : ''))
const run = computed(() => runs.value.find((one) => one.id === id.value))
const shown = ref<'all' | 'made' | 'failed'>('all')
const { items, fetchNextPage, hasNextPage, isFetchingNextPage } = useRunItems(
  id,
  shown,
  () => run.value !== undefined && ['queued', 'running', 'finishing'].includes(run.value.state),
)
function further(event: Event): void {
  const list = event.target as HTMLElement
  if (list.scrollTop + list.clientHeight > list.scrollHeight - 1200 && hasNextPage.value && !isFetchingNextPage.value)
    void fetchNextPage()
}
const STATES: Record<Run['state'], ['holds' | 'marginal' | 'fails' | 'not_run', string]> = {
  queued: ['not_run', 'Waiting'],
  running: ['not_run', 'Drawing'],
  paused: ['marginal', 'Paused'],
  finishing: ['not_run', 'Putting it together'],
  done: ['holds', 'Done'],
  cancelled: ['not_run', 'Cancelled'],
  failed: ['fails', 'Stopped'],
}
/** Labels that do not read from the pages as another program draws them. */
const unread = (one: Run): number => (one.sheets ? one.sheets.labels - one.sheets.read_back : 0)
const verdict = (one: Run): 'holds' | 'marginal' | 'fails' | 'not_run' =>
  one.state === 'done' && (one.failed > 0 || unread(one) > 0) ? 'marginal' : STATES[one.state][0]
const left = (seconds: number): string => (seconds < 90 ? `${seconds} s left` : `${Math.round(seconds / 60)} min left`)
const size = (bytes: number): string =>
  bytes > 1e6 ? `${(bytes / 1e6).toFixed(1)} MB` : `${Math.ceil(bytes / 1e3)} kB`
const day = (at: string): string =>
  new Date(at).toLocaleString('en-GB', { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' })
async function todo(work: () => Promise<unknown>): Promise<void> {
  await work().catch((e: unknown) => say(e instanceof Error ? e.message : 'It could not be done. Try again.'))
}
async function drop(): Promise<void> {
  if (!run.value || !window.confirm(`Delete ${run.value.name} and the file it made?`)) return
  const gone = run.value.id
  await router.push('/runs')
  await todo(() => remove(gone))
}
</script>

<template>
  <div class="runs">
    <section class="list panel" aria-label="Runs">
      <div class="head">
        <h1 class="grow">Runs</h1>
        <v-btn v-if="mayWrite" to="/runs">New</v-btn>
      </div>
      <p v-if="error" class="wrong pad" role="alert">{{ error.message }}</p>
      <p v-else-if="!isPending && runs.length === 0" class="note pad">
        No run yet. Take a table, say what each row becomes, and every row is drawn and read back.
      </p>
      <ul>
        <li v-for="one in runs" :key="one.id">
          <router-link :to="`/runs/${one.id}`" :aria-current="one.id === id ? 'true' : undefined">
            <span class="row"
              ><KgVerdict :verdict="verdict(one)" /><b class="clip grow">{{ one.name }}</b
              ><span class="fig">{{ one.rows.toLocaleString('en-GB') }}</span></span
            >
            <span class="note">{{ STATES[one.state][1] }}, {{ day(one.created_at) }}</span>
            <span class="bar" aria-hidden="true"
              ><i :style="{ width: `${(100 * (one.rows - one.waiting)) / one.rows}%` }"
            /></span>
          </router-link>
        </li>
      </ul>
    </section>
    <section v-if="run" class="work" aria-label="The run">
      <div class="top">
        <div class="row">
          <h2 class="grow">{{ run.name }}</h2>
          <KgVerdict :verdict="verdict(run)" /><span class="say" :class="verdict(run)" role="status">{{
            STATES[run.state][1]
          }}</span>
        </div>
        <div
          class="progress"
          role="progressbar"
          :aria-valuenow="run.rows - run.waiting"
          aria-valuemin="0"
          :aria-valuemax="run.rows"
          aria-label="Rows done"
        >
          <i class="ok" :style="{ width: `${(100 * run.made) / run.rows}%` }" />
          <i class="bad" :style="{ width: `${(100 * run.failed) / run.rows}%` }" />
        </div>
        <dl>
          <div>
            <dt>Rows</dt>
            <dd class="fig">{{ run.rows.toLocaleString('en-GB') }}</dd>
          </div>
          <div>
            <dt>Made and read back</dt>
            <dd class="fig">{{ run.read_back.toLocaleString('en-GB') }}</dd>
          </div>
          <div>
            <dt>Searched for, too</dt>
            <dd class="fig">{{ run.searched.toLocaleString('en-GB') }}</dd>
          </div>
          <div>
            <dt>Set aside</dt>
            <dd class="fig">{{ run.failed.toLocaleString('en-GB') }}</dd>
          </div>
          <div>
            <dt>Pace</dt>
            <dd class="fig">{{ run.per_second }} / s</dd>
          </div>
          <div v-if="run.seconds_left !== null">
            <dt>Time</dt>
            <dd class="fig">{{ left(run.seconds_left) }}</dd>
          </div>
          <div v-if="run.sheets">
            <dt>Labels on pages</dt>
            <dd class="fig">{{ run.sheets.read_back }} of {{ run.sheets.labels }} on {{ run.sheets.pages }}</dd>
          </div>
        </dl>
        <p v-if="unread(run) > 0" class="row">
          <KgVerdict verdict="fails" /><span
            ><b class="fig">{{ unread(run).toLocaleString('en-GB') }}</b>
            {{ unread(run) === 1 ? 'label does' : 'labels do' }} not read from the pages: look whether parts of the
            label touch its symbol or its bars, and lay it out anew.</span
          >
        </p>
        <p v-if="run.keep" class="note">
          Left in the workspace:
          <template v-if="run.keep.shelf"
            >glyphs on
            <router-link :to="`/glyphs?shelf=${encodeURIComponent(run.keep.shelf)}`">{{ run.keep.shelf }}</router-link>.
          </template>
          <template v-if="run.keep.waypoints"
            >Each link is behind a short address, among the <router-link to="/waypoints">waypoints</router-link>.
          </template>
          <template v-if="run.keep.gate"
            >{{ run.gate ? 'The list of' : 'Then the list of' }} the gate <b>{{ run.keep.gate }}</b>.</template
          >
        </p>
        <p v-if="run.trouble" class="wrong" role="alert">{{ run.trouble }}</p>
        <p v-for="one in run.warnings" :key="one.column + one.sign" class="row note">
          <KgVerdict verdict="marginal" /><span>{{ one.column }}: {{ one.message }}</span>
        </p>
        <div class="row">
          <a v-if="run.state === 'done'" class="take" :href="`/api/v1/runs/${run.id}/result`" download
            >Take the {{ run.sheet ? 'PDF' : 'ZIP' }}, {{ size(run.bytes ?? 0) }}</a
          >
          <template v-if="mayWrite">
            <v-btn v-if="['queued', 'running'].includes(run.state)" @click="todo(() => act(run!.id, 'pause'))"
              >Pause</v-btn
            >
            <v-btn
              v-if="['paused', 'failed'].includes(run.state)"
              class="main"
              @click="todo(() => act(run!.id, 'resume'))"
              >Go on</v-btn
            >
            <v-btn
              v-if="['queued', 'running', 'paused', 'failed'].includes(run.state)"
              @click="todo(() => act(run!.id, 'cancel'))"
              >Cancel</v-btn
            >
            <v-btn v-if="['done', 'cancelled', 'failed'].includes(run.state)" @click="drop">Delete</v-btn>
          </template>
        </div>
      </div>
      <div class="row which">
        <KgSlide
          v-model="shown"
          label="Rows shown"
          :options="[
            { value: 'all', label: 'All' },
            { value: 'made', label: 'Made' },
            { value: 'failed', label: 'Set aside' },
          ]"
        />
      </div>
      <div class="grid heads" role="row">
        <span class="num">Row</span><span>File</span><span>Says</span><span>Symbol</span><span>Came of it</span>
      </div>
      <v-virtual-scroll
        v-if="items && items.length > 0"
        class="rows"
        role="table"
        aria-label="Rows of the run"
        :items="items"
        :item-height="32"
        @scroll="further"
      >
        <template #default="{ item: one }">
          <div class="grid" role="row">
            <span class="fig num">{{ one.row }}</span>
            <span class="code clip" :title="one.name">{{ one.name }}</span>
            <span class="code clip" :title="one.text">{{ one.text }}</span>
            <span class="fig">{{ one.symbol ?? '' }}</span>
            <span class="row clip" :title="one.problem ?? ''"
              ><KgVerdict
                :verdict="one.state === 'made' ? 'holds' : one.state === 'failed' ? 'fails' : 'not_run'"
              /><span class="clip">{{
                one.problem ?? (one.state === 'made' ? (one.searched ? 'read back, and found' : 'read back') : 'waits')
              }}</span></span
            >
          </div>
        </template>
      </v-virtual-scroll>
      <p v-else-if="items" class="note pad">None of these.</p>
    </section>
    <section v-else class="work" aria-label="A new run">
      <p v-if="id !== '' && !isPending" class="note pad">
        There is no such run. <router-link to="/runs">A new one</router-link>
      </p>
      <RunNew v-else-if="mayWrite && id === ''" @started="router.push(`/runs/${$event}`)" />
    </section>
  </div>
</template>

<style scoped>
.runs {
  height: 100%;
  display: grid;
  grid-template-columns: 260px minmax(0, 1fr);
}
/* Laying out a label takes the whole width. */
.runs:has(.editor) {
  grid-template-columns: minmax(0, 1fr);
}
.runs:has(.editor) .list {
  display: none;
}
.list {
  overflow: auto;
  border-right: 1px solid var(--line);
}
.head {
  display: flex;
  gap: 10px;
  align-items: center;
  padding: 8px 16px;
}
.pad {
  padding: 12px 16px;
}
.list li a {
  display: grid;
  gap: 2px;
  padding: 7px 16px 9px;
  border-top: 1px solid var(--rule);
  text-decoration: none;
  color: var(--ink);
}
.list li a[aria-current] {
  background: var(--accent-wash);
  box-shadow: inset 3px 0 0 var(--accent);
}
.bar,
.progress {
  display: flex;
  height: 3px;
  background: var(--rule);
}
.bar i,
.ok {
  background: var(--ink);
}
.bad {
  background: var(--fail);
}
.progress {
  height: 8px;
}
.work {
  position: relative;
  overflow: auto;
  background: var(--paper);
}
.top {
  display: grid;
  gap: 12px;
  padding: 14px 20px;
  border-bottom: 1px solid var(--line);
}
dl {
  display: flex;
  gap: 8px 28px;
  flex-wrap: wrap;
}
dt {
  font: var(--t-note);
  color: var(--ink-2);
}
dd {
  font-size: 15px;
}
.take {
  border: 1px solid var(--accent);
  background: var(--accent);
  color: var(--on-accent, #fff);
  padding: 6px 14px;
  font-weight: 600;
  text-decoration: none;
}
.which {
  padding: 6px 20px;
}
.grid {
  display: grid;
  grid-template-columns: 76px minmax(80px, 1fr) minmax(120px, 2.2fr) 64px minmax(120px, 2fr);
  gap: 0 12px;
  align-items: center;
  height: 32px;
  padding: 0 20px 0 8px;
  border-top: 1px solid var(--rule);
}
.heads {
  font: var(--t-label);
  color: var(--ink-2);
}
.num {
  text-align: right;
}
.rows {
  height: min(calc(100vh - 340px), 100%);
  min-height: 260px;
}
.wrong {
  color: var(--fail);
}
@media (max-width: 900px) {
  .runs {
    display: block;
    overflow: auto;
  }
}
</style>
