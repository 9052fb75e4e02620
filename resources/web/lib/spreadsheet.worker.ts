import { unzipSync, zipSync } from 'fflate'
import readSheets from 'read-excel-file/universal'
import { rowsCsv, type SpreadsheetAnswer } from './spreadsheet'

/** Bytes of a file's parts when unpacked: far above a hundred thousand rows, below what a browser tab can hold. */
const MOST_UNPACKED = 300_000_000

/**
 * The file with its parts unpacked but still in one archive: the package would unpack large ones in workers made of text,
 * which the application's content policy forbids.
 */
async function unpacked(file: File): Promise<ArrayBuffer> {
  let bytes = 0
  const parts = unzipSync(new Uint8Array(await file.arrayBuffer()), {
    filter: ({ name, originalSize }) => {
      if (!/\.(?:xml|rels)$/i.test(name)) return false
      bytes += originalSize
      if (bytes > MOST_UNPACKED) throw new Error('it is too large')
      return true
    },
  })
  return zipSync(parts, { level: 0 }).buffer as ArrayBuffer
}

async function answer(file: File): Promise<SpreadsheetAnswer> {
  try {
    const sheets = (await readSheets(await unpacked(file), { trim: false }))
      .filter((one) => one.data.length > 0)
      .map((one) => ({ name: one.sheet, csv: rowsCsv(one.data) }))
    return sheets.length > 0 ? { sheets } : { problem: 'There is nothing in this spreadsheet file.' }
  } catch (e) {
    return {
      problem: `This is no spreadsheet file that can be read here (${e instanceof Error ? e.message.slice(0, 120) : 'unknown'}). Save the sheet as CSV and choose that.`,
    }
  }
}

self.onmessage = ({ data }: MessageEvent<File>) => void answer(data).then((found) => self.postMessage(found))
