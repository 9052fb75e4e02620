<script setup lang="ts">
import * as limits from '@/api/limits'
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { ApiProblem, type Schemas } from '@/api/client'
import { useToast } from '@/composables/useToast'
import type { useWaypointChanges, Waypoint } from '@/composables/useWaypoints'
import type { RouteContent } from '@/lib/route'
import KgAlerts from './KgAlerts.vue'
import KgRelated from './KgRelated.vue'
import KgTyped from './KgTyped.vue'
import KgVerdict from './KgVerdict.vue'

/** The waypoint itself: its address and symbol, when it ends, who may pass, tags, and its history. */
const props = defineProps<{
  waypoint: Waypoint
  route: RouteContent
  dirty: boolean
  mayWrite: boolean
  state: ReturnType<typeof useWaypointChanges>['state']
}>()
const emit = defineEmits<{
  route: [route: RouteContent]
  rename: [name: string]
  publish: []
  rollBack: [revision: number]
  remove: []
}>()
const { say } = useToast()
const router = useRouter()
const compose = (): void => void router.push({ path: '/compose', state: { text: props.waypoint.text, kind: 'link' } })
const STATES = { live: ['holds', 'Live'], paused: ['marginal', 'Paused'], draft: ['not_run', 'Not published'] } as const
async function copy(text: string): Promise<void> {
  try {
    await navigator.clipboard.writeText(text)
    say('Address copied')
  } catch {
    say('The browser did not allow it. Select the address and copy it.')
  }
}
const message = ref('')
const passphrase = ref('')
const isLocking = ref(false)
const problem = ref('')
watch(
  () => props.waypoint.id,
  () => {
    message.value = props.waypoint.message ?? ''
    passphrase.value = ''
    isLocking.value = false
    problem.value = ''
  },
  { immediate: true },
)
async function set(body: Schemas['WaypointState'], words: string): Promise<void> {
  problem.value = ''
  try {
    await props.state.mutateAsync(body)
    say(words)
    isLocking.value = false
    passphrase.value = ''
  } catch (e) {
    problem.value =
      e instanceof ApiProblem ? (e.field('passphrase') ?? e.field('message') ?? e.message) : 'It could not be set.'
  }
}
const tags = computed(() => Object.entries(props.route.tags ?? {}))
const tag = ref({ name: '', value: '' })
function addTag(): void {
  if (tag.value.name.trim() === '' || tag.value.value.trim() === '') return
  emit('route', { ...props.route, tags: { ...props.route.tags, [tag.value.name.trim()]: tag.value.value.trim() } })
  tag.value = { name: '', value: '' }
}
function dropTag(name: string): void {
  emit('route', { ...props.route, tags: Object.fromEntries(tags.value.filter(([other]) => other !== name)) })
}
const endsAt = computed(() => (props.route.ends_at ? props.route.ends_at.slice(0, 16) : ''))
const moment = (at: string): string =>
  new Date(at).toLocaleString('en-GB', {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    hour: '2-digit',
    minute: '2-digit',
  })
</script>

<template>
  <aside class="set" aria-label="This waypoint">
    <div class="part">
      <div class="row">
        <KgTyped
          class="name grow"
          :value="waypoint.name"
          saves
          aria-label="Name of the waypoint"
          :maxlength="limits.WaypointChange.name.maxLength"
          :disabled="!mayWrite"
          @take="$emit('rename', $event)"
        />
        <KgVerdict :verdict="STATES[waypoint.state][0]" /><span class="say" :class="STATES[waypoint.state][0]">{{
          STATES[waypoint.state][1]
        }}</span>
      </div>
      <div class="addr">
        <span class="clip grow code"
          >{{ waypoint.address.replace(/^https?:\/\//, '').replace(/[^/]+$/, '') }}<b>{{ waypoint.code }}</b></span
        >
        <v-btn @click="copy(waypoint.address)">Copy</v-btn>
      </div>
      <div class="row sym">
        <img :src="`/q/${waypoint.code}.svg`" alt="Its symbol" width="92" height="92" />
        <div class="note">
          <p>Its symbol carries the address in capitals, which take less room.</p>
          <button type="button" class="link" @click="compose">Compose with it</button>
          <p v-if="waypoint.first_scan_at">
            First scan {{ moment(waypoint.first_scan_at) }}, last {{ moment(waypoint.last_scan_at!) }}
          </p>
          <p v-else>Not scanned yet</p>
        </div>
      </div>
    </div>
    <KgAlerts class="part" :waypoint="waypoint.id" :may-write="mayWrite" />
    <KgRelated class="part" :of="{ waypoint: waypoint.id }" quiet />
    <div class="part">
      <h2>Ends</h2>
      <label class="line"
        ><span class="label">On</span
        ><KgTyped
          class="kg-plain fig"
          type="datetime-local"
          :value="endsAt"
          :disabled="!mayWrite"
          @take="$emit('route', { ...route, ends_at: $event === '' ? null : `${$event}:00+00:00` })"
      /></label>
      <label class="line"
        ><span class="label">Or after</span
        ><KgTyped
          class="kg-plain fig"
          type="number"
          min="1"
          placeholder="no limit"
          :value="route.ends_after"
          :disabled="!mayWrite"
          @take="$emit('route', { ...route, ends_after: $event === '' ? null : Number($event) })"
      /></label>
      <label class="line"
        ><span class="label">Then goes to</span
        ><KgTyped
          class="kg-plain code"
          placeholder="a page that says so"
          :value="route.then?.link ?? ''"
          :disabled="!mayWrite"
          @take="$emit('route', { ...route, then: $event === '' ? null : { link: $event } })"
      /></label>
      <p class="note">Moments are in UTC here.</p>
    </div>
    <div class="part">
      <h2>Tags added to links</h2>
      <ul v-if="tags.length">
        <li v-for="[name, value] in tags" :key="name" class="row">
          <span class="label">{{ name }}</span><span class="code grow clip">{{ value }}</span
          ><button
            v-if="mayWrite"
            type="button"
            class="x"
            :aria-label="`Remove the tag ${name}`"
            @click="dropTag(name)"
          >
            ×
          </button>
        </li>
      </ul>
      <form v-if="mayWrite" class="row" @submit.prevent="addTag">
        <input v-model="tag.name" class="kg-plain" placeholder="source" aria-label="Name of a tag" />
        <input v-model="tag.value" class="kg-plain code" placeholder="hive-tag" aria-label="Value of the tag" />
        <v-btn type="submit">Add</v-btn>
      </form>
    </div>
    <div class="part">
      <h2>Passphrase</h2>
      <div class="row">
        <span class="note grow">{{ waypoint.locked ? 'Asked for before it goes on' : 'Nobody is asked for one' }}</span>
        <v-btn v-if="waypoint.locked" :disabled="!mayWrite" @click="set({ passphrase: null }, 'Open to everybody')"
          >Take away</v-btn
        >
        <v-btn v-else-if="!isLocking" :disabled="!mayWrite" @click="isLocking = true">Ask for one</v-btn>
      </div>
      <form v-if="isLocking" class="row" @submit.prevent="set({ passphrase }, 'Asked for from now on')">
        <input
          v-model="passphrase"
          class="kg-plain"
          type="password"
          minlength="4"
          autocomplete="new-password"
          aria-label="Passphrase"
          required
        />
        <v-btn type="submit">Set</v-btn>
      </form>
      <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
    </div>
    <div class="part">
      <h2>History</h2>
      <ol class="past">
        <li v-for="one in waypoint.revisions" :key="one.number" class="row">
          <span class="fig">rev {{ one.number }}</span
          ><span class="note grow clip">{{ moment(one.at) }}{{ one.by ? `, ${one.by}` : '' }}</span>
          <button
            v-if="mayWrite && one.number !== waypoint.revision"
            type="button"
            class="link"
            @click="$emit('rollBack', one.number)"
          >
            back to it
          </button>
        </li>
        <li v-if="waypoint.revisions.length === 0" class="note">Nothing was published yet.</li>
      </ol>
    </div>
    <div class="foot">
      <v-btn class="main" :disabled="!mayWrite || (!waypoint.changed && !dirty)" @click="$emit('publish')">{{
        waypoint.changed || dirty
          ? waypoint.state === 'draft'
            ? 'Publish'
            : 'Publish the changes'
          : `Revision ${waypoint.revision} answers`
      }}</v-btn>
      <template v-if="waypoint.state === 'paused'">
        <p class="note">Visitors are told: {{ waypoint.message || 'Try again later.' }}</p>
        <v-btn :disabled="!mayWrite" @click="set({ paused: false }, 'It answers again')">Let it answer again</v-btn>
      </template>
      <div v-else-if="waypoint.state === 'live'" class="row">
        <input
          v-model="message"
          class="kg-plain grow"
          :maxlength="limits.WaypointState.message.maxLength"
          placeholder="Try again later."
          aria-label="What visitors are told while it rests"
        />
        <v-btn :disabled="!mayWrite" @click="set({ paused: true, message }, 'Paused')">Pause</v-btn>
      </div>
      <button v-if="mayWrite" type="button" class="link" @click="$emit('remove')">Delete this waypoint</button>
    </div>
  </aside>
</template>

<style scoped>
.set {
  overflow: auto;
  background: var(--paper);
  display: flex;
  flex-direction: column;
}
.part {
  padding: 9px 14px;
  border-bottom: 1px solid var(--rule);
  display: grid;
  gap: 6px;
}
.row {
  gap: 8px;
  min-width: 0;
}
.name {
  font: 600 15px/20px var(--font-text);
  border: 0;
  border-bottom: 1px solid transparent;
  background: none;
  color: var(--ink);
  min-width: 0;
}
.name:hover:not(:disabled),
.name:focus {
  border-bottom-color: var(--edge);
}
.addr {
  display: flex;
  gap: 8px;
  align-items: center;
  border: 1px solid var(--line);
  padding: 2px 2px 2px 8px;
  min-width: 0;
}
.sym {
  align-items: flex-start;
}
.sym img {
  background: #fff;
  flex: none;
}
.line {
  display: grid;
  grid-template-columns: 76px 1fr;
  align-items: center;
}
.x,
.link {
  border: 0;
  background: none;
  color: var(--ink-2);
  min-height: 24px;
}
.link {
  text-decoration: underline;
}
.past li {
  min-height: 26px;
}
.wrong {
  color: var(--fail);
}
.foot {
  margin-top: auto;
  border-top: 1px solid var(--line);
  padding: 10px 14px;
  display: grid;
  gap: 8px;
}
</style>
