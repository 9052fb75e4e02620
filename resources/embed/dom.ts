/** The installation that this file came from; a host may name another with `base`. */
export const ORIGIN = ((): string => {
  const script = import.meta.url || (document.currentScript as HTMLScriptElement | null)?.src || location.href
  try {
    return new URL(script).origin
  } catch {
    return location.origin
  }
})()

/** An element with attributes and children; texts are texts, never markup. */
export function make<K extends keyof HTMLElementTagNameMap>(
  name: K,
  attributes: Record<string, string> = {},
  ...children: (Node | string)[]
): HTMLElementTagNameMap[K] {
  const element = document.createElement(name)
  for (const [key, value] of Object.entries(attributes)) element.setAttribute(key, value)
  element.append(...children)
  return element
}

/** A button of ours: a part that the host can dress. */
export function button(text: string, part: string, press: () => void): HTMLButtonElement {
  const made = make('button', { type: 'button', part: `button ${part}` }, text)
  made.addEventListener('click', press)
  return made
}

/** One sheet for all elements of a class. Constructed, so that a page's policy on styles has nothing against it. */
export function sheet(css: string): CSSStyleSheet {
  const made = new CSSStyleSheet()
  made.replaceSync(css)
  return made
}

/** What went wrong, in words that a visitor can do something with. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    message: string,
    /** Milliseconds after which it may be tried again; null when that is of no use. */
    readonly after: number | null,
  ) {
    super(message)
  }
}

/** An answer that is good, or Refused. */
export async function ask(url: string, options: RequestInit): Promise<Response> {
  let response: Response
  try {
    response = await fetch(url, { credentials: 'omit', mode: 'cors', ...options })
  } catch (e) {
    if (e instanceof DOMException && e.name === 'AbortError') throw e
    throw new Refused(0, 'The connection broke off.', 1000)
  }
  if (response.ok) return response
  const problem = (await response.json().catch(() => ({}))) as { detail?: unknown }
  const wait = Number(response.headers.get('Retry-After') ?? 1) * 1000
  throw new Refused(
    response.status,
    typeof problem.detail === 'string' ? problem.detail : `The answer was ${response.status}.`,
    response.status === 503 || (response.status === 429 && wait <= 5000) ? Math.max(300, wait) : null,
  )
}

export const sleep = (ms: number, signal: AbortSignal): Promise<void> =>
  new Promise((resolve, reject) => {
    const timer = setTimeout(resolve, ms)
    signal.addEventListener('abort', () => {
      clearTimeout(timer)
      reject(new DOMException('', 'AbortError'))
    })
  })

/** Hours, minutes and seconds as the visitor writes them. */
export const clock = (at: number): string => new Date(at).toLocaleTimeString(undefined, { timeStyle: 'medium' })
