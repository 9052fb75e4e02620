import type { Row } from 'read-excel-file/universal'

/** A sheet of a spreadsheet file as the table that goes to the server: CSV, every cell as text. */
export interface SpreadsheetSheet {
  name: string
  csv: string
}

/** Bytes of a file and of one that takes a moment too long to be opened. */
export const SPREADSHEET_BYTES = 20_000_000

/** Milliseconds after which a file is given up: made to be endless, perhaps. */
const PATIENCE = 60_000

export const isSpreadsheet = (file: File): boolean => /\.xlsx$/i.test(file.name)

/**
 * A cell's text. What was kept as text stays as it is. A number comes in all the digits that the file holds, so that a code
 * that was rounded can be seen to be; a fraction loses only what binary added (0.30000000000000004).
 */
export function cellText(value: Row[number] | Date): string {
  if (value === null || value === undefined) return ''
  if (value instanceof Date) {
    const whole = value.toISOString()
    return whole.endsWith('T00:00:00.000Z') ? whole.slice(0, 10) : whole.slice(0, 19)
  }
  if (typeof value === 'boolean') return value ? 'TRUE' : 'FALSE'
  if (typeof value !== 'number') return String(value)
  return Number.isInteger(value) && Math.abs(value) < 1e21
    ? BigInt(value).toString()
    : String(Number(value.toPrecision(15)))
}

const quoted = (cell: string): string => (/[",\r\n]/.test(cell) ? `"${cell.replaceAll('"', '""')}"` : cell)

/** Rows as CSV (RFC 4180) that every reader takes apart in the same way. */
export function rowsCsv(rows: Row[]): string {
  return rows.map((row) => row.map((cell) => quoted(cellText(cell))).join(',') + '\n').join('')
}

/** What the worker answers. */
export type SpreadsheetAnswer = { sheets: SpreadsheetSheet[] } | { problem: string }

/** The sheets that hold anything. Read beside the page, which stays quick, and never sent as the file it was. */
export function readSpreadsheet(file: File): Promise<SpreadsheetSheet[]> {
  if (file.size > SPREADSHEET_BYTES)
    return Promise.reject(new Error('Spreadsheet files have up to 20 MB. Save the sheet as CSV and choose that.'))
  const worker = new Worker(new URL('./spreadsheet.worker.ts', import.meta.url), { type: 'module' })
  return new Promise<SpreadsheetSheet[]>((resolve, reject) => {
    const late = setTimeout(
      () => reject(new Error('This file takes too long to read. Save the sheet as CSV and choose that.')),
      PATIENCE,
    )
    worker.onerror = () => reject(new Error('The file could not be read here. Save the sheet as CSV and choose that.'))
    worker.onmessage = ({ data }: MessageEvent<SpreadsheetAnswer>) => {
      clearTimeout(late)
      if ('problem' in data) reject(new Error(data.problem))
      else resolve(data.sheets)
    }
    worker.postMessage(file)
  }).finally(() => worker.terminate())
}
