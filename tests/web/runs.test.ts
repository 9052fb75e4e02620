import { VueQueryPlugin } from '@tanstack/vue-query'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { createApp, effectScope, ref } from 'vue'

const { post, get, remove } = vi.hoisted(() => ({ post: vi.fn(), get: vi.fn(), remove: vi.fn() }))
vi.mock('@/api/client', () => {
  class ApiProblem extends Error {
    constructor(
      readonly status: number,
      message: string,
    ) {
      super(message)
    }
  }
  return { api: { POST: post, GET: get, DELETE: remove }, ApiProblem, unwrap: (call: Promise<unknown>) => call }
})

const { hasRows, useRunItems, useWholeCheck } = await import('@/composables/useRuns')
type Source = import('@/composables/useRuns').RunSource

const source: Source = {
  kind: 'table',
  file: null,
  csv: 'sku\n1\n2\n',
  shelf: '',
  series: { prefix: '', from: 1, to: 0, step: 1, digits: 1, check: false },
}
const check = (state: string, at: number, found: object | null = null) => ({
  id: 'w1',
  state,
  rows: 40_000,
  looked_at: at,
  found,
})
const whole = () => effectScope().run(useWholeCheck)!

beforeEach(() => {
  vi.useFakeTimers()
  for (const mock of [post, get, remove]) mock.mockReset()
  remove.mockResolvedValue({})
})

describe('a whole table', () => {
  it('tells how far it has been looked through, and then what was found', async () => {
    post.mockResolvedValue(check('queued', 0))
    get.mockResolvedValueOnce(check('running', 9_000)).mockResolvedValueOnce(check('done', 40_000, { stopped: 3 }))
    const { looked, look } = whole()
    const answer = look(source, { text: '{{sku}}' }, { header: 'true', encoding: '' })
    await vi.advanceTimersByTimeAsync(600)
    expect(looked.value).toEqual({ at: 9_000, of: 40_000 })
    await vi.advanceTimersByTimeAsync(600)
    expect(await answer).toEqual({ stopped: 3 })
    expect(looked.value).toBeNull()
    const sent = post.mock.calls[0]![1].body as FormData
    expect([...sent.keys()]).toEqual(['csv', 'recipe', 'header'])
    expect(remove).not.toHaveBeenCalled()
  })

  it('is stopped on the server too, and by a newer one', async () => {
    post.mockResolvedValue(check('running', 10))
    const { looked, look, stop } = whole()
    const first = look(source, { text: '{{sku}}' }, {})
    await vi.advanceTimersByTimeAsync(100)
    stop()
    expect(looked.value).toBeNull()
    await vi.advanceTimersByTimeAsync(600)
    expect(await first).toBeNull()
    expect(remove).toHaveBeenCalledTimes(1)

    const older = look(source, { text: '{{sku}}' }, {})
    get.mockResolvedValue(check('done', 40_000, { stopped: 0 }))
    const newer = look(source, { text: '{{sku}}!' }, {})
    await vi.advanceTimersByTimeAsync(1_200)
    expect(await older).toBeNull()
    expect(await newer).toEqual({ stopped: 0 })
  })

  it('says so when it could not be looked through', async () => {
    post.mockResolvedValue(check('failed', 0))
    await expect(whole().look(source, { text: 'x' }, {})).rejects.toThrow(/could not be looked through/)
  })
})

describe('where rows come from', () => {
  it('has rows when there is something to take them from', () => {
    expect(hasRows(source)).toBe(true)
    expect(hasRows({ ...source, csv: '  \n' })).toBe(false)
    expect(hasRows({ ...source, kind: 'shelf', shelf: ' ' })).toBe(false)
    expect(hasRows({ ...source, kind: 'series' })).toBe(false)
    expect(hasRows({ ...source, kind: 'series', series: { ...source.series, to: 1 } })).toBe(true)
  })
})

describe('the rows of a run', () => {
  it('are fetched once more when the run has come to its end', async () => {
    const row = (state: string) => ({ data: [{ row: 2, state }], next: null })
    get.mockResolvedValueOnce(row('waiting')).mockResolvedValueOnce(row('made'))
    const isOpen = ref(true)
    const app = createApp({}).use(VueQueryPlugin)
    const scope = effectScope()
    const { items } = app.runWithContext(() => scope.run(() => useRunItems('r1', 'all', isOpen))!)
    await vi.advanceTimersByTimeAsync(100)
    expect(items.value).toEqual([{ row: 2, state: 'waiting' }])
    isOpen.value = false
    await vi.advanceTimersByTimeAsync(100)
    expect(items.value).toEqual([{ row: 2, state: 'made' }])
    await vi.advanceTimersByTimeAsync(20_000)
    expect(get).toHaveBeenCalledTimes(2)
    scope.stop()
  })
})
