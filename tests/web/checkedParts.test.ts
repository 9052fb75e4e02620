// @vitest-environment happy-dom
import { flushPromises, mount } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { Schemas } from '@/api/client'
import { ApiProblem, forget, scrolled, shown, stubs } from './asked'

vi.mock('@/api/client', async () => (await import('./asked')).client)
vi.mock('@/composables/useToast', async () => {
  const { say } = await import('./asked')
  return { useToast: () => ({ say }) }
})
vi.mock('vue-router', async () => {
  const { push } = await import('./asked')
  return { useRoute: () => ({ params: {} }), useRouter: () => ({ push }) }
})

const KeyForm = (await import('@/components/KeyForm.vue')).default
const ProofCompare = (await import('@/components/ProofCompare.vue')).default
const RunClean = (await import('@/components/RunClean.vue')).default
const RunFindings = (await import('@/components/RunFindings.vue')).default

beforeEach(forget)

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
