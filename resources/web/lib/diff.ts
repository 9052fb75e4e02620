export interface DiffPart {
  /** What the part is: the same on both sides, only expected, or only read. */
  kind: 'same' | 'expected' | 'read'
  text: string
}

/** Characters as people count them; a surrogate pair is one. */
const characters = (text: string): string[] => Array.from(text)

/** Longest texts compared by the exact method; past it the middle is reported as one change. */
const EXACT = 4_000_000

/**
 * The fewest characters taken out and put in that turn `expected` into `read`, as parts in order.
 * Longest common subsequence over what is left once the common beginning and end are set aside.
 */
export function diff(expected: string, read: string): DiffPart[] {
  const a = characters(expected)
  const b = characters(read)
  let start = 0
  while (start < a.length && start < b.length && a[start] === b[start]) start++
  let end = 0
  while (end < a.length - start && end < b.length - start && a[a.length - 1 - end] === b[b.length - 1 - end]) end++
  const parts: DiffPart[] = []
  push(parts, 'same', a.slice(0, start))
  middle(parts, a.slice(start, a.length - end), b.slice(start, b.length - end))
  push(parts, 'same', a.slice(a.length - end))
  return parts
}

function middle(parts: DiffPart[], a: string[], b: string[]): void {
  if (a.length * b.length > EXACT || a.length === 0 || b.length === 0) {
    push(parts, 'expected', a)
    push(parts, 'read', b)
    return
  }
  const width = b.length + 1
  const longest = new Uint16Array((a.length + 1) * width)
  for (let i = a.length - 1; i >= 0; i--) {
    for (let j = b.length - 1; j >= 0; j--) {
      longest[i * width + j] =
        a[i] === b[j]
          ? longest[(i + 1) * width + j + 1]! + 1
          : Math.max(longest[(i + 1) * width + j]!, longest[i * width + j + 1]!)
    }
  }
  let i = 0
  let j = 0
  while (i < a.length || j < b.length) {
    if (i < a.length && j < b.length && a[i] === b[j]) {
      push(parts, 'same', [a[i]!])
      i++
      j++
    } else if (j >= b.length || (i < a.length && longest[(i + 1) * width + j]! >= longest[i * width + j + 1]!)) {
      push(parts, 'expected', [a[i]!])
      i++
    } else {
      push(parts, 'read', [b[j]!])
      j++
    }
  }
}

function push(parts: DiffPart[], kind: DiffPart['kind'], text: string[]): void {
  if (text.length === 0) return
  const last = parts.at(-1)
  if (last?.kind === kind) {
    last.text += text.join('')
  } else {
    parts.push({ kind, text: text.join('') })
  }
}

export interface Difference {
  /** Place in the expected text, counted from 1. */
  at: number
  expected: string
  read: string
}

/** The places where two texts differ, each with both sides. */
export function differences(parts: DiffPart[]): Difference[] {
  const found: Difference[] = []
  let at = 1
  let open: Difference | undefined
  for (const part of parts) {
    if (part.kind === 'same') {
      open = undefined
      at += characters(part.text).length
      continue
    }
    if (open === undefined) {
      open = { at, expected: '', read: '' }
      found.push(open)
    }
    open[part.kind] += part.text
    if (part.kind === 'expected') at += characters(part.text).length
  }
  return found
}

/** `o U+006F`, so that letters that look the same can be told apart. */
export function named(text: string): string {
  if (text === '') return 'nothing'
  return characters(text)
    .slice(0, 4)
    .map((c) => `${/\s|\p{C}/u.test(c) ? '␣' : c} U+${c.codePointAt(0)!.toString(16).toUpperCase().padStart(4, '0')}`)
    .join(', ')
    .concat(characters(text).length > 4 ? ' …' : '')
}
