import type { Schemas } from '@/api/client'

export type RouteContent = Schemas['WaypointRoute']
export type Target = Schemas['WaypointTarget']
export type Clause = Schemas['WaypointClause']
export type RouteRule = { when: Clause[]; to: Target }

export type ClauseKind = 'language' | 'device' | 'platform' | 'country' | 'near' | 'hours' | 'dates' | 'scans' | 'share'

export const CLAUSES: { kind: ClauseKind; says: string; fresh: (zone: string) => Clause }[] = [
  { kind: 'language', says: 'the language is', fresh: () => ({ language: ['cy'] }) },
  { kind: 'device', says: 'the device is a', fresh: () => ({ device: ['phone'] }) },
  { kind: 'platform', says: 'it runs', fresh: () => ({ platform: ['ios'] }) },
  { kind: 'country', says: 'the country is', fresh: () => ({ country: ['GB'] }) },
  { kind: 'near', says: 'they are within', fresh: () => ({ near: { lat: 54.0, lng: -2.0, km: 10 } }) },
  { kind: 'hours', says: 'the time is', fresh: (zone) => ({ hours: { from: '19:00', to: '07:00', zone } }) },
  {
    kind: 'dates',
    says: 'the day is',
    fresh: (zone) => ({ dates: { from: new Date().toISOString().slice(0, 10), zone } }),
  },
  { kind: 'scans', says: 'it is one of the first', fresh: () => ({ scans: { first: 100 } }) },
  { kind: 'share', says: 'they are among', fresh: () => ({ share: { from: 0, to: 50 } }) },
]

export const kindOf = (clause: Clause): ClauseKind => Object.keys(clause)[0] as ClauseKind

export const TARGETS = [
  { kind: 'link' as const, says: 'a link' },
  { kind: 'page' as const, says: 'a page' },
  { kind: 'file' as const, says: 'a file' },
  { kind: 'text' as const, says: 'a text' },
  { kind: 'contact' as const, says: 'a contact card' },
  { kind: 'event' as const, says: 'an event' },
]
export type TargetKind = (typeof TARGETS)[number]['kind']
export const targetKind = (target: Target): TargetKind => (Object.keys(target)[0] ?? 'link') as TargetKind

/** Words with commas between them, as a list. */
export const listed = (text: string): string[] =>
  text
    .split(/[\s,;]+/)
    .map((one) => one.trim())
    .filter((one) => one !== '')

/** The list with one entry at another place. */
export function moved<T>(all: readonly T[], from: number, to: number): T[] {
  if (from === to || to < 0 || to >= all.length) return [...all]
  const rest = all.filter((_, i) => i !== from)
  return [...rest.slice(0, to), all[from]!, ...rest.slice(to)]
}

/** Messages by the place that they are about, those of a rule together. */
export function byRule(errors: Record<string, string[]>): { rules: Map<number, string>; rest: string[] } {
  const rules = new Map<number, string>()
  const rest: string[] = []
  for (const [place, [message]] of Object.entries(errors)) {
    const rule = /^route\.rules\.(\d+)/.exec(place)
    if (message === undefined) continue
    if (rule) rules.set(Number(rule[1]), message)
    else rest.push(message)
  }
  return { rules, rest }
}

/** A change between two counts, in words. */
export function change(now: number, before: number): string {
  if (before === 0) return now === 0 ? 'none before either' : 'none before'
  const share = Math.round((100 * (now - before)) / before)
  return share === 0 ? 'as before' : `${share > 0 ? '+' : '−'}${Math.abs(share)} % on the days before`
}

/** What stands for a value that is not known. */
export const shown = (value: string, unknown = 'not told'): string => (value === '' ? unknown : value)

export const ruleName = (value: string): string => (value === '-1' ? 'otherwise' : `rule ${Number(value) + 1}`)
