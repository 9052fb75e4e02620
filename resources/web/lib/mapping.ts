import { type FieldSpec, isFilled, type Values, withValue } from './kinds'
import { plain } from './label'

/** A field of a kind that a column can fill, by its path such as phones.0.number. */
export interface Leaf {
  path: string
  label: string
  required: boolean
  help: string
  example: string
  options: { value: string; label: string }[]
  isAdvanced: boolean
}

/** All fields of a kind one below the other; of a list the first entry. */
export function leaves(specs: FieldSpec[], path = '', above = ''): Leaf[] {
  return specs.flatMap((spec) => {
    const own = `${path}${spec.name}${spec.repeats ? '.0' : ''}`
    const label = above === '' ? spec.label : `${above}: ${spec.label}`
    return spec.fields.length > 0
      ? leaves(spec.fields, `${own}.`, label)
      : [
          {
            path: own,
            label,
            required: spec.required,
            help: spec.help,
            example: spec.example,
            options: spec.options,
            isAdvanced: spec.isAdvanced,
          },
        ]
  })
}

export const valueAt = (values: Values, path: string): string => {
  const found = path.split('.').reduce<unknown>((inside, name) => (inside as Values | undefined)?.[name], values)
  return typeof found === 'string' ? found : ''
}

const bare = (name: string): string => name.toLowerCase().replace(/[^a-z0-9]+/g, '')

/** Fields that have a column of their name get it; what is filled already stays. */
export function mapped(list: Leaf[], columns: string[], values: Values): Values {
  let next = values
  for (const leaf of list) {
    if (valueAt(next, leaf.path) !== '') continue
    const names = [leaf.path.replace(/\.\d+/g, ''), leaf.path.split('.').at(-1)!, leaf.label].map(bare)
    const column = columns.find((one) => names.includes(bare(one)))
    if (column !== undefined) next = withValue(next, leaf.path, `{{${plain(column)}}}`)
  }
  return next
}

/** Only what is filled in goes. */
export function filled(values: Values): Values {
  const keep = (value: unknown): unknown =>
    Array.isArray(value)
      ? value.filter(isFilled).map(keep)
      : typeof value === 'object' && value !== null
        ? Object.fromEntries(
            Object.entries(value)
              .filter(([, inside]) => isFilled(inside))
              .map(([name, inside]) => [name, keep(inside)]),
          )
        : value
  return keep(values) as Values
}
