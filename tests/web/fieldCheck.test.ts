// @vitest-environment happy-dom
import { beforeEach, describe, expect, it, vi } from 'vitest'

const { post, get, put } = vi.hoisted(() => ({ post: vi.fn(), get: vi.fn(), put: vi.fn() }))
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
  return { api: { POST: post, GET: get, PUT: put }, ApiProblem, unwrap: (call: Promise<unknown>) => call }
})
const { suggestedDevice, useFieldCheck } = await import('@/composables/useFieldCheck')
const { ApiProblem } = await import('@/api/client')

const reading = (over = {}) => ({ outcome: 'read', ms: 84.4, result: 'r1', hint: null, ...over })
const photo = new File(['x'], 'jar.jpg', { type: 'image/jpeg' })
const sent = (call: number) => Object.fromEntries((post.mock.calls[call]![1].body as FormData).entries())

beforeEach(() => {
  for (const mock of [post, get, put]) mock.mockReset()
})

describe('a check on a phone', () => {
  it('reads a photograph, counts the tries, and says how long it took', async () => {
    const check = useFieldCheck('HIVE7')
    post.mockResolvedValueOnce(reading({ outcome: 'unread', ms: 900 })).mockResolvedValueOnce(reading())
    await check.readPhoto(photo)
    expect(check.headline.value).toBe('Not read')
    await check.readPhoto(photo)
    expect(check.headline.value).toBe('Read in 84 ms')
    expect([sent(0), sent(1)]).toMatchObject([
      { live: '0', tries: '1' },
      { live: '0', tries: '2' },
    ])
    expect(post.mock.calls[0]![1].params).toEqual({ path: { code: 'HIVE7' } })
    await check.readPhoto(null)
    expect(post).toHaveBeenCalledTimes(2)
    check.found.value = reading({ outcome: 'other' }) as never
    expect(check.headline.value).toBe('Another code was read')
    check.found.value = reading({ ms: 1_460 }) as never
    expect(check.headline.value).toBe('Read in 1.5 s')
  })

  it('times frames from the first one, and keeps what would help', async () => {
    const check = useFieldCheck('HIVE7')
    const now = vi.spyOn(performance, 'now').mockReturnValue(5_000)
    const frame = { width: 2, height: 1, pixels: new Uint8Array([0, 255]) } as never
    post.mockResolvedValueOnce(reading({ outcome: 'unread', hint: 'Hold it closer.' })).mockResolvedValue(reading())
    await check.readFrame(frame, new AbortController().signal)
    expect(check.tip.value).toBe('Hold it closer.')
    now.mockReturnValue(6_250)
    await check.readFrame(frame, new AbortController().signal)
    expect(check.tip.value).toBe('')
    expect([sent(0), sent(1)]).toMatchObject([
      { live: '1', elapsed_ms: '0' },
      { live: '1', elapsed_ms: '1250' },
    ])
    check.again()
    now.mockReturnValue(9_000)
    await check.readFrame(frame, new AbortController().signal)
    expect(sent(2)).toMatchObject({ elapsed_ms: '0' })
    now.mockRestore()
  })

  it('sends what was read once there is something, and what somebody saw without a picture', async () => {
    const check = useFieldCheck('HIVE7')
    get.mockResolvedValueOnce({ asks: 'Read it', results: 3 })
    await check.load()
    await check.send('Phone')
    expect(put).not.toHaveBeenCalled()
    post.mockResolvedValue(reading())
    put.mockResolvedValue({})
    await check.readPhoto(photo)
    await check.send('Pixel, Android')
    expect(put.mock.calls[0]![1]).toEqual({
      params: { path: { code: 'HIVE7', result: 'r1' } },
      body: { device: 'Pixel, Android' },
    })
    expect([check.isSent.value, check.task.value?.results]).toEqual([true, 4])
    check.again()
    expect([check.isSent.value, check.found.value, check.headline.value]).toEqual([false, null, ''])
    await check.log('Till scanner', 'unread')
    expect(post.mock.calls.at(-1)![1].body).toEqual({ device: 'Till scanner', outcome: 'unread' })
    expect([check.isSent.value, check.task.value?.results]).toEqual([true, 5])
  })

  it('says what is wrong with the field it is about, and what to do where nobody answers', async () => {
    const check = useFieldCheck('HIVE7')
    get.mockRejectedValueOnce(new ApiProblem(404, 'There is no such check.'))
    await check.load()
    expect(check.problem.value).toBe('There is no such check.')
    get.mockResolvedValueOnce({ asks: 'Read the jar' })
    await check.load()
    expect([check.problem.value, check.task.value]).toEqual(['', { asks: 'Read the jar' }])
    post.mockRejectedValueOnce(new ApiProblem(422, 'No', { picture: ['The file is no picture.'] }))
    await check.readPhoto(photo)
    expect(check.problem.value).toBe('The file is no picture.')
    post.mockRejectedValueOnce(new TypeError('Failed to fetch'))
    await check.readPhoto(photo)
    expect(check.problem.value).toContain('same network')
    expect(check.isBusy.value).toBe(false)
    post.mockRejectedValueOnce(new ApiProblem(422, 'No', { device: ['Name the device.'] }))
    await check.log('', 'read')
    expect([check.problem.value, check.isSent.value]).toEqual(['Name the device.', false])
  })
})

describe('the name of a device', () => {
  const from = (userAgent: string, userAgentData?: object) => {
    vi.stubGlobal('navigator', { userAgent, ...(userAgentData ? { userAgentData } : {}) })
    return suggestedDevice()
  }
  it.each([
    [
      'Mozilla/5.0 (iPhone; CPU iPhone OS 17_5 like Mac OS X) AppleWebKit/605.1.15 Mobile/15E148',
      'Phone, iPhone OS 17.5',
    ],
    ['Mozilla/5.0 (Linux; Android 14; K) AppleWebKit/537.36 Chrome/126.0 Mobile Safari/537.36', 'Phone, Android 14'],
    ['Mozilla/5.0 (Windows NT 10.0; Win64; x64) AppleWebKit/537.36', 'Computer, Windows NT 10.0'],
    ['Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36', 'Computer, Linux x86_64'],
    ['Mozilla/5.0 (Macintosh; Intel Mac OS X 10_15_7) AppleWebKit/605.1.15', 'Computer, Intel Mac OS X 10.15.7'],
    ['Something/1.0', 'Computer'],
  ])('is what the browser says of it: %s', async (agent, name) => {
    expect(await from(agent)).toBe(name)
  })

  it('is the model where the browser tells it, and what else it says where it refuses', async () => {
    const hints = {
      platform: 'Android',
      mobile: true,
      getHighEntropyValues: async () => ({ model: 'Pixel 8', platform: 'Android' }),
    }
    expect(await from('Something/1.0', hints)).toBe('Pixel 8, Android')
    const refuses = { ...hints, getHighEntropyValues: () => Promise.reject(new Error('NotAllowedError')) }
    expect(await from('Something/1.0 Mobile', refuses)).toBe('Phone, Android')
  })
})
