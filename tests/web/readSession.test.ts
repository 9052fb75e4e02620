// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { describe, expect, it, vi } from 'vitest'
import { defineComponent, h } from 'vue'
import type { Entry } from '@/composables/useReadings'

const { save } = vi.hoisted(() => ({ save: vi.fn() }))
vi.mock('@/lib/exports', async (original) => ({ ...(await original<object>()), save }))
const { default: ReadSession } = await import('@/components/ReadSession.vue')

const plain = (tag: string) =>
  defineComponent({
    setup:
      (_props, { attrs, slots }) =>
      () =>
        h(tag, attrs, slots.default?.()),
  })
const symbol = (text: string, severity?: string) => ({
  text,
  symbology: 'qr',
  corners: [
    [0, 0],
    [9, 0],
    [9, 9],
    [0, 9],
  ],
  payload: { kind: 'text', problems: severity ? [{ severity }] : [] },
})
const entry = (id: number, over = {}): Entry =>
  ({
    id,
    name: `picture ${id}`,
    url: '',
    at: new Date(Date.UTC(2026, 10, 28, 12, 0, id)),
    state: 'done',
    result: { symbols: [symbol(`text ${id}`)] },
    message: '',
    ...over,
  }) as unknown as Entry
const session = (entries: Entry[], waiting = { done: 0, all: 0 }) =>
  mount(ReadSession, {
    props: { entries, waiting, current: entries[0]?.id ?? null },
    global: { stubs: { VBtn: plain('button'), VIcon: plain('i'), VProgressLinear: plain('progress') } },
  })

describe('the list of a session', () => {
  it('says in a word what came of each picture', () => {
    const list = session([
      entry(6, { state: 'reading', result: null }),
      entry(5, { state: 'refused', result: null, message: 'This is no picture.' }),
      entry(4, { result: { symbols: [] }, message: 'Hold it closer.' }),
      entry(3, { result: { symbols: [symbol('a'), symbol('b')] } }),
      entry(2, { result: { symbols: [symbol('https://fennmооr.example', 'error')] } }),
      entry(1, { result: { symbols: [symbol('a', 'note')] } }),
    ])
    expect(list.findAll('.say').map((one) => one.text())).toEqual([
      'Reading',
      'Refused',
      'Not read',
      '2 read',
      'Look at it',
      'Read',
    ])
    expect(list.findAll('.tx').map((one) => one.text())).toEqual([
      '',
      'This is no picture.',
      'Hold it closer.',
      'a',
      'https://fennmооr.example',
      'a',
    ])
    expect(list.find('[aria-current=true]').text()).toContain('picture 6')
  })

  it('tells how far it is while pictures wait, and offers no file of nothing', async () => {
    const list = session([entry(1, { state: 'reading', result: null })], { done: 2, all: 5 })
    expect(list.text()).toContain('2 of 5 read')
    expect(list.findAll('.file')).toHaveLength(0)
    await list.setProps({ entries: [], waiting: { done: 5, all: 5 } })
    expect(list.text()).toContain('nothing read yet')
  })

  it('gives what is chosen and what is taken off to its screen', async () => {
    const list = session([entry(2), entry(1)])
    await list.findAll('.pick')[1]!.trigger('click')
    await list.find('[aria-label="Take picture 2 off the list"]').trigger('click')
    expect(list.emitted()).toMatchObject({ choose: [[1]], forget: [[2]] })
  })

  it('comes as a file with a row for each symbol, the oldest first', async () => {
    const list = session([entry(2, { result: { symbols: [symbol('=1+1'), symbol('b, c')] } }), entry(1)])
    await list.findAll('.file')[0]!.trigger('click')
    await list.findAll('.file')[1]!.trigger('click')
    const [[table, name], [whole, other]] = save.mock.calls as [[Blob, string], [Blob, string]]
    expect([name, other]).toEqual(['read.csv', 'read.json'])
    const lines = (await table.text()).trim().split('\r\n')
    expect(lines).toHaveLength(4)
    expect(lines[1]).toContain('2026-11-28T12:00:01.000Z')
    expect(lines[1]).toContain('text 1')
    // What a spreadsheet would calculate is a text there.
    expect(lines[2]).toContain("'=1+1")
    expect(lines[3]).toContain('"b, c"')
    const read = JSON.parse(await whole.text()) as { picture: string; text: string }[]
    expect(read.map((one) => [one.picture, one.text])).toEqual([
      ['picture 1', 'text 1'],
      ['picture 2', '=1+1'],
      ['picture 2', 'b, c'],
    ])
  })
})
