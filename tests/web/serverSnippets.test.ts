import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterAll, describe, expect, it } from 'vitest'
import { PLAIN } from '@/lib/finish'
import { jsLiteral, phpLiteral, phpString, pythonLiteral, shellWord } from '@/lib/literals'
import { isLong, isPlain, type Recipe, recipeOf, said } from '@/lib/recipe'
import { commandLine, curl, fileBeside, nodeHttp, phpCore, phpHttp, pythonHttp } from '@/lib/serverSnippets'

const ROOT = new URL('../../', import.meta.url).pathname
const folder = mkdtempSync(join(tmpdir(), 'keen-'))
afterAll(() => rmSync(folder, { recursive: true }))
const run = (program: string, ...args: string[]): string =>
  execFileSync(program, args, { encoding: 'utf8', cwd: folder, stdio: ['ignore', 'pipe', 'pipe'] })

const NASTY = `a'b"c\\d $x \${y} \`z\` é\n\u001d(01)\u0085<>&#{1}\\n%s`
const TREE = { text: NASTY, deep: { list: [1, 2.5, { yes: true, no: false }], none: null, empty: {} }, 'a-b': 'c' }

describe('values in another language', () => {
  it('are the same there', () => {
    writeFileSync(join(folder, 'a.php'), `<?php echo json_encode(${phpLiteral(TREE)});`)
    // An empty array of PHP is a list.
    expect(JSON.parse(run('php', 'a.php'))).toEqual({ ...TREE, deep: { ...TREE.deep, empty: [] } })
    expect(new Function(`return ${jsLiteral(TREE)}`)()).toEqual(TREE)
    expect(run('sh', '-c', `printf %s ${shellWord(NASTY)}`)).toBe(NASTY)
    expect(pythonLiteral(TREE)).not.toMatch(/\b(true|false|null)\b/)
    writeFileSync(join(folder, 'a.py'), `import json\nprint(json.dumps(${pythonLiteral(TREE)}))`)
    try {
      run('python3', '--version')
    } catch {
      return
    }
    expect(JSON.parse(run('python3', 'a.py'))).toEqual(TREE)
  })

  it('show no character that a clipboard loses', () => {
    for (const written of [phpString(NASTY), shellWord(NASTY), jsLiteral('\u001d'), pythonLiteral('\u001d')])
      expect(written).not.toMatch(/(?!\n)\p{Cc}/u)
  })
})

const base = { text: 'https://fennmoor.example/hive/7', level: 'M', kind: 'link', modes: 'auto', dpi: 96 } as const

describe('a recipe', () => {
  it('says only what is not so anyway', () => {
    const black = { dark: '#000000', light: '#FFFFFF', quiet: 4 }
    expect(recipeOf({ ...base, module_px: 8, finish: black })).toEqual({ text: base.text, level: 'M' })
    expect(recipeOf({ ...base, size_px: 300, module_px: null, finish: PLAIN })).toEqual({
      text: base.text,
      level: 'M',
      size_px: 300,
      finish: { dark: PLAIN.dark },
    })
    expect(recipeOf({ ...base, kind: 'gs1_elements', lift: true, modes: 'byte', as_is: true, finish: black })).toEqual({
      text: base.text,
      level: 'M',
      kind: 'gs1_elements',
      lift: true,
      modes: 'byte',
      as_is: true,
    })
  })

  it('knows a look that inks alone can say', () => {
    expect([isPlain(PLAIN), isPlain({ ...PLAIN, shape: 'disc' })]).toEqual([true, false])
    expect(said({ ...PLAIN, light: '#FFFFFF', shape: 'disc' })).toEqual({ dark: PLAIN.dark, shape: 'disc' })
  })
})

const RECIPES: [string, Recipe][] = [
  ['plain', { text: base.text, level: 'M' }],
  [
    'in shapes',
    { text: base.text, level: 'Q', size_px: 600, finish: { dark: '#2B1A0E', shape: 'disc', ring: 'soft' } },
  ],
  [
    'with parts',
    {
      text: NASTY.replaceAll(/[\u001d\u0085]/gu, ''),
      name: 'It’s a "jar"',
      level: 'H',
      lift: true,
      size_mm: 30,
      dpi: 300,
      finish: {
        quiet: 5,
        gradient: { kind: 'linear', angle: 30, stops: [{ ink: '#2B1A0E' }, { ink: '#5A2D00' }] },
        mark: { text: 'FB', size: 5 },
        caption: { text: "Hive 7\nit's" },
      },
    },
  ],
  [
    'of GS1',
    { text: '01095201234567891712053110ABC\u001d21A7', kind: 'gs1_elements', level: 'M', module_px: 12, as_is: true },
  ],
]
const PIXEL =
  'data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg=='
const LONG: Recipe = {
  text: base.text,
  level: 'H',
  finish: { mark: { picture: PIXEL, size: 5 }, caption: { text: 'Hive 7 '.repeat(8) } },
}

describe('snippets that draw', () => {
  it.each(RECIPES)('draw the same with our core as on the command line: %s', (_, recipe) => {
    writeFileSync(
      join(folder, 'a.php'),
      phpCore(recipe).replace("'vendor/autoload.php'", `'${ROOT}core/vendor/autoload.php'`),
    )
    run('php', 'a.php')
    const core = readFileSync(join(folder, 'code.svg'), 'utf8')
    run('sh', '-c', commandLine(recipe).replace('bin/glyph', `${ROOT}bin/glyph`))
    expect(readFileSync(join(folder, 'code.svg'), 'utf8')).toBe(core)
    expect(core).toMatch(/^<\?xml|^<svg/)
  })

  it('read from a file what is too long to be pasted', () => {
    const recipe = { ...LONG, finish: { ...LONG.finish, mark: { picture: PIXEL + 'A'.repeat(1600), size: 5 } } }
    expect([isLong(LONG), isLong(recipe)]).toEqual([false, true])
    for (const write of [phpHttp, nodeHttp, pythonHttp, curl]) {
      expect(write('https://codes.fennmoor.example', recipe)).toContain('code.json')
      expect(write('https://codes.fennmoor.example', recipe)).not.toContain('AAAAAA')
    }
    for (const id of ['php', 'js', 'python', 'curl'])
      expect(fileBeside(id, recipe)).toEqual({ name: 'code.json', content: JSON.stringify(recipe) })
    for (const [id, text] of Object.entries({ 'php-core': phpCore(recipe), cli: commandLine(recipe) })) {
      expect(text).toContain('finish.json')
      expect(text).not.toContain('AAAAAA')
      expect(fileBeside(id, recipe)).toEqual({ name: 'finish.json', content: JSON.stringify(recipe.finish) })
    }
    for (const id of ['php', 'php-core', 'cli', 'page']) expect(fileBeside(id, LONG)).toBeNull()
  })
})
