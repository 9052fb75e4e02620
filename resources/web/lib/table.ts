import type { Glyph } from '@/api/client'

/** A composition that is not saved, as another screen of this browser needs it. */
export type Loose = Pick<Glyph, 'name' | 'text' | 'kind' | 'level' | 'dark' | 'light'>

const NAME = 'kg-on-the-table'

/** Lays a composition where another screen finds it; it stays in this tab. */
export const layDown = (loose: Loose): void => sessionStorage.setItem(NAME, JSON.stringify(loose))

/** What was laid down last; null when nothing was. */
export function takeUp(): Loose | null {
  const kept = sessionStorage.getItem(NAME)
  return kept === null ? null : (JSON.parse(kept) as Loose)
}
