import type { Key, KeyUsage } from '@/composables/useKeys'

export const ABILITIES: { value: Key['abilities'][number]; name: string; does: string; forPages: boolean }[] = [
  { value: 'draw', name: 'Draw', does: 'makes pictures, addresses and files', forPages: true },
  { value: 'read', name: 'Read', does: 'takes a picture, gives back what it says', forPages: true },
  { value: 'glyphs:read', name: 'Look up glyphs', does: 'lists what is saved', forPages: false },
  { value: 'glyphs:write', name: 'Keep glyphs', does: 'saves, changes and deletes', forPages: false },
  { value: 'gates', name: 'Admit at gates', does: 'uses up cards on a check list', forPages: false },
  { value: 'keys', name: 'Manage keys', does: 'makes and revokes keys', forPages: false },
]

/** Why something was not let through, and what to do about it. */
export const REFUSALS: Record<KeyUsage['refusals'][number]['why'], { name: string; way: string; isRight: boolean }> = {
  quota: { name: 'Month used up', way: 'Allow the key more, or wait for the month to begin anew.', isRight: false },
  pace: { name: 'Too fast', way: 'The program should wait the seconds in Retry-After.', isRight: false },
  origin: { name: 'Origin not listed', way: 'Yours? List it below. A stranger’s? Nothing to do.', isRight: false },
  unsigned: { name: 'Not signed', way: 'As it should: only signed addresses hold.', isRight: true },
  signature: {
    name: 'Signature does not fit',
    way: 'Changed on the way, or signed with an old secret.',
    isRight: true,
  },
  expired: { name: 'Run out', way: 'As it should: it was signed to end.', isRight: true },
  browser: { name: 'Seen in a page', way: 'Anybody may have copied it. Revoke it.', isRight: false },
  ability: { name: 'Asked for more', way: 'The program asks for what the key may not do.', isRight: true },
}

export type Standing = 'revoked' | 'expired' | 'seen' | 'rotating' | 'unused' | 'used'

/** What is to be said of a key in a word. */
export function standing(key: Key, refusals: KeyUsage['refusals'], now = Date.now()): Standing {
  if (key.revoked_at !== null) return 'revoked'
  if (key.expires_at !== null && Date.parse(key.expires_at) <= now) return 'expired'
  if (refusals.some((one) => one.key === key.id && one.why === 'browser')) return 'seen'
  if (key.previous_until !== null || key.signing_until !== null) return 'rotating'
  return key.last_used_at === null ? 'unused' : 'used'
}

/** Calls that the month will need if it goes on as it did. */
export function needed(used: number, at: Date): number {
  const start = Date.UTC(at.getUTCFullYear(), at.getUTCMonth(), 1)
  const end = Date.UTC(at.getUTCFullYear(), at.getUTCMonth() + 1, 1)
  const gone = Math.max(0.02, (at.getTime() - start) / (end - start))
  return Math.round(used / gone)
}

const DAY: Intl.DateTimeFormatOptions = { day: 'numeric', month: 'short', year: 'numeric' }
export const day = (iso: string): string => new Date(iso).toLocaleDateString('en-GB', DAY)
export const moment = (iso: string): string =>
  `${new Date(iso).toLocaleDateString('en-GB', { day: 'numeric', month: 'short' })}, ${new Date(iso).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' })}`
