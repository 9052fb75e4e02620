<script setup lang="ts">
import * as limits from '@/api/limits'
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { ref } from 'vue'
import { api, ApiProblem, type Schemas, unwrap } from '@/api/client'
import { useToast } from '@/composables/useToast'

/** A gate from a pasted list, or from the glyphs of a shelf. */
const emit = defineEmits<{ made: [gate: Schemas['Gate']] }>()
const client = useQueryClient()
const { say } = useToast()
const draft = ref({ name: '', source: 'csv' as 'csv' | 'shelf', csv: '', shelf: '', times: 1 })
const wrong = ref<Record<string, string[]>>({})
const shelves = useQuery({
  queryKey: ['shelves'],
  queryFn: async () => ((await unwrap(api.GET('/api/v1/shelves'))) as Schemas['Shelves']).data,
})

async function make(): Promise<void> {
  wrong.value = {}
  const { name, source, csv, shelf, times } = draft.value
  try {
    const made = (await unwrap(
      api.POST('/api/v1/gates', { body: { name, times, ...(source === 'csv' ? { csv } : { shelf }) } }),
    )) as Schemas['Gate']
    await client.invalidateQueries({ queryKey: ['gates'] })
    say(`${made.name}: ${made.entries} codes on the list`)
    emit('made', made)
  } catch (e) {
    if (e instanceof ApiProblem && Object.keys(e.errors).length > 0) wrong.value = e.errors
    else say(e instanceof Error ? e.message : 'The gate could not be made. Try again.')
  }
}
async function load(event: Event): Promise<void> {
  const file = (event.target as HTMLInputElement).files?.[0]
  if (file) draft.value.csv = await file.text()
}
</script>

<template>
  <form class="gate-new" @submit.prevent="make">
    <label>
      <span class="label">Name</span>
      <input
        v-model="draft.name"
        type="text"
        :maxlength="limits.createGate.name.maxLength"
        aria-label="Name of the gate"
      />
    </label>
    <p v-for="m in wrong.name" :key="m" class="bad">{{ m }}</p>
    <label class="row">
      <span class="label">Each code lets in</span>
      <input
        v-model.number="draft.times"
        type="number"
        :min="limits.createGate.times.minimum"
        :max="limits.createGate.times.maximum"
        class="fig"
        aria-label="How often each code lets in"
      />
      <span class="label">{{ draft.times === 1 ? 'time' : 'times' }}</span>
    </label>
    <p v-for="m in wrong.times" :key="m" class="bad">{{ m }}</p>
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
      <p v-if="shelves.data.value?.length === 0" class="note">No glyph is on a shelf yet. Put some there in Glyphs.</p>
      <p v-for="m in wrong.shelf" :key="m" class="bad">{{ m }}</p>
    </template>
    <div class="row"><v-btn class="main" type="submit">Make gate</v-btn></div>
  </form>
</template>

<style scoped>
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
