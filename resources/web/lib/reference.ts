/** As much of an OpenAPI document as the reference shows. */
export interface Schema {
  $ref?: string
  type?: string | string[]
  format?: string
  description?: string
  enum?: unknown[]
  const?: unknown
  default?: unknown
  examples?: unknown[]
  minimum?: number
  maximum?: number
  exclusiveMinimum?: number
  minLength?: number
  maxLength?: number
  minItems?: number
  maxItems?: number
  pattern?: string
  items?: Schema
  properties?: Record<string, Schema>
  required?: string[]
  allOf?: Schema[]
  oneOf?: Schema[]
}
interface Parameter {
  $ref?: string
  name: string
  in: 'path' | 'query' | 'header'
  description?: string
  required?: boolean
  schema?: Schema
}
interface Answer {
  $ref?: string
  description?: string
  content?: Record<string, { schema?: Schema }>
}
interface RawOperation {
  operationId: string
  summary: string
  description?: string
  tags: string[]
  security?: unknown[]
  parameters?: Parameter[]
  requestBody?: { content: Record<string, { schema?: Schema }> }
  responses: Record<string, Answer>
}
export interface Contract {
  tags: { name: string; description?: string }[]
  paths: Record<string, Record<string, RawOperation> & { parameters?: Parameter[] }>
  components: Record<string, Record<string, unknown>>
}

export interface Field {
  name: string
  place: 'path' | 'query' | 'header' | 'body'
  type: string
  bound: string
  usual: string
  meaning: string
  isNeeded: boolean
}
export interface Operation {
  id: string
  title: string
  description: string
  tag: string
  method: string
  path: string
  fields: Field[]
  /** Media types that it answers with. */
  answers: string[]
  refusals: { status: string; meaning: string }[]
  takesJson: boolean
  isOpen: boolean
}

const METHODS = ['get', 'post', 'put', 'patch', 'delete']

/** What a reference within the document stands for. */
function resolved<T extends { $ref?: string }>(contract: Contract, node: T): T {
  let found: unknown = node
  for (let depth = 0; depth < 8; depth++) {
    const ref = (found as { $ref?: string }).$ref
    if (ref === undefined) break
    found = ref
      .slice(2)
      .split('/')
      .reduce<unknown>((at, key) => (at as Record<string, unknown>)[key], contract)
  }
  return found as T
}

function typeOf(contract: Contract, given: Schema): string {
  const schema = resolved(contract, given)
  if (schema.oneOf) return schema.oneOf.map((one) => typeOf(contract, one)).join(' or ')
  const types = Array.isArray(schema.type) ? schema.type.filter((one) => one !== 'null') : [schema.type ?? 'object']
  const type = types.join(' or ')
  if (type === 'array' && schema.items) return `list of ${typeOf(contract, schema.items)}`
  return schema.format === undefined ? type : `${type}, ${schema.format}`
}

function boundOf(contract: Contract, given: Schema): string {
  const schema = resolved(contract, given)
  if (schema.enum) return schema.enum.join(' ')
  const from = schema.minimum ?? schema.minLength ?? schema.minItems
  const to = schema.maximum ?? schema.maxLength ?? schema.maxItems
  const unit = schema.maxLength !== undefined ? ' characters' : schema.maxItems !== undefined ? ' entries' : ''
  if (from !== undefined && to !== undefined) return `${from} to ${to}${unit}`
  if (to !== undefined) return `at most ${to}${unit}`
  return from !== undefined ? `at least ${from}${unit}` : ''
}

const field = (
  contract: Contract,
  name: string,
  place: Field['place'],
  schema: Schema,
  isNeeded: boolean,
  says = '',
): Field => ({
  name,
  place,
  type: typeOf(contract, schema),
  bound: boundOf(contract, schema),
  usual: resolved(contract, schema).default === undefined ? '' : String(resolved(contract, schema).default),
  meaning: says || schema.description || resolved(contract, schema).description || '',
  isNeeded,
})

function bodyFields(contract: Contract, given: Schema): Field[] {
  const schema = resolved(contract, given)
  const own = Object.entries(schema.properties ?? {}).map(([name, value]) =>
    field(contract, name, 'body', value, schema.required?.includes(name) ?? false),
  )
  return [...(schema.allOf ?? []).flatMap((part) => bodyFields(contract, part)), ...own]
}

/** Every route of the document, in the order of its tags. */
export function operations(contract: Contract): Operation[] {
  const all = Object.entries(contract.paths).flatMap(([path, item]) =>
    METHODS.filter((method) => item[method] !== undefined).map((method): Operation => {
      const raw = item[method] as RawOperation
      const parameters = [...(item.parameters ?? []), ...(raw.parameters ?? [])].map((one) => resolved(contract, one))
      const json = raw.requestBody?.content['application/json']?.schema
      const answers = Object.entries(raw.responses).map(([status, answer]) => ({
        status,
        ...resolved(contract, answer),
      }))
      return {
        id: raw.operationId,
        title: raw.summary,
        description: raw.description ?? '',
        tag: raw.tags[0] ?? '',
        method: method.toUpperCase(),
        path,
        fields: [
          ...parameters.map((one) =>
            field(contract, one.name, one.in, one.schema ?? {}, one.required ?? false, one.description),
          ),
          ...(json === undefined ? [] : bodyFields(contract, json)),
        ],
        answers: [
          ...new Set(
            answers.filter(({ status }) => status.startsWith('2')).flatMap(({ content }) => Object.keys(content ?? {})),
          ),
        ],
        refusals: answers
          .filter(({ status }) => /^[45]/.test(status))
          .map(({ status, description }) => ({ status, meaning: description ?? '' })),
        takesJson: json !== undefined,
        isOpen: raw.security?.length === 0,
      }
    }),
  )
  const order = contract.tags.map(({ name }) => name)
  return all.sort((a, b) => order.indexOf(a.tag) - order.indexOf(b.tag))
}

/** Those that a word is found in: by title, path or the name of a field. */
export function matching(all: Operation[], words: string): Operation[] {
  const wanted = words.trim().toLowerCase()
  return wanted === ''
    ? all
    : all.filter((one) =>
        [one.title, one.path, one.method, one.description, ...one.fields.map(({ name }) => name)].some((text) =>
          text.toLowerCase().includes(wanted),
        ),
      )
}

/** Bodies that do something where they are sent as they stand. */
const SAMPLES: Record<string, unknown> = {
  makeSymbol: { text: 'https://fennmoor.example/hive/7', level: 'Q', module_px: 8 },
  makeBars: { symbology: 'ean13', text: '952012345678' },
  buildPayload: { kind: 'wifi', fields: { ssid: 'Honey House', password: 'clover&lime7' } },
  parsePayload: { text: 'tel:+442079460123' },
  convertGs1: { text: '(01)09520123456788(10)H26-07' },
  createGlyph: { name: 'Hive 7', text: 'https://fennmoor.example/hive/7' },
  makePageToken: { may: 'draw', text: 'https://fennmoor.example/hive/7', seconds: 60 },
  createKey: { name: 'Try-out', abilities: ['draw'] },
}
export const sample = (operation: Operation): string =>
  operation.takesJson ? JSON.stringify(SAMPLES[operation.id] ?? {}, null, 2) : ''

export interface Call {
  url: string
  method: string
  accept: string
  body: string
}
const quoted = (text: string): string => `'${text.replaceAll("'", `'\\''`)}'`
const php = (text: string): string => `'${text.replaceAll('\\', '\\\\').replaceAll("'", "\\'")}'`

/** The same call in four languages; the key comes from the environment. */
export const LANGUAGES: { name: string; write: (call: Call) => string }[] = [
  {
    name: 'curl',
    write: ({ url, method, accept, body }) =>
      [
        `curl -sS ${method === 'GET' ? '' : `-X ${method} `}${quoted(url)}`,
        `  -H "Authorization: Bearer $KEEN_GLYPH_KEY" -H ${quoted(`Accept: ${accept}`)}`,
        ...(body === '' ? [] : [`  -H 'Content-Type: application/json' --data ${quoted(body)}`]),
      ].join(' \\\n'),
  },
  {
    name: 'PHP',
    write: ({ url, method, accept, body }) =>
      `$answer = file_get_contents(${php(url)}, context: stream_context_create(['http' => [\n    'method' => '${method}',\n    'header' => ['Authorization: Bearer '.getenv('KEEN_GLYPH_KEY'), 'Accept: ${accept}'${body === '' ? '' : ", 'Content-Type: application/json'"}],\n${body === '' ? '' : `    'content' => ${php(body)},\n`}]]));`,
  },
  {
    name: 'JavaScript',
    write: ({ url, method, accept, body }) =>
      `const answer = await fetch(${JSON.stringify(url)}, {\n  method: '${method}',\n  headers: { Authorization: \`Bearer \${process.env.KEEN_GLYPH_KEY}\`, Accept: '${accept}'${body === '' ? '' : ", 'Content-Type': 'application/json'"} },\n${body === '' ? '' : `  body: ${JSON.stringify(body)},\n`}})`,
  },
  {
    name: 'Python',
    write: ({ url, method, accept, body }) =>
      `import os, urllib.request\n\nrequest = urllib.request.Request(\n    ${JSON.stringify(url)}, method="${method}",${body === '' ? '' : `\n    data=${JSON.stringify(body)}.encode(),`}\n    headers={"Authorization": "Bearer " + os.environ["KEEN_GLYPH_KEY"], "Accept": "${accept}"${body === '' ? '' : ', "Content-Type": "application/json"'}},\n)\nanswer = urllib.request.urlopen(request).read()`,
  },
]
