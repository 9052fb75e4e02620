import { ask, button, clock, make, ORIGIN, Refused, sheet, sleep } from './dom'
import { CODE } from './styles'

export type CodeState = 'waiting' | 'drawing' | 'ready' | 'expired' | 'failed'

/** Attributes that go into the address under another name. */
const NAMES: Record<string, string> = { 'public-key': 'key', size: 'size_px' }
const DRAWN = ['public-key', 'kind', 'finish', 'level', 'size', 'quiet', 'dark', 'light', 'version']
/** Tries of one picture beside the first. */
const TRIES = 2
/** Seconds before its end at which a code says that it is about to end. */
const SOON = 20

let styles: CSSStyleSheet | undefined

/**
 * A code in somebody's page. What stands in its attributes is drawn anew whenever they change, the newest alone; a code
 * that does not hold any more is taken away, and nothing old is ever shown for it.
 */
export class KeenGlyph extends HTMLElement {
  static observedAttributes = [
    'base',
    'address',
    'glyph',
    'token',
    'text',
    'expires',
    'caption',
    'label',
    'menu',
    'eager',
    ...DRAWN,
  ]

  #root = this.attachShadow({ mode: 'open' })
  #frame = make('div', { class: 'frame', part: 'frame' })
  #below = make('div', { class: 'below' })
  #status = make('p', { class: 'sr', role: 'status' })
  #state: CodeState = 'waiting'
  #fields: Record<string, unknown> | null = null
  #abort = new AbortController()
  #due = false
  #seen = false
  #observer: IntersectionObserver | undefined
  #ticking: ReturnType<typeof setTimeout> | undefined
  #ends: number | null = null
  #lasts = 0
  #watch = new MutationObserver((changes) => {
    if (changes.some(({ attributeName }) => attributeName?.startsWith('field-') === true)) this.#change()
  })

  constructor() {
    super()
    styles ??= sheet(CODE)
    this.#root.adoptedStyleSheets = [styles]
    this.#root.append(make('figure', { part: 'figure' }, this.#frame, this.#below), this.#status)
  }

  get state(): CodeState {
    return this.#state
  }

  /** Fields of the kind, in place of a text. */
  get fields(): Record<string, unknown> | null {
    return this.#fields
  }
  set fields(fields: Record<string, unknown> | null) {
    this.#fields = fields
    this.#change()
  }

  /** When the code ends, in milliseconds of the Unix clock; null when it does not. */
  get ends(): number | null {
    return this.#ends
  }

  connectedCallback(): void {
    // Fields of their own (`field-ssid`) cannot be observed by name.
    this.#watch.observe(this, { attributes: true })
    if (!this.hasAttribute('eager') && 'IntersectionObserver' in window) {
      this.#observer = new IntersectionObserver(
        (entries) => {
          if (!entries.some((entry) => entry.isIntersecting)) return
          this.#seen = true
          this.#observer?.disconnect()
          this.#change()
        },
        { rootMargin: '200px' },
      )
      this.#observer.observe(this)
    } else this.#seen = true
    this.#change()
  }

  disconnectedCallback(): void {
    this.#watch.disconnect()
    this.#observer?.disconnect()
    clearTimeout(this.#ticking)
    this.#abort.abort()
  }

  attributeChangedCallback(): void {
    this.#change()
  }

  /** Draws it again, whatever is shown now. */
  redraw(): void {
    this.#change()
  }

  /** Asks the host for another code; what it answers with is a change of an attribute. */
  renew(): void {
    this.#abort.abort()
    clearTimeout(this.#ticking)
    this.#show('waiting', 'Getting a new code')
    this.dispatchEvent(new CustomEvent('renew', { bubbles: true, composed: true }))
  }

  #change(): void {
    if (!this.isConnected || this.#due) return
    this.#due = true
    queueMicrotask(() => {
      this.#due = false
      if (this.isConnected) void this.#draw()
    })
  }

  async #draw(): Promise<void> {
    this.#abort.abort()
    clearTimeout(this.#ticking)
    this.#ends = null
    const { signal } = (this.#abort = new AbortController())
    const url = this.address()
    if (url === null) {
      this.#show('waiting')
      return
    }
    const given = this.getAttribute('expires')
    if (given !== null && Date.parse(given) <= Date.now()) {
      this.#ends = Date.parse(given)
      this.#expire()
      return
    }
    if (!this.#seen) {
      this.#show('waiting', '')
      return
    }
    this.#show('drawing')
    for (let tries = 0; ; tries++) {
      try {
        const answer = await ask(url, { signal, headers: { Accept: 'image/*, application/problem+json' } })
        await answer.blob()
        const image = make('img', { part: 'picture', alt: this.#words(), draggable: 'false' })
        image.src = url
        await image.decode()
        if (signal.aborted) return
        const says = Date.parse(given ?? answer.headers.get('Keen-Expires') ?? '')
        // A picture that follows something saved is to be asked for again, not taken away.
        const mayEnd = given !== null || this.hasAttribute('token') || /[?&]exp=/.test(url)
        this.#ready(image, url, mayEnd && !Number.isNaN(says) ? says : null)
        return
      } catch (e) {
        if (signal.aborted) return
        const refused = e instanceof Refused ? e : new Refused(0, 'The picture could not be shown.', null)
        if (refused.status === 410) {
          this.#ends = Date.now()
          this.#expire()
          return
        }
        if (refused.after === null || tries >= TRIES) {
          this.#fail(refused)
          return
        }
        try {
          await sleep(refused.after * (0.8 + 0.4 * Math.random()), signal)
        } catch {
          return
        }
      }
    }
  }

  /** Where the picture is; null while there is nothing to draw. */
  address(format = 'svg'): string | null {
    const base = this.getAttribute('base') ?? ORIGIN
    const own = this.getAttribute('address')
    if (own !== null) return own === '' ? null : own
    const glyph = this.getAttribute('glyph')
    const size = this.getAttribute('size')
    const query = new URLSearchParams()
    if (glyph !== null) {
      if (glyph === '') return null
      if (size !== null && size !== '') query.set('size_px', size)
      return `${base}/s/1/${encodeURIComponent(glyph)}.${format}${query.size === 0 ? '' : `?${query}`}`
    }
    const token = this.getAttribute('token')
    if (token !== null) {
      if (token === '') return null
      query.set('token', token)
      if (size !== null && size !== '') query.set('size_px', size)
      return `${base}/s/1/code.${format}?${query}`
    }
    for (const name of DRAWN) {
      const value = this.getAttribute(name)
      if (value !== null && value !== '') query.set(NAMES[name] ?? name, value)
    }
    const text = this.getAttribute('text') ?? ''
    const fields = this.#named()
    if (text === '' && fields.length === 0) return null
    if (fields.length === 0) query.set('text', text)
    for (const [name, value] of fields) query.set(`f.${name}`, value)
    return `${base}/s/1/code.${format}?${query}`
  }

  /** Fields with a value, from the property and from `field-…` attributes. */
  #named(): [string, string][] {
    const found: [string, string][] = []
    const walk = (value: unknown, path: string): void => {
      if (value === null || value === undefined || value === '') return
      if (typeof value === 'object') {
        for (const [name, inner] of Object.entries(value)) walk(inner, path === '' ? name : `${path}.${name}`)
      } else found.push([path, String(value)])
    }
    walk(this.#fields, '')
    for (const { name, value } of this.attributes) {
      if (name.startsWith('field-') && value !== '') found.push([name.slice(6).replaceAll('-', '_'), value])
    }
    return found
  }

  #words(): string {
    return this.getAttribute('label') ?? this.getAttribute('caption') ?? 'QR code'
  }

  #show(state: CodeState, says?: string): void {
    const before = this.#state
    this.#state = state
    this.#frame.dataset.state = state
    if (this.getAttribute('state') !== state) this.setAttribute('state', state)
    this.#below.replaceChildren()
    this.#frame.classList.toggle('bad', state === 'expired' || state === 'failed')
    const slot = (name: string, ...inside: (Node | string)[]): HTMLSlotElement => make('slot', { name }, ...inside)
    const title = (text: string): HTMLElement => make('strong', {}, text)
    const note = (text: string): HTMLElement => make('p', { class: 'note', part: 'note' }, text)
    if (state === 'waiting')
      this.#frame.replaceChildren(slot('waiting', ...(says === undefined ? [title('No code yet')] : [note(says)])))
    if (state === 'drawing')
      this.#frame.replaceChildren(slot('drawing', title('Drawing'), make('div', { class: 'wait' })))
    if (state === 'expired')
      this.#frame.replaceChildren(slot('expired', title('Expired'), note(`at ${clock(this.#ends ?? Date.now())}`)))
    if (state === 'failed') this.#frame.replaceChildren(slot('failed', title('No code'), note(says ?? '')))
    if (before !== state) {
      this.#status.textContent =
        state === 'waiting' || state === 'drawing'
          ? ''
          : { ready: this.#words(), expired: 'The code has expired.', failed: `No code. ${says ?? ''}` }[state]
      this.dispatchEvent(new CustomEvent('state', { detail: { state }, bubbles: true, composed: true }))
    }
  }

  #ready(image: HTMLImageElement, url: string, ends: number | null): void {
    this.#show('ready')
    this.#frame.replaceChildren(image)
    this.#ends = ends
    this.#lasts = ends === null ? 0 : Math.max(1, ends - Date.now())
    const caption = this.getAttribute('caption')
    this.#below.append(
      make(
        'slot',
        { name: 'caption' },
        ...(caption === null ? [] : [make('figcaption', { part: 'caption' }, caption)]),
      ),
    )
    // A code that ends is not to be kept.
    if (ends === null && this.hasAttribute('menu')) this.#below.append(this.#menu(url))
    this.dispatchEvent(new CustomEvent('ready', { detail: { url, ends }, bubbles: true, composed: true }))
    if (ends !== null) this.#count(make('div', { part: 'countdown' }))
  }

  #count(place: HTMLElement): void {
    const left = (this.#ends ?? 0) - Date.now()
    if (left <= 0) {
      this.#expire()
      return
    }
    if (place.parentNode === null) this.#below.append(place)
    const seconds = Math.ceil(left / 1000)
    const words =
      seconds < 100 ? `${seconds} s` : seconds < 5400 ? `${Math.ceil(seconds / 60)} min` : clock(this.#ends ?? 0)
    const fill = make('i')
    fill.style.inlineSize = `${Math.min(100, (left / this.#lasts) * 100)}%`
    place.replaceChildren(
      make('div', { class: 'bar', part: 'bar' }, fill),
      make('div', { class: 'row' }, make('span', {}, 'Good for'), make('b', {}, words)),
      ...(seconds <= SOON ? [button('New code now', 'renew', () => this.renew())] : []),
    )
    this.toggleAttribute('expiring', seconds <= SOON)
    this.#ticking = setTimeout(() => this.#count(place), Math.min(left, seconds < 100 ? 250 : 5000))
  }

  #expire(): void {
    clearTimeout(this.#ticking)
    this.removeAttribute('expiring')
    this.#show('expired')
    const main = button('', 'main renew', () => this.renew())
    main.append(make('span', {}, 'Get a new code'))
    this.#below.append(main)
    this.dispatchEvent(new CustomEvent('expired', { bubbles: true, composed: true }))
    if (this.hasAttribute('autorenew')) this.renew()
  }

  #fail(why: Refused): void {
    this.#show('failed', why.message)
    const main = button('', 'main retry', () => this.redraw())
    main.append(make('span', {}, 'Try again'))
    this.#below.append(main)
    this.dispatchEvent(
      new CustomEvent('failed', {
        detail: { status: why.status, message: why.message },
        bubbles: true,
        composed: true,
      }),
    )
  }

  /** Save and copy; formats that the address has are all there are. */
  #menu(url: string): HTMLElement {
    const png = this.hasAttribute('address') ? (url.includes('.png?') ? url : null) : this.address('png')
    const saved = (address: string): string => `${address}${address.includes('?') ? '&' : '?'}download=1`
    const list = make('menu', { hidden: '', part: 'menu' })
    const opener = button('Save or copy', 'menu-button', () => {
      list.hidden = !list.hidden
      opener.setAttribute('aria-expanded', String(!list.hidden))
      if (!list.hidden) list.querySelector<HTMLElement>('a,button')?.focus()
    })
    opener.setAttribute('aria-expanded', 'false')
    const close = (): void => {
      list.hidden = true
      opener.setAttribute('aria-expanded', 'false')
      opener.focus()
    }
    list.addEventListener('keydown', (event) => {
      if (event.key === 'Escape') close()
    })
    const item = (child: HTMLElement): void => list.append(make('li', {}, child))
    if (png !== null) item(make('a', { href: saved(png), download: '' }, 'Save a picture, PNG'))
    if (!url.includes('.png')) item(make('a', { href: saved(url), download: '' }, 'Save for print, SVG'))
    if (png !== null && 'ClipboardItem' in window)
      item(
        button('Copy the picture', 'copy', () => {
          const blob = ask(png, {}).then((answer) => answer.blob())
          void navigator.clipboard.write([new ClipboardItem({ 'image/png': blob })]).then(close)
        }),
      )
    item(button('Copy the address', 'copy', () => void navigator.clipboard.writeText(url).then(close)))
    return make('div', {}, opener, list)
  }
}
