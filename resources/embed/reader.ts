import { cameraWords, graymap } from './camera'
import { ask, button, clock, make, ORIGIN, Refused, sheet } from './dom'
import { READER } from './styles'

export interface ReadSymbol {
  symbology: string
  text: string
  corners: [number, number][]
  payload: { kind: string; fields: Record<string, unknown> } | null
}

/** Milliseconds between frames, and out of view after which a code counts as new. */
const PACE = 120
const GAP = 2500

let styles: CSSStyleSheet | undefined

/** A scanner in somebody's page: camera, file or pasted picture in, what it says out. */
export class KeenGlyphReader extends HTMLElement {
  #root = this.attachShadow({ mode: 'open' })
  #view = make('div', { class: 'view', part: 'view' })
  #video = make('video', { playsinline: '', muted: '' })
  #outline = document.createElementNS('http://www.w3.org/2000/svg', 'svg')
  #row = make('div', { class: 'row' })
  #says = make('div', { class: 'says', part: 'says', role: 'status' })
  #file = make('input', { type: 'file', accept: 'image/*', hidden: '' })
  #stream: MediaStream | null = null
  #camera = ''
  #abort = new AbortController()
  #near = ''
  #seen = new Map<string, number>()
  #collected: ReadSymbol[] = []

  constructor() {
    super()
    styles ??= sheet(READER)
    this.#root.adoptedStyleSheets = [styles]
    this.#root.append(this.#view, this.#row, this.#says, this.#file)
    this.#video.muted = true
    this.#file.addEventListener('change', () => {
      const chosen = this.#file.files?.[0]
      this.#file.value = ''
      if (chosen) void this.read(chosen)
    })
    this.addEventListener('paste', (event) => this.#paste((event as ClipboardEvent).clipboardData))
  }

  /** Everything read since the start, in the mode `collect`. */
  get collected(): readonly ReadSymbol[] {
    return this.#collected
  }

  connectedCallback(): void {
    this.tabIndex = this.hasAttribute('tabindex') ? this.tabIndex : -1
    this.#idle()
  }

  disconnectedCallback(): void {
    this.stop()
  }

  /** Starts the camera; browsers want a press first. */
  async start(camera = this.#camera): Promise<void> {
    this.stop()
    try {
      if (!window.isSecureContext) throw new DOMException('', 'SecurityError')
      this.#stream = await navigator.mediaDevices.getUserMedia({
        audio: false,
        video: {
          ...(camera === '' ? { facingMode: { ideal: 'environment' } } : { deviceId: { exact: camera } }),
          width: { ideal: 1280 },
        },
      })
    } catch (e) {
      this.#refused(e)
      return
    }
    this.#video.srcObject = this.#stream
    await this.#video.play().catch(() => undefined)
    await this.#live()
    this.#abort = new AbortController()
    void this.#look(this.#abort.signal)
  }

  /** Ends the camera; what was read stays. */
  stop(): void {
    this.#abort.abort()
    this.#stream?.getTracks().forEach((track) => track.stop())
    this.#stream = null
    this.#near = ''
    if (this.isConnected) this.#idle()
  }

  /** Reads one picture. */
  async read(picture: Blob): Promise<void> {
    this.#say('Reading')
    try {
      const symbols = await this.#ask(picture, 'usual')
      if (symbols.length === 0) this.#say('No code was found in this picture.', 'bad')
      else await this.#found(symbols)
    } catch (e) {
      this.#problem(e)
    }
  }

  #idle(): void {
    delete this.#view.dataset.live
    this.#view.replaceChildren(make('slot', { name: 'start' }, make('p', {}, 'The camera starts only when you press.')))
    const start = button('', 'main start', () => void this.start())
    start.append(make('span', {}, 'Start the camera'))
    this.#row.replaceChildren(start, ...this.#others())
  }

  /** Ways in that need no camera. */
  #others(): HTMLElement[] {
    return [
      button('Picture', 'file', () => this.#file.click()),
      button('Paste', 'paste', () => {
        navigator.clipboard
          .read()
          .then(async (items) => {
            for (const item of items) {
              const type = item.types.find((one) => one.startsWith('image/'))
              if (type !== undefined) return this.read(await item.getType(type))
            }
            this.#say('There is no picture on the clipboard.', 'bad')
          })
          .catch(() => this.#say('The browser did not allow it. Press Ctrl V here instead.', 'bad'))
      }),
    ]
  }

  async #live(): Promise<void> {
    const track = this.#stream?.getVideoTracks()[0]
    this.#camera = track?.getSettings().deviceId ?? ''
    this.#view.dataset.live = ''
    this.#outline.setAttribute('viewBox', `0 0 ${this.#video.videoWidth} ${this.#video.videoHeight}`)
    this.#outline.setAttribute('preserveAspectRatio', 'xMidYMid slice')
    this.#view.replaceChildren(this.#video, this.#outline)
    const cameras = (await navigator.mediaDevices.enumerateDevices()).filter((one) => one.kind === 'videoinput')
    const choice = make('select', { 'aria-label': 'Camera', part: 'camera' })
    cameras.forEach((one, i) => choice.append(make('option', { value: one.deviceId }, one.label || `Camera ${i + 1}`)))
    choice.value = this.#camera
    choice.addEventListener('change', () => void this.start(choice.value))
    const light = button('Light', 'torch', () => {
      const on = light.getAttribute('aria-pressed') !== 'true'
      void track
        ?.applyConstraints({ advanced: [{ torch: on } as MediaTrackConstraintSet] })
        .then(() => light.setAttribute('aria-pressed', String(on)))
    })
    light.setAttribute('aria-pressed', 'false')
    const hasTorch = 'torch' in (track?.getCapabilities?.() ?? {})
    this.#row.replaceChildren(
      ...(cameras.length > 1 ? [choice] : []),
      ...(hasTorch ? [light] : []),
      button('Take picture', 'capture', () => {
        const { blob } = graymap(this.#video, this.#video.videoWidth, this.#video.videoHeight)
        void this.read(blob)
      }),
      button('Cancel', 'cancel', () => {
        this.stop()
        this.dispatchEvent(new CustomEvent('cancel', { bubbles: true, composed: true }))
      }),
    )
    this.#say('Hold a code before the camera.')
  }

  #refused(e: unknown): void {
    const [title, way] = cameraWords(e)
    this.#view.replaceChildren(
      make('slot', { name: 'refused' }, make('strong', { class: 'bad' }, title), make('p', { class: 'note' }, way)),
    )
    this.#row.replaceChildren(
      ...this.#others(),
      button('Try the camera again', 'start', () => void this.start()),
    )
    this.#status(title)
    this.dispatchEvent(new CustomEvent('refused', { detail: { message: title }, bubbles: true, composed: true }))
  }

  async #look(signal: AbortSignal): Promise<void> {
    while (!signal.aborted) {
      const begun = performance.now()
      const { videoWidth, videoHeight } = this.#video
      if (!document.hidden && videoWidth > 0) {
        try {
          const frame = graymap(this.#video, videoWidth, videoHeight)
          const symbols = await this.#ask(frame.blob, 'quick', signal)
          if (signal.aborted) return
          this.#draw(symbols, videoWidth / frame.width)
          this.#near = symbols[0]?.corners.flat().join(',') ?? ''
          const now = Date.now()
          const fresh = symbols.filter((one) => now - (this.#seen.get(one.text) ?? 0) > GAP)
          for (const one of symbols) this.#seen.set(one.text, now)
          if (fresh.length > 0) await this.#found(fresh)
        } catch (e) {
          if (signal.aborted) return
          this.#problem(e)
          if (!(e instanceof Refused) || e.after === null) {
            this.stop()
            return
          }
          await new Promise((resolve) => setTimeout(resolve, e.after ?? 1000))
        }
      }
      await new Promise((resolve) => setTimeout(resolve, Math.max(0, PACE - (performance.now() - begun))))
    }
  }

  async #ask(picture: Blob, effort: string, signal?: AbortSignal): Promise<ReadSymbol[]> {
    const form = new FormData()
    form.append('picture', picture, 'picture')
    form.append('effort', effort)
    const symbologies = this.getAttribute('symbologies')
    if (symbologies !== null && symbologies !== '') form.append('symbologies', symbologies)
    if (effort === 'quick' && this.#near !== '') form.append('near', this.#near)
    const answer = await this.#call('/api/v1/read', form, signal)
    const { pictures } = (await answer.json()) as { pictures: { symbols: ReadSymbol[] }[] }
    return pictures[0]?.symbols ?? []
  }

  #call(path: string, body: FormData | string, signal?: AbortSignal): Promise<Response> {
    const own = typeof body === 'string' ? this.getAttribute('gate-token') : null
    const key = own ?? this.getAttribute('token') ?? this.getAttribute('public-key') ?? ''
    return ask((this.getAttribute('base') ?? ORIGIN) + path, {
      method: 'POST',
      body,
      signal: signal ?? null,
      headers: {
        Authorization: `Bearer ${key}`,
        Accept: 'application/json',
        ...(typeof body === 'string' ? { 'Content-Type': 'application/json' } : {}),
      },
    })
  }

  #draw(symbols: ReadSymbol[], scale: number): void {
    this.#outline.replaceChildren(
      ...symbols.map((one) => {
        const polygon = document.createElementNS('http://www.w3.org/2000/svg', 'polygon')
        polygon.setAttribute('points', one.corners.map(([x, y]) => `${x * scale},${y * scale}`).join(' '))
        return polygon
      }),
    )
  }

  async #found(symbols: ReadSymbol[]): Promise<void> {
    this.#signal()
    const mode = this.getAttribute('mode') ?? 'read'
    this.dispatchEvent(new CustomEvent('read', { detail: { symbols, mode }, bubbles: true, composed: true }))
    const [first] = symbols
    if (first === undefined) return
    if (mode === 'collect') {
      for (const one of symbols) if (!this.#collected.some((had) => had.text === one.text)) this.#collected.push(one)
      this.#says.replaceChildren(
        make('strong', { class: 'good' }, `${this.#collected.length} read`),
        make('ol', {}, ...this.#collected.map((one) => make('li', {}, make('code', {}, one.text)))),
      )
      return
    }
    if (mode === 'compare') {
      const expected = this.getAttribute('expected') ?? ''
      const isSame = first.text === expected
      this.#status(isSame ? 'Same, character by character' : 'Not the same', isSame ? 'good' : 'bad', first.text)
      this.dispatchEvent(
        new CustomEvent('compared', {
          detail: { same: isSame, text: first.text, expected },
          bubbles: true,
          composed: true,
        }),
      )
      return
    }
    if (mode === 'gate') {
      await this.#admit(first.text)
      return
    }
    this.#status(`Read at ${clock(Date.now())}`, 'good', first.text)
  }

  async #admit(code: string): Promise<void> {
    try {
      const gate = encodeURIComponent(this.getAttribute('gate') ?? '')
      const body = JSON.stringify({ code, door: this.getAttribute('door') ?? '' })
      const answer = (await (await this.#call(`/api/v1/gates/${gate}/admit`, body)).json()) as {
        verdict: string
        entry: { name: string; admitted_at: string | null } | null
      }
      const name = answer.entry?.name ?? code
      const at = answer.entry?.admitted_at
      if (answer.verdict === 'admitted') this.#status('Admitted', 'good', name)
      else if (answer.verdict === 'unknown') this.#status('Not on the list', 'bad', code)
      else this.#status(`Already used${at ? ` at ${clock(Date.parse(at))}` : ''}`, 'half', name)
      this.dispatchEvent(new CustomEvent('admitted', { detail: answer, bubbles: true, composed: true }))
    } catch (e) {
      this.#problem(e)
    }
  }

  #paste(data: DataTransfer | null): void {
    const file = [...(data?.files ?? [])].find((one) => one.type.startsWith('image/'))
    if (file) void this.read(file)
  }

  #say(text: string, look = ''): void {
    this.#says.replaceChildren(make('p', look === '' ? { class: 'note' } : { class: look }, text))
  }

  #status(title: string, look = 'bad', text = ''): void {
    this.#says.replaceChildren(
      make('strong', { class: look }, title),
      ...(text === '' ? [] : [make('code', { part: 'text' }, text)]),
    )
  }

  #problem(e: unknown): void {
    const words = e instanceof Refused ? e.message : 'The picture could not be sent.'
    this.#say(words, 'bad')
    this.dispatchEvent(new CustomEvent('failed', { detail: { message: words }, bubbles: true, composed: true }))
  }

  /** A short sound and a tap, unless the host wants none. */
  #signal(): void {
    if (this.hasAttribute('silent')) return
    navigator.vibrate?.(60)
    try {
      const audio = new AudioContext()
      const tone = audio.createOscillator()
      const volume = audio.createGain()
      volume.gain.value = 0.06
      tone.frequency.value = 1320
      tone.connect(volume).connect(audio.destination)
      tone.start()
      tone.stop(audio.currentTime + 0.08)
      tone.addEventListener('ended', () => void audio.close())
    } catch {
      // No sound device: the words are there.
    }
  }
}
