// @vitest-environment happy-dom
import { flushPromises, mount } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Schemas } from '@/api/client'
import type { RouteContent, RouteRule } from '@/lib/route'
import { answers, ApiProblem, forget, passing, push, say, scrolled, sent, shown, stubs } from './asked'

vi.mock('@/api/client', async () => (await import('./asked')).client)
vi.mock('@/composables/useToast', async () => {
  const { say } = await import('./asked')
  return { useToast: () => ({ say }) }
})
vi.mock('@/composables/useAbout', () => ({ useAbout: () => ({ limits: { gradient_stops: 5 } }) }))
vi.mock('vue-router', async () => {
  const { push } = await import('./asked')
  return { useRoute: () => ({ params: {} }), useRouter: () => ({ push }) }
})

const GlyphFilters = (await import('@/components/GlyphFilters.vue')).default
const GlyphHistory = (await import('@/components/GlyphHistory.vue')).default
const GoTo = (await import('@/components/GoTo.vue')).default
const KeyForm = (await import('@/components/KeyForm.vue')).default
const KgAlerts = (await import('@/components/KgAlerts.vue')).default
const KgDamage = (await import('@/components/KgDamage.vue')).default
const KgEncoded = (await import('@/components/KgEncoded.vue')).default
const KgGradient = (await import('@/components/KgGradient.vue')).default
const KgReach = (await import('@/components/KgReach.vue')).default
const KgShorten = (await import('@/components/KgShorten.vue')).default
const KgTiles = (await import('@/components/KgTiles.vue')).default
const ProofCompare = (await import('@/components/ProofCompare.vue')).default
const RunClean = (await import('@/components/RunClean.vue')).default
const RunFindings = (await import('@/components/RunFindings.vue')).default
const WaypointClause = (await import('@/components/WaypointClause.vue')).default
const WaypointRules = (await import('@/components/WaypointRules.vue')).default

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

describe('who is told of a waypoint', () => {
  const alerts = [
    { id: 'a1', waypoint: 'w', words: 'At the first scan', mails: ['ines@fennmoor.example'] },
    { id: 'a2', waypoint: null, words: 'When nobody scans it for 7 days', mails: [] },
    { id: 'a3', waypoint: 'other', words: 'At each scan', mails: [] },
  ]

  it('lists what holds for it, its own and that of every waypoint', async () => {
    answers.set('GET /api/v1/alerts', { data: alerts })
    const told = shown(KgAlerts, { waypoint: 'w', mayWrite: true })
    await flushPromises()
    const lines = told.findAll('.line').map((line) => line.text())
    expect(lines).toHaveLength(2)
    expect(lines[0]).toContain('ines@fennmoor.example')
    expect(lines[1]).toContain('of every waypoint')
    expect(lines[1]).toContain('by hooks alone')
    await told.get('[aria-label="Stop telling At the first scan"]').trigger('click')
    await flushPromises()
    expect(sent('DELETE', '/api/v1/alerts/{alert}')[0]?.params).toEqual({ path: { alert: 'a1' } })
  })

  it('sends numbers only where one counts, and addresses however they are parted', async () => {
    answers.set('GET /api/v1/alerts', { data: [] })
    const told = shown(KgAlerts, { waypoint: 'w', mayWrite: true })
    await flushPromises()
    expect(told.text()).toContain('Nobody is told anything')
    await told.get('button.link').trigger('click')
    await told.get('textarea').setValue('a@fennmoor.example, b@fennmoor.example;\nc@fennmoor.example')
    await told.get('form').trigger('submit')
    await flushPromises()
    await told.get('button.link').trigger('click')
    await told.get('select').setValue('none')
    await told.get('input[type=number]').setValue('14')
    await told.get('input[type=checkbox]').setValue(true)
    await told.get('form').trigger('submit')
    await flushPromises()
    expect(sent('POST', '/api/v1/alerts').map((one) => one.body)).toEqual([
      { sort: 'first', waypoint: 'w', mails: ['a@fennmoor.example', 'b@fennmoor.example', 'c@fennmoor.example'] },
      { sort: 'none', waypoint: null, number: 14, mails: [] },
    ])
  })

  it('says what is wrong with what was sent, and keeps it', async () => {
    answers.set('GET /api/v1/alerts', { data: [] })
    answers.set('POST /api/v1/alerts', new ApiProblem(422, 'No.', { 'mails.0': ['“x” is no address.'] }))
    const told = shown(KgAlerts, { waypoint: 'w', mayWrite: true })
    await flushPromises()
    await told.get('button.link').trigger('click')
    await told.get('textarea').setValue('x')
    await told.get('form').trigger('submit')
    await flushPromises()
    expect(told.get('[role=alert]').text()).toBe('“x” is no address.')
    expect(told.get('textarea').element.value).toBe('x')
  })
})

describe('a mark against each block', () => {
  it('counts what it lies on, and how much is left', () => {
    const damage = {
      repairable: 8,
      safe: 4,
      correction: 16,
      largest_mark: 7,
      modules: [],
      blocks: [
        { data: 10, touched: [1, 5, 9], wrong: [5] },
        { data: 11, touched: [], wrong: [] },
      ],
    }
    const rows = shown(KgDamage, { damage }).findAll('tbody tr')
    expect(rows.map((row) => row.findAll('td').map((cell) => cell.text()))).toEqual([
      ['1', '10 + 16', '3', '5', '1', '1 5 9'],
      ['2', '11 + 16', '0', '8', '0', '–'],
    ])
    expect(rows[0]!.classes()).toContain('chosen')
    expect(rows[0]!.findAll('i.hit')).toHaveLength(3)
    expect(rows[0]!.findAll('i')).toHaveLength(8)
    expect(rows[0]!.findAll('i.line')).toHaveLength(1)
  })

  it('shows what no correction bears', () => {
    const blocks = [{ data: 10, touched: [1, 2, 3, 4, 5], wrong: [] }]
    const table = shown(KgDamage, { damage: { repairable: 3, safe: 1, correction: 7, blocks, modules: [] } })
    expect(table.findAll('i.over')).toHaveLength(2)
    expect(table.findAll('td').map((cell) => cell.text())[3]).toBe('-2')
  })
})

describe('the encoded text', () => {
  const segments = [
    { mode: 'byte', chars: 4, bits: 44 },
    { mode: 'numeric', chars: 6, bits: 34 },
    { mode: 'byte', chars: 2, bits: 28 },
  ]

  it('marks each segment by its mode, and adds up what each mode takes', () => {
    const box = shown(KgEncoded, {
      segments,
      texts: ['hive', '012345', '/x'],
      isOld: false,
      modelValue: 'hive012345/x',
      modes: 'auto',
    })
    expect(box.findAll('pre span').map((one) => [one.classes()[0], one.text()])).toEqual([
      ['byte', 'hive'],
      ['numeric', '012345'],
      ['byte', '/x'],
    ])
    expect(box.findAll('[data-test=segment]').map((one) => one.text())).toEqual(['byte 672 bits', 'numeric 634 bits'])
  })

  it('shows letters alone while the drawing is of an older text', async () => {
    const props = { segments, texts: ['hive', '012345', '/x'], modelValue: 'hive012345/xy', modes: 'auto' }
    expect(shown(KgEncoded, { ...props, isOld: false }).findAll('pre span')).toHaveLength(0)
    expect(shown(KgEncoded, { ...props, modelValue: 'hive012345/x', isOld: true }).findAll('pre span')).toHaveLength(0)
  })

  it('keeps the line breaks of a standard, and those of a person', async () => {
    const crlf = shown(KgEncoded, { segments: [], texts: [], isOld: true, modelValue: 'a\r\nb', modes: 'auto' })
    expect(crlf.get('textarea').element.value).toBe('a\nb')
    await crlf.get('textarea').setValue('a\nb\nc')
    expect(crlf.emitted('update:modelValue')?.at(-1)).toEqual(['a\r\nb\r\nc'])
    const plain = shown(KgEncoded, { segments: [], texts: [], isOld: true, modelValue: 'a\nb', modes: 'auto' })
    await plain.get('textarea').setValue('a\nb\nc')
    expect(plain.emitted('update:modelValue')?.at(-1)).toEqual(['a\nb\nc'])
  })

  it('hands on how it is to be cut', async () => {
    const box = shown(KgEncoded, { segments: [], texts: [], isOld: true, modelValue: '', modes: 'auto' })
    await box.get('select').setValue('byte')
    expect(box.emitted('update:modes')).toEqual([['byte']])
  })
})

describe('from where to where devices read', () => {
  const reach = [
    { device: 'phone', label: 'Recent phone', from_mm: 60, to_mm: 480, red_light: false },
    { device: 'laser', label: 'Checkout', from_mm: 40, to_mm: 300, red_light: true },
    { device: 'far', label: 'Kiosk', from_mm: 400, to_mm: 300, red_light: false },
  ]
  const words = (props: Record<string, unknown>) =>
    shown(KgReach, { reach, redLight: true, symbolMm: 24, modelValue: 200, ...props })
      .findAll('li')
      .map((row) => row.get('.to').text())

  it('says the distances, what is too small, and where red light sees nothing', () => {
    expect(words({})).toEqual(['60–480', '40–300', 'too small'])
    expect(words({ redLight: false })).toEqual(['60–480', 'no red contrast', 'too small'])
  })

  it('judges the distance that is asked', () => {
    const spans = (asked: number) =>
      shown(KgReach, { reach, redLight: true, symbolMm: 24, modelValue: asked })
        .findAll('i.span')
        .map((one) => one.classes().at(-1))
    expect(spans(200)).toEqual(['holds', 'holds'])
    expect(spans(400)).toEqual(['holds', 'marginal'])
    expect(spans(20)).toEqual(['marginal', 'marginal'])
  })
})

describe('tiles of shapes', () => {
  const options = [
    { value: 'square', label: 'Square', note: 'whole', path: 'M0 0', box: 3 },
    { value: 'disc', label: 'Disc', note: 'a circle', path: 'M0 0', box: 3 },
    { value: 'tile', label: 'Tile', note: 'a joint', path: 'M0 0', box: 3, drawback: 'thins the timing pattern' },
  ]

  it('are one group of which one is chosen, by click and by arrow keys', async () => {
    const tiles = shown(KgTiles, { label: 'Modules', options, modelValue: 'square' })
    const buttons = tiles.findAll('[role=radio]')
    expect(buttons.map((one) => [one.attributes('aria-checked'), one.attributes('tabindex')])).toEqual([
      ['true', '0'],
      ['false', '-1'],
      ['false', '-1'],
    ])
    await buttons[1]!.trigger('click')
    await tiles.get('[role=radiogroup]').trigger('keydown', { key: 'ArrowLeft' })
    await tiles.setProps({ modelValue: 'tile' })
    expect(tiles.text()).toContain('Tile: thins the timing pattern.')
    await tiles.get('[role=radiogroup]').trigger('keydown', { key: 'ArrowRight' })
    // Before the first comes the last, and behind that the first.
    expect(tiles.emitted('update:modelValue')?.map(([one]) => one)).toEqual(['disc', 'square', 'square'])
  })

  it('say aloud which has a drawback', () => {
    const tiles = shown(KgTiles, { label: 'Modules', options, modelValue: 'square' })
    expect(tiles.findAll('[role=radio]').map((one) => one.attributes('aria-label'))).toEqual([
      'Square',
      'Disc',
      'Tile, with a drawback',
    ])
    expect(tiles.find('.cost').exists()).toBe(false)
  })
})

describe('a gradient', () => {
  const finish = { dark: '#14201C', light: '#FFFFFF' }
  const gradient = {
    kind: 'linear',
    angle: 30,
    stops: [
      { at: 0, ink: '#000000' },
      { at: 1, ink: '#400000' },
    ],
  }
  const last = (wrapper: ReturnType<typeof shown>) => wrapper.emitted('update:modelValue')?.at(-1)?.[0]

  it('begins with the ink that is there, and ends without a trace', async () => {
    const none = shown(KgGradient, { modelValue: finish })
    expect(none.text()).not.toContain('Last ink')
    await none.findAll('[role=radio]')[1]!.trigger('click')
    expect(last(none)).toEqual({
      ...finish,
      gradient: {
        kind: 'linear',
        angle: 45,
        stops: [
          { at: 0, ink: '#14201C' },
          { at: 1, ink: '#3A2A5A' },
        ],
      },
    })
    const some = shown(KgGradient, { modelValue: { ...finish, gradient } })
    await some.findAll('[role=radio]')[0]!.trigger('click')
    expect(last(some)).toEqual(finish)
  })

  it('keeps its inks when it turns from along a line to outwards', async () => {
    const some = shown(KgGradient, { modelValue: { ...finish, gradient } })
    await some.findAll('[role=radio]')[2]!.trigger('click')
    expect(last(some)).toEqual({ ...finish, gradient: { kind: 'radial', stops: gradient.stops } })
  })

  it('has two to five inks, spread evenly', async () => {
    const some = shown(KgGradient, { modelValue: { ...finish, gradient } })
    const [more, fewer] = some.findAll('.more button')
    expect(fewer!.attributes('disabled')).toBeDefined()
    for (let i = 0; i < 3; i++) await more!.trigger('click')
    const stops = (last(some) as { gradient: { stops: { at: number; ink: string }[] } }).gradient.stops
    expect(stops.map((stop) => stop.at)).toEqual([0, 0.25, 0.5, 0.75, 1])
    expect(stops.at(-1)!.ink).toBe('#400000')
    expect(some.findAll('.more button')[0]!.attributes('disabled')).toBeDefined()
    await fewer!.trigger('click')
    expect((last(some) as { gradient: { stops: unknown[] } }).gradient.stops).toHaveLength(4)
  })
})

describe('shortening a link', () => {
  const drawing = (version: number, module: number, to: number) => ({
    payload: { text: 'https://fennmoor.example/honey/heather?utm_source=jar', fields: {}, kind: 'link', problems: [] },
    picture: { symbol_mm: 20, module_mm: module },
    symbol: { version, level: 'M' },
    proof: { reach: [{ device: 'recent_phone', label: 'Phone', from_mm: 50, to_mm: to, red_light: false }] },
  })
  const fields = () => ({
    name: '',
    text: 'https://fennmoor.example/honey',
    kind: 'text',
    origin: 'fields',
    level: 'M',
    distanceMm: 200,
  })

  it('says what it buys before it does anything', async () => {
    answers.set('GET /api/v1/workspace', { short_base: null })
    answers.set('POST /api/v1/symbols', drawing(2, 0.8, 1600))
    const shorten = shown(KgShorten, { drawing: drawing(5, 0.54, 430), fields: fields() })
    await shorten.get('button').trigger('click')
    await flushPromises()
    const texts = sent('POST', '/api/v1/symbols').map((one) => (one.body as { text: string }).text)
    expect(texts).toEqual([
      'https://fennmoor.example/honey/heather?utm_source=jar',
      `${window.location.origin}/Q/9F3K7C`.toUpperCase(),
    ])
    expect(
      shorten.findAll('tbody tr').map((row) => row.findAll('td').map((cell) => cell.text().replace(/\s+/g, ' '))),
    ).toEqual([
      ['2-M', '0.80 mm', '1.60 m'],
      ['2-M', '0.80 mm', '1.60 m'],
    ])
    expect(sent('POST', '/api/v1/waypoints')).toEqual([])
  })

  it('makes a waypoint that leads where the link did, and gives the link back', async () => {
    answers.set('GET /api/v1/workspace', { short_base: 'https://fenn.example' })
    answers.set('POST /api/v1/symbols', drawing(2, 0.8, 900))
    answers.set('POST /api/v1/waypoints', { id: 'w', code: '9F3K7C', text: 'HTTPS://FENN.EXAMPLE/Q/9F3K7C' })
    const held = fields()
    const shorten = shown(KgShorten, { drawing: drawing(5, 0.54, 430), fields: held })
    await shorten.get('button').trigger('click')
    await flushPromises()
    expect((sent('POST', '/api/v1/symbols')[1]?.body as { text: string }).text).toBe('HTTPS://FENN.EXAMPLE/Q/9F3K7C')
    await shorten.get('button').trigger('click')
    await flushPromises()
    expect(sent('POST', '/api/v1/waypoints')[0]?.body).toMatchObject({
      route: { else: { link: 'https://fennmoor.example/honey/heather?utm_source=jar' } },
      publish: true,
    })
    expect(held).toMatchObject({ kind: 'link', text: 'HTTPS://FENN.EXAMPLE/Q/9F3K7C', origin: 'text' })
    const [words, undo] = say.mock.calls[0] as [string, { run: () => void }]
    expect(words).toContain('9F3K7C')
    undo.run()
    expect(held.text).toBe('https://fennmoor.example/honey')
  })

  it('tells why it cannot, and forgets what it told of another text', async () => {
    answers.set('GET /api/v1/workspace', new Error('The server does not answer.'))
    const shorten = shown(KgShorten, { drawing: drawing(5, 0.54, 430), fields: fields() })
    await shorten.get('button').trigger('click')
    await flushPromises()
    expect(shorten.get('[role=alert]').text()).toBe('The server does not answer.')
    const other = drawing(5, 0.54, 430)
    await shorten.setProps({ drawing: { ...other, payload: { ...other.payload, text: 'https://fennmoor.example/x' } } })
    expect(shorten.find('[role=alert]').exists()).toBe(false)
  })
})

describe('columns of a run', () => {
  const props = { columns: ['sku', 'name'], transforms: {}, constants: {}, byRow: {} }

  it('are cleaned by steps with commas between, and left alone without', async () => {
    const clean = shown(RunClean, { ...props, transforms: { old: ['trim'] } })
    expect(clean.findAll('.line .label').map((one) => one.text())).toEqual(['sku', 'name', 'old'])
    const sku = clean.get('[aria-label="Steps for sku"]')
    ;(sku.element as HTMLInputElement).value = ' trim , upper,'
    await sku.trigger('change')
    expect(clean.emitted('update:transforms')?.at(-1)).toEqual([{ old: ['trim'], sku: ['trim', 'upper'] }])
    ;(sku.element as HTMLInputElement).value = ' '
    await sku.trigger('change')
    expect(clean.emitted('update:transforms')?.at(-1)).toEqual([{ old: ['trim'] }])
  })

  it('have values beside them that are the same in every row', async () => {
    const clean = shown(RunClean, props)
    const [name, value] = [
      clean.get('[aria-label="Name of a value for all rows"]'),
      clean.get('[aria-label="Value for all rows"]'),
    ]
    await name.setValue('7 up')
    expect(clean.get('button').attributes('disabled')).toBeDefined()
    await value.trigger('keydown', { key: 'Enter' })
    expect(clean.emitted('update:constants')).toBeUndefined()
    await name.setValue('season')
    await value.setValue('2027')
    await clean.get('button').trigger('click')
    expect(clean.emitted('update:constants')?.at(-1)).toEqual([{ season: '2027' }])
    await clean.setProps({ constants: { season: '2027' } })
    await clean.get('button.link').trigger('click')
    expect(clean.emitted('update:constants')?.at(-1)).toEqual([{}])
  })

  it('may say the level, the size and the inks of their row', async () => {
    const clean = shown(RunClean, props)
    const level = clean.get('[aria-label="Level from a column"]')
    ;(level.element as HTMLInputElement).value = ' {{level}} '
    await level.trigger('change')
    expect(clean.emitted('update:byRow')?.at(-1)).toEqual([{ level: '{{level}}' }])
    ;(level.element as HTMLInputElement).value = ''
    await level.trigger('change')
    expect(clean.emitted('update:byRow')?.at(-1)).toEqual([{}])
  })
})

describe('a condition of a rule', () => {
  const clause = (modelValue: object) => shown(WaypointClause, { modelValue, zone: 'Europe/London', label: 'Rule 1' })
  const last = (wrapper: ReturnType<typeof clause>) => wrapper.emitted('update:modelValue')?.at(-1)?.[0]

  it('keeps what is typed as it is typed, and hands on what it means', async () => {
    const language = clause({ language: ['cy'] })
    const input = language.get('[aria-label="Rule 1: languages"]')
    expect((input.element as HTMLInputElement).value).toBe('cy')
    await input.setValue('cy, en-GB, ')
    expect(last(language)).toEqual({ language: ['cy', 'en-GB'] })
    await language.setProps({ modelValue: { language: ['cy', 'en-GB'] } })
    expect((input.element as HTMLInputElement).value).toBe('cy, en-GB, ')
    const country = clause({ country: ['GB'] })
    await country.get('[aria-label="Rule 1: countries"]').setValue('gb fr')
    expect(last(country)).toEqual({ country: ['GB', 'FR'] })
  })

  it('begins anew when another kind is chosen', async () => {
    const some = clause({ language: ['cy'] })
    for (const [kind, fresh] of [
      ['hours', { hours: { from: '19:00', to: '07:00', zone: 'Europe/London' } }],
      ['near', { near: { lat: 54, lng: -2, km: 10 } }],
      ['scans', { scans: { first: 100 } }],
    ] as const) {
      await some.get('[aria-label="Rule 1: condition"]').setValue(kind)
      expect(last(some)).toEqual(fresh)
    }
  })

  it('ticks devices and platforms one by one', async () => {
    const device = clause({ device: ['phone', 'tablet'] })
    await device.findAll('input[type=checkbox]')[0]!.trigger('change')
    expect(last(device)).toEqual({ device: ['tablet'] })
    await device.findAll('input[type=checkbox]')[3]!.trigger('change')
    expect(last(device)).toEqual({ device: ['tablet', 'reader'] })
    const platform = clause({ platform: ['ios'] })
    await platform.findAll('input[type=checkbox]')[1]!.trigger('change')
    expect(last(platform)).toEqual({ platform: ['ios', 'android'] })
  })

  it('counts every day until one is taken out', async () => {
    const hours = clause({ hours: { from: '09:00', to: '17:00', zone: 'UTC' } })
    const days = hours.findAll('input[type=checkbox]')
    expect(days.every((day) => (day.element as HTMLInputElement).checked)).toBe(true)
    await days[6]!.trigger('change')
    expect(last(hours)).toEqual({
      hours: { from: '09:00', to: '17:00', zone: 'UTC', days: ['mon', 'tue', 'wed', 'thu', 'fri', 'sat'] },
    })
    await hours.get('[aria-label="Rule 1: to"]').setValue('18:30')
    expect(last(hours)).toMatchObject({ hours: { to: '18:30' } })
  })

  it('takes a circle by its middle and its radius', async () => {
    const near = clause({ near: { lat: 54, lng: -2, km: 10 } })
    await near.get('[aria-label="Rule 1: kilometres"]').setValue('1.5')
    await near.get('[aria-label="Rule 1: latitude"]').setValue('53.9')
    expect(last(near)).toEqual({ near: { lat: 53.9, lng: -2, km: 1.5 } })
  })
})

describe('where a scan goes', () => {
  const link = (name: string) => ({ link: `https://fennmoor.example/${name}` })
  const route: RouteContent = {
    else: link('otherwise'),
    rules: [
      { when: [{ language: ['cy'] }], to: link('cy') },
      { when: [{ device: ['phone'] }, { country: ['GB'] }], to: link('phone') },
    ],
  }
  const rules = (more: Record<string, unknown> = {}) =>
    mount(WaypointRules, {
      props: {
        modelValue: route,
        zone: 'UTC',
        faults: [],
        problems: new Map(),
        answering: undefined,
        scans: new Map(),
        disabled: false,
        ...more,
      },
      global: { stubs: { ...stubs, WaypointTarget: passing('span') } },
    })
  const last = (wrapper: ReturnType<typeof rules>) =>
    wrapper.emitted('update:modelValue')?.at(-1)?.[0] as RouteContent & { rules: RouteRule[] }

  it('is changed in its order', async () => {
    const some = rules()
    await some.get('[aria-label="Move rule 2 up"]').trigger('click')
    expect(last(some).rules.map((rule) => rule.to)).toEqual([link('phone'), link('cy')])
    expect(rules().get('[aria-label="Move rule 1 up"]').attributes('disabled')).toBeDefined()
    expect(rules().get('[aria-label="Move rule 2 down"]').attributes('disabled')).toBeDefined()
  })

  it('gets a rule that goes where the others do not, and another condition', async () => {
    const some = rules()
    await some
      .findAll('button')
      .find((one) => one.text() === 'Add a rule')!
      .trigger('click')
    expect(last(some).rules).toHaveLength(3)
    expect(last(some).rules[2]!.to).toEqual(link('otherwise'))
    const again = rules()
    await again.findAll('button.more')[0]!.trigger('click')
    expect(last(again).rules[0]!.when).toEqual([{ language: ['cy'] }, { device: ['phone'] }])
  })

  it('loses a rule with its last condition', async () => {
    const some = rules()
    const clauses = some.findAllComponents(WaypointClause)
    clauses[1]!.vm.$emit('remove')
    await flushPromises()
    expect(last(some).rules[1]!.when).toEqual([{ country: ['GB'] }])
    const again = rules()
    again.findAllComponents(WaypointClause)[0]!.vm.$emit('remove')
    await flushPromises()
    expect(last(again).rules.map((rule) => rule.to)).toEqual([link('phone')])
  })

  it('says of each rule what is wrong with it, and which would answer', () => {
    const some = rules({ problems: new Map([[1, 'Say which device.']]), answering: 0 })
    expect(some.findAll('[role=alert]').map((one) => one.text())).toEqual(['Say which device.'])
    expect(some.findAll('li').map((one) => one.classes().includes('now'))).toEqual([true, false, false])
    expect(some.findAll('li')[2]!.text()).toContain('Otherwise they get')
    expect(rules({ modelValue: { else: link('x') } }).text()).toContain('Everybody gets')
  })
})

describe('what a key may do', () => {
  it('is what was chosen, with numbers as people write them', async () => {
    const send = vi.fn(async () => {})
    const form = shown(KeyForm, { known: null, send })
    await form.get('#key-name').setValue('Newsletter')
    await form.findAll('input[type=checkbox]')[2]!.trigger('change')
    await form.get('#key-quota').setValue('100 000')
    await form.get('#key-pace').setValue('')
    await form.get('#key-ends').setValue('2027-12-31')
    await form.get('form').trigger('submit')
    await flushPromises()
    expect(send).toHaveBeenCalledExactlyOnceWith({
      name: 'Newsletter',
      sort: 'secret',
      abilities: ['draw', 'read', 'glyphs:read'],
      quota: 100000,
      per_minute: 1200,
      expires_at: '2027-12-31T23:59:59Z',
    })
    expect(form.emitted('done')).toHaveLength(1)
  })

  it('is less for pages: what anybody could misuse is taken out', async () => {
    const send = vi.fn(async () => {})
    const form = shown(KeyForm, { known: null, send })
    await form.findAll('input[type=checkbox]')[3]!.trigger('change')
    await form.findAll('input[type=radio]')[1]!.setValue(true)
    expect(form.findAll('input[type=checkbox]')[3]!.attributes('disabled')).toBeDefined()
    await form.get('#key-origins').setValue('https://a.fennmoor.example\nhttps://b.fennmoor.example')
    await form.get('form').trigger('submit')
    await flushPromises()
    expect(send.mock.calls[0]).toEqual([
      expect.objectContaining({
        abilities: ['draw', 'read'],
        origins: ['https://a.fennmoor.example', 'https://b.fennmoor.example'],
        must_sign: true,
      }),
    ])
  })

  it('is something: a key without abilities is not sent', async () => {
    const send = vi.fn(async () => {})
    const form = shown(KeyForm, { known: null, send })
    for (const at of [0, 1]) await form.findAll('input[type=checkbox]')[at]!.trigger('change')
    await form.get('form').trigger('submit')
    expect(send).not.toHaveBeenCalled()
    expect(form.text()).toContain('Choose what the key may do.')
  })

  it('stays as typed when the server refuses, with its words beside the field', async () => {
    const send = vi.fn(async () => {
      throw new ApiProblem(422, 'No.', { 'origins.1': ['“b” is no origin.'], quota: ['At least 1.'] })
    })
    const known = {
      name: 'Page',
      sort: 'publishable',
      abilities: ['draw'],
      origins: ['a', 'b'],
      must_sign: false,
      quota: 0,
      per_minute: 60,
      expires_at: null,
    }
    const form = shown(KeyForm, { known, send })
    expect(form.findAll('input[type=radio]')).toHaveLength(0)
    await form.get('form').trigger('submit')
    await flushPromises()
    expect(
      form
        .findAll('.wrong')
        .map((one) => one.text())
        .filter((one) => one !== ''),
    ).toEqual(['“b” is no origin.', 'At least 1.'])
    expect(form.emitted('done')).toBeUndefined()
    expect(send.mock.calls[0]).toEqual([expect.not.objectContaining({ sort: 'publishable' })])
  })
})

describe('two proofs side by side', () => {
  const device = { id: 'phone', label: 'Recent phone' }
  const conditions = ['tilt', 'distance', 'noise'].map((id) => ({ id, label: id }))
  const cell = (condition: string, margin: number | null, ratio: number | null, verdict: string) => ({
    device: 'phone',
    condition,
    margin,
    ratio,
    verdict,
    unit: '°',
    beyond: false,
    reason: null,
  })
  const proof = (id: string, cells: object[]) => ({
    id,
    subject: { symbol: '3-M', symbol_mm: 20, module_mm: 0.54 },
    tally: { holds: 1, marginal: 1, fails: 0 },
    letter: 'A',
    devices: [device],
    conditions,
    cells,
  })
  const compared = () =>
    shown(ProofCompare, {
      before: proof('p1', [cell('tilt', 40, 1.0, 'marginal'), cell('distance', 50, 2.0, 'holds')]),
      after: proof('p2', [
        cell('tilt', 60, 1.5, 'holds'),
        cell('distance', 48, 1.96, 'holds'),
        cell('noise', null, null, 'fails'),
      ]),
      beforeName: 'Revision 2',
      afterName: 'Now',
    })

  it('counts what became better or worse, beyond what the bench tells apart', () => {
    const table = compared()
    expect(table.get('[role=status]').text()).toBe('1 better, 0 worse of 3')
    expect(table.findAll('tbody td').map((one) => one.find('.note').text())).toEqual([
      '▲ +50 %',
      '= same',
      'not compared',
    ])
    expect(table.findAll('tbody td').map((one) => one.classes())).toEqual([['up'], [], []])
  })

  it('shows both margins of each cell, or why there is none', () => {
    const words = compared()
      .findAll('tbody td')
      .map((one) => one.findAll('.fig').map((figure) => figure.text()))
    expect(words.map(([before]) => before)).toEqual(['40°', '50°', 'not looked at'])
    expect(words.map(([, after]) => after)).toEqual(['60°', '48°', 'not read'])
  })

  it('closes', async () => {
    const table = compared()
    await table.get('button').trigger('click')
    expect(table.emitted('close')).toHaveLength(1)
    expect(table.findAll('img').map((one) => one.attributes('src'))).toEqual([
      '/api/v1/proofs/p1/image.svg',
      '/api/v1/proofs/p2/image.svg',
    ])
  })
})

describe('what is found before anything is drawn', () => {
  const found: Schemas['RunCheck'] = {
    rows: 1200,
    looked_at: 500,
    stopped: 2,
    largest_version: 4,
    module_mm: 0.42,
    too_small_for: ['Kiosk'],
    columns: ['name', 'sku', 'gtin'],
    faults: [{ message: 'The cell sku is empty.', count: 8, rows: [2, 5, 9, 11, 12, 14, 15, 16], stops: true }],
    troubled: [
      { row: 2, cells: { name: 'Heather', sku: '', gtin: '' }, message: 'The cell sku is empty.', stops: true },
    ],
    warnings: [],
    form: null,
    longest: null,
    sample: [{ row: 1, text: 'https://fennmoor.example/p/1', problem: null, cells: {} }],
  }
  const list = (more: Record<string, unknown> = {}) =>
    mount(RunFindings, {
      props: { found, isOld: false, columns: ['sku'], looked: null, changes: {}, without: [], ...more },
      global: {
        stubs: {
          ...stubs,
          VVirtualScroll: scrolled,
        },
      },
    })

  it('says how many rows are in order, and which are not', () => {
    const text = list().text().replace(/\s+/g, ' ')
    expect(text).toContain('498 of 500 rows in order, largest version 4; the rest is looked at when it is drawn')
    expect(text).toContain('0.42 mm: too small for Kiosk')
    expect(text).toContain('8 The cell sku is empty. rows 2, 5, 9, 11, 12, 14 and 2 more')
    expect(list({ found: { ...found, faults: [{ ...found.faults[0], count: 1, rows: [2] }] } }).text()).toContain(
      'row 2',
    )
  })

  it('tells how far it has looked, and stops', async () => {
    const some = list({ looked: { at: 300, of: 1200 } })
    expect(some.get('[role=progressbar]').attributes('aria-valuenow')).toBe('300')
    expect(some.get('[role=progressbar] i').attributes('style')).toContain('25%')
    await some
      .findAll('button.link')
      .find((one) => one.text() === 'Stop looking')!
      .trigger('click')
    expect(some.emitted('stop')).toHaveLength(1)
  })

  it('mends cells and leaves rows out, the column that is asked for first, and takes all of it back', async () => {
    const some = list()
    await some
      .findAll('button')
      .find((one) => one.text() === 'Mend these rows')!
      .trigger('click')
    expect(some.findAll('.mended input').map((one) => one.attributes('aria-label'))).toEqual([
      'sku of row 2',
      'name of row 2',
      'gtin of row 2',
    ])
    const cell = some.get('[aria-label="sku of row 2"]')
    ;(cell.element as HTMLInputElement).value = '0123'
    await cell.trigger('change')
    expect(some.emitted('update:changes')?.at(-1)).toEqual([{ 2: { sku: '0123' } }])
    await some.get('[aria-label="Leave row 2 out"]').trigger('click')
    expect(some.emitted('update:without')?.at(-1)).toEqual([[2]])
    const changed = list({ changes: { 2: { sku: '0123' } }, without: [9] })
    expect(changed.text()).toContain('1 mended here, not in the file')
    await changed
      .findAll('button')
      .find((one) => one.text() === 'As the file has them')!
      .trigger('click')
    expect([changed.emitted('update:changes')?.at(-1), changed.emitted('update:without')?.at(-1)]).toEqual([[{}], [[]]])
  })
})
