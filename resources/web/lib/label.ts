import type { Schemas } from '@/api/client'

export type Layout = Schemas['LabelLayout']
export type Part = Schemas['LabelPart'] & { height: number }
export type Edge = 'move' | 'nw' | 'ne' | 'se' | 'sw'

/** Millimetres that places are rounded to, and within which an edge snaps to another. */
export const STEP = 0.5
const REACH = 0.7
const LEAST = 0.2

const round = (mm: number): number => Math.round(mm * 100) / 100

/** A layout to begin with: the symbol at the left, a line for each of the first columns beside it. */
export function begun(width: number, height: number, columns: string[]): Layout {
  const side = round(Math.min(height - 3, width * 0.55))
  const left = round(side + 3)
  const room = round(width - left - 1.5)
  const lines = columns.slice(0, Math.max(1, Math.min(4, Math.floor((height - 3) / 5))))
  return {
    width,
    height,
    ground: '#FFFFFF',
    bleed: 0,
    parts: [
      { kind: 'symbol', x: 1.5, y: 1.5, width: side, height: side },
      ...(room < 6
        ? []
        : lines.map((column, i) => ({
            kind: 'text' as const,
            x: left,
            y: round(2.5 + i * 5),
            width: room,
            height: 4,
            text: `{{${plain(column)}}}`,
            size_pt: 8,
            align: 'left' as const,
            fit: 'shrink' as const,
            ink: '#000000',
          }))),
    ],
  }
}

/** A column's name as templates write it. */
export const plain = (column: string): string => column.trim().replace(/[^A-Za-z0-9_.-]+/g, '_')

/** What a part is called in a list. */
export function nameOf(part: Part): string {
  if (part.kind === 'symbol') return 'Symbol'
  if (part.kind === 'text') return (part.text ?? '').replace(/\s+/g, ' ').slice(0, 40) || 'Text'
  if (part.kind === 'bars') return `Bars ${part.text ?? ''}`.slice(0, 40)
  return part.kind === 'picture' ? 'Picture' : 'Box'
}

/** Places that edges snap to: the label's edges, middle and safe line, and the edges of the other parts. */
export function guides(layout: Layout, self: number): { x: number[]; y: number[] } {
  const others = (layout.parts as Part[]).filter((_, i) => i !== self)
  return {
    x: [0, 1.5, layout.width / 2, layout.width - 1.5, layout.width, ...others.flatMap((p) => [p.x, p.x + p.width])],
    y: [0, 1.5, layout.height / 2, layout.height - 1.5, layout.height, ...others.flatMap((p) => [p.y, p.y + p.height])],
  }
}

/** The nearest guide to one of these edges, and how far everything moves to meet it. */
function pull(edges: number[], lines: number[]): { by: number; at: number } | null {
  let best: { by: number; at: number } | null = null
  for (const edge of edges)
    for (const at of lines)
      if (Math.abs(at - edge) <= REACH && (best === null || Math.abs(at - edge) < Math.abs(best.by)))
        best = { by: at - edge, at }
  return best
}

/** The part moved or sized by a hand that went so far, snapped, and kept on the label. `lines` are the guides that it met. */
export function dragged(
  layout: Layout,
  index: number,
  edge: Edge,
  dx: number,
  dy: number,
  snaps = true,
): { part: Part; lines: { x: number | null; y: number | null } } {
  const part = layout.parts[index] as Part
  const lines = guides(layout, index)
  const met: { x: number | null; y: number | null } = { x: null, y: null }
  if (edge === 'move') {
    let [x, y] = [part.x + dx, part.y + dy]
    if (snaps) {
      const [onX, onY] = [
        pull([x, x + part.width / 2, x + part.width], lines.x),
        pull([y, y + part.height / 2, y + part.height], lines.y),
      ]
      x = onX ? x + onX.by : Math.round(x / STEP) * STEP
      y = onY ? y + onY.by : Math.round(y / STEP) * STEP
      met.x = onX?.at ?? null
      met.y = onY?.at ?? null
    }
    return {
      part: {
        ...part,
        x: round(Math.max(0, Math.min(layout.width - part.width, x))),
        y: round(Math.max(0, Math.min(layout.height - part.height, y))),
      },
      lines: met,
    }
  }
  let [left, right] = [part.x, part.x + part.width]
  let [top, bottom] = [part.y, part.y + part.height]
  const at = (value: number, guide: number[], axis: 'x' | 'y'): number => {
    if (!snaps) return value
    const found = pull([value], guide)
    met[axis] = found?.at ?? null
    return found ? value + found.by : Math.round(value / STEP) * STEP
  }
  if (edge === 'nw' || edge === 'sw') left = Math.max(0, Math.min(right - LEAST, at(left + dx, lines.x, 'x')))
  else right = Math.min(layout.width, Math.max(left + LEAST, at(right + dx, lines.x, 'x')))
  if (edge === 'nw' || edge === 'ne') top = Math.max(0, Math.min(bottom - LEAST, at(top + dy, lines.y, 'y')))
  else bottom = Math.min(layout.height, Math.max(top + LEAST, at(bottom + dy, lines.y, 'y')))
  let [width, height] = [right - left, bottom - top]
  if (part.kind === 'symbol') {
    // A symbol is square, whichever corner is held.
    const side = Math.min(Math.max(width, height), edge.includes('w') ? part.x + part.width : layout.width - part.x)
    const fits = Math.min(side, edge.includes('n') ? part.y + part.height : layout.height - part.y)
    if (edge.includes('w')) left = part.x + part.width - fits
    if (edge.includes('n')) top = part.y + part.height - fits
    ;[width, height] = [fits, fits]
  }
  return {
    part: { ...part, x: round(left), y: round(top), width: round(width), height: round(height) },
    lines: met,
  }
}

/** A new part of a kind, where there is room for it to be seen. */
export function added(layout: Layout, kind: Part['kind'], column: string): Part {
  const [width, height] = [layout.width, layout.height]
  const place = { x: 2, y: round(Math.max(0, height / 2 - 2)) }
  const text = column === '' ? 'Text' : `{{${plain(column)}}}`
  if (kind === 'text')
    return {
      kind,
      ...place,
      width: round(Math.min(20, width - 3)),
      height: 4,
      text,
      size_pt: 8,
      align: 'left',
      fit: 'shrink',
      ink: '#000000',
    }
  if (kind === 'bars')
    return {
      kind,
      x: 2,
      y: round(Math.max(0, height - 13)),
      width: round(Math.min(36, width - 4)),
      height: round(Math.min(12, height - 1)),
      text: column === '' ? '0123' : text,
      symbology: 'code128',
      caption: true,
      ink: '#000000',
    }
  if (kind === 'box') return { kind, ...place, width: round(width - 4), height: 0.3, ink: '#000000' }
  return { kind, ...place, width: 6, height: 6 }
}
