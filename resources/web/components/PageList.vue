<script setup lang="ts">
import * as limits from '@/api/limits'
import { ref } from 'vue'
import { ApiProblem, type Schemas } from '@/api/client'
import { makePage } from '@/composables/usePages'
import { KINDS } from '@/lib/page'
import KgVerdict from './KgVerdict.vue'

/** All pages, and a new one: first what it is for, then its name. */
defineProps<{ pages: Schemas['PageSummary'][]; pending: boolean; error: Error | null; mayWrite: boolean }>()
const search = defineModel<string>({ required: true })
const emit = defineEmits<{ made: [id: string] }>()
const STATES = { live: ['holds', 'Live'], paused: ['marginal', 'Paused'], draft: ['not_run', 'Not published'] } as const
const kindName = (kind: string): string => KINDS.find((one) => one.kind === kind)?.name ?? kind
const kind = ref<Schemas['PageKind'] | null>(null)
const name = ref('')
const code = ref('')
const language = ref('en')
const errors = ref<Record<string, string[]>>({})
const problem = ref('')
async function make(): Promise<void> {
  if (kind.value === null) return
  errors.value = {}
  problem.value = ''
  try {
    const page = await makePage({
      kind: kind.value,
      name: name.value,
      language: language.value,
      ...(code.value.trim() === '' ? {} : { code: code.value.trim() }),
    })
    emit('made', page.id)
  } catch (e) {
    errors.value = e instanceof ApiProblem ? e.errors : {}
    if (!(e instanceof ApiProblem) || e.status !== 422)
      problem.value = e instanceof Error ? e.message : 'It was not made.'
  }
}
const day = (at: string): string =>
  new Date(at).toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: 'numeric' })
</script>

<template>
  <div class="all">
    <div class="head panel">
      <h1 class="grow">Pages</h1>
      <input
        v-model="search"
        class="kg-plain"
        type="search"
        placeholder="Name, code or words"
        aria-label="Find a page"
      />
    </div>
    <section v-if="mayWrite" class="new" aria-label="A new page">
      <h2 class="for">A new page, for</h2>
      <div class="kinds" role="radiogroup" aria-label="What is it for?">
        <button
          v-for="one in KINDS"
          :key="one.kind"
          type="button"
          role="radio"
          :aria-checked="kind === one.kind"
          @click="kind = one.kind"
        >
          <b>{{ one.name }}</b><span class="note">{{ one.for }}</span>
        </button>
      </div>
      <form v-if="kind" @submit.prevent="make">
        <label
          ><span class="label">Name</span
          ><input v-model="name" class="kg-plain" :maxlength="limits.NewPage.name.maxLength" required autofocus />
          <span v-if="errors.name" class="wrong">{{ errors.name[0] }}</span></label
        >
        <label
          ><span class="label">Readable code, if you want one</span
          ><input
            v-model="code"
            class="kg-plain code"
            :maxlength="limits.NewPage.code.maxLength"
            placeholder="by chance"
          />
          <span v-if="errors.code" class="wrong">{{ errors.code[0] }}</span></label
        >
        <label
          ><span class="label">Language</span
          ><input v-model="language" class="kg-plain code" :maxlength="limits.NewPage.language.maxLength" />
          <span v-if="errors.language" class="wrong">{{ errors.language[0] }}</span></label
        >
        <v-btn class="main" type="submit">Make the page</v-btn>
        <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
      </form>
    </section>
    <p v-if="error" class="wrong pad" role="alert">{{ error.message }}</p>
    <p v-else-if="!pending && pages.length === 0" class="note pad">
      {{
        search === ''
          ? 'No page yet. Choose what it is for: it gets its own short address and symbol at once.'
          : 'None has these words.'
      }}
    </p>
    <div v-else class="scroll">
      <table>
        <thead>
          <tr>
            <th>Page</th>
            <th>For</th>
            <th>Code</th>
            <th>Languages</th>
            <th class="num">Scans</th>
            <th>Changed</th>
            <th>State</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in pages" :key="one.id">
            <td>
              <router-link :to="`/pages/${one.id}`"
                ><b>{{ one.name }}</b></router-link
              >
            </td>
            <td>{{ kindName(one.kind) }}</td>
            <td class="code">{{ one.code }}</td>
            <td>{{ one.languages.join(', ') }}</td>
            <td class="num fig">{{ one.scans.toLocaleString('en-GB') }}</td>
            <td class="fig">{{ day(one.updated_at) }}</td>
            <td>
              <span class="row"
                ><KgVerdict :verdict="STATES[one.state][0]" />{{ STATES[one.state][1]
                }}<span v-if="one.changed && one.state !== 'draft'" class="note">, changed since</span></span
              >
            </td>
          </tr>
        </tbody>
      </table>
    </div>
  </div>
</template>

<style scoped>
.all {
  height: 100%;
  overflow: auto;
  background: var(--paper);
}
.head {
  display: flex;
  gap: 12px;
  align-items: center;
  padding: 8px 16px;
  border-bottom: 1px solid var(--line);
}
.head input {
  width: 260px;
}
.for {
  padding: 12px 16px 6px;
}
.kinds {
  border-top: 1px solid var(--rule);
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(150px, 1fr));
  border-bottom: 1px solid var(--rule);
}
.kinds button {
  border: 0;
  border-right: 1px solid var(--rule);
  background: none;
  text-align: left;
  padding: 12px 14px;
  display: grid;
  gap: 2px;
  align-content: start;
}
.kinds button:hover {
  background: var(--sheet);
}
.kinds button[aria-checked='true'] {
  background: var(--accent-wash);
  box-shadow: inset 0 -3px 0 var(--accent);
}
form {
  display: flex;
  gap: 14px;
  align-items: end;
  padding: 10px 16px 14px;
  border-bottom: 1px solid var(--rule);
  flex-wrap: wrap;
}
form label {
  display: grid;
  gap: 2px;
}
form label:first-child {
  flex: 1;
  min-width: 220px;
}
.pad {
  padding: 24px 16px;
}
.wrong {
  color: var(--fail);
}
table {
  width: 100%;
  border-collapse: collapse;
}
th {
  text-align: left;
  font: var(--t-label);
  color: var(--ink-2);
}
th,
td {
  padding: 8px 16px;
  border-bottom: 1px solid var(--rule);
}
th.num {
  text-align: right;
}
@media (max-width: 900px) {
  .scroll {
    overflow-x: auto;
  }
}
</style>
