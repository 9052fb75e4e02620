import type { Ref } from 'vue'
import { api, type Schemas, unwrap } from '@/api/client'
import type { Composition } from '@/composables/useComposition'
import { useToast } from '@/composables/useToast'
import { changed, isFilled, type Kind, type Values, withValue } from '@/lib/kinds'

/** Everything that changes what a symbol says: its kind, its fields and its text, which follow each other. */
export function usePayloadEditing(
  fields: Ref<Composition>,
  /** Remembers that a kind was used. */
  use: (kind: Kind) => void,
  /** Puts the cursor into the form. */
  focusForm: () => Promise<void>,
  /** Whether what is on the table has not been drawn yet. */
  isStale: () => boolean,
) {
  const { say } = useToast()
  const isEmpty = (): boolean =>
    fields.value.origin === 'text' ? fields.value.text === '' : !isFilled(fields.value.values)

  /** What was typed for each kind, so that a look at another one loses nothing. */
  const drafts = new Map<Kind, Pick<Composition, 'values' | 'text' | 'origin'>>()
  function keepDraft(): void {
    const { kind, values, text, origin } = fields.value
    drafts.set(kind, { values, text, origin })
  }
  function choose(kind: Kind): void {
    if (kind === fields.value.kind) return
    keepDraft()
    const swap = fields.value.kind.startsWith('gs1_') && kind.startsWith('gs1_')
    const { values } = fields.value
    const draft = drafts.get(kind)
    const elements = values.elements
    Object.assign(fields.value, { kind, text: '', values: {}, origin: 'fields' }, draft)
    if (swap && Array.isArray(elements)) fields.value.values = { ...draft?.values, elements }
    use(kind)
  }

  function edit(values: Values): void {
    const { text, origin, waiting } = fields.value
    if (origin === 'fields' || !isStale()) {
      Object.assign(fields.value, { values, origin: 'fields', waiting: null })
      return
    }
    // The fields do not know the newest text yet, and would take what was typed there back.
    const changes = changed(fields.value.values, values)
    const before = waiting?.text === text ? waiting.values : {}
    Object.assign(fields.value, { values, waiting: { text, values: { ...before, ...changes } } })
  }
  function retype(text: string): void {
    Object.assign(fields.value, { text, origin: 'text' })
  }
  function fix(changes: Record<string, string>): void {
    if (changes.text !== undefined && fields.value.kind !== 'text') {
      retype(changes.text)
      return
    }
    edit(Object.entries(changes).reduce((values, [path, value]) => withValue(values, path, value), fields.value.values))
  }

  /** What lacks a scheme may be meant as a text after all. */
  function retypeAsText(): void {
    const { text } = fields.value
    choose('text')
    edit({ text })
  }

  /** The kind of a text that is pasted is detected. */
  async function paste(text: string): Promise<void> {
    keepDraft()
    const trimmed = text.replace(/^[ \t]+|[ \t\r\n]+$/g, '')
    let kind: Kind = /^[\w-]+(\.[\w-]+)+(\/\S*)?$/i.test(trimmed) ? 'link' : 'text'
    try {
      const read = (await unwrap(api.POST('/api/v1/payloads/parse', { body: { text: trimmed } }))) as Schemas['Payload']
      if (read.kind !== 'text') kind = read.kind
    } catch {
      // Without an answer the text is still taken; drawing it says what is wrong.
    }
    Object.assign(fields.value, { kind, text: trimmed, values: {}, origin: 'text' })
    use(kind)
    await focusForm()
  }

  function start(values: Values): void {
    const { kind, text, origin } = fields.value
    const before = { values: fields.value.values, text, origin }
    const hadContent = !isEmpty()
    Object.assign(fields.value, {
      values: JSON.parse(JSON.stringify(values)) as Values,
      origin: 'fields',
      waiting: null,
    })
    use(kind)
    if (hadContent)
      say('Filled in from a starter', { label: 'Put back', run: () => Object.assign(fields.value, before) })
  }

  return { choose, edit, retype, fix, retypeAsText, paste, start }
}
