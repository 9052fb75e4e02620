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

  /** The first message about a field. */
  field(name: string): string | undefined {
    return this.errors[name]?.[0]
  }
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

/** Requests under way, kept so that one can be sent again with a newer token. */
const underWay = new Map<string, Request>()

const token: Middleware = {
  async onRequest({ request, id }) {
    if (request.method !== 'GET') {
      await needToken()
      request.headers.set('X-XSRF-TOKEN', cookie('XSRF-TOKEN') ?? '')
      underWay.set(id, request.clone())
    }
    return request
  },
  async onResponse({ response, id }) {
    const sent = underWay.get(id)
    underWay.delete(id)
    if (response.status === 419 && sent !== undefined) {
      // The session ended meanwhile; a new token is enough when the browser is still remembered.
      document.cookie = 'XSRF-TOKEN=; Max-Age=0; path=/'
      await needToken()
      sent.headers.set('X-XSRF-TOKEN', cookie('XSRF-TOKEN') ?? '')
      return fetch(sent)
    }
    if (response.status === 401) {
      window.dispatchEvent(new CustomEvent('signed-out'))
    }
    return undefined
  },
  onError({ id }) {
    underWay.delete(id)
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
      errors?: Record<string, string[]>
      payload?: Schemas['Payload']
    }
    throw new ApiProblem(
      answer.response.status,
      problem.detail ?? `The server answered with ${answer.response.status}.`,
      problem.errors,
      problem.payload,
    )
  }
  return answer.data as T
}
