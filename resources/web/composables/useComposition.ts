import { computed, reactive, ref } from 'vue'
import type { Compose, Glyph, Schemas } from '@/api/client'

export interface Composition {
  name: string
  kind: Schemas['Kind']
  text: string
  level: Schemas['Level']
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
  level: 'M',
  sizeMode: 'module',
  modulePx: 8,
  sizePx: 300,
  quiet: 4,
  dark: '#14201C',
  light: '#FFFFFF',
})

const fromGlyph = (glyph: Glyph): Composition => ({
  name: glyph.name,
  kind: glyph.kind,
  text: glyph.text,
  level: glyph.level,
  sizeMode: glyph.size_px === null ? 'module' : 'side',
  modulePx: glyph.module_px ?? 8,
  sizePx: glyph.size_px ?? 300,
  quiet: glyph.quiet,
  dark: glyph.dark,
  light: glyph.light,
})

/** What is on the table: the fields, the glyph they were opened from, and whether anything is unsaved. */
export function useComposition() {
  const fields = reactive<Composition>(fresh())
  const saved = ref(JSON.stringify(fresh()))
  const glyph = ref<Glyph | null>(null)

  function load(next: Composition, from: Glyph | null): void {
    Object.assign(fields, next)
    saved.value = JSON.stringify(next)
    glyph.value = from
  }

  /** The options as the API takes them. */
  function body(): Compose {
    const size = fields.sizeMode === 'module' ? { module_px: fields.modulePx } : { size_px: fields.sizePx }
    const { kind, text, level, quiet, dark, light } = fields
    return { kind, text, level, quiet, dark, light, ...size }
  }

  return {
    fields,
    glyph,
    isDirty: computed(() => JSON.stringify(fields) !== saved.value),
    body,
    start: () => load(fresh(), null),
    open: (from: Glyph) => load(fromGlyph(from), from),
    /** Keeps what was typed while the request was under way: only what was sent counts as saved. */
    settle(sent: string, from: Glyph): void {
      saved.value = sent
      glyph.value = from
    },
    snapshot: () => JSON.stringify(fields),
  }
}
