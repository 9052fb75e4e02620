import { spawnSync } from 'node:child_process'
import { describe, expect, it } from 'vitest'
import { bytesOf, counted, grouped, hexRows } from '@/lib/bytes'
import { diff, differences, named } from '@/lib/diff'
import cases from '../fixtures/differences.json'
import { curlSnippet, imgSnippet, svgDataUri } from '@/lib/snippets'
import { tally } from '@/lib/verdicts'
import type { LedgerLine } from '@/api/client'

describe('diff', () => {
  const sides = (a: string, b: string) => {
    const parts = diff(a, b)
    const join = (kind: string) =>
      parts
        .filter((part) => part.kind === 'same' || part.kind === kind)
        .map((part) => part.text)
        .join('')
    return [join('expected'), join('read')]
  }

  it('always gives both texts back whole', () => {
    const letters = 'abАé😀 '
    const random = () =>
      Array.from(
        { length: Math.floor(Math.random() * 24) },
        () => Array.from(letters)[Math.floor(Math.random() * 6)],
      ).join('')
    for (let i = 0; i < 500; i++) {
      const [a, b] = [random(), random()]
      expect(sides(a, b)).toEqual([a, b])
    }
  })

  it('marks the fewest characters', () => {
    expect(diff('batch H26-07', 'batch H25-07')).toEqual([
      { kind: 'same', text: 'batch H2' },
      { kind: 'expected', text: '6' },
      { kind: 'read', text: '5' },
      { kind: 'same', text: '-07' },
    ])
    expect(diff('same', 'same')).toEqual([{ kind: 'same', text: 'same' }])
  })

  it('says where, counting characters as people do', () => {
    expect(differences(diff('😀 o', '😀 о'))).toEqual([{ at: 3, expected: 'o', read: 'о' }])
    expect(differences(diff('hive/17', 'hive/7'))).toEqual([{ at: 6, expected: '1', read: '' }])
    expect(named('о')).toBe('о U+043E')
    expect(named(' ')).toBe('␣ U+0020')
  })

  it('stays quick on texts that have nothing in common', () => {
    const [a, b] = ['x'.repeat(7000), 'y'.repeat(7000)]
    const start = performance.now()
    expect(sides(a, b)).toEqual([a, b])
    expect(performance.now() - start).toBeLessThan(1000)
  })
})

describe('bytes', () => {
  it('shows sixteen a row and marks what is not printable', () => {
    const rows = hexRows(bytesOf(btoa('https://fennmoor\xd0\xbe')))
    expect(rows.map((row) => row.offset)).toEqual(['0000', '0010'])
    expect(rows[1]!.bytes).toEqual([
      { hex: 'd0', text: '·', plain: false, isBreak: false },
      { hex: 'be', text: '·', plain: false, isBreak: false },
    ])
  })

  it('takes the ends of lines for what they are', () => {
    const [row] = hexRows(bytesOf(btoa('a\r\n\u0007')))
    expect(row!.bytes.map((byte) => [byte.text, byte.isBreak])).toEqual([
      ['a', false],
      ['←', true],
      ['↵', true],
      ['·', false],
    ])
  })

  it('groups figures and counts units', () => {
    expect(grouped(2189)).toBe('2\u202F189')
    expect([counted(1, 'byte'), counted(0, 'byte'), counted(12, 'byte')]).toEqual(['1 byte', '0 bytes', '12 bytes'])
  })
})

describe('snippets', () => {
  const svg = '<svg xmlns="http://www.w3.org/2000/svg"><title>50 % #1 "a" &amp; é</title></svg>\n'

  it('keep every character of the picture in the address', () => {
    const uri = svgDataUri(svg)
    expect(decodeURIComponent(uri.slice(uri.indexOf(',') + 1))).toBe(svg.trim().replace(/"/g, "'"))
    expect(uri).not.toMatch(/["<>#]/)
  })

  it('cannot be broken out of by a name', () => {
    const html = imgSnippet(svg, 296, 'QR code: "><script>alert(1)</script>')
    expect(html).not.toContain('<script')
    expect(html.match(/"/g)).toHaveLength(10)
  })

  it('quote whatever the text holds for the shell', () => {
    const text = `it's $HOME \`id\` "x" \\ \n é`
    const call = curlSnippet('http://127.0.0.1:1', { text }, 'svg', "it's.svg")
    const shell = spawnSync('sh', ['-c', `curl() { printf '%s\\0' "$@"; }\n${call}`], { encoding: 'utf8' })
    const words = shell.stdout.split('\0')
    expect(JSON.parse(words[words.indexOf('--data') + 1]!)).toEqual({ text })
    expect(words[words.indexOf('-o') + 1]).toBe("it's.svg")
  })
})

describe('tally', () => {
  it('counts by verdict, those that fail first', () => {
    const line = (verdict: LedgerLine['verdict']) => ({ verdict }) as LedgerLine
    expect(tally([line('holds'), line('fails'), line('holds'), line('marginal')]).map((entry) => entry.words)).toEqual([
      '1 fails',
      '1 marginal',
      '2 hold',
    ])
  })
})

describe('differences', () => {
  it.each(cases)('finds what the server finds: $why', ({ expected, read, differences: found }) => {
    expect(differences(diff(expected, read)).map((one) => ({ ...one, at: one.at - 1 }))).toEqual(found)
  })
})
