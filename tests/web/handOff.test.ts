// @vitest-environment happy-dom
import { execFileSync } from 'node:child_process'
import { describe, expect, it } from 'vitest'
import { csvRows } from '@/lib/csv'
import {
  breaks,
  DESTINATIONS,
  filled,
  formula,
  inserted,
  mailImage,
  mergeFields,
  NEEDS_ADDRESS,
  notesOf,
} from '@/lib/handOff'

const NASTY = 'https://fennmoor.example/?a=1&b="2"\'$(x)`\\<é>'
const given = {
  base: 'https://codes.fennmoor.example',
  glyph: { name: 'It’s "a" <jar> & more', text: NASTY },
  recipe: { text: NASTY, level: 'Q' as const },
  token: 'Xk3aaaaaaaaaaaaaaaaaaa',
  made: null,
  elements: { pinned: '/embed/abc/keen-glyph.js', integrity: 'sha384-x' },
  side: 180,
}
const code = (id: string): string => DESTINATIONS.find((one) => one.id === id)!.code(given)

describe('snippets', () => {
  it('hold every value as the language wants it, whatever it is made of', () => {
    const document = new DOMParser().parseFromString(code('block'), 'text/html')
    const image = document.querySelector('img')!
    expect([image.alt, image.getAttribute('src')]).toEqual([given.glyph.name, `${given.base}/s/1/${given.token}.svg`])
    expect(
      new DOMParser().parseFromString(code('page'), 'text/html').querySelector('keen-glyph')!.getAttribute('label'),
    ).toBe(given.glyph.name)
    const text = code('php').match(/'text' => ('(?:[^'\\]|\\.)*')/)![1]!
    expect(execFileSync('php', ['-r', `echo ${text};`], { encoding: 'utf8' })).toBe(NASTY)
    const said = code('cli').match(/--text ([\s\S]*) --level/)![1]!
    expect(execFileSync('sh', ['-c', `printf %s ${said}`], { encoding: 'utf8' })).toBe(NASTY)
  })

  it('of what is not saved show it by a signed address, in every place, and promise nothing that only a glyph does', () => {
    const base = 'https://codes.fennmoor.example/s/1/code'
    const made = { svg: `${base}.svg?key=kgp_a&sig="x"`, png: `${base}.png?key=kgp_a&sig=y&size_px=600` }
    const loose = { ...given, token: null, made }
    const write = (id: string): string => DESTINATIONS.find((one) => one.id === id)!.code(loose)
    const page = new DOMParser().parseFromString(write('page'), 'text/html').querySelector('keen-glyph')!
    expect([page.getAttribute('address'), page.getAttribute('glyph')]).toEqual([made.svg, null])
    const image = new DOMParser().parseFromString(write('block'), 'text/html').querySelector('img')!
    expect(image.getAttribute('src')).toBe(made.svg)
    expect(write('react')).toContain(`address=${JSON.stringify(made.svg)}`)
    expect(write('word')).toContain(`"${made.png}"`)
    expect(write('address')).toBe(made.svg)
    for (const destination of DESTINATIONS) {
      const notes = notesOf(destination, false).join(' ')
      expect(notes, destination.id).not.toMatch(/ollows the glyph|-r1/)
      expect(notes.includes('for ever'), destination.id).toBe(NEEDS_ADDRESS.includes(destination.id))
      expect(notesOf(destination, true)).toEqual(destination.notes)
    }
  })

  it('never hold a secret: keys come from the environment', () => {
    for (const { id, key, code: write } of DESTINATIONS)
      if (key === 'secret') expect(write(given), id).toMatch(/KEEN_GLYPH_KEY/)
  })
})

describe('mailings', () => {
  const parts = [
    { text: 'https://codes.fennmoor.example/s/1/code.png?key=kgp_a&m.no=' },
    { open: 'm.no' },
    { text: '&sig="x"' },
  ]

  it('know what a value becomes and what would break it', () => {
    expect(breaks('0041', 'raw')).toBeNull()
    for (const value of ['a&b', 'a#b', 'a+b', 'a b', '100%41', 'a"b', ''])
      expect(breaks(value, 'raw'), value).not.toBeNull()
    for (const value of ['a&b', 'a#b', 'a+b', 'a b']) {
      expect(breaks(value, 'url'), value).toBeNull()
      expect(decodeURIComponent(inserted(value, 'url'))).toBe(value)
    }
    expect(breaks(' ', 'url')).toBe('has no value')
  })

  it('write an image whose layers are encoded once, with the tool’s own placeholders', () => {
    const html = mailImage(parts, '[*]', 180, 'A & "B"')
    const image = new DOMParser().parseFromString(html, 'text/html').querySelector('img')!
    expect(image.getAttribute('src')).toBe('https://codes.fennmoor.example/s/1/code.png?key=kgp_a&m.no=[no]&sig="x"')
    expect([image.alt, image.width]).toEqual(['A & "B"', 180])
  })

  it('write a formula that joins the pieces around the cells', () => {
    expect(formula(parts, ['name', 'no'])).toBe(
      '="https://codes.fennmoor.example/s/1/code.png?key=kgp_a&m.no=" & ENCODEURL(B2) & "&sig=""x"""',
    )
    expect(filled(parts, (name) => `<${name}>`)).toContain('m.no=<no>&sig')
    expect(mergeFields('{{ a }}/{{b}}?{{a}}')).toEqual(['a', 'b'])
  })
})

it('reads tables as people paste them', () => {
  expect(csvRows('no;name\r\n1;"Tom; ""Ada"""\r\n\r\n2;x\n')).toEqual([
    ['no', 'name'],
    ['1', 'Tom; "Ada"'],
    ['2', 'x'],
  ])
  expect(csvRows('a\tb\n"1\n2"\t3')).toEqual([
    ['a', 'b'],
    ['1\n2', '3'],
  ])
  expect(csvRows('')).toEqual([])
})
