import { diffArrays } from 'diff'

export interface DiffPart {
  /** What the part is: the same on both sides, only expected, or only read. */
  kind: 'same' | 'expected' | 'read'
  text: string
}

/** Characters as people count them; a surrogate pair is one. */
const characters = (text: string): string[] => Array.from(text)

/** Milliseconds that a comparison may take; after that the middle is told as one change. */
const PATIENCE = 300

/** The fewest characters taken out and put in that turn `expected` into `read`, as parts in order. */
export function diff(expected: string, read: string): DiffPart[] {
  const [a, b] = [characters(expected), characters(read)]
  let start = 0
  while (start < a.length && start < b.length && a[start] === b[start]) start++
  let end = 0
  while (end < a.length - start && end < b.length - start && a[a.length - 1 - end] === b[b.length - 1 - end]) end++
  const [left, right] = [a.slice(start, a.length - end), b.slice(start, b.length - end)]
  const parts: DiffPart[] = []
  push(parts, 'same', a.slice(0, start))
  const changes = diffArrays(left, right, { timeout: PATIENCE })
  for (const change of changes ?? [
    { value: left, removed: true },
    { value: right, added: true },
  ]) {
    push(parts, 'removed' in change && change.removed ? 'expected' : change.added ? 'read' : 'same', change.value)
  }
  push(parts, 'same', a.slice(a.length - end))
  return parts
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
