import type { LedgerLine, Schemas } from '@/api/client'

export const WORDS: Record<Schemas['Verdict'], string> = {
  holds: 'Holds',
  marginal: 'Marginal',
  fails: 'Fails',
  not_run: 'Not run',
}

/** How many lines have each verdict, those that fail first, leaving out what does not occur. */
export function tally(lines: LedgerLine[]): { verdict: Schemas['Verdict']; count: number; words: string }[] {
  return (['fails', 'marginal', 'not_run', 'holds'] as const)
    .map((verdict) => ({ verdict, count: lines.filter((line) => line.verdict === verdict).length }))
    .filter(({ count }) => count > 0)
    .map(({ verdict, count }) => ({
      verdict,
      count,
      words: {
        holds: count === 1 ? '1 holds' : `${count} hold`,
        marginal: `${count} marginal`,
        fails: count === 1 ? '1 fails' : `${count} fail`,
        not_run: `${count} not run`,
      }[verdict],
    }))
}
