// @vitest-environment happy-dom
import { flushPromises, mount } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { RouteContent, RouteRule } from '@/lib/route'
import { answers, ApiProblem, forget, passing, sent, shown, stubs } from './asked'

vi.mock('@/api/client', async () => (await import('./asked')).client)
vi.mock('@/composables/useToast', async () => {
  const { say } = await import('./asked')
  return { useToast: () => ({ say }) }
})
vi.mock('vue-router', async () => {
  const { push } = await import('./asked')
  return { useRoute: () => ({ params: {} }), useRouter: () => ({ push }) }
})

const KgAlerts = (await import('@/components/KgAlerts.vue')).default
const WaypointClause = (await import('@/components/WaypointClause.vue')).default
const WaypointRules = (await import('@/components/WaypointRules.vue')).default

beforeEach(forget)

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
