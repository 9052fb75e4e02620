import type { LedgerLine, Schemas } from '@/api/client'

export const WORDS: Record<Schemas['Verdict'], string> = {
  holds: 'Holds',
  marginal: 'Marginal',
  fails: 'Fails',
  not_run: 'Not run',
}

/** How a problem of a payload is drawn: a note is told quietly. */
export const SEVERITY: Record<Schemas['PayloadProblem']['severity'], Schemas['Verdict']> = {
  error: 'fails',
  caution: 'marginal',
  note: 'not_run',
}

/** The verdict on all problems together, and in a word how many ask for a look. */
export function judged(problems: Schemas['PayloadProblem'][]): { verdict: Schemas['Verdict']; words: string } {
  const serious = problems.filter((p) => p.severity !== 'note')
  const notes = problems.length - serious.length
  return {
    verdict: serious.some((p) => p.severity === 'error') ? 'fails' : serious.length > 0 ? 'marginal' : 'holds',
    words:
      serious.length > 0
        ? `${serious.length} to look at`
        : notes === 0
          ? 'In order'
          : `In order, ${notes} ${notes === 1 ? 'note' : 'notes'}`,
  }
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
