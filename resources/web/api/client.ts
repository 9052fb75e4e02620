import createClient, { type Middleware } from 'openapi-fetch'
import type { components, paths } from './schema'

export type Schemas = components['schemas']
export type Drawing = Schemas['Drawing']
export type Glyph = Schemas['Glyph']
export type LedgerLine = Schemas['LedgerLine']
export type ReadPicture = Schemas['Readings']['pictures'][number]
export type ReadSymbol = Schemas['ReadSymbol']
export type Compose = Schemas['Compose']

/** An answer that is not what was asked for: its words, and the messages by field of a 422. */
export class ApiProblem extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly errors: Record<string, string[]> = {},
    /** What is wrong with the payload, when that is the reason. */
    readonly payload: Schemas['Payload'] | undefined = undefined,
  ) {
    super(message)
  }

  /** The first message about a field; options of a finish stand within it. */
  field(name: string): string | undefined {
    return (this.errors[name] ?? this.errors[`finish.${name}`])?.[0]
  }
}

/** Messages by the place that each fault points at, with points between the names. */
export function byPlace(faults: Schemas['Fault'][]): Record<string, string[]> {
  const errors: Record<string, string[]> = {}
  for (const { pointer, parameter, detail } of faults) {
    const place =
      pointer === undefined
        ? (parameter ?? '')
        : pointer
            .split('/')
            .slice(1)
            .map((name) => decodeURIComponent(name).replaceAll('~1', '/').replaceAll('~0', '~'))
            .join('.')
    ;(errors[place] ??= []).push(detail)
  }
  return errors
}

/** Asked for nothing but an answer: these may be sent again whatever became of the first try. */
const REPEATABLE =
  /\/api\/v1\/(?:symbols|bars|read|payloads\/\w+|gs1(?:\/element)?|glyphs\/lookup|gates\/[^/]+\/admit)$/

/** Tries beside the first, and the longest wait between two, in milliseconds. */
const TRIES = 3
const WAIT = 4_000

/** A server at its limit says when to come again. */
async function patiently(first: Response, sent: Request | undefined): Promise<Response> {
  let response = first
  for (let tries = 0; response.status === 503 && sent !== undefined && tries < TRIES; tries++) {
    const seconds = Number(response.headers.get('Retry-After') ?? 1)
    await new Promise((resolve) => setTimeout(resolve, Math.min(WAIT, 1000 * seconds * (0.7 + 0.6 * Math.random()))))
    if (sent.signal.aborted) break
    response = await fetch(sent.clone())
  }
  return response
}

function cookie(name: string): string | undefined {
  const pair = document.cookie.split('; ').find((part) => part.startsWith(`${name}=`))
  return pair === undefined ? undefined : decodeURIComponent(pair.slice(name.length + 1))
}

/** Sessions need a token that only our own pages can read; it is fetched once. */
async function needToken(): Promise<void> {
  if (cookie('XSRF-TOKEN') === undefined) {
    await fetch('/sanctum/csrf-cookie', { credentials: 'same-origin' })
  }
}

/** The workspace on the screen. Every request names it, so that nothing lands in one that another page switched to. */
let shownWorkspace: string | undefined

/** How often somebody was let in; a refusal of what was sent before that says nothing of them. */
let entries = 0
const sentAt = new Map<string, number>()

export function showsWorkspace(id: string | undefined): void {
  shownWorkspace = id
  entries++
}

/** Requests under way, kept so that one can be sent again with a newer token. */
const underWay = new Map<string, Request>()

const token: Middleware = {
  async onRequest({ request, id }) {
    const path = new URL(request.url).pathname
    // Signing in has no session yet, so there is no token of one.
    const isSigningIn = request.method === 'POST' && path === '/api/v1/session'
    // Nor have testers, whose page leaves nothing on their phone.
    const isTester = path.startsWith('/api/v1/c/')
    if (request.method !== 'GET' && !isSigningIn && !isTester) {
      await needToken()
      request.headers.set('X-XSRF-TOKEN', cookie('XSRF-TOKEN') ?? '')
    }
    if (shownWorkspace !== undefined) request.headers.set('Keen-Workspace', shownWorkspace)
    if (request.method !== 'GET' || REPEATABLE.test(path)) underWay.set(id, request.clone())
    sentAt.set(id, entries)
    return request
  },
  async onResponse({ response, id }) {
    const sent = underWay.get(id)
    underWay.delete(id)
    const isOfNow = sentAt.get(id) === entries
    sentAt.delete(id)
    if (response.status === 419 && sent !== undefined) {
      // The session ended meanwhile; a new token is enough when the browser is still remembered.
      document.cookie = 'XSRF-TOKEN=; Max-Age=0; path=/'
      await needToken()
      sent.headers.set('X-XSRF-TOKEN', cookie('XSRF-TOKEN') ?? '')
      return fetch(sent)
    }
    if (response.status === 401 && isOfNow) {
      window.dispatchEvent(new CustomEvent('signed-out'))
    }
    if (response.status === 503 && sent !== undefined && REPEATABLE.test(new URL(sent.url).pathname)) {
      return patiently(response, sent)
    }
    return undefined
  },
  onError({ id }) {
    underWay.delete(id)
    sentAt.delete(id)
  },
}

export const api = createClient<paths>({ baseUrl: window.location.origin, credentials: 'same-origin' })
api.use(token)

interface Answer<T> {
  data?: T
  error?: unknown
  response: Response
}

/** The data of an answer, or its problem thrown; a server that does not answer is a problem as well. */
export async function unwrap<T>(call: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>
  try {
    answer = await call
  } catch (e) {
    if (e instanceof DOMException && e.name === 'AbortError') {
      throw e
    }
    throw new ApiProblem(0, 'The server does not answer. Check that it is running; nothing you typed is lost.')
  }
  if (!answer.response.ok) {
    const problem = (answer.error ?? {}) as {
      detail?: string
      errors?: Schemas['Fault'][]
      payload?: Schemas['Payload']
    }
    throw new ApiProblem(
      answer.response.status,
      problem.detail ?? `The server answered with ${answer.response.status}.`,
      byPlace(problem.errors ?? []),
      problem.payload,
    )
  }
  return answer.data as T
}
