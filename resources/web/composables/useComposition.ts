import { computed, reactive, ref } from 'vue'
import type { Compose, Glyph, Schemas } from '@/api/client'
import { isFilled, type Values } from '@/lib/kinds'

export interface Composition {
  name: string
  kind: Schemas['Kind']
  /** What is encoded, as people see it. */
  text: string
  /** The kind's fields. */
  values: Values
  /** Which of the two was edited last; the other follows it. */
  origin: 'text' | 'fields'
  level: Schemas['Level']
  lift: boolean
  sizeMode: 'module' | 'side'
  modulePx: number
  sizePx: number
  quiet: number
  dark: string
  light: string
}

export const fresh = (): Composition => ({
  name: '',
  kind: 'link',
  text: '',
  values: {},
  origin: 'fields',
  level: 'M',
  lift: false,
  sizeMode: 'module',
  modulePx: 8,
  sizePx: 300,
  quiet: 4,
  dark: '#14201C',
  light: '#FFFFFF',
})

const fromGlyph = (glyph: Glyph): Composition => ({
  ...fresh(),
  name: glyph.name,
  kind: glyph.kind,
  text: glyph.text,
  origin: 'text',
  level: glyph.level,
  sizeMode: glyph.size_px === null ? 'module' : 'side',
  modulePx: glyph.module_px ?? 8,
  sizePx: glyph.size_px ?? 300,
  quiet: glyph.quiet,
  dark: glyph.dark,
  light: glyph.light,
})

/** What a composition is compared by; fields are null while nobody knows them yet. */
interface Content {
  options: string
  text: string
  values: string | null
}
const contentOf = ({ text, values, origin, ...options }: Composition): Content => ({
  options: JSON.stringify(options),
  text,
  values: origin === 'text' && !isFilled(values) ? null : JSON.stringify(values),
})

/** What is on the table: the fields, the glyph they were opened from, and whether anything is unsaved. */
export function useComposition() {
  const fields = reactive<Composition>(fresh())
  const saved = ref(contentOf(fresh()))
  const glyph = ref<Glyph | null>(null)

  function load(next: Composition, from: Glyph | null): void {
    Object.assign(fields, next)
    saved.value = contentOf(next)
    glyph.value = from
  }

  /** The options as the API takes them. */
  function body(): Compose {
    const size = fields.sizeMode === 'module' ? { module_px: fields.modulePx } : { size_px: fields.sizePx }
    const { kind, text, values, origin, level, lift, quiet, dark, light } = fields
    const says = origin === 'text' ? { text } : { fields: values }
    return { kind, ...says, level, lift, quiet, dark, light, ...size }
  }

  return {
    fields,
    glyph,
    // Of text and fields the one that leads is compared.
    isDirty: computed(() => {
      const now = contentOf(fields)
      if (now.options !== saved.value.options) return true
      return fields.origin === 'text' ? now.text !== saved.value.text : now.values !== saved.value.values
    }),
    /** What the server made of the text or the fields: the other side follows, and what was saved is known in both forms. */
    follow(payload: { kind: string; shown: string; fields: Values | unknown[] }): void {
      if (payload.kind !== fields.kind) return
      if (fields.origin === 'fields') {
        fields.text = payload.shown
        return
      }
      fields.values = Array.isArray(payload.fields) ? {} : payload.fields
      const isSaved = fields.text === saved.value.text
      // Separators cannot be seen or typed: element strings from elsewhere are shown with brackets.
      if (fields.kind === 'gs1_elements' && (isSaved || fields.text.includes('\u001d'))) fields.text = payload.shown
      if (isSaved) Object.assign(saved.value, { text: fields.text, values: JSON.stringify(fields.values) })
    },
    isEmpty: computed(() => (fields.origin === 'text' ? fields.text === '' : !isFilled(fields.values))),
    body,
    start: () => load(fresh(), null),
    open: (from: Glyph) => load(fromGlyph(from), from),
    /** Keeps what was typed while the request was under way: only what was sent counts as saved. */
    settle(sent: string, from: Glyph): void {
      saved.value = JSON.parse(sent) as Content
      glyph.value = from
    },
    snapshot: () => JSON.stringify(contentOf(fields)),
  }
}
