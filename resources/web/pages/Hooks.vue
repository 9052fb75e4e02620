<script setup lang="ts">
import * as limits from '@/api/limits'
import { mdiPlus } from '@mdi/js'
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, reactive, ref, watch } from 'vue'
import { api, ApiProblem, type Schemas, unwrap } from '@/api/client'
import KgVerdict from '@/components/KgVerdict.vue'
import { useSession } from '@/composables/useSession'
import { useToast } from '@/composables/useToast'
import { moment } from '@/lib/keys'

type Hook = Schemas['Hook']
type Delivery = Schemas['HookDelivery']

const EVENTS: { value: Hook['events'][number]; name: string }[] = [
  { value: 'glyph.saved', name: 'A glyph was saved' },
  { value: 'glyph.deleted', name: 'A glyph was deleted' },
  { value: 'gate.admitted', name: 'A code was admitted at a gate' },
  { value: 'gate.admission_undone', name: 'An admission was taken back' },
  { value: 'check.finished', name: 'A check list was read whole' },
  { value: 'proof.finished', name: 'A proof was finished' },
  { value: 'proof.not_met', name: 'What a glyph must show holds no longer' },
  { value: 'field.checked', name: 'A print was read in a field check' },
  { value: 'waypoint.published', name: 'A waypoint was published' },
  { value: 'waypoint.first_scan', name: 'A waypoint was scanned for the first time' },
  { value: 'waypoint.scanned', name: 'A waypoint was scanned (where an alert asks for each)' },
  { value: 'waypoint.alert', name: 'An alert of a waypoint' },
  { value: 'run.finished', name: 'A run is done' },
  { value: 'page.published', name: 'A page was published' },
  { value: 'page.answered', name: 'A page’s question was answered' },
]

const { session } = useSession()
const mayManage = computed(() => session.value?.abilities.includes('keys') ?? true)
const client = useQueryClient()
const { say } = useToast()
const list = useQuery({
  queryKey: ['hooks'],
  queryFn: async () => ((await unwrap(api.GET('/api/v1/hooks'))) as { data: Hook[] }).data,
})
const hooks = computed(() => list.data.value ?? [])
const chosenId = ref<string | null>(null)
const chosen = computed(() => hooks.value.find((hook) => hook.id === chosenId.value) ?? null)
watch(
  hooks,
  (all) => (chosenId.value = all.some((one) => one.id === chosenId.value) ? chosenId.value : (all[0]?.id ?? null)),
  {
    immediate: true,
  },
)
const told = useQuery({
  queryKey: ['hooks', chosenId, 'deliveries'],
  enabled: computed(() => chosenId.value !== null),
  refetchInterval: 3000,
  queryFn: async () =>
    (
      (await unwrap(
        api.GET('/api/v1/hooks/{hook}/deliveries', { params: { path: { hook: chosenId.value ?? '' } } }),
      )) as { data: Delivery[] }
    ).data,
})
const open = ref<string | null>(null)
const secret = ref('')
watch(chosenId, () => (secret.value = ''))

const isMaking = ref(false)
const draft = reactive({ name: '', url: '', events: ['glyph.saved', 'gate.admitted'] as Hook['events'] })
const wrong = ref<Record<string, string[]>>({})
const toggle = (value: Hook['events'][number]): void => {
  draft.events = draft.events.includes(value) ? draft.events.filter((one) => one !== value) : [...draft.events, value]
}
async function run(work: () => Promise<unknown>, done: string): Promise<void> {
  try {
    await work()
    await client.invalidateQueries({ queryKey: ['hooks'] })
    if (done !== '') say(done)
  } catch (e) {
    if (e instanceof ApiProblem && Object.keys(e.errors).length > 0) wrong.value = e.errors
    else say(e instanceof Error ? e.message : 'It could not be done. Try again.')
  }
}
const path = (hook: Hook) => ({ params: { path: { hook: hook.id } } })
const make = (): Promise<void> => {
  wrong.value = {}
  return run(async () => {
    const made = (await unwrap(api.POST('/api/v1/hooks', { body: { ...draft } }))) as Schemas['HookMade']
    await client.invalidateQueries({ queryKey: ['hooks'] })
    chosenId.value = made.hook.id
    isMaking.value = false
    setTimeout(() => (secret.value = made.signing_secret))
  }, '')
}
const test = (hook: Hook) =>
  run(() => unwrap(api.POST('/api/v1/hooks/{hook}/test', path(hook))), 'A test is on its way')
const pause = (hook: Hook, paused: boolean) =>
  run(
    () => unwrap(api.PATCH('/api/v1/hooks/{hook}', { ...path(hook), body: { paused } })),
    paused ? `${hook.name} is paused` : `${hook.name} goes on`,
  )
const rotate = (hook: Hook) =>
  run(async () => {
    const made = (await unwrap(
      api.POST('/api/v1/hooks/{hook}/rotate', { ...path(hook), body: { overlap_hours: 168 } }),
    )) as Schemas['HookMade']
    secret.value = made.signing_secret
  }, '')
const asked = ref(false)
const remove = (hook: Hook) =>
  run(async () => {
    await unwrap(api.DELETE('/api/v1/hooks/{hook}', path(hook)))
    asked.value = false
  }, `${hook.name} is deleted`)
const again = (hook: Hook, delivery: Delivery) =>
  run(
    () =>
      unwrap(
        api.POST('/api/v1/hooks/{hook}/deliveries/{delivery}/replay', {
          params: { path: { hook: hook.id, delivery: delivery.id } },
        }),
      ),
    'It is told once more',
  )
const pretty = (body: string): string => {
  try {
    return JSON.stringify(JSON.parse(body), null, 2)
  } catch {
    return body
  }
}
</script>

<template>
  <div v-if="!mayManage" class="blank refused">
    <div>
      <h1>Hooks are the owners’ matter</h1>
      <p class="note">Ask an owner of this workspace to have your system told.</p>
    </div>
  </div>
  <div v-else class="hooks outward">
    <section class="panel" aria-label="Hooks">
      <div class="head">
        <h1 class="grow">Hooks</h1>
        <v-btn class="main" :prepend-icon="mdiPlus" @click="isMaking = true">New hook</v-btn>
      </div>
      <p v-if="list.error.value" class="wrong pad" role="alert">{{ list.error.value.message }}</p>
      <p v-else-if="!list.isPending.value && hooks.length === 0" class="note pad">
        A hook tells a system of yours what happened here, the moment it did. None yet.
      </p>
      <ul class="index">
        <li v-for="hook in hooks" :key="hook.id">
          <button type="button" :aria-current="hook.id === chosenId ? 'true' : undefined" @click="chosenId = hook.id">
            <b class="clip">{{ hook.name }}</b>
            <span class="say" :class="hook.paused_at ? 'fails' : hook.failures > 0 ? 'marginal' : 'holds'"
              ><KgVerdict :verdict="hook.paused_at ? 'fails' : hook.failures > 0 ? 'marginal' : 'holds'" />
              {{ hook.paused_at ? 'Paused' : hook.failures > 0 ? 'Failing' : 'Told' }}</span
            >
            <span class="code clip url">{{ hook.url }}</span>
          </button>
        </li>
      </ul>
    </section>
    <section v-if="chosen" class="panel out" aria-label="Chosen hook">
      <div class="head">
        <h1 class="grow">{{ chosen.name }}</h1>
        <v-btn @click="test(chosen)">Send a test</v-btn>
        <v-btn @click="rotate(chosen)">Replace its secret</v-btn>
        <v-btn v-if="chosen.paused_at === null" @click="pause(chosen, true)">Pause</v-btn>
        <v-btn class="danger" @click="asked = true">Delete</v-btn>
      </div>
      <div v-if="chosen.paused_at" class="alert" role="alert">
        <KgVerdict verdict="fails" /><b>Paused {{ moment(chosen.paused_at) }}</b>
        <p>{{ chosen.paused_because }} What happens meanwhile is not told.</p>
        <v-btn class="fix" @click="pause(chosen, false)">Let it go on</v-btn>
      </div>
      <div v-if="secret" class="once" role="status">
        <b>Its secret, shown this once</b>
        <code class="code">{{ secret }}</code>
        <p class="note">
          The receiver checks Keen-Signature with it: HMAC-SHA-256 over Keen-Timestamp, a point and the body.
          <v-btn class="bare" @click="secret = ''">I have it</v-btn>
        </p>
      </div>
      <p class="note pad">Told of: {{ chosen.events.join(', ') }}. Seven more tries over nine hours when it fails.</p>
      <table class="ruled" aria-label="Deliveries">
        <thead>
          <tr>
            <th>When</th>
            <th>What</th>
            <th>Answer</th>
            <th class="num">Tries</th>
            <th class="num">Time</th>
            <th><span class="sr">Once more</span></th>
          </tr>
        </thead>
        <tbody>
          <template v-for="one in told.data.value ?? []" :key="one.id">
            <tr>
              <td class="fig">{{ moment(one.created_at) }}</td>
              <td>
                <button
                  type="button"
                  class="lnk code"
                  :aria-expanded="open === one.id"
                  @click="open = open === one.id ? null : one.id"
                >
                  {{ one.type }}
                </button>
              </td>
              <td>
                <KgVerdict
                  :verdict="
                    one.state === 'delivered'
                      ? 'holds'
                      : one.state === 'failed'
                        ? 'fails'
                        : one.tries > 0
                          ? 'marginal'
                          : 'not_run'
                  "
                />
                {{ one.status ?? (one.tries === 0 ? 'on its way' : 'no answer') }}
              </td>
              <td class="num">{{ one.tries }}</td>
              <td class="num">{{ one.ms === null ? '' : `${one.ms} ms` }}</td>
              <td class="num"><v-btn class="bare" @click="again(chosen, one)">Tell again</v-btn></td>
            </tr>
            <tr v-if="open === one.id">
              <td colspan="6">
                <pre class="code">{{ pretty(one.body) }}</pre>
                <p class="note">Answered: {{ one.answer ?? 'nothing yet' }}</p>
              </td>
            </tr>
          </template>
        </tbody>
      </table>
      <p v-if="told.data.value?.length === 0" class="note pad">Nothing was told yet. Send a test to see one arrive.</p>
    </section>
    <v-dialog v-model="isMaking" max-width="520">
      <form class="sheet-card form" role="dialog" aria-label="New hook" @submit.prevent="make">
        <h2>New hook</h2>
        <label class="label" for="hook-name">What is told</label>
        <v-text-field
          id="hook-name"
          v-model="draft.name"
          :maxlength="limits.createHook.name.maxLength"
          placeholder="Stock system"
        />
        <p class="wrong">{{ wrong.name?.[0] }}</p>
        <label class="label" for="hook-url">Address</label>
        <v-text-field
          id="hook-url"
          v-model="draft.url"
          class="code-field"
          placeholder="https://hooks.fennmoor.example/codes"
        />
        <p class="wrong">{{ wrong.url?.[0] }}</p>
        <span class="label">Told when</span>
        <label v-for="one in EVENTS" :key="one.value" class="row"
          ><input type="checkbox" :checked="draft.events.includes(one.value)" @change="toggle(one.value)" />{{
            one.name
          }}</label
        >
        <p class="wrong">{{ wrong.events?.[0] }}</p>
        <div class="acts">
          <v-btn class="bare" @click="isMaking = false">Cancel</v-btn
          ><v-btn class="main" type="submit">Make hook</v-btn>
        </div>
      </form>
    </v-dialog>
    <v-dialog v-model="asked">
      <div v-if="chosen" class="sheet-card" role="alertdialog" aria-label="Delete the hook">
        <h2>Delete {{ chosen.name }}?</h2>
        <p>It is told nothing any more, and what it was told is forgotten.</p>
        <div class="acts">
          <v-btn class="bare" @click="asked = false">Keep it</v-btn
          ><v-btn class="danger" @click="remove(chosen)">Delete</v-btn>
        </div>
      </div>
    </v-dialog>
  </div>
</template>

<style scoped>
.refused {
  padding: 24px 20px;
}
.hooks {
  display: grid;
  grid-template-columns: 340px minmax(0, 1fr);
  height: 100%;
}
li {
  border-bottom: 1px solid var(--rule);
}
li button {
  display: grid;
  grid-template-columns: minmax(0, 1fr) auto;
  gap: 0 10px;
  padding: 8px 16px;
}
.url {
  grid-column: 1 / -1;
  font-size: 11.5px;
}
.say {
  display: inline-flex;
  gap: 6px;
  align-items: center;
}
.once {
  margin: 10px 16px;
  padding: 10px 12px;
  border: 1px solid var(--accent);
  display: grid;
  gap: 4px;
}
.once code {
  user-select: all;
}
.form {
  display: grid;
  gap: 6px;
}
.acts {
  display: flex;
  justify-content: flex-end;
  gap: 8px;
}
</style>
