import type { Glyph } from '@/api/client'
import { htmlAttribute } from '@/lib/literals'
import type { Recipe } from '@/lib/recipe'
import { commandLine, curl, nodeHttp, phpCore, phpHttp, pythonHttp } from '@/lib/serverSnippets'

/** What a snippet is made of: all of it real. */
export interface HandOff {
  base: string
  glyph: Pick<Glyph, 'name' | 'text'>
  /** What draws the same picture again. */
  recipe: Recipe
  /** The glyph's public token; null while it has no address. */
  token: string | null
  /** Signed addresses of a composition that is not saved; null for a glyph, and while there are none. */
  made: { svg: string; png: string } | null
  elements: { pinned: string; integrity: string }
  /** Pixels of the page that the picture takes. */
  side: number
}

export interface Destination {
  id: string
  group: 'In a page' | 'On a server' | 'One for each row' | 'Nothing to run'
  name: string
  tag: string
  /** What it is written in, for the test that runs it. */
  language: 'html' | 'vue' | 'jsx' | 'php' | 'js' | 'python' | 'sh' | 'text'
  /** Where its key belongs. */
  key: 'none' | 'secret' | 'publishable'
  notes: string[]
  code: (given: HandOff) => string
}

const json = (value: unknown): string => JSON.stringify(value)

/** Where the picture is, in this format. */
export const pictureUrl = (given: HandOff, format: 'svg' | 'png' = 'svg'): string =>
  given.made?.[format] ?? `${given.base}/s/1/${given.token ?? '…'}.${format}`
/** The same, large enough for paper; what is signed has its size already. */
export const largePicture = (given: HandOff): string =>
  given.made?.png ?? `${pictureUrl(given, 'png')}?size_px=${LARGE_PX}`
export const LARGE_PX = 600
/** Pixels of a page that an element takes where nobody says otherwise. */
export const SIDE = 180
/** Destinations whose snippet says how wide the picture is. */
export const HAS_WIDTH = ['block', 'vue', 'react']
/** What an element draws: a glyph by its token, or an address that was signed. */
const drawn = (given: HandOff): { name: string; value: string } =>
  given.made === null ? { name: 'glyph', value: given.token ?? '…' } : { name: 'address', value: given.made.svg }
const script = (given: HandOff): string =>
  `<script type="module" src="${given.base}${given.elements.pinned}"\n  integrity="${given.elements.integrity}" crossorigin="anonymous"></script>`
const ENV = 'The key comes from the environment: KEEN_GLYPH_KEY. It never stands in the source.'
/** Said of glyphs alone: they change, and have revisions. */
const NOW = 'Follows the glyph: what is saved later shows here within a minute.'
const REVISIONS = 'With -r1, -r2 … before the point it is that revision for ever.'
const SIZES = 'Also .png, .webp, .jpg and .pdf; ?size_px=600 for another size.'
const FOR_EVER = 'Shows for ever what it shows now: whoever changes the address breaks its signature.'

/** What is said of a destination: an unsaved composition follows nothing. */
export const notesOf = (destination: Destination, isSaved: boolean): string[] =>
  isSaved
    ? destination.notes
    : [
        ...destination.notes
          .filter((note) => ![NOW, REVISIONS, SIZES].includes(note))
          .map((note) => note.replace(' It follows the glyph.', '')),
        ...(NEEDS_ADDRESS.includes(destination.id) ? [FOR_EVER] : []),
      ]

/** Destinations that show the picture by its address. */
export const NEEDS_ADDRESS = ['page', 'block', 'vue', 'react', 'word', 'address']

export const DESTINATIONS: Destination[] = [
  {
    id: 'page',
    group: 'In a page',
    name: 'Plain page',
    tag: 'element',
    language: 'html',
    key: 'none',
    notes: [
      'Works under a policy of default-src ‘self’ with our origin added.',
      'Its width stands in your stylesheet: keen-glyph { --kg-size: 240px }; 180 px without.',
      NOW,
    ],
    code: (given) =>
      `${script(given)}\n\n<keen-glyph ${drawn(given).name}="${htmlAttribute(drawn(given).value)}" label="${htmlAttribute(given.glyph.name)}" menu></keen-glyph>`,
  },
  {
    id: 'block',
    group: 'In a page',
    name: 'Site builder block',
    tag: 'HTML',
    language: 'html',
    key: 'none',
    notes: ['One line of HTML, where no script is allowed.', NOW],
    code: (given) =>
      `<img src="${htmlAttribute(pictureUrl(given))}" width="${given.side}" height="${given.side}" alt="${htmlAttribute(given.glyph.name)}">`,
  },
  {
    id: 'vue',
    group: 'In a page',
    name: 'Vue',
    tag: 'element',
    language: 'vue',
    key: 'none',
    notes: ['Tell Vue that it is an element: compilerOptions.isCustomElement = (tag) => tag.startsWith(‘keen-’).'],
    code: (given) =>
      `<script setup lang="ts">\nimport '@keen-glyph/elements'\n</script>\n\n<template>\n  <keen-glyph base="${given.base}" ${drawn(given).name}="${htmlAttribute(drawn(given).value)}" label="${htmlAttribute(given.glyph.name)}"${given.side === SIDE ? '' : ` style="--kg-size: ${given.side}px"`} />\n</template>`,
  },
  {
    id: 'react',
    group: 'In a page',
    name: 'React',
    tag: 'element',
    language: 'jsx',
    key: 'none',
    notes: ['From React 18 on. Events by addEventListener on a ref, or by props from React 19 on.'],
    code: (given) =>
      `import '@keen-glyph/elements'\n\nexport function Code() {\n  return <keen-glyph base=${json(given.base)} ${drawn(given).name}=${json(drawn(given).value)} label=${json(given.glyph.name)}${given.side === SIDE ? '' : ` style={{ '--kg-size': '${given.side}px' }}`} />\n}`,
  },
  {
    id: 'php-core',
    group: 'On a server',
    name: 'PHP, our core',
    tag: 'library',
    language: 'php',
    key: 'none',
    notes: ['Draws by itself: no call, no key. composer require keen-glyph/core'],
    code: ({ recipe }) => phpCore(recipe),
  },
  {
    id: 'php',
    group: 'On a server',
    name: 'PHP',
    tag: 'HTTP',
    language: 'php',
    key: 'secret',
    notes: [ENV],
    code: ({ base, recipe }) => phpHttp(base, recipe),
  },
  {
    id: 'js',
    group: 'On a server',
    name: 'JavaScript',
    tag: 'HTTP',
    language: 'js',
    key: 'secret',
    notes: [ENV, 'For Node.js 20 and later; as a module (.mjs).'],
    code: ({ base, recipe }) => nodeHttp(base, recipe),
  },
  {
    id: 'python',
    group: 'On a server',
    name: 'Python',
    tag: 'HTTP',
    language: 'python',
    key: 'secret',
    notes: [ENV, 'Nothing to install: the standard library does it.'],
    code: ({ base, recipe }) => pythonHttp(base, recipe),
  },
  {
    id: 'curl',
    group: 'On a server',
    name: 'Shell',
    tag: 'curl',
    language: 'sh',
    key: 'secret',
    notes: [ENV],
    code: ({ base, recipe }) => curl(base, recipe),
  },
  {
    id: 'cli',
    group: 'On a server',
    name: 'Command line',
    tag: 'bin/glyph',
    language: 'sh',
    key: 'none',
    notes: ['On the machine that holds Keen Glyph; it needs neither the server nor a key.'],
    code: ({ recipe }) => commandLine(recipe),
  },
  {
    id: 'mailing',
    group: 'One for each row',
    name: 'Mailing',
    tag: 'merge',
    language: 'html',
    key: 'publishable',
    notes: [],
    code: () => '',
  },
  {
    id: 'spreadsheet',
    group: 'One for each row',
    name: 'Spreadsheet',
    tag: 'formula',
    language: 'text',
    key: 'publishable',
    notes: [],
    code: () => '',
  },
  {
    id: 'word',
    group: 'Nothing to run',
    name: 'Word processor',
    tag: 'field',
    language: 'text',
    key: 'none',
    notes: ['Insert it as a field (Ctrl F9 for the braces), then update fields (F9). It follows the glyph.'],
    code: (given) => `{ INCLUDEPICTURE "${largePicture(given)}" \\d }`,
  },
  {
    id: 'address',
    group: 'Nothing to run',
    name: 'Picture address',
    tag: 'URL',
    language: 'text',
    key: 'none',
    notes: [NOW, REVISIONS, SIZES],
    code: (given) => pictureUrl(given),
  },
]

/** How a mail tool puts a value in. */
export type Insertion = 'raw' | 'url' | 'html'

/** What arrives in the address when the tool puts a value in this way: a browser undoes the escapes of HTML. */
export const inserted = (value: string, how: Insertion): string => (how === 'url' ? encodeURIComponent(value) : value)

/** Why a value put in so would not arrive as it is; null when it would. */
export function breaks(value: string, how: Insertion): string | null {
  if (value.trim() === '') return 'has no value'
  if (how === 'url') return null
  if (value.includes('&')) return 'holds &, which ends the value'
  if (value.includes('#')) return 'holds #, which ends the address'
  if (value.includes('+')) return 'holds +, which becomes a space'
  if (/%[0-9a-f]{2}/i.test(value)) return 'holds %, which is taken for a code'
  if (/[\s"<>]/.test(value)) return 'holds a space or a quote, at which some programs end the address'
  return null
}

/** Placeholders as a tool writes them: `{{name}}`, `[name]`, `%name%`. */
export const PLACEHOLDERS = ['{{*}}', '[*]', '%*%', '${*}'] as const
export const placeholder = (form: string, name: string): string => form.replace('*', name)

/** Names of the merge fields that a text holds. */
export const mergeFields = (text: string): string[] => [
  ...new Set([...text.matchAll(/\{\{\s*([A-Za-z_][A-Za-z0-9_.-]{0,63})\s*\}\}/g)].map((match) => match[1]!)),
]

export interface AddressPart {
  text?: string
  open?: string
}

/** The address with something in each gap. */
export const filled = (parts: AddressPart[], put: (name: string) => string): string =>
  parts.map((part) => part.text ?? put((part.open ?? '').replace(/^m\./, ''))).join('')

/** An image for a mail: every layer encoded once. */
export const mailImage = (parts: AddressPart[], form: string, side: number, alt: string): string =>
  `<img src="${htmlAttribute(filled(parts, (name) => `\u0000${name}\u0000`)).replace(/\u0000(.*?)\u0000/g, (_, name: string) => placeholder(form, name))}"\n  width="${side}" height="${side}" alt="${htmlAttribute(alt)}">`

/** A formula for a column beside the data: the values stand in A2, B2 … in the order of the fields. */
export function formula(parts: AddressPart[], names: string[]): string {
  const cell = (name: string): string => `${String.fromCharCode(65 + Math.max(0, names.indexOf(name)))}2`
  const pieces = parts.map((part) =>
    part.text === undefined
      ? `ENCODEURL(${cell((part.open ?? '').replace(/^m\./, ''))})`
      : `"${part.text.replaceAll('"', '""')}"`,
  )
  return `=${pieces.join(' & ')}`
}
