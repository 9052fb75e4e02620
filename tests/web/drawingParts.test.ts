// @vitest-environment happy-dom
import { flushPromises } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { answers, forget, say, sent, shown } from './asked'

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

const KgDamage = (await import('@/components/KgDamage.vue')).default
const KgEncoded = (await import('@/components/KgEncoded.vue')).default
const KgGradient = (await import('@/components/KgGradient.vue')).default
const KgReach = (await import('@/components/KgReach.vue')).default
const KgShorten = (await import('@/components/KgShorten.vue')).default
const KgTiles = (await import('@/components/KgTiles.vue')).default

beforeEach(forget)

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
