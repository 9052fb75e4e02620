export interface HexRow {
  offset: string
  bytes: { hex: string; text: string; plain: boolean; isBreak: boolean }[]
}

export const bytesOf = (base64: string): Uint8Array => Uint8Array.from(atob(base64), (c) => c.charCodeAt(0))

/** Sixteen bytes a row, each with what it shows as; what is not printable ASCII is marked, but for the ends of lines. */
export function hexRows(bytes: Uint8Array): HexRow[] {
  const rows: HexRow[] = []
  for (let at = 0; at < bytes.length; at += 16) {
    rows.push({
      offset: at.toString(16).padStart(4, '0'),
      bytes: Array.from(bytes.slice(at, at + 16), (byte) => {
        const plain = byte >= 0x20 && byte < 0x7f
        const isBreak = byte === 0x0d || byte === 0x0a
        const text = plain ? String.fromCharCode(byte) : isBreak ? (byte === 0x0a ? '↵' : '←') : '·'
        return { hex: byte.toString(16).padStart(2, '0'), text, plain, isBreak }
      }),
    })
  }
  return rows
}

/** Thin groups of three: 2 189. */
export const grouped = (value: number): string => value.toString().replace(/\B(?=(\d{3})+$)/g, '\u202F')

/** `1 byte`, `2 189 bytes`. */
export const counted = (value: number, unit: string, many = `${unit}s`): string =>
  `${grouped(value)} ${value === 1 ? unit : many}`
