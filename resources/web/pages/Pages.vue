<script setup lang="ts">
import * as limits from '@/api/limits'
import { refDebounced } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { ApiProblem } from '@/api/client'
import PageChecks from '@/components/PageChecks.vue'
import PageList from '@/components/PageList.vue'
import PageLook from '@/components/PageLook.vue'
import PageParts from '@/components/PageParts.vue'
import PagePreview from '@/components/PagePreview.vue'
import PageSide from '@/components/PageSide.vue'
import PageWords from '@/components/PageWords.vue'
import { useSession } from '@/composables/useSession'
import { useToast } from '@/composables/useToast'
import { useKeptDraft } from '@/composables/useKeptDraft'
import { usePageLanguages } from '@/composables/usePageLanguages'
import { usePage, usePageChanges, usePageList, usePageOptions } from '@/composables/usePages'
import { freshId, type PageContent, type Part, type PartKind, saying } from '@/lib/page'

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
const { language, own, words, languages, tag, addLanguage, dropLanguage } = usePageLanguages(draft, edit)

const isLook = ref(false)
const shown = ref<'draft' | 'live'>('draft')
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
        shown.value = 'draft'
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
        <v-btn v-if="mayWrite" :aria-expanded="tag !== null" @click="tag = tag === null ? '' : null">Another</v-btn>
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
      <form v-if="tag !== null" class="row bar" @submit.prevent="addLanguage">
        <label class="label" for="new-language">Tag of the language</label>
        <input
          id="new-language"
          v-model="tag"
          class="kg-plain code"
          placeholder="cy"
          :maxlength="limits.NewPage.language.maxLength"
        />
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
      <PageParts
        v-else
        v-model:open="open"
        :parts="parts"
        :files="page.files"
        :faults="faults"
        :fields-of="fieldsOf"
        :label-of="labelOf"
        :may-write="mayWrite"
        @change="setParts"
        @drop="drop"
      />
      <PageChecks :checks="page.checks" />
    </section>
    <PagePreview v-model:of="shown" :page="page" :language="language" :kept="kept" />
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
.mid {
  display: flex;
  flex-direction: column;
  min-height: 0;
  min-width: 0;
  background: var(--paper);
  overflow: auto;
}
.mh {
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
@media (max-width: 1099px) {
  .pages {
    display: block;
    overflow: auto;
  }
}
</style>
