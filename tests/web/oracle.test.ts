import { execFileSync } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import { openBarReader, openReaders } from './opencv'

const folder = mkdtempSync(join(tmpdir(), 'kg-oracle-'))
afterAll(() => rmSync(folder, { recursive: true }))

/** Draws with the command line and returns the file. */
function make(name: string, ...options: string[]): string {
  const file = join(folder, `${name}.png`)
  execFileSync('bin/glyph', ['make', ...options, '--out', file])
  return file
}

describe('an independent reader', () => {
  it('reads our PNGs in every version and level', async () => {
    const read = await openReaders()
    const unread: string[] = []
    const wrong: string[] = []
    for (let version = 1; version <= 40; version++) {
      for (const level of ['L', 'M', 'Q', 'H']) {
        const text = version === 1 ? `V1${level}` : `v${version}${level} fennmoor`.slice(0, version === 2 ? 13 : 99)
        const name = `${version}-${level}`
        const file = make(name, '--text', text, '--version', String(version), '--level', level, '--module-px', '4')
        const texts = read(file)
        if (texts.length === 0) unread.push(name)
        else if (texts.some((found) => found !== text)) wrong.push(`${name}: ${texts.join(' | ')}`)
      }
    }
    expect(wrong).toEqual([])
    // It misses a few good symbols by itself; a mistake of ours would take out a whole version or level.
    expect(unread.length, `unread: ${unread.join(', ')}`).toBeLessThanOrEqual(8)
    for (let version = 1; version <= 40; version++) {
      expect(unread.filter((name) => name.startsWith(`${version}-`)).length, `version ${version}`).toBeLessThan(4)
    }
  })

  it('reads every starter with letters outside ASCII, which some readers garble when modes change', async () => {
    const read = await openReaders()
    interface Starter {
      fields: Record<string, unknown>
    }
    const kinds = JSON.parse(execFileSync('bin/glyph', ['kinds', '--json'], { encoding: 'utf8' })) as {
      kind: string
      starters: Starter[]
    }[]
    const flat = (value: unknown, path: string): string[] =>
      typeof value === 'object' && value !== null
        ? Object.entries(value).flatMap(([name, inner]) => flat(inner, path === '' ? name : `${path}.${name}`))
        : ['--field', `${path}=${String(value)}`]
    const accented = kinds.flatMap(({ kind, starters }) =>
      starters.filter((s) => /[^\x20-\x7e\n]/.test(JSON.stringify(s.fields))).map((s) => [kind, s.fields] as const),
    )
    expect(accented.length).toBeGreaterThan(0)
    for (const [i, [kind, fields]] of accented.entries()) {
      const options = ['--kind', kind, ...flat(fields, '')]
      const text = execFileSync('bin/glyph', ['payload', kind, ...flat(fields, '')], { encoding: 'utf8' })
      expect(read(make(`accented-${i}`, ...options)).map((found) => found.trimEnd())).toEqual([text.trimEnd()])
    }
    expect(read(make('accented-mixed', '--text', 'BEGIN Zoë'))).toEqual(['BEGIN Zoë'])
  })

  it('reads full symbols of every mode, and colours', async () => {
    const read = await openReaders()
    const cases: [string, ...string[]][] = [
      ['0123456789'.repeat(30), '--level', 'L'],
      ['HIVE 17-B / APIARY NORTH $%*+-.:', '--level', 'H'],
      [
        'https://fennmoor.example/jar/heather-340?batch=H26-07&weight=000340',
        '--level',
        'Q',
        '--dark',
        '#2B1A0E',
        '--light',
        '#FFFAEC',
      ],
      ['Köln, Łódź, 蜂蜜', '--level', 'M'],
    ]
    for (const [i, [text, ...options]] of cases.entries()) {
      expect(read(make(`case-${i}`, '--text', text, ...options))).toEqual([text])
    }
  })

  it('reads the digits of our EAN and UPC symbols', async () => {
    const read = await openBarReader()
    const unread: string[] = []
    for (let i = 0; i < 24; i++) {
      const symbology = (['ean13', 'ean8', 'upca'] as const)[i % 3]!
      const length = { ean13: 12, ean8: 7, upca: 11 }[symbology]
      const digits = String(7 ** (i + 20) % 1e12)
        .replace(/\D/g, '')
        .padStart(length, '9')
        .slice(-length)
      const file = join(folder, `bars-${i}.png`)
      const made = execFileSync('bin/glyph', [
        'make',
        '--symbology',
        symbology,
        '--text',
        digits,
        '--module-px',
        '2',
        '--out',
        file,
        '--json',
        ...(i % 2 === 0 ? ['--bare'] : []),
      ])
      const { text } = JSON.parse(made.toString()) as { text: string }
      const found = read(file)
      // It takes a UPC-A for the EAN-13 with a zero before it, which it is.
      if (found === '') unread.push(`${symbology} ${text}`)
      else expect(found.padStart(13, '0')).toBe(text.padStart(13, '0'))
    }
    // It finds bars only at some sizes; those it finds must be right.
    expect(unread.length, `unread: ${unread.join(', ')}`).toBeLessThanOrEqual(12)
  })

  it('reads a text whose character set is stated', async () => {
    const read = await openReaders()
    expect(read(make('stated', '--text', 'HIVE 7, Köln', '--charset', 'utf-8'))).toEqual(['HIVE 7, Köln'])
  })
})
