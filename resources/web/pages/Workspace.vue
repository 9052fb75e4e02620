<script setup lang="ts">
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, reactive, ref, watch } from 'vue'
import { api, ApiProblem, type Schemas, unwrap } from '@/api/client'
import KgVerdict from '@/components/KgVerdict.vue'
import { useSession } from '@/composables/useSession'
import { useToast } from '@/composables/useToast'

type Settings = Schemas['WorkspaceSettings']
const KEYS = ['chat_template', 'region', 'gs1_domain', 'short_base', 'proof_require'] as const

const { mayWrite } = useSession()
const { say } = useToast()
const client = useQueryClient()
const { data, error, isPending, refetch } = useQuery({
  queryKey: ['workspace'],
  queryFn: async () => (await unwrap(api.GET('/api/v1/workspace'))) as Settings,
})
const form = reactive({ chat_template: '', region: '', gs1_domain: '', short_base: '', proof_require: '' })
/** What holds for short addresses. */
const ways = reactive({ zone: 'UTC', ask_before_leaving: false, own_hosts: '', trail_days: '' })
const hosts = computed(() => ways.own_hosts.split(/[\s,;]+/).filter((one) => one !== ''))
const problems = ref<Record<string, string | undefined>>({})
const isSaving = ref(false)
watch(
  data,
  (settings) => {
    for (const key of KEYS) form[key] = settings?.[key] ?? ''
    if (settings === undefined) return
    ways.zone = settings.zone
    ways.ask_before_leaving = settings.ask_before_leaving
    ways.own_hosts = settings.own_hosts.join('\n')
    ways.trail_days = settings.trail_days === null ? '' : String(settings.trail_days)
  },
  { immediate: true },
)
const isDirty = computed(
  () =>
    KEYS.some((key) => form[key] !== (data.value?.[key] ?? '')) ||
    ways.zone !== data.value?.zone ||
    ways.ask_before_leaving !== data.value.ask_before_leaving ||
    hosts.value.join() !== data.value.own_hosts.join() ||
    ways.trail_days !== (data.value.trail_days === null ? '' : String(data.value.trail_days)),
)
const ZONES = Intl.supportedValuesOf('timeZone')

const FIELDS = computed(() => [
  {
    key: 'chat_template' as const,
    label: 'Chat link',
    help: 'The address of your chat service, with {number} where the digits go and {message} where the first message goes.',
    placeholder: data.value?.defaults.chat_template ?? '',
  },
  {
    key: 'gs1_domain' as const,
    label: 'Digital Link resolver',
    help: 'Where GS1 Digital Links of this workspace begin, unless a composition says otherwise.',
    placeholder: data.value?.defaults.gs1_domain ?? '',
  },
  {
    key: 'short_base' as const,
    label: 'Host of your own for short addresses',
    help: 'Short addresses, pages and GS1 links are then written with it. Its name has to lead to this application first; what is printed already goes on.',
    placeholder: 'https://go.fennmoor.example; that of the application when empty',
  },
  {
    key: 'region' as const,
    label: 'Country of numbers',
    help: 'Two letters, such as GB. A telephone number without + is then read as one of this country, and a note says so.',
    placeholder: 'none: every number needs its country code',
  },
  {
    key: 'proof_require' as const,
    label: 'What a proof must show',
    help: 'With commas, such as tilt>=30, checkout_scanner.distance>=25cm, curvature<=70mm, grade>=B. Each proof of a glyph then says whether it is met.',
    placeholder: 'nothing is required',
  },
])

async function save(): Promise<void> {
  isSaving.value = true
  problems.value = {}
  try {
    client.setQueryData(
      ['workspace'],
      (await unwrap(
        api.PATCH('/api/v1/workspace', {
          body: {
            ...form,
            zone: ways.zone,
            ask_before_leaving: ways.ask_before_leaving,
            own_hosts: hosts.value,
            trail_days: ways.trail_days === '' ? null : Number(ways.trail_days),
          },
        }),
      )) as Settings,
    )
    say('Settings saved')
  } catch (e) {
    if (!(e instanceof ApiProblem)) throw e
    problems.value = {
      ...Object.fromEntries([...KEYS, 'zone', 'trail_days'].map((key) => [key, e.field(key)])),
      own_hosts: Object.entries(e.errors).find(([place]) => place.startsWith('own_hosts'))?.[1][0],
    }
    if (e.status !== 422) say(e.message)
  } finally {
    isSaving.value = false
  }
}
</script>

<template>
  <div class="page">
    <form class="card" @submit.prevent="save">
      <h1>Workspace settings</h1>
      <p class="note">{{ data?.name }}. What is set here holds for every composition and every call of the API.</p>
      <div v-if="error" class="alert" role="alert">
        <KgVerdict verdict="fails" /><b>The settings could not be loaded</b>
        <p>{{ error.message }}</p>
        <v-btn @click="refetch()">Try again</v-btn>
      </div>
      <p v-else-if="isPending" class="note" role="status">Loading the settings</p>
      <template v-else>
        <div v-for="field in FIELDS" :key="field.key" class="one">
          <label class="label" :for="field.key">{{ field.label }}</label>
          <v-text-field
            :id="field.key"
            v-model="form[field.key]"
            class="code-field"
            :placeholder="field.placeholder"
            :error="problems[field.key] !== undefined"
            :aria-describedby="`${field.key}-says`"
            spellcheck="false"
            autocapitalize="off"
            autocomplete="off"
          />
          <p :id="`${field.key}-says`" class="note" :class="{ wrong: problems[field.key] }">
            {{ problems[field.key] ?? field.help }}
          </p>
        </div>
        <h2>Short addresses</h2>
        <div class="one">
          <label class="label" for="zone">Time zone</label>
          <input id="zone" v-model="ways.zone" class="kg-plain code" list="zones" spellcheck="false" />
          <datalist id="zones"><option v-for="one in ZONES" :key="one" :value="one" /></datalist>
          <p class="note" :class="{ wrong: problems.zone }">
            {{ problems.zone ?? 'Days and hours of trails are counted in it.' }}
          </p>
        </div>
        <div class="one">
          <label class="label" for="trail-days">Scans are kept, in days</label>
          <input
            id="trail-days"
            v-model="ways.trail_days"
            class="kg-plain fig"
            inputmode="numeric"
            placeholder="for good"
          />
          <p class="note" :class="{ wrong: problems.trail_days }">
            {{
              problems.trail_days ??
              'Older ones are removed each night; how many there were in all stays known. 30 to 3650, or empty.'
            }}
          </p>
        </div>
        <div class="one">
          <label class="row"
            ><input v-model="ways.ask_before_leaving" type="checkbox" />A page in between before a link to a host of
            others</label
          >
          <label class="label" for="own-hosts">Hosts that need none</label>
          <textarea
            id="own-hosts"
            v-model="ways.own_hosts"
            class="kg-plain code"
            rows="2"
            spellcheck="false"
            placeholder="fennmoor.example"
          />
          <p class="note" :class="{ wrong: problems.own_hosts }">{{ problems.own_hosts ?? 'One a line.' }}</p>
        </div>
        <div class="row">
          <v-btn class="main" type="submit" :loading="isSaving" :disabled="!isDirty || !mayWrite">Save settings</v-btn>
          <span class="note">{{
            !mayWrite ? 'A reader of this workspace changes nothing here.' : isDirty ? 'not saved yet' : 'saved'
          }}</span>
        </div>
      </template>
    </form>
  </div>
</template>

<style scoped>
.page {
  height: 100%;
  overflow: auto;
  padding: 28px 16px;
}
.card {
  padding: 20px 24px 24px;
  background: var(--paper);
  border: 1px solid var(--rule);
  max-width: 660px;
  margin: 0 auto;
  display: grid;
  gap: 16px;
}
h1 {
  font: var(--t-title);
}
.one {
  display: grid;
  gap: 4px;
}
.wrong {
  color: var(--fail);
}
.row {
  gap: 14px;
}
</style>
