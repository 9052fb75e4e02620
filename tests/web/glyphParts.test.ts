// @vitest-environment happy-dom
import { flushPromises } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { answers, ApiProblem, forget, push, say, sent, shown } from './asked'

vi.mock('@/api/client', async () => (await import('./asked')).client)
vi.mock('@/composables/useToast', async () => {
  const { say } = await import('./asked')
  return { useToast: () => ({ say }) }
})
vi.mock('vue-router', async () => {
  const { push } = await import('./asked')
  return { useRoute: () => ({ params: {} }), useRouter: () => ({ push }) }
})

const GlyphFilters = (await import('@/components/GlyphFilters.vue')).default
const GlyphHistory = (await import('@/components/GlyphHistory.vue')).default
const GoTo = (await import('@/components/GoTo.vue')).default

beforeEach(forget)

describe('which glyphs are shown', () => {
  const filter = { shelf: '', tag: '', archived: 'no', twice: false }
  beforeEach(() => {
    answers.set('GET /api/v1/shelves', {
      data: [
        { shelf: 'honey/heather', glyphs: 3 },
        { shelf: 'honey/clover', glyphs: 2 },
        { shelf: 'hives', glyphs: 7 },
      ],
    })
    answers.set('GET /api/v1/glyphs/tags', { data: [{ tag: 'queen', glyphs: 4 }] })
  })

  it('lists shelves with those above them, and all that stands below', async () => {
    const filters = shown(GlyphFilters, { modelValue: filter, mayWrite: true })
    await flushPromises()
    expect(
      filters.findAll('#f-shelf option').map((one) => one.element.textContent?.replaceAll('\u00a0', '.').trim()),
    ).toEqual(['all', 'hives, 7', 'honey, 5', '..clover, 2', '..heather, 3'])
    expect(filters.findAll('#f-tag option').map((one) => one.text())).toEqual(['any', 'queen, 4'])
  })

  it('keeps a shelf and a tag in its lists that nothing stands on any more', async () => {
    const filters = shown(GlyphFilters, { modelValue: { ...filter, shelf: 'gone', tag: 'old' }, mayWrite: false })
    await flushPromises()
    expect(filters.get<HTMLSelectElement>('#f-shelf').element.value).toBe('gone')
    expect(filters.get<HTMLSelectElement>('#f-tag').element.value).toBe('old')
    // Whoever may only read renames nothing.
    expect(filters.text()).not.toContain('Rename')
  })

  it('changes one thing at a time', async () => {
    const filters = shown(GlyphFilters, { modelValue: filter, mayWrite: true })
    await flushPromises()
    const [, archive] = filters.findAll('input[type=checkbox]')
    await archive!.trigger('change')
    expect(filters.emitted('update:modelValue')?.at(-1)).toEqual([{ ...filter, archived: 'only' }])
  })

  it('renames a shelf with all on it, and says beside the name why it cannot', async () => {
    answers.set('POST /api/v1/shelves/rename', new ApiProblem(422, 'No.', { to: ['There is such a shelf.'] }))
    const filters = shown(GlyphFilters, { modelValue: { ...filter, shelf: 'hives' }, mayWrite: true })
    await flushPromises()
    await filters.get('button.link').trigger('click')
    await filters.get('[aria-label="New name of the shelf"]').setValue('apiary')
    await filters.get('form').trigger('submit')
    await flushPromises()
    expect(filters.get('[role=alert]').text()).toBe('There is such a shelf.')
    answers.set('POST /api/v1/shelves/rename', { moved: 1 })
    await filters.get('form').trigger('submit')
    await flushPromises()
    expect(sent('POST', '/api/v1/shelves/rename').at(-1)?.body).toEqual({ from: 'hives', to: 'apiary' })
    expect(say).toHaveBeenCalledWith('1 glyph on apiary')
    expect(filters.emitted('update:modelValue')?.at(-1)).toEqual([{ ...filter, shelf: 'apiary' }])
    expect(filters.find('form').exists()).toBe(false)
  })
})

describe('what a glyph was', () => {
  const glyph = { id: 'g', name: 'Hive 7', revision: 3 }
  const revisions = [
    { revision: 3, at: '2027-06-12T10:00:00Z', changes: [{ field: 'dark', from: '#111111', to: '#222222' }] },
    {
      revision: 2,
      at: '2027-06-11T10:00:00Z',
      changes: [
        { field: 'dark', from: '#000000', to: '#111111' },
        { field: 'size_mm', from: 20, to: null },
      ],
    },
    { revision: 1, at: '2027-06-10T10:00:00Z', changes: [] },
  ]

  it('shows what lies between an earlier revision and now, the first value and the last', async () => {
    answers.set('GET /api/v1/glyphs/{glyph}/revisions', { data: revisions })
    const history = shown(GlyphHistory, { glyph, mayWrite: true, modelValue: true })
    await flushPromises()
    const rows = () => history.findAll('tbody tr').map((row) => row.findAll('td').map((cell) => cell.text()))
    expect(rows()).toEqual([['dark', '#111111', '#222222']])
    await history.get('#earlier').setValue('1')
    expect(rows()).toEqual([
      ['dark', '#000000', '#222222'],
      ['size mm', '20', 'none'],
    ])
    expect(history.findAll('img').map((one) => one.attributes('src'))).toEqual([
      '/api/v1/glyphs/g/revisions/1/image.svg',
      '/api/v1/glyphs/g/revisions/3/image.svg',
    ])
  })

  it('brings one back only as the glyph was seen, and tells so', async () => {
    answers.set('GET /api/v1/glyphs/{glyph}/revisions', { data: revisions })
    answers.set('POST /api/v1/glyphs/{glyph}/revisions/{revision}/restore', { ...glyph, revision: 4 })
    const history = shown(GlyphHistory, { glyph, mayWrite: true, modelValue: true })
    await flushPromises()
    await history.get('button.main').trigger('click')
    await flushPromises()
    expect(sent('POST', '/api/v1/glyphs/{glyph}/revisions/{revision}/restore')[0]?.params).toEqual({
      path: { glyph: 'g', revision: 2 },
      header: { 'If-Match': '"g-3"' },
    })
    expect(say).toHaveBeenCalledWith('Revision 2 is back, as revision 4')
    expect(history.emitted('restored')).toEqual([[{ ...glyph, revision: 4 }]])
    expect(history.emitted('update:modelValue')).toEqual([[false]])
  })

  it('stays open and says why when it could not', async () => {
    answers.set('GET /api/v1/glyphs/{glyph}/revisions', { data: revisions })
    answers.set('POST /api/v1/glyphs/{glyph}/revisions/{revision}/restore', new ApiProblem(412, 'It was changed.'))
    const history = shown(GlyphHistory, { glyph, mayWrite: true, modelValue: true })
    await flushPromises()
    await history.get('button.main').trigger('click')
    await flushPromises()
    expect(say).toHaveBeenCalledWith('It was changed.')
    expect(history.emitted('update:modelValue')).toBeUndefined()
  })

  it('has nothing to compare in what was saved once, and tells an error', async () => {
    answers.set('GET /api/v1/glyphs/{glyph}/revisions', { data: revisions.slice(2) })
    const once = shown(GlyphHistory, { glyph, mayWrite: true, modelValue: true })
    await flushPromises()
    expect(once.text()).toContain('as it was first saved')
    expect(once.find('button.main').exists()).toBe(false)
    answers.set('GET /api/v1/glyphs/{glyph}/revisions', new Error('The server does not answer.'))
    const broken = shown(GlyphHistory, { glyph, mayWrite: true, modelValue: true })
    await flushPromises()
    expect(broken.get('[role=alert]').text()).toBe('The server does not answer.')
  })
})

describe('going to places', () => {
  const places = [
    { to: '/compose', name: 'Compose' },
    { to: '/read', name: 'Read' },
  ]

  it('finds places and glyphs by what is typed, and goes with the keys', async () => {
    vi.useFakeTimers()
    answers.set('GET /api/v1/glyphs', {
      data: [{ id: 'g', name: 'Heather read', text: 'https' }],
      total: 1,
      next_cursor: null,
    })
    const goto = shown(GoTo, { places, modelValue: true })
    await vi.advanceTimersByTimeAsync(50)
    await goto.get('input').setValue('rea')
    await vi.advanceTimersByTimeAsync(200)
    expect(goto.findAll('[role=option]').map((one) => one.text())).toEqual(['Readplace', 'Heather readhttps'])
    expect(goto.findAll('[role=option]')[0]!.attributes('aria-selected')).toBe('true')
    await goto.get('input').trigger('keydown', { key: 'ArrowDown' })
    expect(goto.get('input').attributes('aria-activedescendant')).toBe('goto-1')
    // Beyond the last the first comes again.
    await goto.get('input').trigger('keydown', { key: 'ArrowDown' })
    expect(goto.get('input').attributes('aria-activedescendant')).toBe('goto-0')
    await goto.get('input').trigger('keydown', { key: 'ArrowUp' })
    await goto.get('input').trigger('keydown', { key: 'Enter' })
    expect(push).toHaveBeenCalledExactlyOnceWith('/compose/g')
    expect(goto.emitted('update:modelValue')).toEqual([[false]])
    vi.useRealTimers()
  })

  it('says that nothing is called so, and then goes nowhere', async () => {
    vi.useFakeTimers()
    answers.set('GET /api/v1/glyphs', { data: [], total: 0, next_cursor: null })
    const goto = shown(GoTo, { places, modelValue: true })
    await goto.get('input').setValue('xyz')
    await vi.advanceTimersByTimeAsync(300)
    expect(goto.text()).toContain('Nothing is called that.')
    await goto.get('input').trigger('keydown', { key: 'Enter' })
    expect(push).not.toHaveBeenCalled()
    vi.useRealTimers()
  })
})
