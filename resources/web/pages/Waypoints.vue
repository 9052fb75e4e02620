<script setup lang="ts">
import * as limits from '@/api/limits'
import { useQuery } from '@tanstack/vue-query'
import { refDebounced } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ApiProblem, type Schemas, unwrap } from '@/api/client'
import KgVerdict from '@/components/KgVerdict.vue'
import WaypointRules from '@/components/WaypointRules.vue'
import WaypointSettings from '@/components/WaypointSettings.vue'
import WaypointTrail from '@/components/WaypointTrail.vue'
import WaypointTry from '@/components/WaypointTry.vue'
import { useKeptDraft } from '@/composables/useKeptDraft'
import { useSession } from '@/composables/useSession'
import { useToast } from '@/composables/useToast'
import { makeWaypoint, useTrail, useWaypoint, useWaypointChanges, useWaypointList } from '@/composables/useWaypoints'
import { byRule, type RouteContent } from '@/lib/route'

const route = useRoute()
const router = useRouter()
const { mayWrite } = useSession()
const { say } = useToast()
const words = ref('')
const query = refDebounced(words, 200)
const { waypoints, isPending, error, refetch } = useWaypointList(query)
const id = computed(() => (typeof route.params.id === 'string' ? route.params.id : ''))
watch(
  waypoints,
  (all) => {
    if (id.value === '' && all[0] !== undefined) void router.replace(`/waypoints/${all[0].id}`)
  },
  { immediate: true },
)
const { data: waypoint, error: missing } = useWaypoint(id)
const { change, publish, rollBack, state, remove } = useWaypointChanges(id)
const { data: settings } = useQuery({
  queryKey: ['workspace'],
  queryFn: async () => (await unwrap(api.GET('/api/v1/workspace'))) as Schemas['WorkspaceSettings'],
})
const zone = computed(() => settings.value?.zone ?? 'UTC')

const { draft, isDirty, problems, load, edit, keep } = useKeptDraft<RouteContent>(
  (content) => change.mutateAsync({ route: content }),
  700,
)
watch(
  () => waypoint.value,
  (now, before) => {
    if (now !== undefined && (now.id !== before?.id || !isDirty.value)) load(now.route.content)
  },
  { immediate: true },
)
const wrong = computed(() => byRule(problems.value))
async function publishNow(): Promise<void> {
  if (await keep())
    await publish.mutateAsync().then(
      (made) => say(`Revision ${made.revision} answers now`),
      () => undefined,
    )
}
const days = ref(30)
const from = computed(() => new Date(Date.now() - 86_400_000 * (days.value - 1)).toISOString().slice(0, 10))
const { data: trail } = useTrail(id, from)
const scans = computed(() => new Map((trail.value?.rules ?? []).map((one) => [one.value, one.scans])))
const answering = ref<number | null | undefined>(undefined)

const isMaking = ref(false)
const made = ref({ name: '', link: 'https://', code: '' })
const making = ref<Record<string, string[]>>({})
async function make(): Promise<void> {
  making.value = {}
  try {
    const waypoint = await makeWaypoint({
      name: made.value.name,
      route: { else: { link: made.value.link } },
      ...(made.value.code.trim() === '' ? {} : { code: made.value.code.trim() }),
    })
    isMaking.value = false
    made.value = { name: '', link: 'https://', code: '' }
    await refetch()
    await router.push(`/waypoints/${waypoint.id}`)
  } catch (e) {
    if (!(e instanceof ApiProblem)) throw e
    making.value = e.errors
    if (e.status !== 422) say(e.message)
  }
}
async function removeNow(): Promise<void> {
  await remove.mutateAsync().catch(() => undefined)
  isDirty.value = false
  await router.push('/waypoints')
}
const STATES = { live: ['holds', 'Live'], paused: ['marginal', 'Paused'], draft: ['not_run', 'Draft'] } as const
</script>

<template>
  <div class="ways">
    <section class="list panel" aria-label="Waypoints">
      <div class="head">
        <h1 class="grow">Waypoints</h1>
        <router-link class="note" to="/resolver">Resolver</router-link>
        <v-btn v-if="mayWrite" @click="isMaking = !isMaking">New</v-btn>
      </div>
      <form v-if="isMaking" class="new" @submit.prevent="make">
        <label class="label" for="new-name">Name</label>
        <input
          id="new-name"
          v-model="made.name"
          class="kg-plain"
          :maxlength="limits.WaypointInput.name.maxLength"
          required
        />
        <p v-if="making.name" class="wrong">{{ making.name[0] }}</p>
        <label class="label" for="new-link">Goes to</label>
        <input id="new-link" v-model="made.link" class="kg-plain code" spellcheck="false" required />
        <p v-if="making['route.else.link']" class="wrong">{{ making['route.else.link'][0] }}</p>
        <label class="label" for="new-code">Readable code, if you want one</label>
        <input
          id="new-code"
          v-model="made.code"
          class="kg-plain code"
          :maxlength="limits.WaypointInput.code.maxLength"
          placeholder="by chance, without look-alikes"
        />
        <p v-if="making.code" class="wrong">{{ making.code[0] }}</p>
        <div class="row">
          <v-btn class="main" type="submit">Make it</v-btn><v-btn @click="isMaking = false">Cancel</v-btn>
        </div>
      </form>
      <div class="pad">
        <input
          v-model="words"
          class="kg-plain"
          type="search"
          placeholder="Name, code or link"
          aria-label="Find a waypoint"
        />
      </div>
      <p v-if="error" class="wrong pad" role="alert">{{ error.message }}</p>
      <p v-else-if="!isPending && waypoints.length === 0" class="note pad">
        {{
          query === ''
            ? 'No waypoint yet. Make one here, or press Shorten beside a link in Compose.'
            : 'None has these words.'
        }}
      </p>
      <ul>
        <li v-for="one in waypoints" :key="one.id">
          <router-link :to="`/waypoints/${one.id}`" :aria-current="one.id === id ? 'true' : undefined">
            <span class="row"
              ><KgVerdict :verdict="STATES[one.state][0]" /><b class="clip grow">{{ one.name }}</b
              ><span class="fig">{{ one.scans.toLocaleString('en-GB') }}</span></span
            >
            <span class="row note"
              ><span class="code">{{ one.code }}</span
              ><span class="clip grow">{{ one.goes_to }}</span></span
            >
          </router-link>
        </li>
      </ul>
    </section>
    <section v-if="waypoint && draft" class="work" aria-label="What is behind it">
      <WaypointRules
        :model-value="draft"
        :zone="zone"
        :faults="waypoint.faults"
        :problems="wrong.rules"
        :answering="answering"
        :scans="scans"
        :disabled="!mayWrite"
        @update:model-value="edit"
      />
      <p v-for="one in wrong.rest" :key="one" class="wrong pad" role="alert">{{ one }}</p>
      <WaypointTry :id="waypoint.id" :route="draft" @answered="answering = $event" />
      <WaypointTrail v-if="trail" v-model:days="days" :trail="trail" />
    </section>
    <section v-else class="work blank">
      <p class="note">
        {{
          missing
            ? missing.message
            : isPending
              ? 'One moment'
              : 'What is printed stays; what it opens can change. Choose a waypoint, or make one.'
        }}
      </p>
    </section>
    <WaypointSettings
      v-if="waypoint && draft"
      :waypoint="waypoint"
      :route="draft"
      :dirty="isDirty"
      :may-write="mayWrite"
      :state="state"
      @route="edit"
      @rename="change.mutate({ name: $event })"
      @publish="publishNow"
      @roll-back="rollBack.mutate($event)"
      @remove="removeNow"
    />
  </div>
</template>

<style scoped>
.ways {
  height: 100%;
  display: grid;
  grid-template-columns: 250px minmax(0, 1fr) 286px;
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
  padding: 4px 16px 8px;
}
.new {
  display: grid;
  gap: 4px;
  padding: 4px 16px 12px;
}
.wrong {
  color: var(--fail);
}
.list li a {
  display: grid;
  gap: 1px;
  padding: 6px 16px;
  border-top: 1px solid var(--rule);
  text-decoration: none;
  color: var(--ink);
}
.list li a[aria-current] {
  background: var(--accent-wash);
  box-shadow: inset 3px 0 0 var(--accent);
}
.list .row {
  gap: 7px;
  min-width: 0;
}
.work {
  overflow: auto;
  background: var(--paper);
  border-right: 1px solid var(--line);
}
.blank {
  display: grid;
  place-items: center;
  grid-column: 2 / -1;
}
@media (max-width: 1099px) {
  .ways {
    display: block;
    overflow: auto;
  }
}
</style>
