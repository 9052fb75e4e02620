<script setup lang="ts">
import * as limits from '@/api/limits'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { api, type Schemas, unwrap } from '@/api/client'
import { useToast } from '@/composables/useToast'
import type { Page } from '@/lib/page'
import KgAskLinks from './KgAskLinks.vue'
import KgRelated from './KgRelated.vue'
import KgTyped from './KgTyped.vue'
import KgVerdict from './KgVerdict.vue'
import { momentOf } from '@/lib/moments'

/** The page and its short address: symbol, what visitors did, what they answered, and its history. */
const props = defineProps<{ page: Page; dirty: boolean; mayWrite: boolean; busy: boolean }>()
const emit = defineEmits<{ rename: [name: string]; publish: []; takeUp: [revision: number]; remove: [] }>()
const router = useRouter()
const client = useQueryClient()
const { say } = useToast()
const STATES = { live: ['holds', 'Live'], paused: ['marginal', 'Paused'], draft: ['not_run', 'Not published'] } as const
const TAPS: Record<string, string> = {
  contact: 'Saved the contact',
  event: 'Put it in the calendar',
  file: 'Took the file',
  answer: 'Answered',
}
const taps = computed(() => Object.entries(props.page.taps))
const compose = (): void => void router.push({ path: '/compose', state: { text: props.page.text, kind: 'link' } })
async function copy(): Promise<void> {
  try {
    await navigator.clipboard.writeText(props.page.address)
    say('Address copied')
  } catch {
    say('The browser did not allow it. Select the address and copy it.')
  }
}
const shown = ref(false)
const { data: answers } = useQuery({
  queryKey: ['page-answers', computed(() => props.page.id)],
  enabled: computed(() => shown.value && props.page.answers > 0),
  queryFn: async () =>
    (
      (await unwrap(
        api.GET('/api/v1/pages/{page}/answers', { params: { path: { page: props.page.id }, query: { limit: 20 } } }),
      )) as Schemas['PageAnswers']
    ).data,
})
async function forget(): Promise<void> {
  if (!window.confirm(`Remove all ${props.page.answers} answers for good?`)) return
  await unwrap(api.DELETE('/api/v1/pages/{page}/answers', { params: { path: { page: props.page.id } } })).then(
    () => say('Removed'),
    (e: unknown) => say(e instanceof Error ? e.message : 'They could not be removed.'),
  )
  await client.invalidateQueries({ queryKey: ['page', props.page.id] })
}
const askLinks = () =>
  unwrap(api.POST('/api/v1/pages/{page}/ask', { params: { path: { page: props.page.id } } })) as Promise<{
    data: { rule: number | null; link: string; status: number | null; holds: boolean; says: string }[]
  }>
</script>

<template>
  <aside class="side panel" aria-label="The page and its short address">
    <div class="part">
      <router-link class="note" to="/pages">All pages</router-link>
      <div class="row">
        <KgTyped
          class="name grow"
          :value="page.name"
          saves
          aria-label="Name of the page"
          :maxlength="limits.PageChange.name.maxLength"
          :disabled="!mayWrite"
          @take="emit('rename', $event)"
        />
        <KgVerdict :verdict="STATES[page.state][0]" /><span class="say" :class="STATES[page.state][0]">{{
          STATES[page.state][1]
        }}</span>
      </div>
    </div>
    <div class="part addr">
      <span class="clip grow code"
        >{{ page.address.replace(/^https?:\/\//, '').replace(/[^/]+$/, '') }}<b>{{ page.code }}</b></span
      >
      <v-btn @click="copy">Copy</v-btn>
    </div>
    <div class="part row sym">
      <img :src="`/q/${page.code}.svg`" alt="Its symbol" width="96" height="96" />
      <div class="note">
        <p class="fig">{{ page.scans.toLocaleString('en-GB') }} {{ page.scans === 1 ? 'scan' : 'scans' }}</p>
        <p><router-link :to="`/waypoints/${page.waypoint}`">Rules and trail</router-link></p>
        <p><button type="button" class="link" @click="compose">Compose with it</button></p>
        <p v-if="page.state !== 'draft'"><a :href="`/p/${page.code}`" target="_blank" rel="noopener">Open it</a></p>
      </div>
    </div>
    <div v-if="mayWrite" class="part">
      <h2>Links</h2>
      <KgAskLinks :of="`${page.id} ${page.updated_at}`" :ask="askLinks" />
    </div>
    <div class="part">
      <h2>In thirty days</h2>
      <p v-if="taps.length === 0" class="note">Nobody has saved, taken or answered anything yet.</p>
      <p v-for="[what, times] in taps" :key="what" class="line">
        <span class="label grow">{{ TAPS[what] ?? what }}</span><span class="fig">{{ times }}</span>
      </p>
    </div>
    <div v-if="page.answers > 0" class="part">
      <div class="row">
        <h2 class="grow">Answers</h2>
        <span class="fig">{{ page.answers }}</span>
        <button type="button" class="link" :aria-expanded="shown" @click="shown = !shown">
          {{ shown ? 'Close' : 'Read' }}
        </button>
      </div>
      <template v-if="shown">
        <p v-for="one in answers ?? []" :key="one.at + one.answer" class="answer">
          {{ one.answer }}<span class="note">{{ momentOf(one.at) }}</span>
        </p>
        <div class="row">
          <a class="note" :href="`/api/v1/pages/${page.id}/answers.csv`" download>All as CSV</a>
          <button v-if="mayWrite" type="button" class="link" @click="forget">Remove all</button>
        </div>
      </template>
    </div>
    <KgRelated class="part" :of="{ page: page.id }" />
    <div class="part">
      <h2>History</h2>
      <p v-if="page.revisions.length === 0" class="note">Nothing was published yet.</p>
      <p v-for="one in page.revisions.slice(0, 8)" :key="one.number" class="line">
        <span class="fig">{{ one.number }}</span>
        <span class="grow clip"
          >{{ momentOf(one.at) }}<span v-if="one.by" class="note">, {{ one.by }}</span></span
        >
        <button
          v-if="mayWrite && one.number !== page.revision"
          type="button"
          class="link"
          @click="emit('takeUp', one.number)"
        >
          Take up again
        </button>
      </p>
    </div>
    <div v-if="mayWrite" class="acts">
      <v-btn class="main" :disabled="busy || (!page.changed && !dirty)" @click="emit('publish')">{{
        page.changed || dirty ? 'Publish' : 'Published'
      }}</v-btn>
      <v-btn @click="emit('remove')">Delete</v-btn>
    </div>
  </aside>
</template>

<style scoped>
.side {
  overflow: auto;
  border-right: 1px solid var(--line);
  display: flex;
  flex-direction: column;
}
.part {
  padding: 10px 16px;
  border-bottom: 1px solid var(--rule);
}
.name {
  font: var(--t-title);
  border: 1px solid transparent;
  background: none;
  padding: 2px 0;
  min-width: 0;
}
.name:hover:enabled,
.name:focus {
  border-color: var(--edge);
}
.addr {
  display: flex;
  align-items: center;
  gap: 8px;
  background: var(--sheet);
}
.addr b {
  color: var(--accent);
}
.sym img {
  background: #fff;
  border: 1px solid var(--line);
}
.sym {
  gap: 14px;
}
.line {
  display: flex;
  gap: 8px;
  align-items: baseline;
}
.link {
  border: 0;
  background: none;
  padding: 0;
  text-decoration: underline;
  text-underline-offset: 3px;
  text-decoration-color: var(--edge);
  font: var(--t-note);
  color: inherit;
}
.answer {
  padding: 4px 0;
  border-bottom: 1px solid var(--rule);
  overflow-wrap: anywhere;
}
.answer .note {
  display: block;
}
.acts {
  margin-top: auto;
  padding: 11px 16px 12px;
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 8px;
  border-top: 1px solid var(--line);
  position: sticky;
  bottom: 0;
  background: var(--paper);
}
</style>
