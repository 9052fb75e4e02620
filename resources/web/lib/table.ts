import type { Glyph } from '@/api/client'
import type { FinishValues } from '@/lib/finish'

/** A composition that is not saved, as another screen of this browser needs it. */
export type Loose = Pick<Glyph, 'name' | 'text' | 'kind' | 'level' | 'modes' | 'dpi' | 'finish_id' | 'as_is'> & {
  lift: boolean
  finish: FinishValues
  /** One of the three. */
  module_px?: number
  size_px?: number
  size_mm?: number
}

const NAME = 'kg-on-the-table'

/** Lays a composition where another screen finds it; it stays in this tab. */
export const layDown = (loose: Loose): void => sessionStorage.setItem(NAME, JSON.stringify(loose))

/** What was laid down last; null when nothing was, or by an older version of this application in a tab that stayed open. */
export function takeUp(): Loose | null {
  const kept = sessionStorage.getItem(NAME)
  if (kept === null) return null
  const loose = JSON.parse(kept) as Partial<Loose>
  return typeof loose.text === 'string' && typeof loose.finish === 'object' ? (loose as Loose) : null
}
