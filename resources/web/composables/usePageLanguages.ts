import { computed, ref, type Ref } from 'vue'
import { useToast } from '@/composables/useToast'
import type { PageContent, Words } from '@/lib/page'

/** The languages that a page is written in: its own and those with words of their own, one of which is shown. */
export function usePageLanguages(draft: Ref<PageContent | null>, edit: (next: PageContent) => void) {
  const { say } = useToast()
  const language = ref('en')
  const own = computed(() => draft.value?.language ?? 'en')
  const words = computed(() => (draft.value?.words ?? {}) as Words)
  const languages = computed(() => [own.value, ...Object.keys(words.value)])
  /** The tag of a language that is being added; null when none is. */
  const tag = ref<string | null>(null)

  function addLanguage(): void {
    const next = (tag.value ?? '').trim()
    if (!/^[A-Za-z]{2,3}(-[A-Za-z0-9]{2,8}){0,2}$/.test(next)) return void say('A language is a tag such as en or cy.')
    edit({ ...draft.value, words: { ...words.value, [next.toLowerCase()]: words.value[next.toLowerCase()] ?? {} } })
    language.value = next.toLowerCase()
    tag.value = null
  }
  function dropLanguage(): void {
    const before = draft.value!
    const gone = language.value
    edit({ ...before, words: Object.fromEntries(Object.entries(words.value).filter(([one]) => one !== gone)) })
    language.value = own.value
    say(`${gone} taken out`, { label: 'Undo', run: () => edit(before) })
  }

  return { language, own, words, languages, tag, addLanguage, dropLanguage }
}
