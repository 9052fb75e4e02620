<script setup lang="ts">
import { useQuery } from '@tanstack/vue-query'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ApiProblem, type Glyph, unwrap } from '@/api/client'
import KgRelated from '@/components/KgRelated.vue'
import KgVerdict from '@/components/KgVerdict.vue'
import PrintGrades from '@/components/PrintGrades.vue'
import ProofBlind from '@/components/ProofBlind.vue'
import ProofCellPanel from '@/components/ProofCellPanel.vue'
import ProofCompare from '@/components/ProofCompare.vue'
import ProofDevices from '@/components/ProofDevices.vue'
import ProofFieldChecks from '@/components/ProofFieldChecks.vue'
import ProofHistory from '@/components/ProofHistory.vue'
import ProofMatrix from '@/components/ProofMatrix.vue'
import ProofRequirements from '@/components/ProofRequirements.vue'
import ProofSubject from '@/components/ProofSubject.vue'
import { useGlyphList } from '@/composables/useGlyphs'
import { useFinishes } from '@/composables/useFinishes'
import { useProofComparison } from '@/composables/useProofComparison'
import { isOpen, useProof, useProofChanges, useProofList } from '@/composables/useProofs'
import { useSession } from '@/composables/useSession'

const route = useRoute()
const router = useRouter()
const { mayWrite } = useSession()
const { glyphs, isPending: areGlyphsComing } = useGlyphList('', '-updated_at')
const id = computed(() => (typeof route.params.id === 'string' ? route.params.id : ''))
watch(
  glyphs,
  (all) => {
    if (id.value === '' && all[0] !== undefined) void router.replace(`/proof/${all[0].id}`)
  },
  { immediate: true },
)
const { data: glyph, error } = useQuery({
  queryKey: ['glyph', id],
  enabled: computed(() => id.value !== ''),
  queryFn: async () =>
    (await unwrap(api.GET('/api/v1/glyphs/{glyph}', { params: { path: { glyph: id.value } } }))) as Glyph,
})
const { proofs, isPending, refetch } = useProofList(id)
const { run, stop } = useProofChanges(id)
/** The newest, unless an older one is looked at. */
const older = ref('')
watch(id, () => (older.value = ''))
const shownId = computed(() => older.value || proofs.value[0]?.id || '')
const { data: proof } = useProof(shownId)
const isRunning = computed(() => isOpen(proof.value))
// The list says how each one stands, and how it ended.
watch(
  () => proof.value?.state,
  (now, before) => {
    if (before !== undefined && now !== before) void refetch()
  },
)
const isStale = computed(
  () => proof.value !== undefined && glyph.value !== undefined && proof.value.revision !== glyph.value.revision,
)

const asked = ref<string | null>(null)
const required = computed({
  get: () => asked.value ?? proof.value?.require ?? '',
  set: (text: string) => (asked.value = text),
})
const trouble = computed(() => {
  const why = run.error.value
  return why === null
    ? ''
    : why instanceof ApiProblem
      ? (why.field('require') ?? why.field('glyph') ?? why.message)
      : why.message
})
async function start(): Promise<void> {
  older.value = ''
  chosen.value = ''
  run.reset()
  await run.mutateAsync(asked.value === null ? {} : { require: asked.value }).catch(() => undefined)
}

const chosen = ref('')
const weakest = computed(() => {
  const one = proof.value?.weakest
  return one == null || isRunning.value ? null : `${one.device} ${one.condition}`
})
const cell = computed(() => {
  const own = proof.value?.cells
  const name = chosen.value || weakest.value || ''
  return own?.find((one) => `${one.device} ${one.condition}` === name) ?? own?.[0] ?? null
})
watch(
  () => cell.value && `${cell.value.device} ${cell.value.condition}`,
  (name) => {
    if (name && chosen.value === '' && !isRunning.value) chosen.value = name
  },
)
const { finishes } = useFinishes()
const {
  other,
  otherId,
  otherName,
  trouble: compareTrouble,
  compareFinish,
  compareEarlier,
} = useProofComparison(id, glyph)
</script>

<template>
  <div class="proof">
    <ProofSubject
      :id="id"
      :glyph="glyph"
      :glyphs="glyphs"
      :proof="proof"
      :is-running="isRunning"
      :is-starting="run.isPending.value"
      :is-stopping="stop.isPending.value"
      :is-first="proofs.length === 0"
      :may-write="mayWrite"
      @run="start"
      @stop="proof && stop.mutate(proof.id)"
    />
    <p v-if="isRunning && proof" class="progress" aria-hidden="true">
      <i :style="{ width: `${(100 * proof.done) / proof.total}%` }" />
    </p>
    <p v-if="error" class="wrong pad" role="alert">{{ error.message }}</p>
    <p v-if="trouble" class="wrong pad" role="alert">{{ trouble }}</p>
    <p v-if="proof?.trouble" class="wrong pad" role="alert">{{ proof.trouble }}</p>
    <p v-if="isStale && !isRunning" class="stale">
      <KgVerdict verdict="marginal" /> This was found for revision {{ proof!.revision ?? '–' }}; the glyph is at
      revision {{ glyph!.revision }} now. Run it again.
    </p>
    <div v-if="!areGlyphsComing && glyphs.length === 0 && !glyph" class="nothing">
      <div class="words">
        <h2>Nothing to proof yet</h2>
        <p class="note">Save a composition as a glyph: then simulated devices can look at it.</p>
        <v-btn class="main" to="/compose">Compose</v-btn>
      </div>
    </div>
    <div v-else-if="!isPending && proofs.length === 0" class="nothing first">
      <div class="words">
        <h2>Not proofed yet</h2>
        <p class="note">
          Seven simulated devices look at it under ten conditions, each harder and harder until reading fails. It takes
          about half a minute, and the cells come as they are found.
        </p>
      </div>
      <KgRelated v-if="glyph" class="belongs" :of="{ glyph: glyph.id }" quiet />
      <ProofFieldChecks v-if="glyph" :glyph="glyph.id" :may-write="mayWrite" />
      <ProofDevices :may-write="mayWrite" />
    </div>
    <div v-else-if="proof" class="table">
      <section class="bench" aria-label="Devices and conditions">
        <ProofCompare
          v-if="otherId !== '' && other"
          :before="other"
          :after="proof"
          :before-name="otherName"
          :after-name="`Revision ${proof.revision ?? '–'}`"
          @close="otherId = ''"
        />
        <p v-if="compareTrouble" class="wrong pad" role="alert">{{ compareTrouble }}</p>
        <ProofMatrix v-if="otherId === ''" v-model="chosen" :proof="proof" :weakest="weakest" />
        <p class="legend note">
          <span>The triangle is what is needed, always mid-scale.</span
          ><span><KgVerdict verdict="marginal" /> within 15 % of it</span
          ><span><KgVerdict verdict="fails" /> falls short</span>
        </p>
        <div class="below">
          <section aria-label="Print quality">
            <PrintGrades v-if="proof.grade" :grade="proof.grade" />
            <p v-else class="note pad">The grade of the drawing comes when all cells are there.</p>
          </section>
          <section aria-label="Requirements and history">
            <ProofRequirements v-model="required" :proof="proof" :is-running="isRunning" />
            <KgRelated v-if="glyph" class="belongs" :of="{ glyph: glyph.id }" quiet />
            <ProofBlind v-if="proof.blind.length > 0" :proof="proof" />
            <ProofHistory
              :proofs="proofs"
              :shown-id="shownId"
              :finishes="finishes"
              :may-write="mayWrite && glyph !== undefined"
              @show="older = $event"
              @beside="compareEarlier"
              @finish="compareFinish"
            />
          </section>
        </div>
        <ProofFieldChecks v-if="glyph" :glyph="glyph.id" :may-write="mayWrite" />
        <ProofDevices :may-write="mayWrite" />
      </section>
      <aside class="side" aria-label="Selected cell">
        <ProofCellPanel v-if="cell" :proof="proof" :cell="cell" :glyph="glyph ?? null" :may-write="mayWrite" />
        <p v-else class="note pad">The first cells take a moment.</p>
      </aside>
    </div>
  </div>
</template>

<style scoped>
.belongs {
  padding: 8px 16px;
}
.proof {
  height: 100%;
  display: flex;
  flex-direction: column;
  background: var(--sheet);
}
.progress {
  height: 3px;
  background: var(--rule);
}
.progress i {
  display: block;
  height: 100%;
  background: var(--ink);
  transition: width var(--move);
}
.stale {
  display: flex;
  gap: 8px;
  align-items: center;
  padding: 6px 16px;
  background: var(--marg-wash);
  color: var(--marg);
  border-bottom: 1px solid var(--rule);
}
.wrong {
  color: var(--fail);
}
.pad {
  padding: 6px 16px;
  display: block;
}
.nothing {
  flex: 1;
  display: grid;
  place-items: center;
}
.first {
  grid-template: minmax(200px, 1fr) auto / minmax(0, 1fr);
  place-items: stretch;
  overflow: auto;
}
.first .words {
  place-self: center;
}
.words {
  width: min(420px, 90%);
  display: grid;
  gap: 10px;
  justify-items: start;
}
.table {
  flex: 1;
  min-height: 0;
  display: grid;
  grid-template-columns: minmax(0, 1fr) 340px;
}
.bench {
  min-width: 0;
  overflow: auto;
  border-right: 1px solid var(--line);
}
.legend {
  display: flex;
  gap: 18px;
  padding: 6px 16px;
  border-bottom: 1px solid var(--line);
}
.legend span {
  display: flex;
  align-items: center;
  gap: 6px;
}
.below {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  background: var(--paper);
}
.below > section + section {
  border-left: 1px solid var(--rule);
}
.side {
  background: var(--paper);
  overflow: auto;
}
@media (max-width: 1099px) {
  .proof {
    overflow: auto;
  }
  .table {
    display: block;
  }
  .below {
    display: block;
  }
  .bench {
    border-right: 0;
  }
}
</style>
