// @vitest-environment happy-dom
import { flushPromises } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { answers, ApiProblem, forget, say, sent, shown } from './asked'

vi.mock('@/api/client', async () => (await import('./asked')).client)
vi.mock('@/composables/useToast', async () => {
  const { say } = await import('./asked')
  return { useToast: () => ({ say }) }
})

const PageFile = (await import('@/components/PageFile.vue')).default
const PageList = (await import('@/components/PageList.vue')).default
const PageLook = (await import('@/components/PageLook.vue')).default
const PagePart = (await import('@/components/PagePart.vue')).default
const WaypointTarget = (await import('@/components/WaypointTarget.vue')).default
const WaypointTry = (await import('@/components/WaypointTry.vue')).default

type Shown = ReturnType<typeof shown>
const last = (wrapper: Shown, name = 'update:modelValue') => wrapper.emitted(name)?.at(-1)?.[0]
const file = (id: string, series: string, version: number, media = 'image/png') => ({
  id,
  series,
  version,
  media,
  name: `${series}.png`,
  words: '12 kB',
  address: `/f/${id}`,
})

beforeEach(forget)

describe('the list of pages', () => {
  const page = {
    id: 'p',
    name: 'Swarm',
    kind: 'event',
    code: 'SWARM',
    languages: ['en', 'cy'],
    scans: 1234,
    updated_at: '2027-06-12T10:00:00Z',
    state: 'live',
    changed: true,
  }
  const list = (more: Record<string, unknown> = {}) =>
    shown(PageList, { pages: [page], pending: false, error: null, mayWrite: true, modelValue: '', ...more })

  it('says of each how it stands, and that it was changed since', () => {
    const row = list().get('tbody tr')
    expect(row.text()).toContain('1,234')
    expect(row.text()).toContain('en, cy')
    expect(row.text()).toContain('Live, changed since')
    const draft = list({ pages: [{ ...page, state: 'draft' }] }).get('tbody tr')
    expect(draft.text()).toContain('Not published')
    expect(draft.text()).not.toContain('changed since')
  })

  it('says what to do where there is none, and nothing while one waits', () => {
    expect(list({ pages: [] }).text()).toContain('No page yet')
    expect(list({ pages: [], modelValue: 'xyz' }).text()).toContain('None has these words')
    expect(list({ pages: [], pending: true }).text()).not.toContain('No page yet')
    expect(
      list({ error: new Error('The server does not answer.') })
        .get('[role=alert]')
        .text(),
    ).toContain('answer')
  })

  it('makes a page of a kind, with a code only where one was wished for', async () => {
    answers.set('POST /api/v1/pages', { id: 'new' })
    const some = list()
    expect(some.find('form').exists()).toBe(false)
    await some.findAll('[role=radio]')[0]!.trigger('click')
    const [name, code] = some.findAll('form input')
    await name!.setValue('Swarm evening')
    await some.get('form').trigger('submit')
    await flushPromises()
    await code!.setValue(' SWARM ')
    await some.get('form').trigger('submit')
    await flushPromises()
    expect(sent('POST', '/api/v1/pages').map((one) => (one.body as { code?: string }).code)).toEqual([
      undefined,
      'SWARM',
    ])
    expect(some.emitted('made')).toEqual([['new'], ['new']])
  })

  it('says beside the field why it was not made', async () => {
    answers.set('POST /api/v1/pages', new ApiProblem(422, 'No.', { code: ['SWARM is taken.'] }))
    const some = list()
    await some.findAll('[role=radio]')[1]!.trigger('click')
    await some.get('form').trigger('submit')
    await flushPromises()
    expect(some.findAll('.wrong').map((one) => one.text())).toEqual(['SWARM is taken.'])
    answers.set('POST /api/v1/pages', new Error('The server does not answer.'))
    await some.get('form').trigger('submit')
    await flushPromises()
    expect(some.get('[role=alert]').text()).toBe('The server does not answer.')
  })

  it('lets whoever may only read make none', () => {
    expect(list({ mayWrite: false }).find('[role=radiogroup]').exists()).toBe(false)
  })
})

describe('a file of a part', () => {
  const files = [file('b2', 'bee', 2), file('b1', 'bee', 1), file('d1', 'deed', 1, 'application/pdf')]
  beforeEach(() => answers.set('GET /api/v1/files', { data: files }))
  const options = (some: Shown, label: string) =>
    some
      .get(`[aria-label="${label}"]`)
      .findAll('option')
      .map((one) => one.text())

  it('is one of the newest that fit', async () => {
    const any = shown(PageFile, { id: 'f', label: 'File', picture: false, modelValue: '' })
    const picture = shown(PageFile, { id: 'f', label: 'File', picture: true, modelValue: '' })
    await flushPromises()
    expect(options(any, 'File: one that is here already')).toEqual(['none', 'bee.png, version 2', 'deed.png'])
    expect(options(picture, 'File: one that is here already')).toEqual(['none', 'bee.png, version 2'])
    await any.get('select').setValue('d1')
    expect(last(any)).toBe('d1')
  })

  it('may be an older version, which stays in the list', async () => {
    const old = shown(PageFile, { id: 'f', label: 'File', picture: false, modelValue: 'b1' })
    await flushPromises()
    expect(options(old, 'File: one that is here already')[1]).toBe('bee.png, version 1')
    expect(options(old, 'File: version')).toEqual(['version 2', 'version 1'])
    expect(old.get('img').attributes('src')).toBe('/f/b1')
    await old.get('[aria-label="File: version"]').setValue('b2')
    expect(last(old)).toBe('b2')
  })

  it('is sent as the next version of what was chosen, and says why not', async () => {
    answers.set('POST /api/v1/files', { id: 'b3' })
    const some = shown(PageFile, { id: 'f', label: 'File', picture: false, modelValue: 'b2' })
    await flushPromises()
    const input = some.get('input[type=file]')
    const picked = new File(['x'], 'bee.png', { type: 'image/png' })
    Object.defineProperty(input.element, 'files', { value: [picked], configurable: true })
    await input.trigger('change')
    await flushPromises()
    expect((sent('POST', '/api/v1/files')[0]?.body as FormData).get('of')).toBe('b2')
    expect(last(some)).toBe('b3')
    answers.set('POST /api/v1/files', new ApiProblem(422, 'No.', { file: ['It is larger than 20 MB.'] }))
    await input.trigger('change')
    await flushPromises()
    expect(some.get('[role=alert]').text()).toBe('It is larger than 20 MB.')
  })
})

describe('the fields of a part', () => {
  const field = (name: string, type: string, more: Record<string, unknown> = {}) => ({
    name,
    type,
    most: 3,
    choices: [],
    columns: [],
    ...more,
  })
  const part = (fields: object[], modelValue: object, faults: Record<string, string> = {}) =>
    shown(PagePart, { fields, modelValue, faults, path: 'p', kind: 'text' })
  beforeEach(() => {
    answers.set('GET /api/v1/kinds', { data: [] })
    answers.set('GET /api/v1/files', { data: [] })
  })

  it('hand on what is typed, beside what was there', async () => {
    const some = part([field('title', 'line'), field('text', 'text')], { title: 'Swarm', other: 1 })
    await some.get('#p-text').setValue('At the oak')
    expect(last(some)).toEqual({ title: 'Swarm', other: 1, text: 'At the oak' })
    await some.get('#p-title').setValue('Swarm!')
    expect(last(some)).toMatchObject({ title: 'Swarm!' })
  })

  it('take a number for one, and anything else for none', async () => {
    const some = part([field('lat', 'number')], { lat: 54 })
    const input = some.get('#p-lat')
    for (const [typed, kept] of [
      ['54.5', 54.5],
      ['north', null],
      ['', null],
    ] as const) {
      ;(input.element as HTMLInputElement).value = typed
      await input.trigger('change')
      expect(last(some)).toEqual({ lat: kept })
    }
  })

  it('have days that are pressed, every day where none is', async () => {
    const some = part([field('days', 'days')], {})
    expect(some.text()).toContain('every day')
    await some.findAll('.days button')[0]!.trigger('click')
    expect(last(some)).toEqual({ days: ['mon'] })
    const two = part([field('days', 'days')], { days: ['mon', 'sun'] })
    expect(two.findAll('.days button').map((one) => one.attributes('aria-pressed'))).toEqual([
      'true',
      ...Array<string>(5).fill('false'),
      'true',
    ])
    await two.findAll('.days button')[0]!.trigger('click')
    expect(last(two)).toEqual({ days: ['sun'] })
  })

  it('have rows that are added, moved and removed, up to a number', async () => {
    const rows = field('links', 'rows', { most: 2, columns: [field('title', 'line')] })
    const some = part([rows], { links: [{ title: 'a' }] })
    await some.get('button.add').trigger('click')
    expect(last(some)).toEqual({ links: [{ title: 'a' }, {}] })
    const two = part([rows], { links: [{ title: 'a' }, { title: 'b' }] })
    expect(two.get('button.add').attributes('disabled')).toBeDefined()
    await two.get('[aria-label="Move row 2 up"]').trigger('click')
    expect(last(two)).toEqual({ links: [{ title: 'b' }, { title: 'a' }] })
    const again = part([rows], { links: [{ title: 'a' }, { title: 'b' }] })
    await again.get('[aria-label="Remove row 1"]').trigger('click')
    expect(last(again)).toEqual({ links: [{ title: 'b' }] })
    const inner = part([rows], { links: [{ title: 'a' }, { title: 'b' }] })
    await inner.get('#p-links-1-title').setValue('c')
    expect(last(inner)).toEqual({ links: [{ title: 'a' }, { title: 'c' }] })
  })

  it('begin hours with a day of work', async () => {
    const some = part([field('hours', 'rows', { columns: [field('from', 'time')] })], {})
    expect(some.get('button.add').text()).toContain('Add the first')
    await some.get('button.add').trigger('click')
    expect(last(some)).toEqual({ hours: [{ from: '09:00', to: '17:00' }] })
  })

  it('say what is wrong beside the field, within a row, too', () => {
    const fields = [field('title', 'line'), field('links', 'rows', { columns: [field('href', 'link')] })]
    const some = part(
      fields,
      { links: [{}, {}] },
      { title: 'Give it one.', 'links.1.href': 'No link.', links: 'Too few.' },
    )
    expect(some.findAll('.wrong').map((one) => one.text())).toEqual(['Give it one.', 'No link.', 'Too few.'])
  })

  it('ask for gates only where one is chosen', async () => {
    answers.set('GET /api/v1/gates', {
      data: [
        { id: 'g', name: 'Market', times: 1 },
        { id: 'h', name: 'Fair', times: 3 },
      ],
    })
    part([field('title', 'line')], {})
    await flushPromises()
    expect(sent('GET', '/api/v1/gates')).toEqual([])
    const some = part([field('gate', 'id')], {})
    await flushPromises()
    expect(some.findAll('option').map((one) => one.text())).toEqual(['Choose a gate', 'Market, once', 'Fair, 3 times'])
  })
})

describe('how a page looks', () => {
  const style = { ground: '#FFFFFF', ink: '#111111', accent: '#204060', face: 'sans', corners: 'soft', picture: '' }
  beforeEach(() => {
    answers.set('GET /api/v1/pages/options', { parts: [], faces: ['sans', 'serif'], corners: ['soft', 'square'] })
    answers.set('GET /api/v1/page-styles', { data: [{ id: 's', name: 'Moor', style }] })
    answers.set('GET /api/v1/files', { data: [] })
  })
  const look = (modelValue: object = style, faults: object[] = []) => shown(PageLook, { modelValue, faults })

  it('offers the colour that a message names', async () => {
    const some = look(style, [{ field: 'style.ink', message: 'Too pale on this ground. #333333 would do.' }])
    await flushPromises()
    await some.get('button.fix').trigger('click')
    expect(last(some)).toEqual({ ...style, ink: '#333333' })
  })

  it('is one that was kept, can be forgotten, or be kept by a name', async () => {
    const kept = look()
    await flushPromises()
    expect(kept.get<HTMLSelectElement>('[aria-label="A style that was kept"]').element.value).toBe('s')
    expect(kept.find('form').exists()).toBe(false)
    await kept
      .findAll('button')
      .find((one) => one.text() === 'Forget it')!
      .trigger('click')
    await flushPromises()
    expect(sent('DELETE', '/api/v1/page-styles/{style}')[0]?.params).toEqual({ path: { style: 's' } })

    const other = look({ ...style, face: 'serif' })
    await flushPromises()
    await other.get('#style-name').setValue('Heather')
    await other.get('form').trigger('submit')
    await flushPromises()
    expect(sent('POST', '/api/v1/page-styles')[0]?.body).toEqual({
      name: 'Heather',
      style: { ...style, face: 'serif' },
    })
    expect(say).toHaveBeenLastCalledWith('Kept as Heather')
    await other.get('[aria-label="A style that was kept"]').setValue('s')
    expect(last(other)).toEqual(style)
  })

  it('says why a name is not taken', async () => {
    answers.set('POST /api/v1/page-styles', new ApiProblem(422, 'No.', { name: ['There is such a style.'] }))
    const other = look({ ...style, face: 'serif' })
    await flushPromises()
    await other.get('form').trigger('submit')
    await flushPromises()
    expect(other.get('[role=alert]').text()).toBe('There is such a style.')
  })
})

describe('what a visitor gets', () => {
  const target = (modelValue: object) => shown(WaypointTarget, { modelValue, label: 'Rule 1' })
  beforeEach(() => {
    answers.set('GET /api/v1/pages', { data: [{ id: 'p', code: 'SWARM', name: 'Swarm evening' }], next_cursor: null })
    answers.set('GET /api/v1/files', { data: [file('b1', 'bee', 1)] })
  })

  it('begins with the first page or file where one of these is chosen, and empty elsewhere', async () => {
    for (const [kind, fresh] of [
      ['page', { page: 'SWARM' }],
      ['file', { file: 'b1' }],
      ['text', { text: '' }],
      ['contact', { contact: {} }],
      ['event', { event: {} }],
    ] as const) {
      const some = target({ link: 'https://fennmoor.example/' })
      await flushPromises()
      await some.get('[aria-label="Rule 1: what they get"]').setValue(kind)
      expect(last(some)).toEqual(fresh)
    }
    const text = target({ text: 'Croeso' })
    await text.get('[aria-label="Rule 1: what they get"]').setValue('link')
    expect(last(text)).toEqual({ link: 'https://' })
  })

  it('keeps a page in its list that is there no more', async () => {
    const gone = target({ page: 'GONE' })
    await flushPromises()
    const options = gone.get('[aria-label="Rule 1: page"]').findAll('option')
    expect(options.map((one) => one.text())).toEqual(['GONE', 'Swarm evening, SWARM'])
  })

  it('takes the fields of a card one by one, and leaves out what is empty', async () => {
    const card = target({ contact: { given_name: 'Ines' } })
    const [given, family] = card.findAll('.fields input')
    await family!.setValue('Calder')
    expect(last(card)).toEqual({ contact: { given_name: 'Ines', family_name: 'Calder' } })
    await card.setProps({ modelValue: { contact: { given_name: 'Ines', family_name: 'Calder' } } })
    await given!.setValue(' ')
    expect(last(card)).toEqual({ contact: { family_name: 'Calder' } })
  })

  it('says what a card is about that was made before', async () => {
    const card = target({ contact: 'BEGIN:VCARD\r\nFN:Ines Calder\r\nEND:VCARD\r\n' })
    expect(card.text()).toContain('Ines Calder; write anew to change it')
    await card.findAll('.fields input')[0]!.setValue('Tom')
    expect(last(card)).toEqual({ contact: { given_name: 'Tom' } })
  })
})

describe('trying what a visitor would get', () => {
  const route = { else: { link: 'https://fennmoor.example/' } }

  it('asks a little after each change, with what is known of the visitor', async () => {
    vi.useFakeTimers()
    answers.set('POST /api/v1/waypoints/{waypoint}/try', { rule: 1, over: false, why: [], status: 302 })
    const some = shown(WaypointTry, { id: 'w', route })
    await vi.advanceTimersByTimeAsync(200)
    expect(sent('POST', '/api/v1/waypoints/{waypoint}/try')[0]?.body).toEqual({
      route,
      device: 'phone',
      platform: 'android',
      number: 1,
      language: 'en-GB',
      country: 'GB',
    })
    expect(some.emitted('answered')).toEqual([[1]])
    await some.get('[aria-label=Language]').setValue('')
    await some.get('[aria-label=Country]').setValue('fr')
    await vi.advanceTimersByTimeAsync(200)
    // Two changes at once are one question.
    expect(sent('POST', '/api/v1/waypoints/{waypoint}/try')).toHaveLength(2)
    expect(sent('POST', '/api/v1/waypoints/{waypoint}/try')[1]?.body).toEqual({
      route,
      device: 'phone',
      platform: 'android',
      number: 1,
      country: 'FR',
    })
    vi.useRealTimers()
  })

  it('names no rule where the code is over, or nothing was answered', async () => {
    vi.useFakeTimers()
    answers.set('POST /api/v1/waypoints/{waypoint}/try', { rule: 0, over: true, why: [], status: 410 })
    const over = shown(WaypointTry, { id: 'w', route })
    await vi.advanceTimersByTimeAsync(200)
    expect(over.emitted('answered')).toEqual([[undefined]])
    answers.set('POST /api/v1/waypoints/{waypoint}/try', new Error('The route cannot be read.'))
    const wrong = shown(WaypointTry, { id: 'w', route })
    await vi.advanceTimersByTimeAsync(200)
    expect(wrong.emitted('answered')).toEqual([[undefined]])
    expect(wrong.text()).toContain('The route cannot be read.')
    vi.useRealTimers()
  })
})
