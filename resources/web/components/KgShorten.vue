<script setup lang="ts">
import { ref, watch } from 'vue'
import { api, ApiProblem, type Drawing, type Schemas, unwrap } from '@/api/client'
import type { Composition } from '@/composables/useComposition'
import { useToast } from '@/composables/useToast'
import { makeWaypoint } from '@/composables/useWaypoints'
import { suggestedName } from '@/lib/names'

/** Turns a link into a waypoint in one step, after saying what that buys: fewer modules, each of them larger. */
const props = defineProps<{ drawing: Drawing }>()
const fields = defineModel<Composition>('fields', { required: true })
const { say } = useToast()
interface Gain {
  before: Drawing
  after: Drawing
}
const gain = ref<Gain | null>(null)
const isBusy = ref(false)
const problem = ref('')
/** As long as an address of ours with a code by chance, at the workspace’s own host where it has one. */
async function sample(): Promise<string> {
  const { short_base: own } = (await unwrap(api.GET('/api/v1/workspace'))) as Schemas['WorkspaceSettings']
  return `${own ?? window.location.origin}/Q/9F3K7C`.toUpperCase()
}
watch(
  () => props.drawing.payload.text,
  () => {
    gain.value = null
    problem.value = ''
  },
)

async function look(): Promise<void> {
  isBusy.value = true
  try {
    const draw = (text: string) =>
      unwrap(
        api.POST('/api/v1/symbols', {
          body: {
            text,
            as_is: true,
            check: true,
            level: fields.value.level,
            size_mm: props.drawing.picture.symbol_mm,
            dpi: 600,
            distance_mm: fields.value.distanceMm,
          },
        }),
      ) as Promise<Drawing>
    const [before, after] = await Promise.all([draw(props.drawing.payload.text ?? ''), draw(await sample())])
    gain.value = { before, after }
  } catch (e) {
    problem.value = e instanceof Error ? e.message : 'It cannot be told now.'
  } finally {
    isBusy.value = false
  }
}
async function shorten(): Promise<void> {
  isBusy.value = true
  problem.value = ''
  const before = fields.value.text
  try {
    const waypoint = await makeWaypoint({
      name: fields.value.name.trim() || suggestedName(props.drawing.payload) || 'Waypoint',
      route: { else: { link: props.drawing.payload.text ?? '' } },
      publish: true,
    })
    Object.assign(fields.value, { kind: 'link', text: waypoint.text, origin: 'text' })
    say(`Shortened to ${waypoint.code}: where it goes can be changed under Waypoints`, {
      label: 'Undo',
      run: () => Object.assign(fields.value, { text: before, origin: 'text' }),
    })
  } catch (e) {
    problem.value =
      e instanceof ApiProblem ? (Object.values(e.errors)[0]?.[0] ?? e.message) : 'It could not be shortened. Try again.'
  } finally {
    isBusy.value = false
  }
}
const reach = (drawing: Drawing): string => {
  const phone = drawing.proof?.reach.find((one) => one.device === 'recent_phone')
  return phone === undefined ? '–' : phone.to_mm >= 1000 ? `${(phone.to_mm / 1000).toFixed(2)} m` : `${phone.to_mm} mm`
}
</script>

<template>
  <!-- A field that loses the focus grows or shrinks: the button must not move from under the pointer. -->
  <div class="shorten" role="group" aria-label="Shorten" @mousedown.prevent>
    <div class="row">
      <span class="note grow">Printed for long? A short address of yours can be led elsewhere later.</span>
      <v-btn :loading="isBusy && !gain" :disabled="isBusy" @click="gain ? shorten() : look()">{{
        gain ? 'Shorten it' : 'Shorten'
      }}</v-btn>
    </div>
    <table v-if="gain" aria-label="What shortening buys">
      <thead>
        <tr>
          <th scope="col">At {{ drawing.picture.symbol_mm.toFixed(1) }} mm</th>
          <th scope="col" class="num">Version</th>
          <th scope="col" class="num">Module</th>
          <th scope="col" class="num">Phone reads from</th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="(one, name) in { 'this link': gain.before, shortened: gain.after }" :key="name">
          <th scope="row">{{ name }}</th>
          <td class="fig num">{{ one.symbol.version }}-{{ one.symbol.level }}</td>
          <td class="fig num">{{ one.picture.module_mm.toFixed(2) }} mm</td>
          <td class="fig num">{{ reach(one) }}</td>
        </tr>
      </tbody>
    </table>
    <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
  </div>
</template>

<style scoped>
.shorten {
  margin-top: 10px;
  padding: 8px 0;
  border-top: 1px solid var(--rule);
  display: grid;
  gap: 6px;
}
table {
  border-collapse: collapse;
  width: 100%;
}
th {
  font: var(--t-note);
  text-align: left;
  color: var(--ink-2);
}
th,
td {
  padding: 2px 0;
}
.num {
  text-align: right;
}
.wrong {
  color: var(--fail);
}
</style>
