import { useStorage } from '@vueuse/core'
import { computed, ref } from 'vue'
import type { Schemas } from '@/api/client'
import type { Kind, Values } from '@/lib/kinds'
import { type Layout, plain } from '@/lib/label'
import { filled } from '@/lib/mapping'

const EMPTY = {
  text: '',
  kind: '',
  fields: {} as Values,
  name: '',
  symbology: 'qr',
  level: 'M',
  format: 'svg',
  size_mm: 20,
  dpi: 300,
  caption: '',
  layout: null as Layout | null,
  transforms: {} as Record<string, string[]>,
  constants: {} as Record<string, string>,
  by_row: {} as Record<string, string>,
  /** What a recipe from a file says that has no field here, such as its finish. */
  rest: {} as Record<string, unknown>,
}

/** What each row becomes: as a form, as the API takes it, and as a file. The last one is there again, for the next table. */
export function useRunRecipe() {
  const recipe = useStorage('kg-run-recipe', structuredClone(EMPTY), undefined, { mergeDefaults: true })
  /** One version for all rows; null where each has the smallest that it needs. */
  const version = ref<number | null>(null)
  const isLabel = computed(() => recipe.value.layout !== null)
  const says = computed(() =>
    recipe.value.kind === '' ? recipe.value.text.trim() !== '' : Object.keys(filled(recipe.value.fields)).length > 0,
  )
  /** A layout has its sizes itself. */
  const byRow = computed(() =>
    Object.fromEntries(Object.entries(recipe.value.by_row).filter(([key]) => !isLabel.value || key !== 'size_mm')),
  )
  const some = (name: 'transforms' | 'constants') =>
    Object.keys(recipe.value[name]).length > 0 ? { [name]: recipe.value[name] } : {}
  const body = computed<Schemas['RunRecipe']>(() => ({
    ...recipe.value.rest,
    symbology: recipe.value.symbology,
    ...(recipe.value.kind === ''
      ? { text: recipe.value.text }
      : { kind: recipe.value.kind as Kind, fields: filled(recipe.value.fields) }),
    level: recipe.value.level,
    format: recipe.value.format,
    dpi: recipe.value.dpi,
    ...(recipe.value.layout ? { layout: recipe.value.layout } : { size_mm: recipe.value.size_mm }),
    ...(recipe.value.name.trim() === '' ? {} : { name: recipe.value.name }),
    ...(recipe.value.caption.trim() === '' || isLabel.value ? {} : { caption: recipe.value.caption }),
    ...some('transforms'),
    ...some('constants'),
    ...(Object.keys(byRow.value).length > 0 ? { by_row: byRow.value } : {}),
    ...(version.value === null ? {} : { version: version.value }),
  }))
  /** The recipe as a file: the command line and the API take the same. */
  const asFile = computed(
    () => `data:application/json;charset=utf-8,${encodeURIComponent(JSON.stringify(body.value, null, 2))}`,
  )
  /** Those of a table's columns that templates ask for, as the table writes them. */
  function asked(columns: string[]): string[] {
    const { text, fields, layout, by_row } = recipe.value
    const places = JSON.stringify([text, fields, layout, by_row]).matchAll(/\{\{\s*([\w.-]+)\s*\}\}/g)
    const names = [...places].map((one) => one[1]!.toLowerCase())
    return columns.filter((one) => names.includes(plain(one).toLowerCase()))
  }
  /** Takes a recipe from a file; false when it is none, and nothing has changed. */
  function take(json: string): boolean {
    let given: unknown
    try {
      given = JSON.parse(json)
    } catch {
      return false
    }
    if (typeof given !== 'object' || given === null || Array.isArray(given)) return false
    const entries = Object.entries(given).filter(([key]) => key !== 'rest')
    recipe.value = {
      ...structuredClone(EMPTY),
      ...Object.fromEntries(entries.filter(([key]) => key in EMPTY)),
      rest: Object.fromEntries(entries.filter(([key]) => !(key in EMPTY))),
    }
    return true
  }
  /** A column into the text, and into the file's name where there is none. */
  function use(column: string): void {
    if (recipe.value.kind === '') recipe.value.text += `{{${plain(column)}}}`
    if (recipe.value.name === '') recipe.value.name = `{{${plain(column)}}}`
  }
  return { recipe, version, isLabel, says, body, asFile, asked, take, use }
}
