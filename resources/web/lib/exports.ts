/** A cell of a CSV file (RFC 4180); one that a spreadsheet would take for a formula is held back by an apostrophe. */
const cell = (value: string | number | null): string => {
  const text = value === null ? '' : String(value)
  const safe = typeof value === 'string' && /^[=+\-@\t\r]/.test(text) ? `'${text}` : text
  return /[",\r\n]/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe
}

/** Rows as a CSV file with a head, in UTF-8 with the mark that spreadsheets look for. */
export function csv(head: string[], rows: (string | number | null)[][]): Blob {
  return new Blob(['\ufeff', [head, ...rows].map((row) => row.map(cell).join(',')).join('\r\n'), '\r\n'], {
    type: 'text/csv;charset=utf-8',
  })
}

export function json(value: unknown): Blob {
  return new Blob([JSON.stringify(value, null, 2), '\n'], { type: 'application/json' })
}

/** Hands a file to the browser's own saving. */
export function save(blob: Blob, name: string): void {
  const link = document.createElement('a')
  link.href = URL.createObjectURL(blob)
  link.download = name
  link.click()
  setTimeout(() => URL.revokeObjectURL(link.href), 10_000)
}
