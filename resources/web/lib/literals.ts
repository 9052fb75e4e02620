/** A value of an attribute in double quotes. */
export const htmlAttribute = (text: string): string =>
  text.replaceAll('&', '&amp;').replaceAll('"', '&quot;').replaceAll('<', '&lt;').replaceAll('>', '&gt;')

/** Values as a language writes them. */
const entries = (value: object): [string, unknown][] => Object.entries(value).filter(([, v]) => v !== undefined)
const isObject = (value: unknown): value is object => typeof value === 'object' && value !== null

/** Characters that do not survive being copied and pasted, such as the separator of element strings. */
const UNSEEN = /(?!\n)\p{Cc}/gu
const isSeen = (text: string): boolean => text.search(UNSEEN) < 0
const hexadecimal = (character: string): string => `\\u{${character.codePointAt(0)!.toString(16)}}`
const octal = (character: string): string =>
  [...new TextEncoder().encode(character)].map((byte) => `\\0${byte.toString(8).padStart(3, '0')}`).join('')

export const phpString = (text: string): string =>
  isSeen(text)
    ? `'${text.replaceAll('\\', '\\\\').replaceAll("'", "\\'")}'`
    : `"${text.replace(/[\\"$]/g, '\\$&').replace(UNSEEN, hexadecimal)}"`

const quoted = (text: string): string => `'${text.replaceAll("'", `'\\''`)}'`
/** A word for a POSIX shell. */
export const shellWord = (text: string): string =>
  isSeen(text) ? quoted(text) : `"$(printf %b ${quoted(text.replaceAll('\\', '\\\\').replace(UNSEEN, octal))})"`
/** A word that needs no quotes stays bare. */
export const shellValue = (value: string | number): string =>
  /^[\w.:/-]+$/.test(String(value)) ? String(value) : shellWord(String(value))

/** Brackets around one value a line, or on one line where it is short. */
function bracketed(open: string, parts: string[], close: string, indent: string, wide: number): string {
  const line = `${open}${parts.join(', ')}${close}`
  if (line.length <= wide && !line.includes('\n')) return line
  return `${open}\n${parts.map((part) => `${indent}    ${part},\n`).join('')}${indent}${close}`
}

/** A value of JSON in PHP; `indent` is where its lines begin. */
export function phpLiteral(value: unknown, indent = '', wide = 72): string {
  if (typeof value === 'string') return phpString(value)
  if (!isObject(value)) return JSON.stringify(value)
  const deeper = (v: unknown): string => phpLiteral(v, `${indent}    `)
  const parts = Array.isArray(value)
    ? value.map(deeper)
    : entries(value).map(([name, v]) => `${phpString(name)} => ${deeper(v)}`)
  return bracketed('[', parts, ']', indent, wide)
}

/** A value of JSON in Python: JSON but for three words. */
export function pythonLiteral(value: unknown, indent = '', wide = 72): string {
  if (value === true) return 'True'
  if (value === false) return 'False'
  if (value === null) return 'None'
  if (!isObject(value)) return JSON.stringify(value)
  const deeper = (v: unknown): string => pythonLiteral(v, `${indent}    `)
  if (Array.isArray(value)) return bracketed('[', value.map(deeper), ']', indent, wide)
  return bracketed(
    '{',
    entries(value).map(([name, v]) => `${JSON.stringify(name)}: ${deeper(v)}`),
    '}',
    indent,
    wide,
  )
}

/** A value of JSON in JavaScript. */
export function jsLiteral(value: unknown, indent = '', wide = 72): string {
  if (!isObject(value)) return JSON.stringify(value)
  const deeper = (v: unknown): string => jsLiteral(v, `${indent}  `)
  const parts = Array.isArray(value)
    ? value.map(deeper)
    : entries(value).map(([name, v]) => `${/^[a-z_]\w*$/i.test(name) ? name : JSON.stringify(name)}: ${deeper(v)}`)
  const line = Array.isArray(value) ? `[${parts.join(', ')}]` : `{ ${parts.join(', ')} }`
  if (parts.length === 0) return Array.isArray(value) ? '[]' : '{}'
  if (line.length <= wide && !line.includes('\n')) return line
  const [open, close] = Array.isArray(value) ? ['[', ']'] : ['{', '}']
  return `${open}\n${parts.map((part) => `${indent}  ${part},\n`).join('')}${indent}${close}`
}
