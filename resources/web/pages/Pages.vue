<script setup lang="ts">
import {
  mdiArrowDown,
  mdiArrowUp,
  mdiChevronDown,
  mdiChevronUp,
  mdiClose,
  mdiEyeOffOutline,
  mdiEyeOutline,
} from '@mdi/js'
import { refDebounced } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { ApiProblem } from '@/api/client'
import KgSlide from '@/components/KgSlide.vue'
import KgVerdict from '@/components/KgVerdict.vue'
import PageList from '@/components/PageList.vue'
import PageLook from '@/components/PageLook.vue'
import PagePart from '@/components/PagePart.vue'
import PageSide from '@/components/PageSide.vue'
import PageWords from '@/components/PageWords.vue'
import { useSession } from '@/composables/useSession'
import { useToast } from '@/composables/useToast'
import { useKeptDraft } from '@/composables/useKeptDraft'
import { usePage, usePageChanges, usePageList, usePageOptions } from '@/composables/usePages'
import { faultsOf, freshId, gist, type PageContent, type Part, type PartKind, saying, type Words } from '@/lib/page'
import { moved } from '@/lib/route'

const route = useRoute()
const router = useRouter()
const { mayWrite } = useSession()
const { say } = useToast()
const search = ref('')
const query = refDebounced(search, 200)
const { pages, isPending, error, refetch } = usePageList(query)
const id = computed(() => (typeof route.params.id === 'string' ? route.params.id : ''))
const { data: page, error: missing } = usePage(id)
const { change, publish, takeUp, remove } = usePageChanges(id)
const { options, fieldsOf, labelOf } = usePageOptions()

/** Grows with each draft that was kept, so that the phone shows it. */
const kept = ref(0)
const { draft, isDirty, problems, load, edit, keep } = useKeptDraft<PageContent>(
  (content) => change.mutateAsync({ content }),
  600,
  () => kept.value++,
)
async function publishNow(): Promise<void> {
  if (!(await keep())) return
  try {
    const made = await publish.mutateAsync()
    kept.value++
    say(`Revision ${made.revision} is what visitors see now`)
  } catch (e) {
    const first =
      e instanceof ApiProblem ? (Object.values(e.errors)[0]?.[0] ?? e.message) : 'It could not be published.'
    const at = e instanceof ApiProblem ? /parts\.(\d+)/.exec(Object.keys(e.errors)[0] ?? '')?.[1] : undefined
    if (at !== undefined) open.value = parts.value[Number(at)]?.id ?? open.value
    say(`Not published yet: ${first}`)
  }
}

/** Faults of the kept draft, and of what could not be kept. */
const faults = computed(() => [
  ...Object.entries(problems.value).map(([field, [message]]) => ({
    field: field.replace(/^content\./, ''),
    message: message ?? '',
  })),
  ...(page.value?.faults ?? []),
])
const parts = computed(() => (draft.value?.parts ?? []) as Part[])
const open = ref('')
const setParts = (next: Part[]): void => edit({ ...draft.value, parts: next })
const setPart = (at: number, next: Record<string, unknown>): void =>
  setParts(parts.value.map((part, i) => (i === at ? ({ ...part, ...next } as Part) : part)))
function add(kind: string): void {
  const part = { id: freshId(parts.value), part: kind as PartKind } as Part
  setParts([...parts.value, part])
  open.value = part.id
}
function drop(at: number): void {
  const before = parts.value
  setParts(before.filter((_, i) => i !== at))
  say(`${labelOf(before[at]!.part)} taken out`, { label: 'Undo', run: () => setParts(before) })
}
const dragged = ref(-1)
function land(at: number): void {
  if (dragged.value >= 0) setParts(moved(parts.value, dragged.value, at))
  dragged.value = -1
}
const wrongIn = (at: number): number => Object.keys(faultsOf(faults.value, at)).length

const language = ref('en')
const own = computed(() => draft.value?.language ?? 'en')
const words = computed(() => (draft.value?.words ?? {}) as Words)
const languages = computed(() => [own.value, ...Object.keys(words.value)])
const isAdding = ref(false)
const tag = ref('')
function addLanguage(): void {
  const next = tag.value.trim()
  if (!/^[A-Za-z]{2,3}(-[A-Za-z0-9]{2,8}){0,2}$/.test(next)) return void say('A language is a tag such as en or cy.')
  edit({ ...draft.value, words: { ...words.value, [next.toLowerCase()]: words.value[next.toLowerCase()] ?? {} } })
  language.value = next.toLowerCase()
  isAdding.value = false
  tag.value = ''
}
function dropLanguage(): void {
  const before = draft.value!
  const gone = language.value
  edit({ ...before, words: Object.fromEntries(Object.entries(words.value).filter(([one]) => one !== gone)) })
  language.value = own.value
  say(`${gone} taken out`, { label: 'Undo', run: () => edit(before) })
}

const isLook = ref(false)
const isLive = ref<'draft' | 'live'>('draft')
const preview = computed(
  () =>
    `/api/v1/pages/${id.value}/preview?of=${isLive.value}&language=${encodeURIComponent(language.value)}#${kept.value}`,
)
const VERDICTS = ['holds', 'marginal', 'fails'] as const
// Last, for a page that was looked at before is there at once.
watch(
  () => page.value,
  (now, before) => {
    if (now !== undefined && (now.id !== before?.id || !isDirty.value)) {
      load(now.content)
      kept.value++
      if (now.id !== before?.id) {
        language.value = now.content.language ?? 'en'
        open.value = now.content.parts?.[1]?.id ?? now.content.parts?.[0]?.id ?? ''
        isLive.value = 'draft'
      }
    }
  },
  { immediate: true },
)
async function removeNow(): Promise<void> {
  await remove.mutateAsync().catch(() => undefined)
  isDirty.value = false
  await router.push('/pages')
}
</script>

<template>
  <PageList
    v-if="id === ''"
    v-model="search"
    :pages="pages"
    :pending="isPending"
    :error="error"
    :may-write="mayWrite"
    @made="(refetch(), router.push(`/pages/${$event}`))"
  />
  <p v-else-if="missing" class="note away" role="alert">
    {{ missing.message }} <router-link to="/pages">All pages</router-link>
  </p>
  <div v-else-if="page && draft" class="pages">
    <PageSide
      :page="page"
      :dirty="isDirty"
      :may-write="mayWrite"
      :busy="publish.isPending.value"
      @rename="change.mutate({ name: $event })"
      @publish="publishNow"
      @take-up="takeUp.mutate($event)"
      @remove="removeNow"
    />
    <section class="mid" aria-label="What is on it">
      <div class="mh panel">
        <h2 class="grow">What is on it</h2>
        <label class="label" for="page-language">Language</label>
        <select id="page-language" v-model="language" class="kg-plain">
          <option v-for="one in languages" :key="one" :value="one">
            {{ one }}{{ one === own ? ', its own' : '' }}
          </option>
        </select>
        <v-btn v-if="mayWrite && language !== own" @click="dropLanguage">Take out</v-btn>
        <v-btn v-if="mayWrite" :aria-expanded="isAdding" @click="isAdding = !isAdding">Another</v-btn>
        <v-btn :aria-pressed="isLook" @click="isLook = !isLook">Look</v-btn>
        <select
          v-if="mayWrite && language === own"
          class="kg-plain"
          aria-label="Add a part"
          value=""
          @change="(add(($event.target as HTMLSelectElement).value), (($event.target as HTMLSelectElement).value = ''))"
        >
          <option value="" disabled>Add a part</option>
          <option v-for="one in options?.parts ?? []" :key="one.part" :value="one.part">{{ one.label }}</option>
        </select>
      </div>
      <form v-if="isAdding" class="row bar" @submit.prevent="addLanguage">
        <label class="label" for="new-language">Tag of the language</label>
        <input id="new-language" v-model="tag" class="kg-plain code" placeholder="cy" maxlength="12" />
        <v-btn type="submit">Add it</v-btn>
        <span class="note">A visitor gets the language that their phone asks for.</span>
      </form>
      <PageLook
        v-if="isLook"
        class="bar"
        :model-value="draft.style ?? {}"
        :faults="faults"
        :disabled="!mayWrite"
        @update:model-value="edit({ ...draft, style: $event })"
      />
      <PageWords
        v-if="language !== own"
        :parts="parts"
        :words="words[language] ?? {}"
        :fields-of="fieldsOf"
        :label-of="labelOf"
        :disabled="!mayWrite"
        @say="(part, field, said) => edit({ ...draft, words: saying(words, language, part, field, said) })"
      />
      <ol v-else class="parts">
        <li
          v-for="(part, i) in parts"
          :key="part.id"
          :class="{ open: open === part.id, hid: part.hidden }"
          @dragover.prevent
          @drop="land(i)"
        >
          <div class="bk" :draggable="mayWrite" @dragstart="dragged = i" @dragend="dragged = -1">
            <span class="drag" aria-hidden="true" />
            <button
              type="button"
              class="what"
              :aria-expanded="open === part.id"
              @click="open = open === part.id ? '' : part.id"
            >
              <b>{{ labelOf(part.part) }}</b>
              <span class="clip">{{ part.hidden ? 'hidden' : gist(part, page.files) }}</span>
              <span v-if="wrongIn(i) > 0" class="row say fails"
                ><KgVerdict verdict="fails" />{{ wrongIn(i) === 1 ? '1 to mend' : `${wrongIn(i)} to mend` }}</span
              >
              <v-icon class="kg-icon" :icon="open === part.id ? mdiChevronUp : mdiChevronDown" />
            </button>
            <span v-if="mayWrite" class="tools">
              <v-btn
                class="bare icon"
                :aria-label="`Move ${labelOf(part.part)} up`"
                :disabled="i === 0"
                @click="setParts(moved(parts, i, i - 1))"
                ><v-icon :icon="mdiArrowUp"
              /></v-btn>
              <v-btn
                class="bare icon"
                :aria-label="`Move ${labelOf(part.part)} down`"
                :disabled="i === parts.length - 1"
                @click="setParts(moved(parts, i, i + 1))"
                ><v-icon :icon="mdiArrowDown"
              /></v-btn>
              <v-btn
                class="bare icon"
                :aria-label="`${part.hidden ? 'Show' : 'Hide'} ${labelOf(part.part)}`"
                @click="setPart(i, { hidden: part.hidden !== true })"
                ><v-icon :icon="part.hidden ? mdiEyeOffOutline : mdiEyeOutline"
              /></v-btn>
              <v-btn class="bare icon" :aria-label="`Take ${labelOf(part.part)} out`" @click="drop(i)"
                ><v-icon :icon="mdiClose"
              /></v-btn>
            </span>
          </div>
          <PagePart
            v-if="open === part.id"
            class="form"
            :model-value="part"
            :fields="fieldsOf(part.part)"
            :faults="faultsOf(faults, i)"
            :path="`part-${part.id}`"
            :kind="part.part"
            :disabled="!mayWrite"
            @update:model-value="setPart(i, $event)"
          />
        </li>
        <li v-if="parts.length === 0" class="note none">Nothing is on this page yet. Add a part above.</li>
      </ol>
      <div class="checks panel">
        <div class="ch">
          <h2 class="grow">Page checks</h2>
          <span
            v-for="one in VERDICTS"
            v-show="page.checks.some((c) => c.verdict === one)"
            :key="one"
            class="row say"
            :class="one"
            ><KgVerdict :verdict="one" />{{ page.checks.filter((c) => c.verdict === one).length }}
            {{ { holds: 'hold', marginal: 'marginal', fails: 'fail' }[one] }}</span
          >
        </div>
        <dl>
          <div v-for="one in page.checks" :key="one.id" :title="one.says">
            <dt><KgVerdict :verdict="one.verdict" />{{ one.label }}</dt>
            <dd class="fig">{{ one.figure }}</dd>
            <dd class="note">{{ one.says }}</dd>
          </div>
        </dl>
      </div>
    </section>
    <section class="right" aria-label="Preview">
      <div class="rh panel">
        <h2 class="grow">On a phone</h2>
        <KgSlide
          v-if="page.state !== 'draft'"
          v-model="isLive"
          label="Show"
          :options="[
            { value: 'live', label: 'Live' },
            { value: 'draft', label: 'With changes' },
          ]"
        />
      </div>
      <div class="bench">
        <div class="phone">
          <p class="url code clip">{{ page.address.replace(/^https?:\/\//, '') }}</p>
          <iframe :key="preview" :src="preview" title="The page as a phone shows it" sandbox="" />
        </div>
      </div>
    </section>
  </div>
  <p v-else class="note away">One moment</p>
</template>

<style scoped>
.pages {
  height: 100%;
  display: grid;
  grid-template-columns: 286px minmax(0, 1fr) 372px;
}
.away {
  padding: 40px;
}
.mid,
.right {
  display: flex;
  flex-direction: column;
  min-height: 0;
  min-width: 0;
}
.mid {
  background: var(--paper);
  overflow: auto;
}
.right {
  border-left: 1px solid var(--line);
}
.mh,
.rh {
  display: flex;
  align-items: center;
  gap: 8px;
  min-height: 44px;
  padding: 0 16px;
  border-bottom: 1px solid var(--line);
  position: sticky;
  top: 0;
  z-index: 2;
}
.mh select {
  max-width: 120px;
}
.bar {
  border-bottom: 1px solid var(--rule);
}
form.bar {
  padding: 8px 16px;
}
form.bar input {
  width: 90px;
}
.parts > li {
  border-bottom: 1px solid var(--rule);
}
.parts > li.open {
  background: var(--sheet);
  box-shadow: inset 3px 0 0 var(--accent);
}
.parts > li.hid .what {
  color: var(--ink-3);
}
.bk {
  display: flex;
  align-items: center;
  padding: 0 10px 0 14px;
  min-height: 40px;
}
.drag {
  width: 12px;
  height: 6px;
  border: solid var(--edge);
  border-width: 1.5px 0;
  cursor: grab;
  flex: none;
}
.what {
  flex: 1;
  min-width: 0;
  display: grid;
  grid-template-columns: 104px minmax(0, 1fr) auto 16px;
  gap: 10px;
  align-items: center;
  border: 0;
  background: none;
  text-align: left;
  padding: 9px 6px 9px 12px;
}
.what > span:nth-child(2) {
  color: var(--ink-2);
}
.what > .kg-icon {
  grid-column: 4;
}
.tools {
  display: flex;
}
.icon {
  padding: 0 !important;
  width: 28px;
}
.form {
  padding: 2px 20px 16px 38px;
}
.none {
  padding: 24px;
}
.checks {
  margin-top: auto;
  border-top: 1px solid var(--line);
}
.ch {
  display: flex;
  gap: 14px;
  align-items: center;
  min-height: 38px;
  padding: 0 16px;
}
.checks dl {
  display: grid;
  grid-template-columns: repeat(auto-fit, minmax(130px, 1fr));
  border-top: 1px solid var(--rule);
}
.checks dl > div {
  padding: 8px 10px 10px 16px;
  border-right: 1px solid var(--rule);
}
.checks dt {
  display: flex;
  gap: 7px;
  align-items: center;
  font: var(--t-note);
  color: var(--ink-2);
}
.bench {
  flex: 1;
  background: var(--bench);
  display: grid;
  place-items: center;
  min-height: 0;
  padding: 12px;
}
.phone {
  width: 332px;
  height: min(640px, 100%);
  border: 9px solid var(--ink);
  border-radius: 24px;
  overflow: hidden;
  display: flex;
  flex-direction: column;
  background: var(--ink);
}
.url {
  color: var(--paper);
  font-size: 11.5px;
  padding: 3px 12px 6px;
}
iframe {
  flex: 1;
  width: 100%;
  border: 0;
  background: #fff;
  border-radius: 0 0 14px 14px;
}
@media (max-width: 1099px) {
  .pages {
    display: block;
    overflow: auto;
  }
  .phone {
    height: 600px;
  }
}
</style>
