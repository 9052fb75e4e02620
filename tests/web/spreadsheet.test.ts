import { strToU8, zipSync } from 'fflate'
import readSheets from 'read-excel-file/universal'
import { describe, expect, it } from 'vitest'
import { csvRows } from '@/lib/csv'
import { cellText, rowsCsv } from '@/lib/spreadsheet'
import { workbook } from '../../e2e/workbook'

describe('a spreadsheet’s cells', () => {
  it('keeps text as text and numbers in all the digits that the file holds', () => {
    expect(['0123', ' x ', true, null].map((cell) => cellText(cell))).toEqual(['0123', ' x ', 'TRUE', ''])
    expect([9520120000001, 9.52012e12, 1e20, 0.1 + 0.2, -7.5, 1.5e-7].map((cell) => cellText(cell))).toEqual([
      '9520120000001',
      '9520120000000',
      '100000000000000000000',
      '0.3',
      '-7.5',
      '1.5e-7',
    ])
    expect(cellText(new Date('2026-06-01T00:00:00Z'))).toBe('2026-06-01')
    expect(cellText(new Date('2026-06-01T14:30:00Z'))).toBe('2026-06-01T14:30:00')
  })

  it('writes rows that are taken apart as they were, whatever stands in them', () => {
    let seed = 11
    const letters = ['a', ',', '"', '\n', ';', 'ß', '=', ' ']
    const cell = (): string =>
      Array.from({ length: 4 }, () => letters[(seed = (seed * 48271) % 2147483647) % letters.length]).join('')
    for (let i = 0; i < 200; i++) {
      const rows = [
        ['one,x', 'two,y', 'three,z'],
        [cell(), cell(), 'end'],
      ]
      expect(csvRows(rowsCsv(rows))).toEqual(rows)
    }
  })

  it('come out of a real file', async () => {
    const file = workbook({
      Jars: [
        ['sku', 'gtin'],
        ['0123', 9520120000001],
        [null, null],
        ['0456', 4],
      ],
      Empty: [],
    })
    const sheets = await readSheets(new Blob([file as BlobPart]), { trim: false })
    expect(sheets.map((one) => rowsCsv(one.data))).toEqual(['sku,gtin\n0123,9520120000001\n,\n0456,4\n', ''])
    await expect(readSheets(new Blob([zipSync({ 'a.txt': strToU8('x') }) as BlobPart]))).rejects.toThrow()
  })
})
