import type { Schemas } from '@/api/client'

/** How a symbol looks, as the API takes it; the two inks and the quiet zone are always there. */
export type FinishValues = Omit<Schemas['Finish'], '$schema' | 'name'> & {
  dark: string
  light: string
  quiet: number
}
export type Mark = NonNullable<FinishValues['mark']>
export type Caption = NonNullable<FinishValues['caption']>
export type Gradient = NonNullable<FinishValues['gradient']>

export const PLAIN: FinishValues = { dark: '#14201C', light: '#FFFFFF', quiet: 4 }

/** A finish file or a saved finish as values of its own, without what only files carry. */
export function finishOf(given: Schemas['Finish'] | null | undefined): FinishValues {
  const values = JSON.parse(JSON.stringify(given ?? {})) as Schemas['Finish']
  delete values.$schema
  delete values.name
  return { ...values, dark: values.dark ?? '#000000', light: values.light ?? '#FFFFFF', quiet: values.quiet ?? 4 }
}

/** An object without some of its keys. */
export function without<T extends object, K extends keyof T>(object: T, ...keys: K[]): Omit<T, K> {
  return Object.fromEntries(Object.entries(object).filter(([key]) => !keys.includes(key as K))) as Omit<T, K>
}

/** Whether a fix of the ledger is about the finish: a bare option of it, or a path into it. */
const OPTIONS = new Set(['dark', 'light', 'quiet', 'shape', 'ring', 'centre', 'ring_ink', 'centre_ink', 'gradient'])
export const isFinishPath = (path: string): boolean => OPTIONS.has(path) || path.includes('.')

/** A finish with one value changed by its path, such as `mark.size` or `gradient.stops.1.ink`; an empty text takes it away. */
export function withPath(finish: FinishValues, path: string, value: string | number): FinishValues {
  const put = (node: unknown, names: string[]): unknown => {
    const [name, ...rest] = names
    if (name === undefined) return value
    if (Array.isArray(node)) return node.map((item, i) => (String(i) === name ? put(item, rest) : (item as unknown)))
    if (typeof node !== 'object' || node === null) return node
    if (rest.length === 0 && value === '') return without(node, name as never)
    return { ...node, [name]: put((node as Record<string, unknown>)[name], rest) }
  }
  return put(finish, path.split('.')) as FinishValues
}

/** The same value with keys in order and nothing undefined, so that equal things are written alike. */
export function canonical(value: unknown): unknown {
  if (Array.isArray(value)) return value.map(canonical)
  if (typeof value !== 'object' || value === null) return value
  return Object.fromEntries(
    Object.entries(value)
      .filter(([, v]) => v !== undefined)
      .sort(([x], [y]) => (x < y ? -1 : 1))
      .map(([k, v]) => [k, canonical(v)]),
  )
}

/** Whether two finishes are the same, whatever order their keys came in. */
export const sameFinish = (a: FinishValues, b: FinishValues): boolean =>
  JSON.stringify(canonical(a)) === JSON.stringify(canonical(b))
