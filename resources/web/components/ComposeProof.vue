<script setup lang="ts">
import { computed, ref, watch } from 'vue'
import { ApiProblem, type Compose, type Glyph, type Schemas } from '@/api/client'
import { isOpen, startProof, useProof, useProofChanges } from '@/composables/useProofs'
import { useProofDevices } from '@/composables/useProofDevices'
import { useSession } from '@/composables/useSession'
import { counted } from '@/lib/bytes'
import { marginWords } from '@/lib/proof'
import KgVerdict from './KgVerdict.vue'

/** What is on the table, before all simulated devices: as it is now, saved or not. */
const props = defineProps<{ body: () => Compose & { name?: string }; glyph: Glyph | null; ready: boolean }>()
const { mayWrite } = useSession()
const devices = useProofDevices()
const id = ref('')
const proved = ref('')
const problem = ref('')
const isStarting = ref(false)
const { data: proof } = useProof(id)
const { stop } = useProofChanges('')
const now = computed(() => JSON.stringify({ ...props.body(), name: undefined }))
const isStale = computed(() => id.value !== '' && proved.value !== now.value)
watch(
  () => props.glyph?.id,
  () => (id.value = ''),
)

async function run(): Promise<void> {
  isStarting.value = true
  problem.value = ''
  try {
    const body = now.value
    const made = await startProof({ ...props.body() } as Schemas['ProofInput'])
    id.value = made.id
    proved.value = body
  } catch (e) {
    problem.value =
      e instanceof ApiProblem ? (Object.values(e.errors)[0]?.[0] ?? e.message) : 'It could not be started.'
  } finally {
    isStarting.value = false
  }
}
const rows = computed(() =>
  (proof.value?.devices ?? []).map((device) => {
    const own = proof.value!.cells.filter((cell) => cell.device === device.id)
    const least = [...own].sort((a, b) => (a.ratio ?? 0) - (b.ratio ?? 0))[0]
    return { device, own, least }
  }),
)
const label = (condition: string): string =>
  proof.value?.conditions.find((one) => one.id === condition)?.label ?? condition
</script>

<template>
  <div class="proofing">
    <div class="row">
      <v-btn v-if="isOpen(proof) && mayWrite" @click="stop.mutate(id)">Stop</v-btn>
      <v-btn v-else class="main" :disabled="!ready || !mayWrite || isStarting" @click="run">{{
        id === '' ? `Prove it on ${counted(devices, 'device')}` : 'Prove it again'
      }}</v-btn>
      <span class="note grow" role="status">
        <template v-if="isOpen(proof)">{{ proof!.done }} of {{ proof!.total }} cells</template>
        <template v-else-if="proof">{{
          proof.state === 'done' ? `grade ${proof.letter ?? '–'}` : proof.state
        }}</template>
      </span>
      <router-link v-if="glyph" class="note" :to="`/proof/${glyph.id}`">All of it</router-link>
    </div>
    <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
    <p v-if="isStale" class="stale"><KgVerdict verdict="marginal" /> The composition changed after this was found.</p>
    <template v-if="proof">
      <p class="row counts">
        <span v-for="verdict in ['holds', 'marginal', 'fails'] as const" :key="verdict" class="row"
          ><KgVerdict :verdict="verdict" /><span class="say" :class="verdict">{{ proof.tally[verdict] }}</span></span
        >
        <span v-if="proof.met !== null" class="note">{{
          proof.met ? 'what the workspace requires holds' : 'what the workspace requires does not hold'
        }}</span>
      </p>
      <p v-if="proof.weakest && !isOpen(proof)" class="note">{{ proof.weakest.words }}</p>
      <table>
        <thead>
          <tr>
            <th scope="col">Device</th>
            <th scope="col">Conditions</th>
            <th scope="col">Weakest</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="one in rows" :key="one.device.id">
            <th scope="row">{{ one.device.label }}</th>
            <td>
              <span class="row marks"
                ><KgVerdict
                  v-for="cell in one.own"
                  :key="cell.condition"
                  :verdict="cell.verdict"
                  :title="`${label(cell.condition)}: ${marginWords(cell)}`"
              /></span>
            </td>
            <td class="note">
              <template v-if="one.least"
                >{{ label(one.least.condition).toLowerCase() }}
                <span class="fig">{{ marginWords(one.least) }}</span></template
              >
            </td>
          </tr>
        </tbody>
      </table>
    </template>
    <p v-else class="note">
      Simulated phones, scanners and cameras look at this composition, at its size, under ten conditions that grow
      harder until reading fails. It takes about half a minute; nothing has to be saved for it.
    </p>
  </div>
</template>

<style scoped>
.proofing {
  padding: 12px 16px;
  display: grid;
  gap: 10px;
}
.row {
  gap: 8px;
}
.counts {
  gap: 14px;
}
.wrong {
  color: var(--fail);
}
.stale {
  display: flex;
  gap: 8px;
  align-items: center;
  color: var(--marg);
}
table {
  border-collapse: collapse;
  width: 100%;
}
th {
  font: var(--t-label);
  text-align: left;
}
th,
td {
  padding: 5px 8px 5px 0;
  border-bottom: 1px solid var(--rule);
  vertical-align: middle;
}
.marks {
  gap: 3px;
  flex-wrap: nowrap;
}
</style>
