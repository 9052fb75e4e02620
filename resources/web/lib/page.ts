import type { Schemas } from '@/api/client'
import type { Problem } from './kinds'

export type Page = Schemas['Page']
export type PageContent = Schemas['PageContent']
export type PageField = Schemas['PageField']
export type PartKind = Schemas['PagePart']['part']
export type Part = Schemas['PagePart'] & Record<string, unknown>
export type Row = Record<string, unknown>
/** What parts say, by language, part and field. */
export type Words = Record<string, Record<string, Record<string, string>>>

export const KINDS: { kind: Schemas['PageKind']; name: string; for: string }[] = [
  { kind: 'contact', name: 'Contact card', for: 'Somebody to save, call and write to' },
  { kind: 'links', name: 'Links', for: 'A list of places to go on to' },
  { kind: 'file', name: 'File', for: 'A manual, a price list, a video' },
  { kind: 'event', name: 'Event', for: 'A day to put into the calendar' },
  { kind: 'product', name: 'Product', for: 'What is in the jar, from its GS1 data' },
  { kind: 'coupon', name: 'Coupon', for: 'A code that a till takes once, or a few times' },
  { kind: 'text', name: 'Words', for: 'Headings and paragraphs' },
]

/** What a form calls the fields; the server knows them by their names alone. */
const LABELS: Record<string, string> = {
  title: 'Title',
  line: 'Line below',
  picture: 'Picture',
  alt: 'What it shows',
  text: 'Text',
  caption: 'Caption',
  pictures: 'Pictures',
  look: 'Shown as',
  links: 'Links',
  label: 'Words',
  note: 'Note',
  href: 'Link',
  file: 'File',
  gs1: 'GS1 data',
  zone: 'Zone',
  hours: 'Hours',
  days: 'Days',
  from: 'From',
  to: 'To',
  latitude: 'Latitude',
  longitude: 'Longitude',
  answer: 'Answer is',
  button: 'Button',
  thanks: 'Then says',
  terms: 'Terms',
  gate: 'Taken at',
  code: 'Code',
}
export const labelOf = (name: string): string => LABELS[name] ?? name

/** A short name that no other part has; it stays with the part wherever it is moved. */
export function freshId(parts: readonly { id: string }[]): string {
  const taken = new Set(parts.map((part) => part.id))
  for (let i = 1; ; i++) if (!taken.has(`p${i}`)) return `p${i}`
}

/** What stands in a part, in a few words, for when it is closed. */
export function gist(part: Part, files: readonly Schemas['StoredFile'][]): string {
  const fields = (part.fields ?? {}) as Row
  const named = (id: unknown): string => files.find((file) => file.id === id)?.name ?? ''
  const words = [
    part.title,
    part.line,
    part.label,
    typeof part.text === 'string' ? part.text.replace(/^## /gm, '').slice(0, 80) : '',
    [fields.given_name, fields.family_name].filter(Boolean).join(' ') || fields.title,
    named(part.file),
    named(part.picture),
    part.gs1,
    Array.isArray(part.links) ? part.links.map((row) => (row as Row).label).join(', ') : '',
    Array.isArray(part.pictures)
      ? `${part.pictures.length} ${part.pictures.length === 1 ? 'picture' : 'pictures'}`
      : '',
  ]
  return words.filter((one): one is string => typeof one === 'string' && one.trim() !== '').join(', ')
}

/** Messages about one part, by the field that they are about. */
export function faultsOf(faults: readonly { field: string; message: string }[], at: number): Record<string, string> {
  const prefix = `parts.${at}.`
  return Object.fromEntries(
    faults.filter((one) => one.field.startsWith(prefix)).map((one) => [one.field.slice(prefix.length), one.message]),
  )
}

/** Those about the fields of a card or an event, as its form wants them. */
export const asProblems = (faults: Record<string, string>): Problem[] =>
  Object.entries(faults)
    .filter(([field]) => field.startsWith('fields.'))
    .map(
      ([field, message]) =>
        ({
          severity: 'error',
          code: 'fault',
          field: field.slice('fields.'.length),
          message,
          position: null,
          clause: null,
          fix: null,
        }) as unknown as Problem,
    )

/** The words with one of them changed; an empty one is no word. */
export function saying(words: Words, language: string, part: string, field: string, said: string): Words {
  const own = words[language] ?? {}
  const others = Object.entries(own[part] ?? {}).filter(([name]) => name !== field)
  const fields = Object.fromEntries(said.trim() === '' ? others : [...others, [field, said]])
  return { ...words, [language]: { ...own, [part]: fields } }
}

/** The fields of a part that are said anew in each language, with what they say in its own. */
export function spoken(
  part: Part,
  fields: readonly PageField[],
): { field: string; label: string; own: string; long: boolean }[] {
  return fields.flatMap((field) => {
    const value = part[field.name]
    if (field.spoken)
      return typeof value === 'string' && value !== ''
        ? [{ field: field.name, label: labelOf(field.name), own: value, long: field.type === 'text' }]
        : []
    if (field.type !== 'rows' || !Array.isArray(value)) return []
    return (value as Row[]).flatMap((row, i) =>
      field.columns
        .filter((column) => column.spoken && typeof row[column.name] === 'string' && row[column.name] !== '')
        .map((column) => ({
          field: `${field.name}.${i}.${column.name}`,
          label: `${labelOf(column.name)} ${i + 1}`,
          own: row[column.name] as string,
          long: false,
        })),
    )
  })
}
