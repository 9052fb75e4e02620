// @vitest-environment happy-dom
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, nextTick, reactive, ref } from 'vue'

const { leave, update, push, say, post } = vi.hoisted(() => ({
  leave: vi.fn(),
  update: vi.fn(),
  push: vi.fn(async () => {}),
  say: vi.fn(),
  post: vi.fn(),
}))
vi.mock('vue-router', () => ({
  onBeforeRouteLeave: leave,
  onBeforeRouteUpdate: update,
  useRouter: () => ({ push }),
}))
vi.mock('@/composables/useToast', () => ({ useToast: () => ({ say }) }))
vi.mock('@/api/client', () => {
  class ApiProblem extends Error {
    constructor(
      readonly status: number,
      message: string,
      readonly errors: Record<string, string[]> = {},
    ) {
      super(message)
    }
  }
  return { api: { POST: post }, ApiProblem, unwrap: (call: Promise<unknown>) => call }
})

const { useHistory } = await import('@/composables/useHistory')
const { useKeptDraft } = await import('@/composables/useKeptDraft')
const { useLeaveGuard } = await import('@/composables/useLeaveGuard')
const { useShortcut } = await import('@/composables/useShortcut')
const { useBars } = await import('@/composables/useBars')
const { ApiProblem } = await import('@/api/client')

/** Within a scope that ends with the test, so that no listener is left behind. */
let scope = effectScope()
const within = <T>(work: () => T): T => scope.run(work)!
const press = (key: string, over: KeyboardEventInit = {}, on: EventTarget = window) => {
  const event = new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true, ...over })
  on.dispatchEvent(event)
  return event
}

beforeEach(() => {
  scope.stop()
  scope = effectScope()
  vi.useFakeTimers()
  localStorage.clear()
  document.body.innerHTML = ''
  for (const mock of [leave, update, push, say, post]) mock.mockReset()
})

describe('history', () => {
  function table() {
    const state = reactive({ text: 'a', key: 'new', isUnsaved: false })
    const composition = {
      decided: () => JSON.stringify({ text: state.text }),
      recall: (kept: string) => Object.assign(state, JSON.parse(kept) as object),
    }
    const history = within(() => useHistory(composition, { key: () => state.key, isUnsaved: () => state.isUnsaved }))
    const type = async (text: string, pause = 400) => {
      Object.assign(state, { text, isUnsaved: true })
      await nextTick()
      await vi.advanceTimersByTimeAsync(pause)
    }
    return { state, history, type }
  }

  it('takes what is typed without a pause as one step, and goes back and forth over steps', async () => {
    const { state, history, type } = table()
    await type('ab', 50)
    await type('abc')
    await type('abcd')
    history.undo()
    await nextTick()
    expect(state.text).toBe('abc')
    history.undo()
    await nextTick()
    expect([state.text, history.canUndo.value]).toEqual(['a', false])
    history.redo()
    await nextTick()
    history.redo()
    await nextTick()
    expect([state.text, history.canRedo.value]).toEqual(['abcd', false])
  })

  it('counts a step that is still within its pause', async () => {
    const { state, history, type } = table()
    await type('abc')
    await type('abcd', 10)
    history.undo()
    expect(state.text).toBe('abc')
  })

  it('listens to the keyboard, but not while a dialog asks something', async () => {
    const { state, type } = table()
    await type('ab')
    expect(press('z', { ctrlKey: true }).defaultPrevented).toBe(true)
    await nextTick()
    expect(state.text).toBe('a')
    press('Z', { ctrlKey: true, shiftKey: true })
    await nextTick()
    expect(state.text).toBe('ab')
    press('z')
    press('z', { ctrlKey: true, altKey: true })
    document.body.innerHTML = '<div class="v-dialog v-overlay--active"></div>'
    expect(press('z', { ctrlKey: true }).defaultPrevented).toBe(false)
    expect(state.text).toBe('ab')
  })

  it('keeps a draft of what is unsaved, puts it back, and forgets it once it is saved', async () => {
    const { state, type } = table()
    await type('not saved')
    expect(localStorage.getItem('kg-draft-new')).toBe('{"text":"not saved"}')

    const later = table()
    expect(later.history.begin()).toBe(true)
    expect(later.state.text).toBe('not saved')

    // A first name moves it to a glyph of its own, which is saved.
    Object.assign(state, { key: 'g1', isUnsaved: false })
    await nextTick()
    expect([localStorage.getItem('kg-draft-new'), localStorage.getItem('kg-draft-g1')]).toEqual([null, null])
    expect(table().history.begin()).toBe(false)
  })
})

describe('a draft that is kept on the server', () => {
  const kept = (send = vi.fn(async () => {})) => ({ send, ...within(() => useKeptDraft<{ a: number }>(send, 500)) })

  it('is sent once it is left alone, and not because it was loaded', async () => {
    const { send, load, edit, isDirty } = kept()
    load({ a: 1 })
    await vi.advanceTimersByTimeAsync(1_000)
    expect(send).not.toHaveBeenCalled()
    edit({ a: 2 })
    await nextTick()
    await vi.advanceTimersByTimeAsync(300)
    edit({ a: 3 })
    await nextTick()
    await vi.advanceTimersByTimeAsync(600)
    expect(send.mock.calls).toEqual([[{ a: 3 }]])
    expect(isDirty.value).toBe(false)
  })

  it('stays unsent where something was typed meanwhile', async () => {
    let answer = (): void => {}
    const { load, edit, keep, isDirty } = kept(vi.fn(() => new Promise<void>((resolve) => (answer = resolve))))
    load({ a: 1 })
    edit({ a: 2 })
    const done = keep()
    edit({ a: 3 })
    answer()
    expect(await done).toBe(true)
    expect(isDirty.value).toBe(true)
  })

  it('says what is wrong beside it, and anything else in passing', async () => {
    const send = vi.fn().mockRejectedValueOnce(new ApiProblem(422, 'No', { a: ['Give a number from 1.'] }))
    send.mockRejectedValueOnce(new ApiProblem(503, 'The server is busy.'))
    const { load, edit, keep, problems } = kept(send)
    load({ a: 1 })
    edit({ a: 0 })
    expect(await keep()).toBe(false)
    expect(problems.value).toEqual({ a: ['Give a number from 1.'] })
    expect(say).not.toHaveBeenCalled()
    expect(await keep()).toBe(false)
    expect(say).toHaveBeenCalledWith('The server is busy.')
    expect(problems.value).toEqual({})
  })

  it('is sent before the screen is left, and asks where that fails', async () => {
    const send = vi.fn(async () => {})
    const { load, edit } = kept(send)
    const guard = leave.mock.calls[0]![0] as () => Promise<boolean>
    load({ a: 1 })
    expect(await guard()).toBe(true)
    edit({ a: 2 })
    expect(await guard()).toBe(true)
    expect(send).toHaveBeenCalledTimes(1)
    const confirm = vi.fn(() => false)
    vi.stubGlobal('confirm', confirm)
    send.mockRejectedValueOnce(new ApiProblem(503, 'busy'))
    edit({ a: 3 })
    expect(await guard()).toBe(false)
    expect(confirm).toHaveBeenCalledTimes(1)
  })
})

describe('leaving something unsaved', () => {
  const guarded = () => {
    const isUnsaved = ref(true)
    const guard = within(() => useLeaveGuard(isUnsaved, (id) => id === 'same'))
    const go = (leave.mock.calls[0]![0] as (to: object) => boolean).bind(null)
    const change = update.mock.calls[0]![0] as (to: object) => boolean
    return { isUnsaved, go, change, ...guard }
  }

  it('asks, and goes where one was going', async () => {
    const { go, leavingTo, leave: goOn, stay } = guarded()
    expect(go({ fullPath: '/glyphs' })).toBe(false)
    expect(leavingTo.value).toBe('/glyphs')
    stay()
    expect([leavingTo.value, push.mock.calls.length]).toEqual([null, 0])
    go({ fullPath: '/runs' })
    push.mockImplementationOnce(async () => void expect(go({ fullPath: '/runs' })).toBe(true))
    await goOn()
    expect(push).toHaveBeenCalledWith('/runs')
    // Afterwards it asks again.
    expect(go({ fullPath: '/glyphs' })).toBe(false)
  })

  it('goes on after saving only when nothing is left', async () => {
    const { isUnsaved, go, leaveAfter } = guarded()
    go({ fullPath: '/glyphs' })
    await leaveAfter(async () => {})
    expect(push).not.toHaveBeenCalled()
    go({ fullPath: '/glyphs' })
    await leaveAfter(async () => void (isUnsaved.value = false))
    expect(push).toHaveBeenCalledWith('/glyphs')
  })

  it('does not ask where the address stays with the same thing, nor when all is saved', () => {
    const { isUnsaved, change, go } = guarded()
    expect(change({ fullPath: '/compose/same', params: { id: 'same' } })).toBe(true)
    expect(change({ fullPath: '/compose/other', params: { id: 'other' } })).toBe(false)
    const closing = new Event('beforeunload', { cancelable: true })
    window.dispatchEvent(closing)
    expect(closing.defaultPrevented).toBe(true)
    isUnsaved.value = false
    expect(go({ fullPath: '/glyphs' })).toBe(true)
  })
})

describe('a key', () => {
  it('is a command alone, and a letter where somebody writes', () => {
    const [slash, save] = [vi.fn(), vi.fn()]
    within(() => useShortcut('/', slash))
    within(() => useShortcut('mod+s', save))
    document.body.innerHTML = '<input><textarea></textarea><button></button>'
    press('/', {}, document.querySelector('button')!)
    press('/', {}, document.querySelector('input')!)
    press('/', {}, document.querySelector('textarea')!)
    press('/', { ctrlKey: true })
    expect(slash).toHaveBeenCalledTimes(1)
    press('s', { metaKey: true }, document.querySelector('input')!)
    press('S', { ctrlKey: true })
    press('s')
    press('s', { ctrlKey: true, altKey: true })
    expect(save).toHaveBeenCalledTimes(2)
    scope.stop()
    press('/')
    expect(slash).toHaveBeenCalledTimes(1)
  })
})

describe('bars for tills', () => {
  const made = (symbology: string) => ({
    picture: { svg: '<svg xmlns="http://www.w3.org/2000/svg"/>', width_px: 226, height_px: 140 },
    bars: { symbology },
  })

  it('are drawn of the number in its own inks, and go with it', async () => {
    const gtin = ref<string | null>('9520123456788')
    const inks = reactive({ dark: '#2B1A0E', light: '#FFFAEC' })
    post.mockResolvedValue(made('ean13'))
    const bars = within(() =>
      useBars(
        () => gtin.value,
        () => inks,
      ),
    )
    await vi.runAllTimersAsync()
    expect(post.mock.calls[0]![1].body).toEqual({
      symbology: 'ean13',
      text: '9520123456788',
      dark: '#2B1A0E',
      light: '#FFFAEC',
      module_px: 2,
    })
    expect(bars.value).toMatchObject({ title: 'EAN-13 9520123456788', width: 226, height: 140 })
    inks.dark = '#000000'
    await vi.runAllTimersAsync()
    expect(post).toHaveBeenCalledTimes(2)
    gtin.value = null
    await nextTick()
    expect(bars.value).toBeNull()
  })

  it('are those of the newest number, whichever answer comes last', async () => {
    const gtin = ref<string | null>('9520123456788')
    const answers: ((value: unknown) => void)[] = []
    post.mockImplementation(() => new Promise((resolve) => answers.push(resolve)))
    const bars = within(() =>
      useBars(
        () => gtin.value,
        () => ({ dark: '#000000', light: '#FFFFFF' }),
      ),
    )
    gtin.value = '95200002'
    await nextTick()
    answers[1]!(made('ean8'))
    answers[0]!(made('ean13'))
    await vi.runAllTimersAsync()
    expect(bars.value?.title).toBe('EAN-8 95200002')
  })
})
