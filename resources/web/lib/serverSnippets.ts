import { jsLiteral, phpLiteral, phpString, pythonLiteral, shellValue, shellWord } from '@/lib/literals'
import { isLong, type Recipe } from '@/lib/recipe'

/** A file that a snippet reads, for what is too long to stand in it. */
export interface SnippetFile {
  name: string
  content: string
}
const BODY = 'code.json'
const FINISH = 'finish.json'

const TYPE = { svg: 'image/svg+xml' }

export function phpHttp(base: string, recipe: Recipe): string {
  const content = isLong(recipe) ? `file_get_contents('${BODY}')` : `json_encode(${phpLiteral(recipe, '    ')})`
  return `<?php

$picture = file_get_contents(${phpString(`${base}/api/v1/symbols`)}, context: stream_context_create(['http' => [
    'method' => 'POST',
    'header' => [
        'Authorization: Bearer '.getenv('KEEN_GLYPH_KEY'),
        'Content-Type: application/json',
        'Accept: ${TYPE.svg}',
    ],
    'content' => ${content},
]]));
file_put_contents('code.svg', $picture);
`
}

export function nodeHttp(base: string, recipe: Recipe): string {
  const isFile = isLong(recipe)
  return `import { ${isFile ? 'readFile, ' : ''}writeFile } from 'node:fs/promises'

const answer = await fetch(${JSON.stringify(`${base}/api/v1/symbols`)}, {
  method: 'POST',
  headers: {
    Authorization: \`Bearer \${process.env.KEEN_GLYPH_KEY}\`,
    'Content-Type': 'application/json',
    Accept: '${TYPE.svg}',
  },
  body: ${isFile ? `await readFile('${BODY}')` : `JSON.stringify(${jsLiteral(recipe, '  ')})`},
})
if (!answer.ok) throw new Error(await answer.text())
await writeFile('code.svg', await answer.text())
`
}

export function pythonHttp(base: string, recipe: Recipe): string {
  const data = isLong(recipe) ? `open("${BODY}", "rb").read()` : `json.dumps(${pythonLiteral(recipe, '    ')}).encode()`
  return `import ${isLong(recipe) ? '' : 'json, '}os, urllib.request

request = urllib.request.Request(
    ${JSON.stringify(`${base}/api/v1/symbols`)},
    data=${data},
    headers={
        "Authorization": "Bearer " + os.environ["KEEN_GLYPH_KEY"],
        "Content-Type": "application/json",
        "Accept": "${TYPE.svg}",
    },
)
with urllib.request.urlopen(request) as answer, open("code.svg", "wb") as file:
    file.write(answer.read())
`
}

export const curl = (base: string, recipe: Recipe): string => `curl -fsS ${shellWord(`${base}/api/v1/symbols`)} \\
  -H "Authorization: Bearer $KEEN_GLYPH_KEY" \\
  -H 'Content-Type: application/json' -H 'Accept: ${TYPE.svg}' \\
  --data ${isLong(recipe) ? `@${BODY}` : shellWord(JSON.stringify(recipe))} \\
  -o code.svg
`

/** Options of the command line by the names of a finish; what is in parts goes into a finish file. */
const FLAT = [
  'dark',
  'light',
  'quiet',
  'shape',
  'ring',
  'centre',
  'ring_ink',
  'centre_ink',
  'padding',
  'corner',
  'border',
]

export function commandLine(recipe: Recipe): string {
  const finish = recipe.finish ?? {}
  const isFlat = Object.keys(finish).every((name) => FLAT.includes(name))
  const options: [string, string | number | boolean | undefined][] = [
    ['kind', recipe.kind],
    ['level', recipe.level],
    ['lift', recipe.lift],
    ['modes', recipe.modes],
    ['as-is', recipe.as_is],
    ['module-px', recipe.module_px],
    ['size-px', recipe.size_px],
    ['size-mm', recipe.size_mm],
    // Here a length without a resolution is reckoned for a printer; the picture shall be the one on screen.
    ['dpi', recipe.dpi ?? (recipe.size_mm === undefined ? undefined : 96)],
    ...(isFlat
      ? (Object.entries(finish) as [string, string | number][])
      : ([['finish', FINISH]] as [string, string][])),
    ['title', recipe.name === undefined ? undefined : `QR code: ${recipe.name}`],
    ['out', 'code.svg'],
  ]
  const said = options
    .filter(([, value]) => value !== undefined && value !== false)
    .map(
      ([name, value]) =>
        `--${name.replace('_', '-')}${value === true ? '' : ` ${shellValue(value as string | number)}`}`,
    )
  const file = isFlat || isLong(finish) ? '' : `cat > ${FINISH} <<'END'\n${JSON.stringify(finish, null, 2)}\nEND\n`
  return `${file}bin/glyph make --text ${shellWord(recipe.text)} \\\n  ${said.join(' ')}\n`
}

/** With our own core: classes are named where something needs them. */
export function phpCore(recipe: Recipe): string {
  const uses = new Set(['KeenGlyph'])
  const options: string[] = []
  const encoding = [
    ...(recipe.level === 'M' ? [] : [`level: ErrorCorrectionLevel::${recipe.level}`]),
    ...(recipe.lift ? ['raiseLevel: true'] : []),
    ...(recipe.modes === undefined ? [] : [`modes: ModeChoice::from(${phpString(recipe.modes)})`]),
  ]
  if (encoding.length > 0) {
    uses.add('Symbol\\EncodeOptions')
    if (recipe.level !== 'M') uses.add('Symbol\\ErrorCorrectionLevel')
    if (recipe.modes !== undefined) uses.add('Symbol\\ModeChoice')
    options.push(`encoding: new EncodeOptions(${encoding.join(', ')})`)
  }
  if (recipe.finish !== undefined) {
    uses.add('Finish\\FinishFile').add('Image\\MarkPictures')
    const values = isLong(recipe.finish)
      ? `json_decode(file_get_contents('${FINISH}'), true)`
      : phpLiteral(recipe.finish, '    ')
    options.push(`finish: FinishFile::read(${values}, new MarkPictures)`)
  }
  const dpi = recipe.dpi === undefined ? '' : `, ${recipe.dpi}`
  const size =
    recipe.size_mm !== undefined
      ? `Size::ofMillimetres(${recipe.size_mm}, ${recipe.dpi ?? 96})`
      : recipe.size_px !== undefined
        ? `Size::ofSide(${recipe.size_px}${dpi})`
        : recipe.module_px !== undefined || dpi !== ''
          ? `Size::ofModule(${recipe.module_px ?? 8}${dpi})`
          : null
  if (size !== null) {
    uses.add('Finish\\Size')
    options.push(`size: ${size}`)
  }
  if (recipe.name !== undefined) options.push(`name: ${phpString(recipe.name)}`)
  if (recipe.as_is) options.push('asIs: true')
  if (options.length > 0) uses.add('Compose\\CompositionOptions')
  if (recipe.kind !== undefined) {
    uses.add('Payload\\Kind')
  }
  const given = [
    phpString(recipe.text),
    ...(options.length > 0
      ? [`options: new CompositionOptions(\n${options.map((one) => `    ${one},\n`).join('')})`]
      : []),
    ...(recipe.kind === undefined ? [] : [`kind: Kind::from(${phpString(recipe.kind)})`]),
  ]
  return `<?php

require 'vendor/autoload.php';

${[...uses]
  .sort()
  .map((name) => `use KeenGlyph\\Core\\${name};`)
  .join('\n')}

file_put_contents('code.svg', KeenGlyph::render(${given.join(', ')}));
`
}

/** The file that goes beside a snippet; null where all stands in it. */
export function fileBeside(destination: string, recipe: Recipe): SnippetFile | null {
  if (['php', 'js', 'python', 'curl'].includes(destination))
    return isLong(recipe) ? { name: BODY, content: JSON.stringify(recipe) } : null
  return ['php-core', 'cli'].includes(destination) && isLong(recipe.finish)
    ? { name: FINISH, content: JSON.stringify(recipe.finish) }
    : null
}
