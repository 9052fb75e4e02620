// @vitest-environment happy-dom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { KeenGlyph } from '../../resources/embed/code'

const answers: { url: string; resolve: (answer: Response) => void; signal: AbortSignal | null }[] = []
const picture = (headers: Record<string, string> = {}) =>
  new Response('<svg xmlns="http://www.w3.org/2000/svg"/>', {
    headers: { 'Content-Type': 'image/svg+xml', ...headers },
  })
const problem = (status: number, detail: string, headers: Record<string, string> = {}) =>
  new Response(JSON.stringify({ detail }), {
    status,
    headers: { 'Content-Type': 'application/problem+json', ...headers },
  })

beforeEach(async () => {
  answers.length = 0
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout', 'Date'] })
  vi.stubGlobal(
    'fetch',
    (url: string, options: RequestInit) =>
      new Promise<Response>((resolve, reject) => {
        const signal = options.signal ?? null
        answers.push({ url, resolve, signal })
        signal?.addEventListener('abort', () => reject(new DOMException('', 'AbortError')))
      }),
  )
  HTMLImageElement.prototype.decode = () => Promise.resolve()
  await import('../../resources/embed/index')
})
afterEach(() => {
  document.body.replaceChildren()
  vi.unstubAllGlobals()
  vi.useRealTimers()
})

function put(attributes: Record<string, string>): { code: KeenGlyph; told: string[] } {
  const code = document.createElement('keen-glyph') as unknown as KeenGlyph
  const told: string[] = []
  for (const type of ['ready', 'expired', 'renew', 'failed']) code.addEventListener(type, () => told.push(type))
  for (const [name, value] of Object.entries({ base: 'https://codes.fennmoor.example', eager: '', ...attributes }))
    code.setAttribute(name, value)
  document.body.append(code as unknown as Node)
  return { code, told }
}
const settle = async (): Promise<void> => {
  for (let i = 0; i < 20; i++) await Promise.resolve()
}
const image = (code: KeenGlyph): HTMLImageElement | null => code.shadowRoot!.querySelector('img')

describe('<keen-glyph>', () => {
  it('waits while there is nothing to draw, and never shows an old code for an empty value', async () => {
    const { code } = put({ 'public-key': 'kgp_a', text: '' })
    await settle()
    expect([code.state, answers.length]).toEqual(['waiting', 0])
    code.setAttribute('text', 'HIVE 7')
    await settle()
    answers[0]!.resolve(picture())
    await settle()
    expect([code.state, image(code)?.src]).toEqual([
      'ready',
      'https://codes.fennmoor.example/s/1/code.svg?key=kgp_a&text=HIVE+7',
    ])
    code.setAttribute('text', '')
    await settle()
    expect([code.state, image(code)]).toEqual(['waiting', null])
  })

  it('draws the newest alone: what was asked for before is dropped, and its picture is gone at once', async () => {
    const { code, told } = put({ 'public-key': 'kgp_a', text: 'first' })
    await settle()
    code.setAttribute('text', 'second')
    code.setAttribute('level', 'H')
    await settle()
    expect([answers.length, answers[0]!.signal?.aborted, code.state]).toEqual([2, true, 'drawing'])
    answers[0]!.resolve(picture())
    answers[1]!.resolve(picture())
    await settle()
    expect(image(code)?.src).toContain('level=H&text=second')
    expect(told).toEqual(['ready'])
  })

  it('takes a code away when its time is over, and says so', async () => {
    const { code, told } = put({ token: 'kgt_a' })
    await settle()
    answers[0]!.resolve(picture({ 'Keen-Expires': new Date(Date.now() + 30_000).toISOString() }))
    await settle()
    expect([code.state, code.shadowRoot!.textContent]).toEqual(['ready', expect.stringContaining('30 s')])
    vi.advanceTimersByTime(31_000)
    expect([code.state, image(code), told]).toEqual(['expired', null, ['ready', 'expired']])
    code.shadowRoot!.querySelector<HTMLButtonElement>('button[part~=renew]')!.click()
    expect([code.state, told.at(-1)]).toEqual(['waiting', 'renew'])
    code.setAttribute('token', 'kgt_b')
    await settle()
    expect(answers[1]!.url).toContain('token=kgt_b')
  })

  it('says why there is no code, tries again by itself where that is of use, and by hand', async () => {
    const { code, told } = put({ 'public-key': 'kgp_a', text: 'x' })
    await settle()
    answers[0]!.resolve(problem(503, 'busy', { 'Retry-After': '1' }))
    await settle()
    expect(code.state).toBe('drawing')
    await vi.advanceTimersByTimeAsync(1300)
    answers[1]!.resolve(problem(403, 'This key does not hold from here.'))
    await settle()
    expect([code.state, code.shadowRoot!.textContent, told]).toEqual([
      'failed',
      expect.stringContaining('does not hold from here'),
      ['failed'],
    ])
    code.shadowRoot!.querySelector<HTMLButtonElement>('button[part~=retry]')!.click()
    await settle()
    expect([code.state, answers.length]).toEqual(['drawing', 3])
  })

  it('takes fields from attributes and from its property, and leaves out what is empty', async () => {
    const { code } = put({ 'public-key': 'kgp_a', kind: 'wifi', 'field-ssid': 'Honey House', 'field-password': '' })
    expect(new URL(code.address()!).searchParams.get('f.ssid')).toBe('Honey House')
    expect(code.address()).not.toContain('password')
    code.fields = { phones: [{ number: '+442079460123' }] }
    expect(new URL(code.address('png')!).searchParams.get('f.phones.0.number')).toBe('+442079460123')
    code.setAttribute('glyph', 'Xk3')
    expect(code.address()).toBe('https://codes.fennmoor.example/s/1/Xk3.svg')
  })
})
