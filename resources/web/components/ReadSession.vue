<script setup lang="ts">
import { mdiClose } from '@mdi/js'
import { computed } from 'vue'
import KgVerdict from '@/components/KgVerdict.vue'
import type { Entry } from '@/composables/useReadings'
import { csv, json, save } from '@/lib/exports'
import { SYMBOLOGIES } from '@/lib/symbologies'

/** The pictures of this session with what came of each, to be looked at again and taken away as a file. */
const props = defineProps<{
  entries: Entry[]
  waiting: { done: number; all: number }
  /** The one that is looked at. */
  current: number | null
}>()
const emit = defineEmits<{ choose: [id: number]; forget: [id: number] }>()
const time = (at: Date): string => at.toLocaleTimeString('en-GB')

const isDoubtful = (e: Entry): boolean =>
  e.result?.symbols.some((read) => read.payload.problems.some((p) => p.severity === 'error')) ?? false
const verdictOf = (e: Entry) => {
  if (e.state === 'reading') return 'not_run'
  if (e.result === null || e.result.symbols.length === 0) return 'fails'
  return isDoubtful(e) ? 'marginal' : 'holds'
}
const wordOf = (e: Entry): string => {
  if (e.state === 'reading') return 'Reading'
  if (e.state === 'refused') return 'Refused'
  const count = e.result?.symbols.length ?? 0
  if (count === 0) return 'Not read'
  return isDoubtful(e) ? 'Look at it' : count > 1 ? `${count} read` : 'Read'
}

/** The session's list, a row for each symbol, the oldest first. */
const rows = computed(() =>
  [...props.entries]
    .reverse()
    .flatMap((e) => (e.result?.symbols ?? []).map((read) => ({ at: e.at.toISOString(), from: e.name, read }))),
)
function download(format: 'csv' | 'json'): void {
  if (format === 'json')
    save(json(rows.value.map(({ at, from, read }) => ({ read_at: at, picture: from, ...read }))), 'read.json')
  else
    save(
      csv(
        ['read_at', 'picture', 'symbology', 'kind', 'text', 'corners'],
        rows.value.map(({ at, from, read }) => [
          at,
          from,
          SYMBOLOGIES[read.symbology],
          read.payload.kind,
          read.text,
          read.corners.map((corner) => corner.join(' ')).join('; '),
        ]),
      ),
      'read.csv',
    )
}
</script>

<template>
  <div class="head row">
    <h2 class="grow">Session</h2>
    <span v-if="waiting.done < waiting.all" class="note">{{ waiting.done }} of {{ waiting.all }} read</span>
    <span v-else class="note">{{ entries.length === 0 ? 'nothing read yet' : `${entries.length}, newest first` }}</span>
    <template v-if="rows.length">
      <button type="button" class="file" @click="download('csv')">CSV</button>
      <button type="button" class="file" @click="download('json')">JSON</button>
    </template>
  </div>
  <v-progress-linear
    v-if="waiting.done < waiting.all && waiting.all > 1"
    :model-value="(100 * waiting.done) / waiting.all"
    aria-label="Pictures read"
  />
  <ul class="queue" aria-label="Session">
    <li v-for="e in entries" :key="e.id" :class="{ on: e.id === current }">
      <button type="button" class="pick" :aria-current="e.id === current" @click="emit('choose', e.id)">
        <span class="tm fig">{{ time(e.at) }}</span><span class="kd clip">{{ e.name }}</span>
        <span class="st row"
          ><KgVerdict :verdict="verdictOf(e)" /><span class="say" :class="verdictOf(e)">{{ wordOf(e) }}</span></span
        >
        <span class="tx note clip">{{ e.result?.symbols[0]?.text ?? e.message }}</span>
      </button>
      <v-btn class="bare icon" :aria-label="`Take ${e.name} off the list`" @click="emit('forget', e.id)"
        ><v-icon :icon="mdiClose"
      /></v-btn>
    </li>
  </ul>
</template>

<style scoped>
.file {
  border: 0;
  background: none;
  color: var(--ink);
  font: 600 12px/16px var(--font-text);
  text-decoration: underline;
  text-underline-offset: 2px;
  padding: 6px 4px;
}
.head {
  height: 40px;
  padding: 0 16px;
  border-bottom: 1px solid var(--line);
}
.queue {
  overflow: auto;
  flex: 1;
}
.queue li {
  display: flex;
  align-items: center;
  border-bottom: 1px solid var(--rule);
  padding-right: 8px;
}
.queue li.on {
  background: var(--accent-wash);
  box-shadow: inset 3px 0 0 var(--accent);
}
.queue .pick {
  flex: 1;
  min-width: 0;
  display: grid;
  grid-template-columns: 66px minmax(0, 1fr) auto;
  gap: 0 6px;
  align-items: center;
  border: 0;
  background: none;
  text-align: left;
  padding: 6px 4px 6px 16px;
  min-height: 48px;
}
.queue .pick:focus-visible {
  outline-offset: -2px;
}
.tm {
  color: var(--ink-3);
  font-weight: 400;
}
.kd {
  font: 600 13px/18px var(--font-text);
}
.st {
  gap: 6px;
}
.tx {
  grid-column: 2 / 4;
}
.icon {
  padding: 0;
  width: 28px;
  height: 28px !important;
}
@media (max-width: 719px) {
  .head {
    height: 44px;
  }
  .queue {
    max-height: 147px;
    flex: none;
    border-bottom: 1px solid var(--line);
  }
  .queue .pick {
    padding-left: 12px;
  }
  .icon {
    width: 44px;
  }
}
</style>
