import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, nextTick, reactive } from 'vue'

const post = vi.hoisted(() => vi.fn())
vi.mock('@/api/client', async () => {
  class ApiProblem extends Error {
    constructor(
      readonly status: number,
      message: string,
      readonly fields: Record<string, string[]> = {},
      readonly payload?: unknown,
    ) {
      super(message)
    }
  }
  return { api: { POST: post }, ApiProblem, unwrap: (call: Promise<unknown>) => call }
})

const { useDrawing } = await import('@/composables/useDrawing')
const { ApiProblem } = await import('@/api/client')

/** A drawing as the server answers, as far as the table looks at it. */
const made = (of: string, problems: { code: string; severity: string; message: string }[] = []) => ({
  of,
  payload: { problems },
})

describe('useDrawing', () => {
  beforeEach(() => {
    vi.useFakeTimers()
    post.mockReset()
  })
  afterEach(() => {
    vi.useRealTimers()
  })

  /** A composition whose answers are given by hand, in any order. */
  function bench() {
    const fields = reactive({ text: 'a' })
    const answers: {
      text: string
      signal: AbortSignal
      resolve: (value: unknown) => void
      reject: (e: unknown) => void
    }[] = []
    post.mockImplementation((_path: string, init: { body: { text: string }; signal: AbortSignal }) => {
      return new Promise((resolve, reject) =>
        answers.push({ text: init.body.text, signal: init.signal, resolve, reject }),
      )
    })
    const scope = effectScope()
    const used = scope.run(() =>
      useDrawing(
        () => ({ text: fields.text }),
        () => fields.text === '',
      ),
    )!
    const type = async (text: string) => {
      fields.text = text
      await nextTick()
      await vi.advanceTimersByTimeAsync(30)
    }
    return { ...used, answers, type, stop: () => scope.stop() }
  }

  it('never lets an old answer replace a new one', async () => {
    const { drawing, answers, type, stop } = bench()
    await type('ab')
    await type('abc')
    expect(answers.map((answer) => answer.text)).toEqual(['ab', 'abc'])
    expect(answers[0]!.signal.aborted).toBe(true)
    answers[1]!.resolve(made('abc'))
    await vi.advanceTimersByTimeAsync(1)
    answers[0]!.resolve(made('ab'))
    await vi.advanceTimersByTimeAsync(1)
    expect(drawing.value).toEqual(made('abc'))
    stop()
  })

  it('asks once for a burst of keystrokes', async () => {
    const { answers, type, stop } = bench()
    for (const text of ['h', 'hi', 'hiv']) void type(text)
    await vi.advanceTimersByTimeAsync(100)
    expect(answers.length).toBeLessThanOrEqual(2)
    expect(answers.at(-1)!.text).toBe('hiv')
    stop()
  })

  it('shows nothing of yesterday when the text is refused or gone', async () => {
    const { drawing, problem, answers, type, stop } = bench()
    await type('ab')
    answers.at(-1)!.resolve(made('ab'))
    await vi.advanceTimersByTimeAsync(1)
    await type('javascript:')
    answers.at(-1)!.reject(new ApiProblem(422, 'No symbol is made of it.'))
    await vi.advanceTimersByTimeAsync(1)
    expect(drawing.value).toBeNull()
    expect(problem.value?.message).toBe('No symbol is made of it.')
    await type('')
    expect([drawing.value, problem.value]).toEqual([null, null])
    stop()
  })

  it('tells of what would run on a reader, and does not hold it out', async () => {
    const { drawing, problem, answers, type, stop } = bench()
    await type('javascript:alert(1)')
    const message = 'A reader may run this.'
    answers.at(-1)!.resolve(made('js', [{ code: 'dangerous_scheme', severity: 'error', message }]))
    await vi.advanceTimersByTimeAsync(1)
    expect([drawing.value, problem.value?.status, problem.value?.message]).toEqual([null, 422, message])
    await type('WIFI:')
    answers.at(-1)!.resolve(made('wifi', [{ code: 'unfinished', severity: 'error', message: 'The end is missing.' }]))
    await vi.advanceTimersByTimeAsync(1)
    expect([drawing.value !== null, problem.value]).toEqual([true, null])
    stop()
  })

  it('keeps the picture when the server is away, and says so', async () => {
    const { drawing, problem, answers, type, stop } = bench()
    await type('ab')
    answers.at(-1)!.resolve(made('ab'))
    await vi.advanceTimersByTimeAsync(1)
    await type('abc')
    answers.at(-1)!.reject(new ApiProblem(0, 'The server does not answer.'))
    await vi.advanceTimersByTimeAsync(1)
    expect(drawing.value).toEqual(made('ab'))
    expect(problem.value?.status).toBe(0)
    stop()
  })
})
