<script setup lang="ts">
import { useLocalStorage } from '@vueuse/core'
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { api, ApiProblem, type Schemas, unwrap } from '@/api/client'
import KgVerdict from '@/components/KgVerdict.vue'
import { useSignals } from '@/composables/useSignals'
import { useSession } from '@/composables/useSession'
import { useToast } from '@/composables/useToast'

/** A door: each code of a list lets in once, at whichever door it is shown first. */
const client = useQueryClient()
const { say } = useToast()
const { signal } = useSignals()
const gate = useLocalStorage('kg-gate', '')
const door = useLocalStorage('kg-gate-door', 'North door')
const answer = ref<(Schemas['Admission'] & { code: string }) | null>(null)
const trouble = ref('')
const typed = ref('')
const tab = ref<'latest' | 'missing'>('latest')
const making = ref(false)
const draft = ref({ name: '', source: 'csv' as 'csv' | 'shelf', csv: '', shelf: '' })
const wrong = ref<Record<string, string[]>>({})

const { mayWrite } = useSession()
const gates = useQuery({
  queryKey: ['gates'],
  queryFn: async () => ((await unwrap(api.GET('/api/v1/gates'))) as Schemas['GateList']).data,
})
const shelves = useQuery({
  queryKey: ['shelves'],
  enabled: making,
  queryFn: async () => ((await unwrap(api.GET('/api/v1/shelves'))) as Schemas['Shelves']).data,
})
watch(gates.data, (list) => {
  if (list && !list.some((g) => g.id === gate.value)) gate.value = list[0]?.id ?? ''
})
const current = computed(() => gates.data.value?.find((g) => g.id === gate.value) ?? null)
// Other doors admit too, so both lists are asked for again every few seconds.
const latest = useQuery({
  queryKey: ['gate-latest', gate],
  enabled: computed(() => gate.value !== ''),
  refetchInterval: 5000,
  queryFn: async () => {
    const list = (await unwrap(
      api.GET('/api/v1/gates/{gate}/admissions', { params: { path: { gate: gate.value } } }),
    )) as Schemas['GateAdmissions']
    return list.data
  },
})
const missing = useQuery({
  queryKey: ['gate-missing', gate],
  enabled: computed(() => gate.value !== '' && tab.value === 'missing'),
  refetchInterval: 5000,
  queryFn: async () =>
    (await unwrap(
      api.GET('/api/v1/gates/{gate}/entries', {
        params: { path: { gate: gate.value }, query: { state: 'missing', limit: 500 } },
      }),
    )) as Schemas['GateEntries'],
})

function refresh(now: Schemas['Gate'] | null): void {
  if (now !== null)
    client.setQueryData<Schemas['Gate'][]>(['gates'], (list) => list?.map((g) => (g.id === now.id ? now : g)))
  void client.invalidateQueries({ queryKey: ['gate-latest'] })
  void client.invalidateQueries({ queryKey: ['gate-missing'] })
}

/** Asks for one code; called for every code that comes into view. */
async function admit(code: string): Promise<void> {
  if (gate.value === '' || code === '') return
  try {
    const given = (await unwrap(
      api.POST('/api/v1/gates/{gate}/admit', {
        // The same key whatever becomes of the first try: an answer that was lost is given again, not a second admission.
        params: { path: { gate: gate.value }, header: { 'Idempotency-Key': crypto.randomUUID() } },
        body: { code, door: door.value.trim() },
      }),
    )) as Schemas['Admission']
    answer.value = { ...given, code }
    trouble.value = ''
    signal(given.verdict === 'admitted')
    refresh(given.gate)
  } catch (e) {
    answer.value = null
    trouble.value = `${e instanceof Error ? e.message : 'The gate does not answer.'} Nobody was admitted by this.`
    signal(false)
  }
}
defineExpose({ admit })

async function undo(admission: string, name: string): Promise<void> {
  try {
    const now = (await unwrap(
      api.POST('/api/v1/gates/{gate}/admissions/{admission}/undo', {
        params: { path: { gate: gate.value, admission } },
      }),
    )) as Schemas['Gate']
    answer.value = null
    say(`${name} is outside again`)
    refresh(now)
  } catch (e) {
    say(e instanceof Error ? e.message : 'It could not be undone. Try again.')
  }
}
async function make(): Promise<void> {
  wrong.value = {}
  const { name, source, csv, shelf } = draft.value
  try {
    const made = (await unwrap(
      api.POST('/api/v1/gates', { body: source === 'csv' ? { name, csv } : { name, shelf } }),
    )) as Schemas['Gate']
    await client.invalidateQueries({ queryKey: ['gates'] })
    gate.value = made.id
    making.value = false
    draft.value = { name: '', source: 'csv', csv: '', shelf: '' }
    say(`${made.name}: ${made.entries} codes on the list`)
  } catch (e) {
    if (e instanceof ApiProblem && Object.keys(e.errors).length > 0) wrong.value = e.errors
    else say(e instanceof Error ? e.message : 'The gate could not be made. Try again.')
  }
}
async function remove(): Promise<void> {
  const gone = current.value
  if (gone === null) return
  try {
    await unwrap(api.DELETE('/api/v1/gates/{gate}', { params: { path: { gate: gone.id } } }))
    await client.invalidateQueries({ queryKey: ['gates'] })
    say(`${gone.name} is deleted`, {
      label: 'Undo',
      run: () =>
        void unwrap(api.POST('/api/v1/gates/{gate}/restore', { params: { path: { gate: gone.id } } }))
          .then(() => client.invalidateQueries({ queryKey: ['gates'] }))
          .then(() => (gate.value = gone.id))
          .catch((e: Error) => say(e.message)),
    })
  } catch (e) {
    say(e instanceof Error ? e.message : 'The gate could not be deleted. Try again.')
  }
}
function enter(): void {
  void admit(typed.value.trim())
  typed.value = ''
}
async function load(event: Event): Promise<void> {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (file) draft.value.csv = await file.text()
}
const time = (at: string): string => new Date(at).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })
const seconds = (at: string): string => new Date(at).toLocaleTimeString('en-GB')
const VERDICTS = { admitted: 'holds', used: 'marginal', unknown: 'fails' } as const
const big = computed(() => {
  const a = answer.value
  if (a === null) return ''
  if (a.verdict === 'unknown') return 'Not on the list'
  const at = a.admission ? time(a.admission.admitted_at) : ''
  return a.verdict === 'admitted' ? 'Admitted' : `Already used at ${at}`
})
</script>

<template>
  <div class="panel-mode" data-test="gate">
    <div class="mh">
      <div class="grow">
        <h2 class="title">
          {{ current ? `${current.inside} of ${current.entries} inside` : 'No gate yet' }}
        </h2>
        <p class="note">
          {{
            current
              ? 'Every door that shows this gate shares one list: a code lets in once.'
              : 'Make one from a pasted list, or from the glyphs on a shelf.'
          }}
        </p>
      </div>
      <v-btn @click="making = !making">{{ making ? 'Close' : 'New gate' }}</v-btn>
      <v-btn v-if="current" :disabled="!mayWrite" @click="remove">Delete</v-btn>
    </div>

    <form v-if="making" class="gate-new" @submit.prevent="make">
      <label>
        <span class="label">Name</span>
        <input v-model="draft.name" type="text" maxlength="120" aria-label="Name of the gate" />
      </label>
      <p v-for="m in wrong.name" :key="m" class="bad">{{ m }}</p>
      <div class="row from">
        <label class="row"><input v-model="draft.source" type="radio" value="csv" />Pasted list</label>
        <label class="row"><input v-model="draft.source" type="radio" value="shelf" />Glyphs of a shelf</label>
      </div>
      <template v-if="draft.source === 'csv'">
        <textarea
          v-model="draft.csv"
          rows="6"
          spellcheck="false"
          aria-label="Codes and names"
          placeholder="code,name&#10;FENN-CARD-0017,Tom Ferrier"
        />
        <p class="note">
          A code in each row, a name after a comma, semicolon or tab.
          <label class="lnk"
            >Take a CSV file<input class="sr" type="file" accept=".csv,.tsv,.txt" @change="load"
          /></label>
        </p>
        <p v-for="m in wrong.csv" :key="m" class="bad">{{ m }}</p>
      </template>
      <template v-else>
        <select v-model="draft.shelf" aria-label="Shelf">
          <option value="" disabled>Choose a shelf</option>
          <option v-for="s in shelves.data.value ?? []" :key="s.shelf" :value="s.shelf">
            {{ s.shelf }}, {{ s.glyphs }} {{ s.glyphs === 1 ? 'glyph' : 'glyphs' }}
          </option>
        </select>
        <p v-if="shelves.data.value?.length === 0" class="note">
          No glyph is on a shelf yet. Put some there in Glyphs.
        </p>
        <p v-for="m in wrong.shelf" :key="m" class="bad">{{ m }}</p>
      </template>
      <div class="row"><v-btn class="main" type="submit">Make gate</v-btn></div>
    </form>

    <template v-if="current">
      <div class="gate-set">
        <label
          >Gate<select v-model="gate" aria-label="Gate">
            <option v-for="g in gates.data.value ?? []" :key="g.id" :value="g.id">{{ g.name }}</option>
          </select></label
        >
        <label>This door<input v-model="door" type="text" maxlength="60" aria-label="This door" /></label>
        <label class="grow"
          >Code by hand<input
            v-model="typed"
            type="text"
            aria-label="Code by hand"
            placeholder="Type it and press Enter"
            autocomplete="off"
            spellcheck="false"
            @keydown.enter.prevent="enter"
        /></label>
      </div>
      <div
        class="answer"
        :class="answer ? VERDICTS[answer.verdict] : trouble ? 'fails' : ''"
        role="status"
        data-test="answer"
      >
        <template v-if="answer">
          <KgVerdict :verdict="VERDICTS[answer.verdict]" />
          <div>
            <p class="big">{{ big }}</p>
            <p class="note">
              {{ answer.entry?.name || answer.code
              }}<template v-if="answer.verdict === 'used' && answer.admission?.door"
                >, at {{ answer.admission.door }}</template
              >
            </p>
          </div>
          <v-btn
            v-if="answer.verdict === 'admitted' && answer.admission"
            @click="undo(answer.admission.id, answer.entry?.name || answer.code)"
            >Undo</v-btn
          >
        </template>
        <template v-else-if="trouble"
          ><KgVerdict verdict="fails" />
          <p>{{ trouble }}</p></template
        >
        <template v-else
          ><KgVerdict verdict="not_run" />
          <p class="note">Show a code to the camera, add a picture, or type the code.</p></template
        >
      </div>
      <div class="tabs" role="tablist" aria-label="List of the gate">
        <button type="button" role="tab" :aria-selected="tab === 'latest'" @click="tab = 'latest'">Latest</button>
        <button type="button" role="tab" :aria-selected="tab === 'missing'" @click="tab = 'missing'">
          Still missing, {{ current.entries - current.inside }}
        </button>
      </div>
      <table v-if="tab === 'latest'" class="tbl latest">
        <tbody>
          <tr v-for="a in latest.data.value ?? []" :key="a.id">
            <td class="fig">{{ seconds(a.admitted_at) }}</td>
            <td :class="{ undone: a.undone_at }">{{ a.entry?.name || a.entry?.code }}</td>
            <td class="note">{{ a.undone_at ? `undone at ${time(a.undone_at)}` : a.door }}</td>
            <td class="num">
              <button
                v-if="!a.undone_at"
                type="button"
                class="lnk"
                @click="undo(a.id, a.entry?.name || a.entry?.code || '')"
              >
                Undo
              </button>
            </td>
          </tr>
          <tr v-if="latest.data.value?.length === 0">
            <td class="note">Nobody is inside yet.</td>
          </tr>
        </tbody>
      </table>
      <table v-else class="tbl">
        <tbody>
          <tr v-for="e in missing.data.value?.data ?? []" :key="e.code">
            <td>{{ e.name || 'No name' }}</td>
            <td class="code wrap">{{ e.code }}</td>
          </tr>
          <tr v-if="missing.data.value?.total === 0">
            <td class="note">Everybody is inside.</td>
          </tr>
        </tbody>
      </table>
    </template>
  </div>
</template>

<style scoped src="../pages/ReadModes.css"></style>
<style scoped>
.latest td:first-child {
  width: 96px;
}
.latest td:last-child {
  width: 80px;
  padding-right: 20px;
}
.gate-new {
  display: grid;
  gap: 8px;
  padding: 12px 20px;
  border-bottom: 1px solid var(--line);
  background: var(--paper);
}
.gate-new label {
  gap: 6px;
}
.gate-new .from {
  gap: 18px;
}
.gate-new input[type='text'],
.gate-new textarea,
.gate-new select {
  width: 100%;
  border: 1px solid var(--edge);
  background: var(--sheet);
  color: var(--ink);
  padding: 7px 9px;
  font: 400 14px/20px var(--font-text);
}
.gate-new textarea {
  font-family: var(--font-code);
  font-size: 13px;
}
.bad {
  color: var(--fail);
  font: var(--t-note);
}
</style>
