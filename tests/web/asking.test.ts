// @vitest-environment happy-dom
import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query'
import { flushPromises, mount } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h, ref } from 'vue'
import { answers, ApiProblem, calls, forget, say, shows } from './asked'

vi.mock('@/api/client', async () => (await import('./asked')).client)
vi.mock('@/composables/useToast', async () => {
  const { say } = await import('./asked')
  return { useToast: () => ({ say }) }
})

const { useGlyphChanges, useGlyphList } = await import('@/composables/useGlyphs')
const { useFieldChecks } = await import('@/composables/useFieldChecks')
const { useKinds } = await import('@/composables/useKinds')
const { sendFile, usePage, usePageChanges, usePageList, usePageOptions } = await import('@/composables/usePages')
const { isOpen, useProof, useProofChanges, useProofList } = await import('@/composables/useProofs')
const { useResolver } = await import('@/composables/useResolver')
const { useSession } = await import('@/composables/useSession')
const { useTrail, useWaypoint, useWaypointChanges, useWaypointList } = await import('@/composables/useWaypoints')

/** Runs something of a component within one, with questions that are asked once. */
function within<T>(setup: () => T): { held: T; client: QueryClient; leave: () => void } {
  const client = new QueryClient({ defaultOptions: { queries: { retry: false }, mutations: { retry: false } } })
  let held!: T
  const wrapper = mount(
    defineComponent({
      setup() {
        held = setup()
        return () => h('div')
      },
    }),
    { global: { plugins: [[VueQueryPlugin, { queryClient: client }]] } },
  )
  return { held, client, leave: () => wrapper.unmount() }
}

const sent = (method: string, path: string) => calls.filter((call) => call.method === method && call.path === path)
const query = (call: (typeof calls)[number] | undefined) =>
  (call?.given.params as { query?: Record<string, unknown> } | undefined)?.query
const place = (call: (typeof calls)[number] | undefined) =>
  (call?.given.params as { path?: Record<string, unknown> } | undefined)?.path

beforeEach(forget)
afterEach(() => vi.useRealTimers())

describe('glyphs', () => {
  it('are asked for by what was typed and chosen, a page at a time', async () => {
    answers.set('GET /api/v1/glyphs', { data: [{ id: 'a' }], total: 60, total_is_more: true, next_cursor: 'next' })
    const [q, sort] = [ref('hive'), ref<'name' | '-updated_at'>('name')]
    const filter = ref({ shelf: 's1', tag: 'queen', archived: 'only' as const, twice: true })
    const { held } = within(() => useGlyphList(q, sort, filter))
    await flushPromises()
    expect(query(sent('GET', '/api/v1/glyphs')[0])).toEqual({
      q: 'hive',
      sort: 'name',
      archived: 'only',
      shelf: 's1',
      tag: 'queen',
      twice: '1',
      limit: 50,
    })
    expect([held.glyphs.value.length, held.total.value, held.isMore.value]).toEqual([1, 60, true])
    answers.set('GET /api/v1/glyphs', { data: [{ id: 'b' }], total: 60, total_is_more: true, next_cursor: null })
    await held.fetchNextPage()
    await flushPromises()
    expect(query(sent('GET', '/api/v1/glyphs')[1])?.cursor).toBe('next')
    expect(held.glyphs.value.map((glyph) => glyph.id)).toEqual(['a', 'b'])
    expect(held.hasNextPage.value).toBe(false)
  })

  it('leave out of the question what is not chosen, and show the old answer until the new one is there', async () => {
    answers.set('GET /api/v1/glyphs', { data: [{ id: 'a' }], total: 1, next_cursor: null })
    const q = ref('')
    const { held } = within(() => useGlyphList(q, '-updated_at'))
    await flushPromises()
    expect(query(sent('GET', '/api/v1/glyphs')[0])).toEqual({ q: '', sort: '-updated_at', archived: 'no', limit: 50 })
    expect(held.isMore.value).toBe(false)
    answers.set('GET /api/v1/glyphs', { data: [], total: 0, next_cursor: null })
    q.value = 'nothing'
    await Promise.resolve()
    expect(held.glyphs.value).toHaveLength(1)
    await flushPromises()
    expect(held.glyphs.value).toEqual([])
  })

  it('can be taken back after they were deleted, and are renamed only as they were seen', async () => {
    const glyph = { id: 'g', name: 'Hive 7', revision: 3 } as never
    const { held } = within(useGlyphChanges)
    await held.remove.mutateAsync(glyph)
    expect(place(sent('DELETE', '/api/v1/glyphs/{glyph}')[0])).toEqual({ glyph: 'g' })
    const [words, undo] = say.mock.calls[0] as [string, { label: string; run: () => void }]
    expect([words, undo.label]).toEqual(['Hive 7 deleted', 'Undo'])
    undo.run()
    await flushPromises()
    expect(place(sent('POST', '/api/v1/glyphs/{glyph}/restore')[0])).toEqual({ glyph: 'g' })
    await held.rename.mutateAsync({ glyph, name: 'Hive 8' })
    const [renamed] = sent('PATCH', '/api/v1/glyphs/{glyph}')
    expect([renamed?.given.body, (renamed?.given.params as { header: unknown }).header]).toEqual([
      { name: 'Hive 8' },
      { 'If-Match': '"g-3"' },
    ])
  })

  it('say why they could not be deleted', async () => {
    answers.set('DELETE /api/v1/glyphs/{glyph}', new Error('It is on a page.'))
    const { held } = within(useGlyphChanges)
    await expect(held.remove.mutateAsync({ id: 'g', name: 'x', revision: 1 } as never)).rejects.toThrow()
    expect(say).toHaveBeenCalledExactlyOnceWith('It is on a page.')
  })
})

describe('field checks', () => {
  it('show the newest one until another is chosen, and look again while it is open', async () => {
    vi.useFakeTimers()
    answers.set('GET /api/v1/checks', { data: [{ id: 'new' }, { id: 'old' }] })
    answers.set('GET /api/v1/checks/{check}', { id: 'new', open: true })
    const chosen = ref('')
    const { held, leave } = within(() => useFieldChecks('g', chosen))
    await vi.advanceTimersByTimeAsync(1)
    expect([held.id.value, query(sent('GET', '/api/v1/checks')[0])]).toEqual(['new', { glyph: 'g', limit: 50 }])
    await vi.advanceTimersByTimeAsync(1)
    await vi.advanceTimersByTimeAsync(4_100)
    expect(sent('GET', '/api/v1/checks/{check}').length).toBe(2)
    answers.set('GET /api/v1/checks/{check}', { id: 'old', open: false })
    chosen.value = 'old'
    await vi.advanceTimersByTimeAsync(10)
    expect([held.id.value, held.check.value?.open]).toEqual(['old', false])
    const before = sent('GET', '/api/v1/checks/{check}').length
    await vi.advanceTimersByTimeAsync(9_000)
    expect(sent('GET', '/api/v1/checks/{check}').length).toBe(before)
    leave()
  })

  it('ask nothing before there is a glyph', async () => {
    within(() => useFieldChecks('', ''))
    await flushPromises()
    expect(calls).toEqual([])
  })

  it('begin with what is asked, and without an empty question', async () => {
    answers.set('GET /api/v1/checks', { data: [] })
    answers.set('POST /api/v1/checks', { id: 'made' })
    const { held, client } = within(() => useFieldChecks('g', ''))
    await flushPromises()
    await held.start.mutateAsync({ asks: ' ', hours: 24 })
    await held.start.mutateAsync({ asks: 'Does it read in the sun?', hours: 2 })
    expect(sent('POST', '/api/v1/checks').map((call) => call.given.body)).toEqual([
      { glyph: 'g', hours: 24 },
      { glyph: 'g', hours: 2, asks: 'Does it read in the sun?' },
    ])
    expect(client.getQueryData(['check', 'made'])).toEqual({ id: 'made' })
  })

  it('close, take results down and forget them one by one', async () => {
    answers.set('GET /api/v1/checks', { data: [{ id: 'c' }] })
    answers.set('GET /api/v1/checks/{check}', { id: 'c', open: false })
    const { held } = within(() => useFieldChecks('g', ''))
    await flushPromises()
    await held.log.mutateAsync({ device: 'phone', read: true } as never)
    await held.forget.mutateAsync('r1')
    await held.close.mutateAsync()
    await held.remove.mutateAsync()
    expect(place(sent('POST', '/api/v1/checks/{check}/results')[0])).toEqual({ check: 'c' })
    expect(place(sent('DELETE', '/api/v1/checks/{check}/results/{result}')[0])).toEqual({ check: 'c', result: 'r1' })
    expect(sent('POST', '/api/v1/checks/{check}/close')).toHaveLength(1)
    expect(sent('DELETE', '/api/v1/checks/{check}')).toHaveLength(1)
  })
})

describe('pages', () => {
  it('are looked for by what was typed', async () => {
    answers.set('GET /api/v1/pages', { data: [{ id: 'p' }], next_cursor: null })
    const typed = ref('')
    const { held } = within(() => usePageList(typed))
    await flushPromises()
    typed.value = 'swarm'
    await flushPromises()
    expect(sent('GET', '/api/v1/pages').map(query)).toEqual([{ limit: 200 }, { limit: 200, query: 'swarm' }])
    expect(held.pages.value).toEqual([{ id: 'p' }])
  })

  it('are asked for one by one once they are named', async () => {
    answers.set('GET /api/v1/pages/{page}', { id: 'p' })
    const id = ref('')
    const { held } = within(() => usePage(id))
    await flushPromises()
    expect(calls).toEqual([])
    id.value = 'p'
    await flushPromises()
    expect(held.data.value).toEqual({ id: 'p' })
  })

  it('know the parts that there are, and name others as they are called', async () => {
    answers.set('GET /api/v1/pages/options', { parts: [{ part: 'text', label: 'Text', fields: [{ name: 'text' }] }] })
    const { held } = within(usePageOptions)
    expect(held.fieldsOf('text')).toEqual([])
    await flushPromises()
    expect([held.fieldsOf('text'), held.labelOf('text'), held.labelOf('star'), held.fieldsOf('star')]).toEqual([
      [{ name: 'text' }],
      'Text',
      'star',
      [],
    ])
  })

  it('show what the server made of a change, and can be taken back after they were deleted', async () => {
    answers.set('PATCH /api/v1/pages/{page}', { id: 'p', name: 'Swarm' })
    answers.set('POST /api/v1/pages/{page}/publish', { id: 'p', name: 'Swarm', revision: 2 })
    answers.set('POST /api/v1/pages/{page}/revisions/{revision}/take-up', { id: 'p', name: 'Older' })
    const { held, client } = within(() => usePageChanges('p'))
    await held.change.mutateAsync({ name: 'Swarm' })
    expect(client.getQueryData(['page', 'p'])).toEqual({ id: 'p', name: 'Swarm' })
    await held.publish.mutateAsync()
    expect(client.getQueryData(['page', 'p'])).toMatchObject({ revision: 2 })
    await held.takeUp.mutateAsync(1)
    expect(place(sent('POST', '/api/v1/pages/{page}/revisions/{revision}/take-up')[0])).toEqual({
      page: 'p',
      revision: 1,
    })
    expect(client.getQueryData(['page', 'p'])).toMatchObject({ name: 'Older' })
    await held.remove.mutateAsync()
    const [words, undo] = say.mock.calls[0] as [string, { run: () => void }]
    expect(words).toContain('short address')
    undo.run()
    await flushPromises()
    expect(sent('POST', '/api/v1/pages/{page}/restore')).toHaveLength(1)
  })

  it('send a file by itself, or as the next version of another', async () => {
    const file = new File(['x'], 'hive.png', { type: 'image/png' })
    await sendFile(file)
    await sendFile(file, 'f1')
    const forms = sent('POST', '/api/v1/files').map((call) => call.given.body as FormData)
    expect(forms.map((form) => [...form.keys()])).toEqual([['file'], ['file', 'of']])
    const serialise = sent('POST', '/api/v1/files')[0]?.given.bodySerializer as (body: unknown) => unknown
    expect(serialise(forms[0])).toBe(forms[0])
  })
})

describe('waypoints', () => {
  it('are looked for, opened and watched', async () => {
    vi.useFakeTimers()
    answers.set('GET /api/v1/waypoints', { data: [{ id: 'w' }], next_cursor: null })
    answers.set('GET /api/v1/waypoints/{waypoint}', { id: 'w' })
    answers.set('GET /api/v1/waypoints/{waypoint}/trail', { scans: 3 })
    const { held, leave } = within(() => ({
      list: useWaypointList('hive'),
      one: useWaypoint('w'),
      trail: useTrail('w', '2027-06-01'),
      none: useTrail('', ''),
    }))
    await vi.advanceTimersByTimeAsync(10)
    expect(query(sent('GET', '/api/v1/waypoints')[0])).toEqual({ limit: 100, query: 'hive' })
    expect([held.list.waypoints.value, held.one.data.value, held.trail.data.value]).toEqual([
      [{ id: 'w' }],
      { id: 'w' },
      { scans: 3 },
    ])
    await vi.advanceTimersByTimeAsync(6_100)
    // Every three seconds, and of no waypoint that is not there.
    expect(sent('GET', '/api/v1/waypoints/{waypoint}/trail')).toHaveLength(3)
    expect(query(sent('GET', '/api/v1/waypoints/{waypoint}/trail')[2])).toEqual({ from: '2027-06-01' })
    leave()
  })

  it('show what each change made of them', async () => {
    for (const [path, name] of [
      ['PATCH /api/v1/waypoints/{waypoint}', 'changed'],
      ['POST /api/v1/waypoints/{waypoint}/publish', 'published'],
      ['POST /api/v1/waypoints/{waypoint}/revisions/{revision}/restore', 'restored'],
      ['POST /api/v1/waypoints/{waypoint}/state', 'paused'],
    ] as const)
      answers.set(path, { id: 'w', name })
    const { held, client } = within(() => useWaypointChanges('w'))
    const name = () => client.getQueryData<{ name: string }>(['waypoint', 'w'])?.name
    await held.change.mutateAsync({ name: 'x' })
    expect(name()).toBe('changed')
    await held.publish.mutateAsync()
    expect(name()).toBe('published')
    await held.rollBack.mutateAsync(2)
    expect(name()).toBe('restored')
    await held.state.mutateAsync({ paused: true } as never)
    expect(name()).toBe('paused')
    await held.remove.mutateAsync()
    expect(say.mock.calls[0]?.[0]).toBe('Deleted. Its code stays taken.')
  })

  it('say why they were not published, and leave it to the form why they were not changed', async () => {
    answers.set('POST /api/v1/waypoints/{waypoint}/publish', new Error('Rule 2 can never answer.'))
    answers.set('PATCH /api/v1/waypoints/{waypoint}', new Error('The name is taken.'))
    const { held } = within(() => useWaypointChanges('w'))
    await expect(held.publish.mutateAsync()).rejects.toThrow()
    await expect(held.change.mutateAsync({ name: 'x' })).rejects.toThrow('taken')
    expect(say.mock.calls).toEqual([['Rule 2 can never answer.']])
  })
})

describe('links of the resolver', () => {
  const link = (path: string, title: string) => ({
    id: title,
    path,
    title,
    type: 'gs1:pip',
    href: 'https://fennmoor.example/',
  })

  it('stand by the identifier that they are behind, in order', async () => {
    answers.set('GET /api/v1/resolver', {
      data: [link('/01/2', 'b'), link('/01/1', 'a'), link('/01/2', 'c')],
      next_cursor: null,
    })
    const { held } = within(() => useResolver(''))
    await flushPromises()
    expect(held.groups.value.map((group) => [group.path, group.links.map((one) => one.title)])).toEqual([
      ['/01/1', ['a']],
      ['/01/2', ['b', 'c']],
    ])
  })

  it('come back as they were when taking them out is undone', async () => {
    const { held } = within(() => useResolver('x'))
    await held.remove.mutateAsync({
      ...link('/01/1', 'Recipe'),
      language: 'cy',
      media: null,
      default: true,
      recall: false,
      ends_at: null,
    } as never)
    const [words, undo] = say.mock.calls[0] as [string, { run: () => void }]
    expect(words).toBe('Recipe is out')
    undo.run()
    await flushPromises()
    expect(sent('POST', '/api/v1/resolver')[0]?.given.body).toEqual({
      path: '/01/1',
      type: 'gs1:pip',
      href: 'https://fennmoor.example/',
      title: 'Recipe',
      language: 'cy',
      media: null,
      default: true,
      recall: false,
      ends_at: null,
    })
  })

  it('are changed by themselves', async () => {
    const { held } = within(() => useResolver(''))
    await held.change.mutateAsync({ id: 'l1', body: { title: 'New' } })
    expect([
      place(sent('PATCH', '/api/v1/resolver/{link}')[0]),
      sent('PATCH', '/api/v1/resolver/{link}')[0]?.given.body,
    ]).toEqual([{ link: 'l1' }, { title: 'New' }])
  })
})

describe('kinds', () => {
  beforeEach(() => localStorage.clear())

  it('are asked for once, and the four used last come first', async () => {
    answers.set('GET /api/v1/kinds', {
      data: ['link', 'wifi', 'event', 'contact', 'sms', 'text'].map((kind) => ({ kind })),
    })
    const { held } = within(useKinds)
    expect(held.byName('wifi')).toBeUndefined()
    await flushPromises()
    for (const kind of ['link', 'wifi', 'event', 'wifi', 'contact', 'sms'] as const) held.use(kind)
    expect(held.recent.value.map((one) => one.kind)).toEqual(['sms', 'contact', 'wifi', 'event'])
    expect(held.byName('text')).toEqual({ kind: 'text' })
    expect(sent('GET', '/api/v1/kinds')).toHaveLength(1)
  })

  it('leave out a recent one that there is no more', async () => {
    localStorage.setItem('kg-recent-kinds', JSON.stringify(['fax', 'link']))
    answers.set('GET /api/v1/kinds', { data: [{ kind: 'link' }] })
    const { held } = within(useKinds)
    await flushPromises()
    expect(held.recent.value).toEqual([{ kind: 'link' }])
  })
})

describe('a session', () => {
  const ines = { name: 'Ines', abilities: ['glyphs:write'], workspace: { id: 'w1' } }

  it('is nobody’s when the server knows nobody, and an error when it does not answer', async () => {
    answers.set('GET /api/v1/session', new ApiProblem(401, 'Sign in.'))
    const { held } = within(useSession)
    await flushPromises()
    expect([held.session.value, held.mayWrite.value]).toEqual([null, false])
    answers.set('GET /api/v1/session', new ApiProblem(503, 'Later.'))
    const { fetchSession } = await import('@/composables/useSession')
    await expect(fetchSession()).rejects.toThrow('Later.')
  })

  it('says from then on which workspace its pages are of', async () => {
    answers.set('GET /api/v1/session', ines)
    const { held } = within(useSession)
    await flushPromises()
    expect([held.session.value, held.mayWrite.value]).toEqual([ines, true])
    expect(shows).toHaveBeenLastCalledWith('w1')
  })

  it('begins with a name and a password, and forgets the workspace before when it changes', async () => {
    answers.set('GET /api/v1/session', new ApiProblem(401, 'Sign in.'))
    answers.set('POST /api/v1/session', ines)
    answers.set('PATCH /api/v1/session', { ...ines, abilities: [], workspace: { id: 'w2' } })
    const { held, client } = within(useSession)
    await held.signIn('ines@fennmoor.example', 'swarm-in-the-oak')
    expect(sent('POST', '/api/v1/session')[0]?.given.body).toEqual({
      email: 'ines@fennmoor.example',
      password: 'swarm-in-the-oak',
    })
    expect(held.mayWrite.value).toBe(true)
    client.setQueryData(['glyphs'], ['of the first'])
    await held.switchTo('w2')
    expect([client.getQueryData(['glyphs']), held.mayWrite.value]).toEqual([undefined, false])
    expect(shows).toHaveBeenLastCalledWith('w2')
    client.setQueryData(['pages'], ['of the second'])
    await held.signOut()
    expect([client.getQueryData(['pages']), client.getQueryData(['session'])]).toEqual([undefined, null])
    expect(shows).toHaveBeenLastCalledWith(undefined)
  })
})

describe('proofs', () => {
  class Stream {
    static made: Stream[] = []
    static OPEN = 1
    readyState = 1
    closed = false
    heard = new Map<string, (event: unknown) => void>()
    constructor(readonly url: string) {
      Stream.made.push(this)
    }
    addEventListener(name: string, heard: (event: unknown) => void): void {
      this.heard.set(name, heard)
    }
    close(): void {
      this.closed = true
      this.readyState = 2
    }
  }

  beforeEach(() => {
    Stream.made = []
    vi.stubGlobal('EventSource', Stream)
  })
  afterEach(() => vi.unstubAllGlobals())

  it('are under way while they wait or run', () => {
    expect(
      [undefined, { state: 'queued' }, { state: 'running' }, { state: 'done' }, { state: 'cancelled' }].map(isOpen),
    ).toEqual([false, true, true, false, false])
  })

  it('take their cells from the stream, and the rest when it ends', async () => {
    answers.set('GET /api/v1/proofs/{proof}', {
      id: 'p',
      state: 'running',
      devices: [{ id: 'phone' }],
      conditions: [{ id: 'tilt' }],
      cells: [],
      done: 0,
    })
    const { held, leave } = within(() => useProof('p'))
    await flushPromises()
    const [stream] = Stream.made
    expect(stream?.url).toBe('/api/v1/proofs/p/events')
    stream?.heard.get('cells')?.({
      data: JSON.stringify({ done: 1, cells: [{ device: 'phone', condition: 'tilt', margin: 40 }] }),
    })
    await flushPromises()
    expect(held.data.value).toMatchObject({ done: 1, cells: [{ margin: 40 }] })
    answers.set('GET /api/v1/proofs/{proof}', { id: 'p', state: 'done', cells: [], done: 9 })
    stream?.heard.get('end')?.({})
    await flushPromises()
    expect(held.data.value).toMatchObject({ state: 'done' })
    expect(stream?.closed).toBe(true)
    expect(Stream.made).toHaveLength(1)
    leave()
  })

  it('close their stream when one leaves, and open none for what is done', async () => {
    answers.set('GET /api/v1/proofs/{proof}', { id: 'p', state: 'running', cells: [], done: 0 })
    const open = within(() => useProof('p'))
    await flushPromises()
    open.leave()
    expect(Stream.made[0]?.closed).toBe(true)
    answers.set('GET /api/v1/proofs/{proof}', { id: 'q', state: 'done', cells: [], done: 9 })
    within(() => useProof('q'))
    await flushPromises()
    expect(Stream.made).toHaveLength(1)
  })

  it('are run for a glyph, stopped, and listed', async () => {
    answers.set('GET /api/v1/proofs', { data: [{ id: 'old' }], next_cursor: null })
    answers.set('POST /api/v1/proofs', { id: 'new', state: 'queued' })
    answers.set('POST /api/v1/proofs/{proof}/cancel', { id: 'new', state: 'cancelled' })
    const { held, client } = within(() => ({ list: useProofList('g'), changes: useProofChanges('g') }))
    await flushPromises()
    expect(held.list.proofs.value).toEqual([{ id: 'old' }])
    await held.changes.run.mutateAsync({ devices: ['recent_phone'] } as never)
    expect(sent('POST', '/api/v1/proofs')[0]?.given.body).toEqual({ glyph: 'g', devices: ['recent_phone'] })
    await held.changes.stop.mutateAsync('new')
    expect(client.getQueryData(['proof', 'new'])).toEqual({ id: 'new', state: 'cancelled' })
  })
})
