<script setup lang="ts">
import { useAbout } from '@/composables/useAbout'
import { diff } from '@/lib/diff'
import { computed, ref, watch } from 'vue'
import { api, type Schemas, unwrap } from '@/api/client'
import KgVerdict from '@/components/KgVerdict.vue'
import type { Entry } from '@/composables/useReadings'
import { counted } from '@/lib/bytes'
import { csv, save } from '@/lib/exports'

/** Many pictures beside a list of texts that they should hold. */
const { limits } = useAbout()
const props = defineProps<{ entries: Entry[]; waiting: { done: number; all: number } }>()
const emit = defineEmits<{ choose: [entry: number] }>()
const list = defineModel<string>({ required: true })
const check = ref<Schemas['ReadCheck'] | null>(null)
const trouble = ref('')

const expected = computed(() =>
  list.value
    .split(/\r?\n/)
    .map((line) => line.trim())
    .filter((line) => line !== ''),
)
// In the order in which they were added.
const pictures = computed(() => props.entries.filter((e) => e.state !== 'reading').reverse())
const ready = computed(() => expected.value.length > 0 && pictures.value.length > 0)
let last = 0

watch(
  [expected, () => pictures.value.map((e) => e.id).join()],
  async () => {
    const mine = ++last
    if (!ready.value) {
      check.value = null
      return
    }
    try {
      const answer = (await unwrap(
        api.POST('/api/v1/read/check', {
          body: {
            read: pictures.value.map((e) => e.result?.symbols.map((symbol) => symbol.text) ?? []),
            expected: expected.value.slice(0, limits.value.check_texts),
          },
        }),
      )) as Schemas['ReadCheck']
      if (mine === last) [check.value, trouble.value] = [answer, '']
    } catch (e) {
      if (mine === last) trouble.value = e instanceof Error ? e.message : 'The list could not be checked. Try again.'
    }
  },
  { immediate: true },
)
const VERDICTS = { match: 'holds', mismatch: 'fails', missing: 'not_run' } as const
const WORDS = { match: 'Match', mismatch: 'Differs', missing: 'Not read' }
const nameOf = (picture: number | null): string => (picture === null ? '' : (pictures.value[picture]?.name ?? ''))
/** What was read, with the characters marked that should be others. */
function parts(row: Schemas['ReadCheck']['rows'][number]): { text: string; off: boolean }[] {
  return diff(row.expected, row.read ?? '')
    .filter((part) => part.kind !== 'expected')
    .map(({ kind, text }) => ({ text, off: kind === 'read' }))
}
function download(): void {
  save(
    csv(
      ['expected', 'verdict', 'picture', 'read', 'differences'],
      (check.value?.rows ?? []).map((row) => [
        row.expected,
        row.verdict,
        nameOf(row.picture),
        row.read,
        row.differences.map((d) => `${d.at + 1}: ${d.expected || '(none)'} read as ${d.read || '(none)'}`).join('; '),
      ]),
    ),
    'check-list.csv',
  )
}
</script>

<template>
  <div class="panel-mode" data-test="check-list">
    <div class="mh">
      <div class="grow">
        <h2 class="title">
          {{ check ? `${check.matches} of ${expected.length} match` : 'Check pictures against a list' }}
        </h2>
        <p class="note">
          <template v-if="waiting.done < waiting.all">{{ waiting.done }} of {{ waiting.all }} pictures read. </template>
          <template v-if="check"
            >{{ check.mismatches }} differ, {{ check.missing }} not read, {{ check.unexpected.length }} read that nobody
            expected, {{ counted(check.unread.length, 'picture') }} unread.</template
          >
          <template v-else>Paste the texts, one on each line, and add the pictures on the left.</template>
        </p>
        <v-progress-linear
          v-if="waiting.done < waiting.all"
          :model-value="(100 * waiting.done) / waiting.all"
          aria-label="Pictures read"
          class="bar"
        />
      </div>
      <v-btn :disabled="!check" @click="download">Save CSV</v-btn>
    </div>
    <v-textarea
      v-model="list"
      class="code-field lines"
      rows="4"
      max-rows="8"
      placeholder="HIVE 1-A / APIARY NORTH&#10;HIVE 1-B / APIARY NORTH"
      aria-label="Expected texts, one on each line"
      spellcheck="false"
      autocomplete="off"
    />
    <p v-if="trouble" class="row pad">
      <KgVerdict verdict="fails" /><span>{{ trouble }}</span>
    </p>
    <table v-if="check" class="tbl">
      <thead>
        <tr>
          <th>Verdict</th>
          <th>Expected, and what was read where it differs</th>
          <th>Picture</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(row, i) in check.rows" :key="i">
          <td>
            <span class="row"><KgVerdict :verdict="VERDICTS[row.verdict]" />{{ WORDS[row.verdict] }}</span>
          </td>
          <td class="code wrap">
            {{ row.expected }}
            <div v-if="row.verdict === 'mismatch'" class="but">
              <span
                v-for="(part, k) in parts(row)"
                :key="k"
                :class="{ off: part.off }"
                :data-test="part.off ? 'difference' : undefined"
                >{{ part.text }}</span
              >
            </div>
          </td>
          <td>
            <button
              v-if="row.picture !== null"
              type="button"
              class="lnk"
              @click="emit('choose', pictures[row.picture]!.id)"
            >
              {{ nameOf(row.picture) }}
            </button>
          </td>
        </tr>
        <tr v-for="(row, i) in check.unexpected" :key="`u${i}`">
          <td>
            <span class="row"><KgVerdict verdict="marginal" />Not expected</span>
          </td>
          <td class="code wrap">{{ row.read }}</td>
          <td>
            <button type="button" class="lnk" @click="emit('choose', pictures[row.picture]!.id)">
              {{ nameOf(row.picture) }}
            </button>
          </td>
        </tr>
        <tr v-for="picture in check.unread" :key="`n${picture}`">
          <td>
            <span class="row"><KgVerdict verdict="fails" />Unread</span>
          </td>
          <td class="note">{{ pictures[picture]?.message }}</td>
          <td>
            <button type="button" class="lnk" @click="emit('choose', pictures[picture]!.id)">
              {{ nameOf(picture) }}
            </button>
          </td>
        </tr>
      </tbody>
    </table>
  </div>
</template>
