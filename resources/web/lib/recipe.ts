import type { Glyph, Schemas } from '@/api/client'
import { canonical, finishOf, type FinishValues, without } from '@/lib/finish'

/** What draws one picture again, whoever is asked: the options of `POST /api/v1/symbols` that are not as they are without. */
export interface Recipe {
  text: string
  kind?: Schemas['Kind']
  name?: string
  level: Schemas['Level']
  lift?: boolean
  modes?: Schemas['Modes']
  as_is?: boolean
  module_px?: number
  size_px?: number
  size_mm?: number
  dpi?: number
  finish?: Partial<FinishValues>
}

/** What a finish has where it says nothing. */
const UNSAID: Partial<FinishValues> = { dark: '#000000', light: '#FFFFFF', quiet: 4 }
const MODULE_PX = 8
const SCREEN_DPI = 96

/** A finish without what it has anyway. */
export const said = (finish: FinishValues): Partial<FinishValues> =>
  Object.fromEntries(
    Object.entries(canonical(finish) as FinishValues).filter(
      ([name, value]) => value !== UNSAID[name as keyof typeof UNSAID],
    ),
  )

/** What a composition draws, in few words: the size in the measure it was chosen in. */
export function recipeOf(
  given: Pick<Recipe, 'text' | 'name' | 'level' | 'lift' | 'as_is'> & {
    kind: Schemas['Kind']
    modes: Schemas['Modes']
    module_px?: number | null
    size_px?: number | null
    size_mm?: number | null
    dpi: number
    finish: FinishValues
  },
): Recipe {
  const recipe: Recipe = { text: given.text, level: given.level }
  // Element strings begin with FNC1; every other text is encoded alike, whatever it is called.
  if (given.kind === 'gs1_elements') recipe.kind = given.kind
  if (given.name) recipe.name = given.name
  if (given.lift) recipe.lift = true
  if (given.modes !== 'auto') recipe.modes = given.modes
  if (given.as_is) recipe.as_is = true
  if (given.size_mm != null) recipe.size_mm = given.size_mm
  else if (given.size_px != null) recipe.size_px = given.size_px
  else if (given.module_px != null && given.module_px !== MODULE_PX) recipe.module_px = given.module_px
  if (given.dpi !== SCREEN_DPI) recipe.dpi = given.dpi
  const finish = said(given.finish)
  if (Object.keys(finish).length > 0) recipe.finish = finish
  return recipe
}

/** A saved glyph's own finish: its inks and quiet zone stand beside it. */
export const finishOfGlyph = (glyph: Pick<Glyph, 'finish' | 'dark' | 'light' | 'quiet'>): FinishValues =>
  finishOf({ ...glyph.finish, dark: glyph.dark, light: glyph.light, quiet: glyph.quiet })

export const recipeOfGlyph = (glyph: Glyph): Recipe => recipeOf({ ...glyph, finish: finishOfGlyph(glyph) })

/** Whether two inks and a quiet zone say it all. */
export const isPlain = (finish: FinishValues): boolean =>
  Object.keys(without(finish, 'dark', 'light', 'quiet')).length === 0

/** Characters of a recipe, or of its finish, that still stand in a snippet; a mark's picture goes into a file beside it. */
const IN_SNIPPET = 1500
export const isLong = (value: unknown): boolean => JSON.stringify(value ?? null).length > IN_SNIPPET
