import { describe, expect, it } from 'vitest'
import { added, begun, dragged, guides, type Layout, nameOf, type Part } from '@/lib/label'

const layout: Layout = {
  width: 40,
  height: 46,
  parts: [
    { kind: 'symbol', x: 2, y: 9, width: 20, height: 20 },
    { kind: 'text', x: 25, y: 10, width: 13, height: 4, text: '{{name}}' },
  ],
}

describe('a label that is laid out', () => {
  it('begins with the symbol and a line for each of the first columns, all of it on the label', () => {
    for (const [width, height] of [
      [63.5, 38.1],
      [38.1, 21.2],
      [40, 46],
      [10, 60],
    ] as const) {
      const made = begun(width, height, ['sku', 'name of it', 'lot'])
      expect(made.parts.filter((part) => part.kind === 'symbol')).toHaveLength(1)
      for (const part of made.parts as Part[]) {
        expect(part.x + part.width).toBeLessThanOrEqual(width + 0.01)
        expect(part.y + part.height).toBeLessThanOrEqual(height + 0.01)
      }
    }
    expect((begun(63.5, 38.1, ['name of it']).parts[1] as Part).text).toBe('{{name_of_it}}')
  })

  it('moves in half millimetres and snaps to the edges of what is there', () => {
    expect(dragged(layout, 1, 'move', 0.6, 3.3).part).toMatchObject({ x: 25.5, y: 13.5 })
    // The left edge comes within reach of the symbol's right one, at 22.
    const near = dragged(layout, 1, 'move', -2.6, 0)
    expect(near.part.x).toBe(22)
    expect(near.lines.x).toBe(22)
    expect(dragged(layout, 1, 'move', -2.6, 0, false).part.x).toBe(22.4)
  })

  it('keeps a part on the label', () => {
    expect(dragged(layout, 1, 'move', 100, 100).part).toMatchObject({ x: 27, y: 42 })
    expect(dragged(layout, 1, 'move', -100, -100).part).toMatchObject({ x: 0, y: 0 })
    const wide = dragged(layout, 1, 'se', 100, 100).part
    expect([wide.x + wide.width, wide.y + wide.height]).toEqual([40, 46])
  })

  it('keeps a symbol square, from whichever corner it is sized', () => {
    for (const corner of ['nw', 'ne', 'se', 'sw'] as const) {
      const { part } = dragged(layout, 0, corner, corner.includes('w') ? -1.4 : 4.2, corner.includes('n') ? -3.3 : 2.1)
      expect(part.width).toBe(part.height)
      expect(part.x).toBeGreaterThanOrEqual(0)
      expect(part.y).toBeGreaterThanOrEqual(0)
      if (corner.includes('w')) expect(part.x + part.width).toBeCloseTo(22, 2)
      if (corner.includes('n')) expect(part.y + part.height).toBeCloseTo(29, 2)
    }
  })

  it('never turns a part inside out', () => {
    const { part } = dragged(layout, 1, 'nw', 50, 50)
    expect(part.width).toBeGreaterThan(0)
    expect(part.height).toBeGreaterThan(0)
  })

  it('snaps to nothing of the part itself', () => {
    expect(guides(layout, 1).x).not.toContain(25)
    expect(guides(layout, 1).x).toContain(22)
  })

  it('names parts and adds new ones inside the label', () => {
    expect(layout.parts.map((part) => nameOf(part as Part))).toEqual(['Symbol', '{{name}}'])
    for (const kind of ['text', 'bars', 'box', 'picture'] as const) {
      const part = added({ ...layout, width: 20, height: 12 }, kind, 'sku')
      expect(part.x + part.width).toBeLessThanOrEqual(20)
      expect(part.y + part.height).toBeLessThanOrEqual(12.5)
    }
  })
})
