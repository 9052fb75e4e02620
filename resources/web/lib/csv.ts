/** Rows of a pasted table: commas, semicolons or tabs, whichever the first line holds most of; quotes as RFC 4180 has them. */
export function csvRows(text: string): string[][] {
  const first = text.split(/\r?\n/, 1)[0] ?? ''
  const counts = [',', ';', '\t'].map((mark) => [mark, first.split(mark).length] as const)
  const mark = counts.reduce((best, one) => (one[1] > best[1] ? one : best))[0]
  const rows: string[][] = []
  let [row, cell, isQuoted]: [string[], string, boolean] = [[], '', false]
  const end = (): void => {
    row.push(cell)
    if (row.some((one) => one !== '')) rows.push(row)
    ;[row, cell] = [[], '']
  }
  for (let i = 0; i < text.length; i++) {
    const letter = text[i]!
    if (isQuoted) {
      if (letter !== '"') cell += letter
      else if (text[i + 1] === '"') {
        cell += '"'
        i++
      } else isQuoted = false
    } else if (letter === '"' && cell === '') isQuoted = true
    else if (letter === mark) {
      row.push(cell)
      cell = ''
    } else if (letter === '\n') end()
    else if (letter !== '\r') cell += letter
  }
  end()
  return rows
}
