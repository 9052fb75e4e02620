import type { Glyph, Schemas } from '@/api/client'

export type BenchProof = Schemas['BenchProof']
export type Cell = Schemas['ProofCell']

/** A proof with cells that were found meanwhile. */
export function withCells(proof: BenchProof, news: Cell[], done: number): BenchProof {
  const known = new Map(proof.cells.map((cell) => [`${cell.device} ${cell.condition}`, cell]))
  for (const cell of news) known.set(`${cell.device} ${cell.condition}`, cell)
  const cells = proof.devices.flatMap((device) =>
    proof.conditions.flatMap((condition) => known.get(`${device.id} ${condition.id}`) ?? []),
  )
  const count = (verdict: Cell['verdict']): number => cells.filter((cell) => cell.verdict === verdict).length
  return {
    ...proof,
    cells,
    done: Math.max(done, cells.length),
    state: proof.state === 'queued' ? 'running' : proof.state,
    tally: { holds: count('holds'), marginal: count('marginal'), fails: count('fails') },
  }
}

export interface Pair {
  device: BenchProof['devices'][number]
  condition: BenchProof['conditions'][number]
  before: Cell | undefined
  after: Cell | undefined
  /** How the ratio to the need changed: 1 is none, 2 twice as much. Null where one of the two is missing or not read. */
  change: number | null
}

/** The cells that two proofs have in common, or that one of them has. */
export function paired(before: BenchProof, after: BenchProof): Pair[] {
  const at = (proof: BenchProof, device: string, condition: string): Cell | undefined =>
    proof.cells.find((cell) => cell.device === device && cell.condition === condition)
  return after.devices.flatMap((device) =>
    after.conditions.map((condition) => {
      const [one, other] = [at(before, device.id, condition.id), at(after, device.id, condition.id)]
      return {
        device,
        condition,
        before: one,
        after: other,
        change: one?.ratio && other?.ratio ? other.ratio / one.ratio : null,
      }
    }),
  )
}

/** Changes smaller than this are the bench's own noise: it tells 48 steps of a scale apart. */
export const NOISE = 0.06

/** A figure in its unit, with as many digits as say something: lengths and speeds from a metre on are in metres. */
export function figure(value: number, unit: string): string {
  if ((unit === 'mm' || unit === 'mm/s') && value >= 1000) return `${digits(value / 1000)} ${unit.slice(1)}`
  return unit === '°' ? `${digits(value)}°` : `${digits(value)} ${unit}`
}

function digits(value: number): string {
  const text = value >= 100 ? value.toFixed(0) : value >= 10 ? value.toFixed(1) : value.toFixed(2)
  return text.includes('.') ? text.replace(/0+$/, '').replace(/\.$/, '') : text
}

/** What stands in a cell: the margin, with a sign where the scale ends. */
export function marginWords(cell: Cell): string {
  if (cell.reason !== null) return 'not taken'
  if (cell.margin === null) return 'not read'
  return `${cell.beyond ? (cell.condition === 'curvature' || cell.condition === 'light' || cell.condition === 'jpeg' ? '< ' : '> ') : ''}${figure(cell.margin, cell.unit)}`
}

/** Share of the gauge that the margin fills: the need always stands in the middle. */
export function gauge(cell: Cell): number {
  return cell.margin === null ? 0 : Math.max(0.03, Math.min(1, (cell.ratio ?? 2) / 2))
}

/** The place on a scale of 0 to 1 of a figure, and back. */
export function shareOf(scale: Schemas['ProofSample']['scale'], value: number): number {
  const share = scale.ratio
    ? Math.log(Math.max(value, 1e-9) / scale.mildest) / Math.log(scale.hardest / scale.mildest)
    : (value - scale.mildest) / (scale.hardest - scale.mildest)
  return Math.max(0, Math.min(1, share))
}

export function valueAt(scale: Schemas['ProofSample']['scale'], share: number): number {
  return scale.ratio
    ? scale.mildest * (scale.hardest / scale.mildest) ** share
    : scale.mildest + share * (scale.hardest - scale.mildest)
}

type Composed = Partial<Schemas['ProofInput']>

export interface Remedy {
  words: string
  change: (glyph: Glyph) => Composed
}

const HIGHER = { L: 'M', M: 'Q', Q: 'H', H: 'H' } as const
/** Most times as large that is still a sensible thing to say. */
const MOST = 3

function resized(glyph: Glyph, factor: number): Composed {
  if (glyph.size_mm !== null) return { size_mm: Math.round(glyph.size_mm * factor * 10) / 10, module_px: undefined }
  if (glyph.size_px !== null) return { size_px: Math.round(glyph.size_px * factor) }
  return {
    module_px: Math.max(
      1,
      factor > 1 ? Math.ceil((glyph.module_px ?? 8) * factor) : Math.floor((glyph.module_px ?? 8) * factor),
    ),
  }
}

/** What would most likely help a cell that falls short; null where nothing of the drawing would. */
export function remedy(cell: Cell, level: Glyph['level']): Remedy | null {
  if (cell.reason !== null) return null
  const wanted = Math.min(MOST, Math.max(1.25, 1.2 / Math.max(0.1, cell.ratio ?? 1)))
  switch (cell.condition) {
    case 'curvature':
      return {
        words: `Print it ${Math.round(100 * (1 - 1 / wanted))} % smaller`,
        change: (glyph) => resized(glyph, 1 / wanted),
      }
    case 'missing':
    case 'scratches':
    case 'dirt':
    case 'glare':
      return level === 'H'
        ? null
        : { words: `Raise the level to ${HIGHER[level]}`, change: () => ({ level: HIGHER[level] }) }
    default:
      return {
        words: `Print it ${Math.round(100 * (wanted - 1))} % larger`,
        change: (glyph) => resized(glyph, wanted),
      }
  }
}

/** A glyph's own options, as a proof of a changed one takes them. */
export function asInput(glyph: Glyph): Composed {
  return {
    text: glyph.text,
    kind: glyph.kind,
    as_is: true,
    modes: glyph.modes,
    level: glyph.level,
    ...(glyph.size_mm !== null
      ? { size_mm: glyph.size_mm }
      : glyph.size_px !== null
        ? { size_px: glyph.size_px }
        : glyph.module_px !== null
          ? { module_px: glyph.module_px }
          : {}),
    dpi: glyph.dpi,
    quiet: glyph.quiet,
    dark: glyph.dark,
    light: glyph.light,
    ...(glyph.finish === null ? {} : { finish: glyph.finish }),
  }
}
