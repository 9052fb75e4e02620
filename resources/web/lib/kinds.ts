import type { Schemas } from '@/api/client'

export type Kind = Schemas['Kind']
export type KindFacts = Schemas['KindFacts']
export type Values = Record<string, unknown>
export type Problem = Schemas['PayloadProblem']

/** A field as a form draws it, from the JSON Schema of its kind. */
export interface FieldSpec {
  name: string
  label: string
  type: string
  required: boolean
  help: string
  example: string
  options: { value: string; label: string }[]
  max: number
  repeats: boolean
  isAdvanced: boolean
  /** What holds when nothing is chosen. */
  preset: string
  fields: FieldSpec[]
}

interface Property {
  title?: string
  description?: string
  type?: string
  enum?: string[]
  maxLength?: number
  examples?: string[]
  items?: Property
  properties?: Record<string, Property>
  required?: string[]
  default?: string
  'x-type'?: string
  'x-labels'?: string[]
  'x-advanced'?: boolean
  'x-order'?: number
}

/** The fields of an object schema, in the order that the kind gives them. */
export function specsOf(schema: Property): FieldSpec[] {
  return Object.entries(schema.properties ?? {})
    .sort(([, a], [, b]) => (a['x-order'] ?? 0) - (b['x-order'] ?? 0))
    .map(([name, property]) => {
      const single = property.items ?? property
      return {
        name,
        label: property.title ?? name,
        type: property['x-type'] ?? 'line',
        required: schema.required?.includes(name) ?? false,
        help: property.description ?? '',
        example: property.examples?.[0] ?? '',
        options: (single.enum ?? []).map((value, i) => ({ value, label: single['x-labels']?.[i] ?? value })),
        max: single.maxLength ?? 2953,
        repeats: property.items !== undefined,
        isAdvanced: property['x-advanced'] ?? false,
        preset: property.default ?? '',
        fields: single.properties === undefined ? [] : specsOf(single),
      }
    })
}

/** Whether anything at all is filled in. */
export function isFilled(value: unknown): boolean {
  if (typeof value === 'string') return value !== ''
  if (typeof value === 'boolean') return value
  if (Array.isArray(value)) return value.some(isFilled)
  return typeof value === 'object' && value !== null && Object.values(value).some(isFilled)
}

/** The values with one changed, at a path such as phones.0.number; everything else is kept. */
export function withValue(values: Values, path: string, value: unknown): Values {
  const set = (inside: unknown, [name, ...rest]: string[], to: unknown): unknown => {
    if (name === undefined) return to
    if (Array.isArray(inside) || (inside === undefined && /^\d+$/.test(name))) {
      const list = [...((inside as unknown[] | undefined) ?? [])]
      list[Number(name)] = set(list[Number(name)], rest, to)
      return list
    }
    const object = typeof inside === 'object' && inside !== null ? (inside as Values) : {}
    return { ...object, [name]: set(object[name], rest, to) }
  }
  return set(values, path.split('.'), value) as Values
}

/** The values that are others than before, by name; what was taken away is undefined. */
export function changed(before: Values, after: Values): Values {
  const names = [...new Set([...Object.keys(before), ...Object.keys(after)])]
  const differs = (name: string) => JSON.stringify(before[name]) !== JSON.stringify(after[name])
  return Object.fromEntries(names.filter(differs).map((name) => [name, after[name]]))
}

/** Kinds whose name, purpose or words hold every word typed, the current order kept. */
export function found(kinds: KindFacts[], query: string): KindFacts[] {
  const words = query.trim().toLowerCase().split(/\s+/)
  return kinds.filter((kind) => {
    const text = `${kind.label} ${kind.purpose} ${kind.group} ${kind.words.join(' ')}`.toLowerCase()
    return words.every((word) => text.includes(word))
  })
}
