import createClient from 'openapi-fetch'

/** Tries beside the first, and the longest wait between two, in milliseconds. */
const TRIES = 4
const LONGEST_WAIT = 20_000

/** What may be sent again whatever became of the first try: it creates nothing, or carries a key of its own. */
const isRepeatable = (request) =>
  request.method !== 'POST' ||
  request.headers.has('Idempotency-Key') ||
  /\/(?:symbols|bars|read|page-tokens|addresses|payloads\/\w+|gs1)$/.test(new URL(request.url).pathname)

/** Sends, and asks again after as long as the server says, or a little longer each time. */
async function patiently(request) {
  for (let tries = 0; ; tries++) {
    let answer
    try {
      answer = await fetch(request.clone())
    } catch (e) {
      if (tries >= TRIES || !isRepeatable(request) || request.signal.aborted) throw e
    }
    const seconds = Number(answer?.headers.get('Retry-After') ?? 0)
    if (answer !== undefined && answer.status !== 503 && answer.status !== 429) return answer
    if (answer !== undefined && (tries >= TRIES || seconds * 1000 > LONGEST_WAIT)) return answer
    const wait = Math.max(seconds * 1000, 250 * 2 ** tries) * (0.8 + 0.4 * Math.random())
    await new Promise((resolve) => setTimeout(resolve, wait))
  }
}

/** A client of an installation, typed by its contract. */
export function keenGlyph({ base, key }) {
  return createClient({
    baseUrl: base,
    headers: { Authorization: `Bearer ${key}`, Accept: 'application/json' },
    fetch: (request) => {
      // What creates something is given a key, so that sending it again creates nothing twice.
      if (request.method === 'POST' && /\/(?:glyphs|finishes|gates|admit)$/.test(new URL(request.url).pathname)) {
        if (!request.headers.has('Idempotency-Key')) request.headers.set('Idempotency-Key', crypto.randomUUID())
      }
      return patiently(request)
    },
  })
}

/** The bytes of a picture of a text. */
export async function picture(client, body, type = 'image/svg+xml') {
  const { data, error, response } = await client.POST('/api/v1/symbols', {
    body,
    headers: { Accept: type },
    parseAs: 'arrayBuffer',
  })
  if (!response.ok)
    throw Object.assign(new Error(error?.detail ?? `The answer was ${response.status}.`), { status: response.status })
  return new Uint8Array(data)
}
