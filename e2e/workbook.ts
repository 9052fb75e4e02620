import { strToU8, zipSync } from 'fflate'

type Cell = string | number | null

const escaped = (text: string): string => text.replaceAll('&', '&amp;').replaceAll('<', '&lt;')

/** A spreadsheet file (ECMA-376): sheets by their names, text as inline strings. */
export function workbook(sheets: Record<string, Cell[][]>): Uint8Array {
  const names = Object.keys(sheets)
  const head = '<?xml version="1.0" encoding="UTF-8" standalone="yes"?>'
  const main = 'http://schemas.openxmlformats.org/spreadsheetml/2006/main'
  const office = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships'
  const packages = 'http://schemas.openxmlformats.org/package/2006'
  const cell = (value: Cell, column: number, row: number): string => {
    const place = `${String.fromCharCode(65 + column)}${row + 1}`
    if (value === null) return ''
    return typeof value === 'number'
      ? `<c r="${place}"><v>${value}</v></c>`
      : `<c r="${place}" t="inlineStr"><is><t xml:space="preserve">${escaped(value)}</t></is></c>`
  }
  const files: Record<string, string> = {
    '[Content_Types].xml': `${head}<Types xmlns="${packages}/content-types"><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Override PartName="/xl/workbook.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml"/>${names.map((_, i) => `<Override PartName="/xl/worksheets/sheet${i + 1}.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.worksheet+xml"/>`).join('')}</Types>`,
    '_rels/.rels': `${head}<Relationships xmlns="${packages}/relationships"><Relationship Id="r1" Type="${office}/officeDocument" Target="xl/workbook.xml"/></Relationships>`,
    'xl/workbook.xml': `${head}<workbook xmlns="${main}" xmlns:r="${office}"><sheets>${names.map((name, i) => `<sheet name="${escaped(name)}" sheetId="${i + 1}" r:id="s${i + 1}"/>`).join('')}</sheets></workbook>`,
    'xl/_rels/workbook.xml.rels': `${head}<Relationships xmlns="${packages}/relationships">${names.map((_, i) => `<Relationship Id="s${i + 1}" Type="${office}/worksheet" Target="worksheets/sheet${i + 1}.xml"/>`).join('')}</Relationships>`,
  }
  names.forEach((name, i) => {
    const rows = sheets[name]!.map(
      (row, y) => `<row r="${y + 1}">${row.map((value, x) => cell(value, x, y)).join('')}</row>`,
    )
    files[`xl/worksheets/sheet${i + 1}.xml`] =
      `${head}<worksheet xmlns="${main}"><sheetData>${rows.join('')}</sheetData></worksheet>`
  })
  return zipSync(Object.fromEntries(Object.entries(files).map(([name, text]) => [name, strToU8(text)])))
}
