// @vitest-environment happy-dom
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { ref } from 'vue'

const { sendPicture, isPdf, pagesOf, post, say, save } = vi.hoisted(() => ({
  sendPicture: vi.fn(),
  isPdf: vi.fn((file: File) => file.name.endsWith('.pdf')),
  pagesOf: vi.fn(),
  post: vi.fn(),
  say: vi.fn(),
  save: vi.fn(),
}))
vi.mock('@/composables/sendPicture', () => ({ sendPicture }))
vi.mock('@/composables/useToast', () => ({ useToast: () => ({ say }) }))
vi.mock('@/composables/useAbout', () => ({
  useAbout: () => ({ limits: ref({ read_bytes: 100 }) }),
  megabytes: (bytes: number) => `${bytes / 1e6} MB`,
}))
vi.mock('@/lib/pdf', () => ({ isPdf, pagesOf }))
vi.mock('@/lib/exports', () => ({ save }))
vi.mock('@/api/client', () => {
  class ApiProblem extends Error {
    constructor(
      readonly status: number,
      message: string,
      readonly errors: Record<string, string[]> = {},
    ) {
      super(message)
    }
    field = (name: string) => this.errors[name]?.[0]
  }
  return { api: { POST: post }, ApiProblem, unwrap: (call: Promise<unknown>) => call }
})
const { useReadings } = await import('@/composables/useReadings')
const { useHandOff } = await import('@/composables/useHandOff')
const { ApiProblem } = await import('@/api/client')

const file = (name: string, bytes = 10) => new File(['x'.repeat(bytes)], name)
const result = (...texts: string[]) => ({
  symbols: texts.map((text) => ({ text })),
  failure: texts.length === 0 ? { hint: 'Hold it closer.' } : null,
})
let urls = 0
const revoked: string[] = []

beforeEach(() => {
  for (const mock of [sendPicture, pagesOf, post, say, save]) mock.mockReset()
  urls = 0
  revoked.length = 0
  vi.spyOn(URL, 'createObjectURL').mockImplementation(() => `blob:${++urls}`)
  vi.spyOn(URL, 'revokeObjectURL').mockImplementation((url) => void revoked.push(url))
})

describe('pictures of a session', () => {
  it('are read one after the other, the newest first in the list, and each symbol is reported once', async () => {
    const report = vi.fn()
    const { take, entries, entry, symbol, waiting } = useReadings(report)
    sendPicture.mockResolvedValueOnce(result('a', 'b')).mockResolvedValueOnce(result())
    await take([file('one.png'), file('two.png')])
    expect(entries.value.map((one) => [one.name, one.state, one.message])).toEqual([
      ['two.png', 'done', 'Hold it closer.'],
      ['one.png', 'done', ''],
    ])
    expect(report.mock.calls.map(([read]) => (read as { text: string }).text)).toEqual(['a', 'b'])
    expect(waiting.value).toEqual({ done: 2, all: 2 })
    expect([entry.value?.name, symbol.value]).toEqual(['two.png', null])
  })

  it('that are too large are not sent, and one that fails does not stop the others', async () => {
    const { take, entries } = useReadings(vi.fn())
    sendPicture
      .mockRejectedValueOnce(new ApiProblem(422, 'No', { picture: ['This is no picture.'] }))
      .mockRejectedValueOnce(new TypeError('Failed to fetch'))
      .mockResolvedValueOnce(result('c'))
    await take([file('big.png', 101), file('text.png'), file('lost.png'), file('good.png')])
    expect(Object.fromEntries(entries.value.map((one) => [one.name, [one.state, one.message]]))).toEqual({
      'big.png': ['refused', expect.stringContaining('the most that is read')],
      'text.png': ['refused', 'This is no picture.'],
      'lost.png': ['refused', 'The picture could not be sent. Try again.'],
      'good.png': ['done', ''],
    })
    expect(sendPicture).toHaveBeenCalledTimes(3)
  })

  it('of a document are its pages; what is left of a long one is said', async () => {
    const { take, entries } = useReadings(vi.fn())
    sendPicture.mockResolvedValue(result('p'))
    pagesOf.mockResolvedValueOnce({ pages: [file('order, page 1'), file('order, page 2')], all: 5 })
    pagesOf.mockRejectedValueOnce(new Error('encrypted'))
    await take([file('order.pdf'), file('locked.pdf')])
    expect(entries.value.map((one) => one.name)).toEqual([
      'order.pdf, pages 3 to 5',
      'order, page 2',
      'order, page 1',
      'locked.pdf',
    ])
    expect(entries.value[0]!.message).toContain('Of 5 pages the first 2 are read')
    expect(entries.value[3]!.message).toContain('damaged or locked')
  })

  it('are kept up to a number, and what goes gives its memory back', () => {
    const { add, entries, forget, current } = useReadings(vi.fn())
    for (let i = 0; i < 305; i++) add(`frame ${i}`, new Blob(['x']), result('a') as never)
    expect(entries.value).toHaveLength(300)
    expect(revoked).toEqual(['blob:1', 'blob:2', 'blob:3', 'blob:4', 'blob:5'])
    const newest = entries.value[0]!
    expect(current.value).toEqual({ entry: newest.id, symbol: 0 })
    forget(newest.id)
    expect(revoked.at(-1)).toBe('blob:305')
    expect(current.value?.entry).toBe(entries.value[0]!.id)
    for (const one of [...entries.value]) forget(one.id)
    expect(current.value).toBeNull()
  })
})

describe('handing off', () => {
  const drawing = (over = {}) => ({
    as_is: false,
    picture: {
      svg: '<svg/>\n',
      text: null,
      data_uri: null,
      media_type: 'image/svg+xml',
      file_name: 'hive-7.svg',
      side_px: 200,
      title: 'QR code: Hive 7',
      ...over,
    },
  })
  const handOff = () => useHandOff(() => ({ text: 'Hive 7', level: 'Q' }) as never)

  it('makes the picture anew for each file, in process inks where that is asked for', async () => {
    post.mockResolvedValue(drawing({ svg: null, data_uri: 'data:application/pdf;base64,JVBERg==', file_name: 'h.pdf' }))
    await handOff().download('pdf', true)
    expect(post.mock.calls[0]![1].body).toEqual({ text: 'Hive 7', level: 'Q', as_is: true, format: 'pdf', cmyk: true })
    const [blob, name] = save.mock.calls[0] as [Blob, string]
    expect([await blob.text(), name]).toEqual(['%PDF', 'h.pdf'])
    expect(say).toHaveBeenCalledWith('Saved as h.pdf')
  })

  it('copies markup, an image and a call, each as it runs when pasted', async () => {
    const write = vi.fn()
    vi.stubGlobal('navigator', { clipboard: { writeText: write } })
    post.mockResolvedValue(drawing())
    const { copy } = handOff()
    await copy('svg')
    await copy('img')
    await copy('curl')
    expect(write.mock.calls[0]![0]).toBe('<svg/>')
    expect(write.mock.calls[1]![0]).toMatch(
      /^<img src="data:image\/svg\+xml[^"]+" [^>]*width="200"[^>]*alt="QR code: Hive 7"/,
    )
    expect(write.mock.calls[2]![0]).toMatch(/^curl [\s\S]*\/api\/v1\/symbols[\s\S]*"text": ?"Hive 7"/)
    expect(write.mock.calls[2]![0]).not.toContain('as_is')
    post.mockResolvedValue({ ...drawing(), as_is: true })
    await copy('curl')
    expect(write.mock.calls[3]![0]).toContain('as_is')
  })

  it('says why nothing was copied or saved', async () => {
    vi.stubGlobal('navigator', { clipboard: { writeText: () => Promise.reject(new Error('denied')) } })
    post.mockResolvedValue(drawing())
    await handOff().copy('svg')
    expect(say.mock.calls[0]![0]).toContain('Allow this page to use the clipboard')
    post.mockRejectedValue(new ApiProblem(503, 'The server is busy.'))
    await handOff().download('svg')
    expect(say.mock.calls[1]![0]).toBe('The server is busy.')
    expect(save).not.toHaveBeenCalled()
  })
})
