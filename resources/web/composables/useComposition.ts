import { computed, reactive, ref } from 'vue'
import type { Compose, Drawing, Glyph, Schemas } from '@/api/client'
import { canonical, type FinishValues, finishOf, isFinishPath, PLAIN, withPath } from '@/lib/finish'
import { isFilled, type Values } from '@/lib/kinds'
import { finishOfGlyph } from '@/lib/recipe'
import type { Loose } from '@/lib/table'

export interface Composition {
  name: string
  kind: Schemas['Kind']
  /** What is encoded, as people see it. */
  text: string
  /** The kind's fields. */
  values: Values
  /** Which of the two was edited last; the other follows it. */
  origin: 'text' | 'fields'
  /** What was typed into fields while they still showed an older text than this one: it goes over what this text says. */
  waiting: { text: string; values: Values } | null
  level: Schemas['Level']
  lift: boolean
  modes: Schemas['Modes']
  sizeMode: 'module' | 'side' | 'length'
  modulePx: number
  sizePx: number
  sizeMm: number
  dpi: number
  print: Schemas['Printing']
  distanceMm: number
  finish: FinishValues
  /** The saved finish that it uses. */
  finishId: string | null
}

export const fresh = (finish: FinishValues = PLAIN, finishId: string | null = null): Composition => ({
  name: '',
  kind: 'link',
  text: '',
  values: {},
  origin: 'fields',
  waiting: null,
  level: 'M',
  lift: false,
  modes: 'auto',
  sizeMode: 'module',
  modulePx: 8,
  sizePx: 300,
  sizeMm: 25,
  dpi: 96,
  print: 'screen',
  distanceMm: 250,
  finish: finishOf(finish),
  finishId,
})

const fromGlyph = (glyph: Glyph): Composition => ({
  ...fresh(finishOfGlyph(glyph), glyph.finish_id),
  name: glyph.name,
  kind: glyph.kind,
  text: glyph.text,
  origin: 'text',
  level: glyph.level,
  modes: glyph.modes,
  sizeMode: glyph.size_mm !== null ? 'length' : glyph.size_px === null ? 'module' : 'side',
  modulePx: glyph.module_px ?? 8,
  sizePx: glyph.size_px ?? 300,
  sizeMm: glyph.size_mm ?? 25,
  dpi: glyph.dpi,
  print: glyph.print,
  distanceMm: glyph.distance_mm,
})

/** What a composition is compared by; fields are null while nobody knows them yet. */
interface Content {
  options: string
  text: string
  values: string | null
}
const contentOf = ({ text, values, origin, ...options }: Composition): Content => ({
  options: JSON.stringify(canonical({ ...options, waiting: null })),
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

  const size = () =>
    ({
      module: { module_px: fields.modulePx },
      side: { size_px: fields.sizePx },
      length: { size_mm: fields.sizeMm },
    })[fields.sizeMode]

  /** The options as the API takes them. */
  function body(): Compose {
    const { kind, text, values, origin, level, lift, modes, finish, dpi, print } = fields
    const says = origin === 'text' ? { text } : { fields: values }
    return { kind, ...says, level, lift, modes, finish, ...size(), dpi, print, distance_mm: fields.distanceMm }
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
      const waiting = fields.waiting
      fields.values = Array.isArray(payload.fields) ? {} : payload.fields
      fields.waiting = null
      if (waiting?.text === fields.text) {
        Object.assign(fields, { values: { ...fields.values, ...waiting.values }, origin: 'fields' })
        return
      }
      const isSaved = fields.text === saved.value.text
      // Separators cannot be seen or typed: element strings from elsewhere are shown with brackets.
      if (fields.kind === 'gs1_elements' && (isSaved || fields.text.includes('\u001d'))) fields.text = payload.shown
      if (isSaved) Object.assign(saved.value, { text: fields.text, values: JSON.stringify(fields.values) })
    },
    isEmpty: computed(() => (fields.origin === 'text' ? fields.text === '' : !isFilled(fields.values))),
    body,
    /** What was drawn of it, for a screen that goes on without it. */
    loose({ payload, as_is }: Pick<Drawing, 'payload' | 'as_is'>, name: string): Loose {
      const { kind, level, lift, modes, finish, finishId, dpi } = fields
      const text = payload.text ?? payload.shown
      return { name, text, kind, level, lift, modes, finish, finish_id: finishId, ...size(), dpi, as_is }
    },
    /** Carries out a fix of the ledger. */
    fix(set: Record<string, string | number>): void {
      for (const [path, value] of Object.entries(set)) {
        if (isFinishPath(path)) fields.finish = withPath(fields.finish, path, value)
        else if (path === 'text') Object.assign(fields, { text: value, origin: 'text' })
        else if (path === 'size_mm') Object.assign(fields, { sizeMode: 'length', sizeMm: value })
        else if (path === 'module_px') Object.assign(fields, { sizeMode: 'module', modulePx: value })
        else if (path === 'distance_mm') fields.distanceMm = Number(value)
        else Object.assign(fields, { [path]: value })
      }
    },
    start: (finish?: FinishValues, finishId?: string) => load(fresh(finish, finishId ?? null), null),
    open: (from: Glyph) => load(fromGlyph(from), from),
    /** Keeps what was typed while the request was under way: only what was sent counts as saved. */
    settle(sent: string, from: Glyph): void {
      saved.value = JSON.parse(sent) as Content
      glyph.value = from
    },
    /** The glyph was changed on the server, as when a finish was revised on all that use it: what is on the table stays. */
    rebase(from: Glyph): void {
      saved.value = { ...saved.value, options: contentOf(fromGlyph(from)).options }
      glyph.value = from
    },
    snapshot: () => JSON.stringify(contentOf(fields)),
    /** Everything that people decide, for history and drafts: of text and fields only the one that leads. */
    decided(): string {
      const { text, values, origin, ...rest } = fields
      const options = { ...rest, waiting: null }
      return JSON.stringify(origin === 'text' ? { ...options, origin, text } : { ...options, origin, values })
    },
    /** Puts back what `decided` gave. */
    recall(state: string): void {
      Object.assign(fields, JSON.parse(state))
    },
  }
}
