import { describe, expect, it } from 'vitest'
import { useComposition } from '@/composables/useComposition'
import type { Glyph } from '@/api/client'
import { found, isFilled, type KindFacts, specsOf, withValue } from '@/lib/kinds'

const kind = (label: string, purpose: string, words: string[]): KindFacts =>
  ({
    kind: 'link',
    label,
    group: 'Web',
    purpose,
    standard: '',
    words,
    recognised: true,
    schema: {},
    starters: [],
  }) as KindFacts

describe('fields from a schema', () => {
  it('keeps the order, the rules and the choices', () => {
    const [security, phones] = specsOf({
      required: ['security'],
      properties: {
        phones: {
          'x-order': 1,
          title: 'Phone',
          items: { properties: { number: { title: 'Number', maxLength: 40 } } },
        },
        security: { 'x-order': 0, title: 'Security', enum: ['', 'wpa'], 'x-labels': ['None', 'WPA'], default: 'wpa' },
      },
    })
    expect(security).toMatchObject({
      name: 'security',
      required: true,
      preset: 'wpa',
      options: [
        { value: '', label: 'None' },
        { value: 'wpa', label: 'WPA' },
      ],
    })
    expect(phones).toMatchObject({ repeats: true, fields: [{ name: 'number', max: 40 }] })
  })

  it('changes one value and keeps every other', () => {
    const before = { ssid: 'a', phones: [{ number: '1' }, { number: '2' }] }
    expect(withValue(before, 'phones.1.number', '3')).toEqual({ ssid: 'a', phones: [{ number: '1' }, { number: '3' }] })
    expect(withValue({}, 'elements.0.value', 'x')).toEqual({ elements: [{ value: 'x' }] })
    expect(before.phones[1]).toEqual({ number: '2' })
  })

  it('knows what is filled in', () => {
    for (const empty of ['', false, [], [{}], { a: '' }, undefined, [{ a: [''] }]]) expect(isFilled(empty)).toBe(false)
    for (const full of ['x', true, ['x'], { a: { b: 'x' } }]) expect(isFilled(full)).toBe(true)
  })

  it('finds a kind by what one wants to happen', () => {
    const kinds = [kind('Wi-Fi', 'Join a wireless network', ['ssid']), kind('Link', 'Open a web page', ['url'])]
    expect(found(kinds, 'join network').map((k) => k.label)).toEqual(['Wi-Fi'])
    expect(found(kinds, 'URL').map((k) => k.label)).toEqual(['Link'])
    expect(found(kinds, '')).toHaveLength(2)
    expect(found(kinds, 'smell')).toEqual([])
  })
})

describe('text and fields in step', () => {
  const glyph = {
    name: 'Case',
    kind: 'gs1_elements',
    text: '0109520123456788\u001d',
    level: 'M',
    module_px: 8,
    size_px: null,
    quiet: 4,
    dark: '#14201C',
    light: '#FFFFFF',
  } as unknown as Glyph

  it('takes the fields of a text and the text of fields, whichever was edited', () => {
    const { fields, follow, isDirty } = useComposition()
    Object.assign(fields, { kind: 'wifi', text: 'WIFI:S:a;;', origin: 'text' })
    follow({ kind: 'wifi', shown: 'WIFI:T:nopass;S:a;;', fields: { ssid: 'a' } })
    expect(fields.text).toBe('WIFI:S:a;;')
    expect(fields.values).toEqual({ ssid: 'a' })
    Object.assign(fields, { values: { ssid: 'b' }, origin: 'fields' })
    follow({ kind: 'wifi', shown: 'WIFI:T:nopass;S:b;;', fields: { ssid: 'b' } })
    expect(fields.text).toBe('WIFI:T:nopass;S:b;;')
    expect(isDirty.value).toBe(true)
  })

  it('ignores the answer to a kind that was left meanwhile', () => {
    const { fields, follow } = useComposition()
    Object.assign(fields, { kind: 'text', text: 'x', origin: 'text' })
    follow({ kind: 'wifi', shown: 'WIFI:S:a;;', fields: { ssid: 'a' } })
    expect(fields.values).toEqual({})
  })

  it('is not unsaved when a change was taken back, and shows element strings with brackets', () => {
    const { fields, open, follow, isDirty } = useComposition()
    open(glyph)
    const values = { elements: [{ ai: '01', value: '09520123456788' }] }
    follow({ kind: 'gs1_elements', shown: '(01)09520123456788', fields: values })
    expect(fields.text).toBe('(01)09520123456788')
    expect(isDirty.value).toBe(false)
    Object.assign(fields, { values: { elements: [] }, origin: 'fields' })
    expect(isDirty.value).toBe(true)
    fields.values = structuredClone(values)
    expect(isDirty.value).toBe(false)
  })
})
