import { describe, expect, it } from 'vitest'
import type { Glyph } from '../../resources/web/api/client'
import {
  asInput,
  type BenchProof,
  type Cell,
  figure,
  gauge,
  marginWords,
  paired,
  remedy,
  shareOf,
  valueAt,
  withCells,
} from '../../resources/web/lib/proof'

const cell = (more: Partial<Cell>): Cell => ({
  device: 'kiosk',
  condition: 'tilt',
  unit: '°',
  need: 35,
  margin: 60,
  spread: [58, 62],
  beyond: false,
  decoder: 'plain',
  other_decoder: { decoder: 'thorough', margin: 70 },
  working_mm: 150,
  words: '',
  verdict: 'holds',
  ratio: 60 / 35,
  reason: null,
  samples: 20,
  ...more,
})
const glyph = { text: 'x', level: 'M', size_mm: 20, size_px: null, module_px: null, dpi: 300, finish: null } as Glyph

describe('figures', () => {
  it('have as many digits as say something, and metres from a metre on', () => {
    expect([
      figure(2154, 'mm'),
      figure(3830, 'mm/s'),
      figure(70, 'mm'),
      figure(61.25, '°'),
      figure(0.148, 'lx'),
    ]).toEqual(['2.15 m', '3.83 m/s', '70 mm', '61.3°', '0.15 lx'])
  })

  it('say where a scale ends, and where nothing is read', () => {
    expect(marginWords(cell({ beyond: true, margin: 90, unit: '%' }))).toBe('> 90 %')
    expect(marginWords(cell({ beyond: true, margin: 0.01, unit: 'lx', condition: 'light' }))).toBe('< 0.01 lx')
    expect(marginWords(cell({ margin: null }))).toBe('not read')
  })
})

describe('a gauge', () => {
  it('has the need in its middle', () => {
    expect(gauge(cell({ ratio: 1 }))).toBe(0.5)
    expect(gauge(cell({ ratio: 9 }))).toBe(1)
    expect(gauge(cell({ margin: null, ratio: 0 }))).toBe(0)
  })
})

describe('a scale', () => {
  it.each([
    { mildest: 0, hardest: 85, ratio: false },
    { mildest: 500, hardest: 0.01, ratio: true },
    { mildest: 150, hardest: 6000, ratio: true },
  ])('goes there and back: $mildest to $hardest', (scale) => {
    for (const share of [0, 0.3, 1]) expect(shareOf(scale, valueAt(scale, share))).toBeCloseTo(share, 9)
    expect(valueAt(scale, 1)).toBeCloseTo(scale.hardest, 9)
  })
})

describe('what would help', () => {
  it('is a larger print, by as much as is missing', () => {
    const way = remedy(cell({ condition: 'distance', ratio: 0.8, verdict: 'fails' }), 'M')
    expect(way?.change(glyph).size_mm).toBeCloseTo(20 * 1.5, 5)
  })

  it('is a smaller one around a jar, and a higher level for damage', () => {
    expect(remedy(cell({ condition: 'curvature', ratio: 0.5 }), 'M')?.change(glyph).size_mm).toBeLessThan(20)
    expect(remedy(cell({ condition: 'missing', ratio: 0.5 }), 'M')?.change(glyph)).toEqual({ level: 'Q' })
    expect(remedy(cell({ condition: 'missing', ratio: 0.5 }), 'H')).toBeNull()
    expect(remedy(cell({ reason: 'never' }), 'M')).toBeNull()
  })

  it('changes a glyph’s own options and nothing else', () => {
    expect(asInput(glyph)).toMatchObject({ text: 'x', level: 'M', size_mm: 20, dpi: 300 })
    expect(asInput(glyph)).not.toHaveProperty('module_px')
  })
})

const proof = (cells: Cell[]): BenchProof =>
  ({
    state: 'queued',
    done: cells.length,
    total: 4,
    cells,
    tally: { holds: 0, marginal: 0, fails: 0 },
    devices: [{ id: 'phone' }, { id: 'kiosk' }],
    conditions: [{ id: 'tilt' }, { id: 'glare' }],
  }) as unknown as BenchProof

describe('cells that come one by one', () => {
  it('fall into the plan’s order, each once, whatever order they come in', () => {
    const first = withCells(proof([]), [cell({ device: 'kiosk', condition: 'glare', verdict: 'fails' })], 1)
    const then = withCells(first, [cell({ device: 'phone' }), cell({ device: 'kiosk', condition: 'glare' })], 2)
    expect(first).toMatchObject({ state: 'running', done: 1, tally: { fails: 1 } })
    expect(then.cells.map((one) => `${one.device} ${one.condition}`)).toEqual(['phone tilt', 'kiosk glare'])
    expect(then.tally).toEqual({ holds: 2, marginal: 0, fails: 0 })
  })
})

describe('two proofs side by side', () => {
  it('compare what both looked at, by the ratio to what is needed', () => {
    const before = proof([cell({ device: 'phone', ratio: 1 }), cell({ device: 'kiosk', ratio: 0, margin: null })])
    const after = proof([cell({ device: 'phone', ratio: 1.5 }), cell({ device: 'kiosk', ratio: 2 })])
    const pairs = paired(before, after)
    expect(pairs.map((one) => [one.device.id, one.condition.id, one.change])).toEqual([
      ['phone', 'tilt', 1.5],
      ['phone', 'glare', null],
      ['kiosk', 'tilt', null],
      ['kiosk', 'glare', null],
    ])
  })
})
