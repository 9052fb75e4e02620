<script setup lang="ts">
import * as limits from '@/api/limits'
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
import { api, ApiProblem, type Schemas, unwrap } from '@/api/client'
import { useToast } from '@/composables/useToast'
import KgTyped from './KgTyped.vue'

/** Devices of the workspace's own, beside those of the bench: begun from one of them, changed figure by figure. */
defineProps<{ mayWrite: boolean }>()
type Device = Schemas['Device']
type Number = { key: keyof Device & string; label: string; unit: string; help?: string }
const NUMBERS: Number[] = [
  { key: 'pixels', label: 'Pixels across', unit: 'px', help: 'of the picture that is decoded' },
  { key: 'angle', label: 'Field of view', unit: '°', help: 'across those pixels' },
  { key: 'usual_mm', label: 'Held at', unit: 'mm' },
  { key: 'nearest_mm', label: 'Sharp from', unit: 'mm' },
  { key: 'aperture_mm', label: 'Aperture', unit: 'mm', help: 'focal length by f-number' },
  { key: 'lens_blur_px', label: 'Lens blur', unit: 'px' },
  { key: 'slowest_ms', label: 'Slowest exposure', unit: 'ms' },
  { key: 'lamp_lux', label: 'Its own lamp', unit: 'lx', help: 'at 100 mm; 0 for none' },
  { key: 'pixels_per_module', label: 'Fewest pixels a module', unit: 'px' },
]
const SYMBOLOGIES = [
  ['qr', 'QR Code'],
  ['microqr', 'Micro QR Code'],
  ['linear', 'bars'],
] as const
const { say } = useToast()
const client = useQueryClient()
const { data: settings } = useQuery({
  queryKey: ['workspace'],
  queryFn: async () => (await unwrap(api.GET('/api/v1/workspace'))) as Schemas['WorkspaceSettings'],
})
const { data: options } = useQuery({
  queryKey: ['proof-options'],
  queryFn: () => unwrap(api.GET('/api/v1/proofs/options')),
  staleTime: Infinity,
})
const own = computed(() => (settings.value?.proof_devices ?? []) as Device[])
const form = ref<Device | null>(null)
const replaces = ref<string | null>(null)
const problem = ref('')
const json = ref('')
const idOf = (label: string): string =>
  label
    .toLowerCase()
    .normalize('NFD')
    .replace(/[^a-z0-9]+/g, '_')
    .replace(/^_+|_+$/g, '')
    .slice(0, 40) || 'device'

function begin(from: Device | undefined, isNew: boolean): void {
  if (from === undefined) return
  replaces.value = isNew ? null : from.id
  problem.value = ''
  form.value = {
    eci: true,
    ...from,
    symbologies: [...(from.symbologies ?? ['qr'])],
    ...(isNew ? { label: `${from.label} of ours`, id: '' } : {}),
  }
}
async function store(devices: Device[], words: string): Promise<boolean> {
  try {
    client.setQueryData(
      ['workspace'],
      await unwrap(api.PATCH('/api/v1/workspace', { body: { proof_devices: devices } })),
    )
    say(words)
    return true
  } catch (e) {
    problem.value =
      e instanceof ApiProblem
        ? (Object.values(e.errors)[0]?.[0] ?? e.message)
        : 'The devices could not be saved. Try again.'
    return false
  }
}
async function save(): Promise<void> {
  if (form.value === null) return
  const device = { ...form.value, id: replaces.value ?? idOf(form.value.label) } as Device
  const others = own.value.filter((one) => one.id !== replaces.value)
  if (others.some((one) => one.id === device.id)) {
    problem.value = 'There is a device of this name. Choose another one.'
    return
  }
  if (await store([...others, device], 'Saved: the next proof looks at it too')) form.value = null
}
async function takeJson(): Promise<void> {
  try {
    const given: unknown = JSON.parse(json.value)
    if (
      await store(
        [...own.value, ...((Array.isArray(given) ? given : [given]) as Device[])],
        'Saved: the next proof looks at it too',
      )
    )
      json.value = ''
  } catch (e) {
    problem.value = e instanceof SyntaxError ? 'This is not JSON. Copy a whole device, from { to }.' : String(e)
  }
}
async function remove(device: Device): Promise<void> {
  const before = own.value
  if (
    await store(
      before.filter((one) => one.id !== device.id),
      `${device.label} is out`,
    )
  ) {
    say(`${device.label} is out`, { label: 'Undo', run: () => void store(before, `${device.label} is back`) })
  }
}
</script>

<template>
  <section class="devices" aria-label="Devices of your own">
    <div class="head">
      <h2 class="grow">Devices of your own</h2>
      <select
        v-if="mayWrite && options"
        value=""
        aria-label="Add a device like"
        @change="
          (begin(
            options.devices.find((one) => one.id === ($event.target as HTMLSelectElement).value),
            true,
          ),
          (($event.target as HTMLSelectElement).value = ''))
        "
      >
        <option value="">Add one like …</option>
        <option v-for="one in options.devices" :key="one.id" :value="one.id">{{ one.label }}</option>
      </select>
    </div>
    <ul v-if="own.length">
      <li v-for="one in own" :key="one.id">
        <b class="grow clip">{{ one.label }}</b>
        <span class="note fig">{{ one.pixels }} px over {{ one.angle }}°, {{ one.decoder }}, {{ one.light }}</span>
        <v-btn v-if="mayWrite" @click="begin(one, false)">Change</v-btn>
        <v-btn v-if="mayWrite" :aria-label="`Remove ${one.label}`" @click="remove(one)">Remove</v-btn>
      </li>
    </ul>
    <p v-else-if="!form" class="note pad">
      Beside the seven families of the bench, a scanner that you know: its figures are looked at by every proof of this
      workspace.
    </p>
    <form v-if="form" class="form" @submit.prevent="save">
      <label class="wide">
        <span class="label">Name</span>
        <input v-model="form.label" class="kg-plain" :maxlength="limits.Device.label.maxLength" required />
      </label>
      <label v-for="one in NUMBERS" :key="one.key">
        <span class="label">{{ one.label }}, {{ one.unit }}</span>
        <input
          v-model.number="(form as Record<string, unknown>)[one.key]"
          class="kg-plain fig"
          type="number"
          step="any"
          required
        />
        <span v-if="one.help" class="note">{{ one.help }}</span>
      </label>
      <label>
        <span class="label">Fixed focus, mm</span>
        <KgTyped
          class="kg-plain fig"
          type="number"
          step="any"
          :value="form.fixed_focus_mm"
          placeholder="focuses by itself"
          @take="form.fixed_focus_mm = $event === '' ? null : Number($event)"
        />
      </label>
      <label>
        <span class="label">Light</span>
        <select v-model="form.light" class="kg-plain">
          <option value="white">white</option>
          <option value="red">red, 660 nm</option>
        </select>
      </label>
      <label>
        <span class="label">Decoder</span>
        <select v-model="form.decoder" class="kg-plain">
          <option value="thorough">thorough</option>
          <option value="plain">plain</option>
        </select>
      </label>
      <label>
        <span class="label">Longest text, bytes</span>
        <KgTyped
          class="kg-plain fig"
          type="number"
          :min="limits.Device.longest_text.minimum"
          :max="limits.Device.longest_text.maximum"
          :value="form.longest_text"
          placeholder="no limit"
          @take="form.longest_text = $event === '' ? null : Number($event)"
        />
      </label>
      <fieldset class="wide ticks">
        <legend class="label">Its decoder</legend>
        <label class="tick"><input v-model="form.light_on_dark" type="checkbox" /> reads light on dark</label>
        <label class="tick"><input v-model="form.mirrored" type="checkbox" /> reads mirrored</label>
        <label class="tick"><input v-model="form.eci" type="checkbox" /> heeds character sets (ECI)</label>
        <label v-for="[id, words] in SYMBOLOGIES" :key="id" class="tick"
          ><input v-model="form.symbologies" type="checkbox" :value="id" /> reads {{ words }}</label
        >
      </fieldset>
      <p v-if="problem" class="wrong wide" role="alert">{{ problem }}</p>
      <div class="row wide">
        <v-btn class="main" type="submit">Save the device</v-btn>
        <v-btn @click="form = null">Cancel</v-btn>
      </div>
    </form>
    <details v-if="mayWrite && !form" class="pad">
      <summary class="note">Paste one as JSON</summary>
      <textarea v-model="json" class="kg-plain code" rows="4" aria-label="Device as JSON" spellcheck="false" />
      <p v-if="problem" class="wrong" role="alert">{{ problem }}</p>
      <v-btn :disabled="json.trim() === ''" @click="takeJson">Add it</v-btn>
    </details>
  </section>
</template>

<style scoped>
.devices {
  background: var(--paper);
  border-top: 1px solid var(--line);
}
.head {
  display: flex;
  gap: 10px;
  align-items: center;
  padding: 8px 16px;
}
.pad {
  padding: 0 16px 12px;
  max-width: 640px;
}
li {
  display: flex;
  gap: 10px;
  align-items: center;
  padding: 4px 16px;
  border-top: 1px solid var(--rule);
}
.form {
  display: grid;
  grid-template-columns: repeat(4, minmax(0, 1fr));
  gap: 10px 14px;
  padding: 4px 16px 14px;
  align-items: start;
}
.form label {
  display: grid;
  gap: 2px;
}
.wide {
  grid-column: 1 / -1;
}
.form .tick {
  display: flex;
  gap: 8px;
  align-items: center;
  align-self: center;
}
.ticks {
  border: 0;
  padding: 0;
  display: flex;
  flex-wrap: wrap;
  gap: 6px 18px;
}
.ticks legend {
  float: left;
  width: 100%;
  margin-bottom: 2px;
}
textarea {
  margin: 6px 0;
}
.wrong {
  color: var(--fail);
}
@media (max-width: 799px) {
  .form {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
