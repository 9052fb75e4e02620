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

/** What makes two compositions the same: of text and fields only the one that leads. */
const content = ({ text, values, ...rest }: Composition): string =>
  JSON.stringify({ ...rest, leads: rest.origin === 'text' ? text : values })

/** What is on the table: the fields, the glyph they were opened from, and whether anything is unsaved. */
export function useComposition() {
  const fields = reactive<Composition>(fresh())
  const saved = ref(content(fresh()))
  const glyph = ref<Glyph | null>(null)

  function load(next: Composition, from: Glyph | null): void {
    Object.assign(fields, next)
    saved.value = content(next)
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
    isDirty: computed(() => content(fields) !== saved.value),
    isEmpty: computed(() => (fields.origin === 'text' ? fields.text === '' : !isFilled(fields.values))),
    body,
    start: () => load(fresh(), null),
    open: (from: Glyph) => load(fromGlyph(from), from),
    /** Keeps what was typed while the request was under way: only what was sent counts as saved. */
    settle(sent: string, from: Glyph): void {
      saved.value = sent
      glyph.value = from
    },
    snapshot: () => content(fields),
  }
}
