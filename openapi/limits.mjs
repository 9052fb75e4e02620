// What the contract says how long a text may be, how large a number, how many items, as constants for the pages: one for each
// operation that takes a body and for each schema. Prints a TypeScript file; `npm run types` writes it.
import { readFileSync } from 'node:fs'
import { load } from 'js-yaml'

const contract = load(readFileSync(new URL('openapi.yaml', import.meta.url), 'utf8'))
const BOUNDS = ['minLength', 'maxLength', 'minimum', 'maximum', 'maxItems']

const whole = (schema) =>
  schema?.$ref === undefined ? schema : contract.components.schemas[schema.$ref.split('/').pop()]

/** The bounds of an object's properties, with those of the schemas that it is put together from. */
function bounds(given) {
  const schema = whole(given)
  const all = {}
  for (const part of [...(schema?.allOf ?? []), ...(schema?.oneOf ?? [])]) Object.assign(all, bounds(part))
  for (const [name, property] of Object.entries(schema?.properties ?? {})) {
    const own = Object.entries(whole(property)).filter(([key]) => BOUNDS.includes(key))
    if (own.length > 0) all[name] = Object.fromEntries(own)
  }
  return all
}

const found = new Map()
for (const [name, schema] of Object.entries(contract.components.schemas)) found.set(name, bounds(schema))
for (const methods of Object.values(contract.paths)) {
  for (const operation of Object.values(methods)) {
    for (const body of Object.values(operation.requestBody?.content ?? {})) {
      found.set(operation.operationId, { ...found.get(operation.operationId), ...bounds(body.schema) })
    }
  }
}

console.log('// Written by `npm run types` from openapi.yaml.')
for (const [name, all] of found) {
  if (Object.keys(all).length > 0) console.log(`export const ${name} = ${JSON.stringify(all)} as const`)
}
