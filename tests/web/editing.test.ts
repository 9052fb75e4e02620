import { beforeEach, describe, expect, it, vi } from 'vitest'
import { ref } from 'vue'

const { post, get, say } = vi.hoisted(() => ({ post: vi.fn(), get: vi.fn(), say: vi.fn() }))
vi.mock('@/composables/useToast', () => ({ useToast: () => ({ say }) }))
vi.mock('@/composables/useFinishes', () => ({
  useFinishes: () => ({ byDefault: async () => ({ id: 'f1', finish: { shape: 'disc' } }) }),
}))
vi.mock('@/api/client', () => {
  class ApiProblem extends Error {
    constructor(
      readonly status: number,
      message: string,
    ) {
      super(message)
    }
  }
  return { api: { POST: post, GET: get }, ApiProblem, unwrap: (call: Promise<unknown>) => call }
})

const { usePayloadEditing } = await import('@/composables/usePayloadEditing')
const { useComposition } = await import('@/composables/useComposition')
const { useFinishValue } = await import('@/composables/useFinishValue')
const { useOpenGlyph } = await import('@/composables/useOpenGlyph')
const { useWarning } = await import('@/composables/useWarning')
const { ApiProblem } = await import('@/api/client')
const { finishOf } = await import('@/lib/finish')

beforeEach(() => {
  for (const mock of [post, get, say]) mock.mockReset()
  vi.stubGlobal('window', { history: { state: null } })
})

describe('editing a payload', () => {
  function table(over = {}, isStale = () => false) {
    const { fields, follow } = useComposition()
    Object.assign(fields, { kind: 'wifi', values: { ssid: 'Honey House' }, origin: 'fields', text: '' }, over)
    const model = ref(fields)
    const use = vi.fn()
    const focus = vi.fn(async () => {})
    return { fields: model, follow, use, focus, ...usePayloadEditing(model, use, focus, isStale) }
  }

  it('keeps what was typed into the text when a field changes before that text was read', () => {
    let isStale = false
    const { fields, follow, edit, retype } = table({}, () => isStale)
    const read = (values: object) => follow({ kind: 'wifi', shown: '', fields: { ...values } })
    retype('WIFI:S:Honey;X:kept;;')
    isStale = true
    edit({ ssid: 'Honey House', password: 'heather' })
    edit({ ssid: 'Honey House', password: 'heather77' })
    expect(fields.value).toMatchObject({ origin: 'text', values: { password: 'heather77' } })
    read({ ssid: 'Honey', extra: 'X:kept' })
    expect(fields.value).toMatchObject({
      origin: 'fields',
      values: { ssid: 'Honey', extra: 'X:kept', password: 'heather77' },
    })

    // A newer text counts more than a field that was changed before it.
    retype('WIFI:S:Hive;;')
    edit({ ssid: 'Comb' })
    retype('WIFI:S:Swarm;;')
    read({ ssid: 'Swarm' })
    expect(fields.value).toMatchObject({ origin: 'text', values: { ssid: 'Swarm' } })
  })

  it('loses nothing when another kind is looked at', () => {
    const { fields, choose, use } = table()
    choose('call')
    expect(fields.value).toMatchObject({ kind: 'call', values: {}, text: '' })
    choose('wifi')
    expect(fields.value).toMatchObject({ kind: 'wifi', values: { ssid: 'Honey House' } })
    expect(use).toHaveBeenCalledTimes(2)
  })

  it('keeps the elements between the two forms of GS1', () => {
    const elements = [{ ai: '01', value: '09520123456788' }]
    const { fields, choose } = table({ kind: 'gs1_link', values: { elements } })
    choose('gs1_elements')
    expect(fields.value).toMatchObject({ kind: 'gs1_elements', values: { elements } })
  })

  it('detects the kind of what is pasted, and takes the text without an answer too', async () => {
    const { fields, paste, focus } = table()
    post.mockResolvedValueOnce({ kind: 'call' })
    await paste('tel:+442079460123\n')
    expect(fields.value).toMatchObject({ kind: 'call', text: 'tel:+442079460123', origin: 'text' })
    expect(focus).toHaveBeenCalled()
    post.mockRejectedValueOnce(new Error('away'))
    await paste('fennmoor.example/visit')
    expect(fields.value).toMatchObject({ kind: 'link', text: 'fennmoor.example/visit' })
  })

  it('offers the way back from a starter', () => {
    const { fields, start } = table()
    start({ ssid: 'Fennmoor Guests', security: 'open' })
    expect(fields.value.values).toEqual({ ssid: 'Fennmoor Guests', security: 'open' })
    const [, action] = say.mock.calls[0]!
    action.run()
    expect(fields.value.values).toEqual({ ssid: 'Honey House' })
  })

  it('mends a field, or the text as a whole', () => {
    const { fields, fix } = table()
    fix({ password: 'clover&lime7' })
    expect(fields.value.values).toEqual({ ssid: 'Honey House', password: 'clover&lime7' })
    fix({ text: 'WIFI:S:x;;' })
    expect(fields.value).toMatchObject({ text: 'WIFI:S:x;;', origin: 'text' })
  })
})

describe('single values of a finish', () => {
  it('leaves out what is as by default', () => {
    const finish = ref(finishOf({ shape: 'disc' }))
    const { value, set } = useFinishValue(finish)
    const shape = value('shape', 'square')
    expect(shape.value).toBe('disc')
    shape.value = 'square'
    expect('shape' in finish.value).toBe(false)
    set('ean', '9520123456788')
    expect(finish.value.ean).toBe('9520123456788')
    set('ean', undefined)
    expect('ean' in finish.value).toBe(false)
  })
})

describe('what is put on the table', () => {
  it('begins with the finish of the workspace, and tells in the same breath', async () => {
    const composition = useComposition()
    const placed = vi.fn(() => expect(composition.isDirty.value).toBe(false))
    await useOpenGlyph(composition, placed).startNew()
    expect(placed).toHaveBeenCalledOnce()
    expect(composition.fields).toMatchObject({ finishId: 'f1', finish: { shape: 'disc' } })
  })

  it('keeps what somebody chose while the finish was on its way, and puts it under that', async () => {
    const composition = useComposition()
    const beginning = useOpenGlyph(composition, () => {}).startNew()
    Object.assign(composition.fields, { kind: 'wifi', text: 'WIFI:S:Honey House;;', origin: 'text' })
    await beginning
    expect(composition.fields).toMatchObject({ kind: 'wifi', text: 'WIFI:S:Honey House;;', finishId: 'f1' })
  })

  it('takes what another screen handed over', async () => {
    vi.stubGlobal('window', { history: { state: { text: 'tel:1', kind: 'call' } } })
    const composition = useComposition()
    await useOpenGlyph(composition, () => {}).startNew()
    expect(composition.fields).toMatchObject({ kind: 'call', text: 'tel:1', origin: 'text' })
  })

  it('says why a glyph is not here, and why it could not be loaded', async () => {
    const composition = useComposition()
    const { openGlyph, missing } = useOpenGlyph(composition, () => {})
    get.mockRejectedValueOnce(new ApiProblem(404, 'There is nothing here by that name.'))
    await openGlyph('g1')
    expect(missing.value).toContain('no such glyph')
    get.mockRejectedValueOnce(new ApiProblem(503, 'The database is not answering.'))
    await openGlyph('g1')
    expect(missing.value).toBe('The database is not answering.')
  })
})

describe('a warning', () => {
  it('is given only when something speaks against it, and can be taken or given up', () => {
    let stops = false
    const act = vi.fn()
    const warning = useWarning(() => stops)
    warning.before(act)
    expect(act).toHaveBeenCalledTimes(1)
    stops = true
    warning.before(act)
    expect([act.mock.calls.length, warning.isAsking.value]).toEqual([1, true])
    warning.isAsking.value = false
    warning.takeAll()
    expect(act).toHaveBeenCalledTimes(1)
    warning.before(act)
    warning.takeAll()
    expect([act.mock.calls.length, warning.isAsking.value]).toEqual([2, false])
  })
})
