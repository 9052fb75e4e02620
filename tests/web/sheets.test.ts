import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import { openReaders } from './opencv'

const folder = mkdtempSync(join(tmpdir(), 'kg-sheets-'))
afterAll(() => rmSync(folder, { recursive: true }))

/** A common sheet: three by seven labels of 63.5 × 38.1 mm, from 7.25 and 15.15 mm on, 66 and 38.1 mm apart. */
const SHEET = { name: 'a4-3x7-63.5x38.1', columns: 3, rows: 7, width: 63.5, height: 38.1, left: 7.25, top: 15.15 }
const PITCH = { x: 66, y: 38.1 }
const SIDE = 25

/** Part of a page as another program draws it. */
function drawn(pdf: string, page: number, dpi: number, part: number[], ...as: string[]): string {
  const [x, y, w, h] = part.map((mm) => String(Math.round((mm * dpi) / 25.4)))
  const out = join(folder, `part-${page}-${x}-${y}-${dpi}`)
  const area = ['-x', x!, '-y', y!, '-W', w!, '-H', h!]
  execFileSync('pdftoppm', ['-r', String(dpi), '-f', String(page), '-l', String(page), ...area, ...as, pdf, out])
  return execFileSync('bash', ['-c', `ls "${out}"-*`], { encoding: 'utf8' }).trim()
}

/** Bounds of what is dark in a grey picture (portable graymap), in pixels. */
function darkIn(file: string): { left: number; top: number; right: number; bottom: number } {
  const bytes = readFileSync(file)
  const head = /^P5\s+(\d+)\s+(\d+)\s+255\s/.exec(bytes.subarray(0, 40).toString('latin1'))!
  const [width, height] = [Number(head[1]), Number(head[2])]
  const pixels = bytes.subarray(head[0].length)
  const bounds = { left: width, top: height, right: -1, bottom: -1 }
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      if (pixels[y * width + x]! > 127) continue
      bounds.left = Math.min(bounds.left, x)
      bounds.right = Math.max(bounds.right, x + 1)
      bounds.top = Math.min(bounds.top, y)
      bounds.bottom = Math.max(bounds.bottom, y + 1)
    }
  }
  return bounds
}

describe('sheets of labels', () => {
  it('hold every label at its place, where another reader reads what its row says', async () => {
    const rows = Array.from({ length: 26 }, (_, i) => `HIVE-${String(i * 37).padStart(4, '0')}`)
    writeFileSync(join(folder, 'hives.csv'), `hive\n${rows.join('\n')}\n`)
    const pdf = join(folder, 'labels.pdf')
    const start = 4
    const facts = JSON.parse(
      execFileSync('bin/glyph', [
        ...['run', join(folder, 'hives.csv'), '--text', 'https://fennmoor.example/h/{{hive}}'],
        ...['--size-mm', String(SIDE), '--sheet', SHEET.name, '--start', String(start), '--out', pdf, '--json'],
      ]).toString(),
    ) as { sheets: { pages: number; labels: number; read_back: number } }
    expect(facts.sheets).toMatchObject({ pages: 2, labels: 26, read_back: 26 })
    expect(execFileSync('pdfinfo', [pdf]).toString()).toMatch(/Page size:\s+595\.\d+ x 841\.\d+ pts/)

    const read = await openReaders()
    for (const [i, hive] of rows.entries()) {
      const place = i + start - 1
      const page = 1 + Math.floor(place / (SHEET.columns * SHEET.rows))
      const at = place % (SHEET.columns * SHEET.rows)
      const label = [
        SHEET.left + (at % SHEET.columns) * PITCH.x,
        SHEET.top + Math.floor(at / SHEET.columns) * PITCH.y,
        SHEET.width,
        SHEET.height,
      ]
      const texts = read(drawn(pdf, page, 300, label, '-png'))
      expect(texts, `label ${place + 1}`).toEqual([`https://fennmoor.example/h/${hive}`])
      // In the middle of its label, and as wide as was asked with its quiet zone of four modules: version 3 has 29.
      const dots = 600 / 25.4
      const dark = darkIn(drawn(pdf, page, 600, label, '-gray'))
      const middle = [(dark.left + dark.right) / 2 / dots, (dark.top + dark.bottom) / 2 / dots]
      expect(Math.abs(middle[0]! - SHEET.width / 2), `label ${place + 1}`).toBeLessThan(0.06)
      expect(Math.abs(middle[1]! - SHEET.height / 2), `label ${place + 1}`).toBeLessThan(0.06)
      expect(Math.abs((dark.right - dark.left) / dots - (SIDE * 29) / 37)).toBeLessThan(0.09)
    }
    // The labels that were gone already stay empty.
    const gone = drawn(pdf, 1, 300, [SHEET.left, SHEET.top, 3 * PITCH.x, PITCH.y - 1], '-gray')
    expect(darkIn(gone).right).toBe(-1)
  })
})
