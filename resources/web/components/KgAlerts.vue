<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { api, ApiProblem, type Schemas, unwrap } from '@/api/client'
import { useToast } from '@/composables/useToast'

/** What somebody is told of a waypoint, at which addresses. */
const props = defineProps<{ waypoint: string; mayWrite: boolean }>()
const client = useQueryClient()
const { say } = useToast()
const { data } = useQuery({
  queryKey: ['alerts'],
  queryFn: async () => ((await unwrap(api.GET('/api/v1/alerts'))) as { data: Schemas['Alert'][] }).data,
})
const own = computed(() => (data.value ?? []).filter((one) => one.waypoint === null || one.waypoint === props.waypoint))
const SORTS: { value: Schemas['Alert']['sort']; says: string; unit?: string; usual?: number }[] = [
  { value: 'first', says: 'At the first scan' },
  { value: 'threshold', says: 'After so many scans', unit: 'scans', usual: 100 },
  { value: 'each', says: 'At each scan' },
  { value: 'none', says: 'When nobody scans it', unit: 'days', usual: 7 },
  { value: 'rise', says: 'When a day is unusual', unit: '% more', usual: 100 },
]
const isAdding = ref(false)
const sort = ref<Schemas['Alert']['sort']>('first')
const number = ref(100)
const mails = ref('')
const isAll = ref(false)
const problem = ref('')
const chosen = computed(() => SORTS.find((one) => one.value === sort.value)!)
async function add(): Promise<void> {
  problem.value = ''
  try {
    await unwrap(
      api.POST('/api/v1/alerts', {
        body: {
          sort: sort.value,
          waypoint: isAll.value ? null : props.waypoint,
          ...(chosen.value.unit === undefined ? {} : { number: number.value }),
          mails: mails.value.split(/[\s,;]+/).filter((one) => one !== ''),
        },
      }),
    )
    isAdding.value = false
    mails.value = ''
    await client.invalidateQueries({ queryKey: ['alerts'] })
  } catch (e) {
    problem.value = e instanceof ApiProblem ? (Object.values(e.errors)[0]?.[0] ?? e.message) : 'Try again.'
  }
}
async function drop(id: string): Promise<void> {
  await unwrap(api.DELETE('/api/v1/alerts/{alert}', { params: { path: { alert: id } } })).catch((e: unknown) =>
    say(e instanceof Error ? e.message : 'Try again.'),
  )
  await client.invalidateQueries({ queryKey: ['alerts'] })
}
</script>

<template>
  <div>
    <div class="row">
      <h2 class="grow">Told</h2>
      <button v-if="mayWrite" type="button" class="link" :aria-expanded="isAdding" @click="isAdding = !isAdding">
        {{ isAdding ? 'Close' : 'Add' }}
      </button>
    </div>
    <p v-if="own.length === 0 && !isAdding" class="note">Nobody is told anything. Hooks are set under Hooks.</p>
    <p v-for="one in own" :key="one.id" class="line">
      <span class="grow"
        >{{ one.words }}<span v-if="one.waypoint === null" class="note">, of every waypoint</span
        ><span class="note mails">{{ one.mails.join(', ') || 'by hooks alone' }}</span></span
      >
      <button
        v-if="mayWrite"
        type="button"
        class="link"
        :aria-label="`Stop telling ${one.words}`"
        @click="drop(one.id)"
      >
        Stop
      </button>
    </p>
    <form v-if="isAdding" class="add" @submit.prevent="add">
      <select v-model="sort" class="kg-plain" aria-label="When" @change="number = chosen.usual ?? number">
        <option v-for="one in SORTS" :key="one.value" :value="one.value">{{ one.says }}</option>
      </select>
      <label v-if="chosen.unit" class="row"
        ><input v-model.number="number" class="kg-plain fig" type="number" min="1" /><span class="label">{{
          chosen.unit
        }}</span></label
      >
      <textarea
        v-model="mails"
        class="kg-plain"
        rows="2"
        aria-label="Mail addresses"
        placeholder="ines@fennmoor.example, tom@…"
      />
      <label class="row"><input v-model="isAll" type="checkbox" />of every waypoint</label>
      <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
      <v-btn type="submit">Tell them</v-btn>
    </form>
  </div>
</template>

<style scoped>
.line {
  display: flex;
  gap: 8px;
  align-items: baseline;
  padding: 3px 0;
}
.line .grow::first-letter {
  text-transform: capitalize;
}
.mails {
  display: block;
  overflow-wrap: anywhere;
}
.link {
  border: 0;
  background: none;
  padding: 0;
  text-decoration: underline;
  text-underline-offset: 3px;
  text-decoration-color: var(--edge);
  font: var(--t-note);
}
.add {
  display: grid;
  gap: 6px;
  padding-top: 6px;
}
.wrong {
  color: var(--fail);
}
</style>
