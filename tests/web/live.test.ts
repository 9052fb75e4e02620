// @vitest-environment happy-dom
import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query'
import { flushPromises, mount } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, nextTick, ref } from 'vue'

const { get, post, remove, say, signal } = vi.hoisted(() => ({
  get: vi.fn(),
  post: vi.fn(),
  remove: vi.fn(),
  say: vi.fn(),
  signal: vi.fn(),
}))
vi.mock('@/composables/useToast', () => ({ useToast: () => ({ say }) }))
vi.mock('@/composables/useSignals', () => ({ useSignals: () => ({ signal }) }))
vi.mock('@/composables/useAbout', () => ({ useAbout: () => ({ limits: ref({ gate_entries: 100 }) }) }))
vi.mock('@/api/client', () => ({
  api: { GET: get, POST: post, DELETE: remove },
  ApiProblem: class extends Error {},
  unwrap: (call: Promise<unknown>) => call,
}))
const { useGate } = await import('@/composables/useGate')
const { useProof } = await import('@/composables/useProofs')

/** A composable within a component that asks a server of its own. */
function within<T>(use: () => T) {
  let made!: T
  const client = new QueryClient({ defaultOptions: { queries: { retry: false } } })
  const component = defineComponent({ setup: () => ((made = use()), () => null) })
  const wrapper = mount(component, { global: { plugins: [[VueQueryPlugin, { queryClient: client }]] } })
  return { made, client, wrapper }
}

beforeEach(() => {
  localStorage.clear()
  for (const mock of [get, post, remove, say, signal]) mock.mockReset()
})

describe('a door', () => {
  const gates = [
    { id: 'g1', name: 'South field', inside: 0 },
    { id: 'g2', name: 'North field', inside: 3 },
  ]
  const door = async (tab: 'latest' | 'missing' = 'latest') => {
    get.mockImplementation(async (path: string) => ({ data: path === '/api/v1/gates' ? gates : [] }))
    const chosen = ref(tab)
    const { made, client, wrapper } = within(() => useGate(chosen))
    await flushPromises()
    return { ...made, client, wrapper, tab: chosen }
  }
  const asked = (path: string) => get.mock.calls.filter(([one]) => one === path).length

  it('stands at the first gate until another is chosen, and at that one again later', async () => {
    const first = await door()
    expect(first.gate.value).toBe('g1')
    first.gate.value = 'g2'
    await nextTick()
    expect(first.current.value?.name).toBe('North field')
    first.wrapper.unmount()
    expect((await door()).gate.value).toBe('g2')
  })

  it('admits with a name of the door and a key of its own, shows how many are inside, and says so aloud', async () => {
    const { admit, answer, current, door: name } = await door()
    name.value = ' East '
    post.mockResolvedValueOnce({ verdict: 'admitted', gate: { ...gates[0], inside: 1 } })
    post.mockResolvedValueOnce({ verdict: 'used', gate: { ...gates[0], inside: 1 } })
    await admit('CARD-1')
    expect(post.mock.calls[0]![1]).toMatchObject({
      params: { path: { gate: 'g1' } },
      body: { code: 'CARD-1', door: 'East' },
    })
    expect([answer.value?.code, current.value]).toEqual(['CARD-1', { ...gates[0], inside: 1 }])
    await admit('CARD-1')
    expect(signal.mock.calls).toEqual([[true], [false]])
    const keys = post.mock.calls.map(([, sent]) => sent.params.header['Idempotency-Key'] as string)
    expect(new Set(keys).size).toBe(2)
    await admit('')
    expect(post).toHaveBeenCalledTimes(2)
  })

  it('says that nobody was admitted where the gate does not answer', async () => {
    const { admit, answer, trouble } = await door()
    post.mockResolvedValueOnce({ verdict: 'admitted', gate: gates[0] }).mockRejectedValueOnce(new Error('Not now.'))
    await admit('CARD-1')
    await admit('CARD-2')
    expect([answer.value, trouble.value]).toEqual([null, 'Not now. Nobody was admitted by this.'])
    expect(signal).toHaveBeenLastCalledWith(false)
  })

  it('lets an admission be taken back, and a deleted gate be brought back', async () => {
    const { undo, remove: drop, gate } = await door()
    post.mockResolvedValue(gates[0])
    await undo('a1', 'Maud')
    expect(say).toHaveBeenCalledWith('Maud is outside again')
    remove.mockResolvedValueOnce({})
    await drop()
    expect(say.mock.calls.at(-1)![0]).toBe('South field is deleted')
    gate.value = 'g2'
    ;(say.mock.calls.at(-1)![1] as { run: () => void }).run()
    await flushPromises()
    expect(post.mock.calls.at(-1)![0]).toBe('/api/v1/gates/{gate}/restore')
    expect(gate.value).toBe('g1')
  })

  it('asks who is missing only when that is looked at', async () => {
    const { tab } = await door()
    expect(asked('/api/v1/gates/{gate}/entries')).toBe(0)
    tab.value = 'missing'
    await flushPromises()
    expect(asked('/api/v1/gates/{gate}/entries')).toBe(1)
  })
})

describe('a proof under way', () => {
  class Stream {
    static all: Stream[] = []
    static OPEN = 1
    readyState = 1
    heard: Record<string, (event: unknown) => void> = {}
    isClosed = false
    constructor(readonly url: string) {
      Stream.all.push(this)
    }
    addEventListener = (name: string, run: (event: unknown) => void) => (this.heard[name] = run)
    close = () => (this.isClosed = true)
  }
  const proof = (over = {}) => ({
    id: 'p1',
    state: 'running',
    done: 0,
    total: 2,
    cells: [],
    devices: [{ id: 'kiosk' }],
    conditions: [{ id: 'tilt' }, { id: 'dirt' }],
    ...over,
  })
  const cell = (condition: string) => ({ device: 'kiosk', condition })

  beforeEach(() => {
    Stream.all = []
    vi.stubGlobal('EventSource', Stream)
  })

  it('takes its cells as they are found, and the whole of it at the end', async () => {
    get.mockResolvedValueOnce(proof()).mockResolvedValueOnce(proof({ state: 'done', done: 2 }))
    const { made, wrapper } = within(() => useProof('p1'))
    await flushPromises()
    const [stream] = Stream.all
    expect(stream!.url).toBe('/api/v1/proofs/p1/events')
    stream!.heard.cells!({ data: JSON.stringify({ done: 1, cells: [cell('tilt')] }) })
    await nextTick()
    expect(made.data.value).toMatchObject({ done: 1, cells: [cell('tilt')] })
    stream!.heard.end!({})
    await flushPromises()
    expect([made.data.value?.state, stream!.isClosed, Stream.all.length]).toEqual(['done', true, 1])
    wrapper.unmount()
  })

  it('listens to the one that is looked at, and to none that is done', async () => {
    get.mockResolvedValue(proof())
    const id = ref('p1')
    const { wrapper } = within(() => useProof(id))
    await flushPromises()
    get.mockResolvedValue(proof({ id: 'p2' }))
    id.value = 'p2'
    await flushPromises()
    expect(Stream.all.map((one) => [one.url.slice(-9), one.isClosed])).toEqual([
      ['p1/events', true],
      ['p2/events', false],
    ])
    wrapper.unmount()
    expect(Stream.all[1]!.isClosed).toBe(true)
    get.mockResolvedValue(proof({ state: 'done' }))
    within(() => useProof('p3'))
    await flushPromises()
    expect(Stream.all).toHaveLength(2)
  })
})
