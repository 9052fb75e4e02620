import { describe, expect, it } from 'vitest'
import { type FieldSpec } from '@/lib/kinds'
import { filled, leaves, mapped, valueAt } from '@/lib/mapping'

const spec = (name: string, more: Partial<FieldSpec> = {}): FieldSpec => ({
  name,
  label: name,
  type: 'line',
  required: false,
  help: '',
  example: '',
  options: [],
  max: 100,
  repeats: false,
  isAdvanced: false,
  preset: '',
  fields: [],
  ...more,
})
const contact = [
  spec('given', { label: 'First name', required: true }),
  spec('phones', { repeats: true, fields: [spec('number', { label: 'Number' }), spec('use')] }),
  spec('urls', { repeats: true, label: 'Links' }),
]

describe('columns to the fields of a kind', () => {
  it('has a place for every field, of a list the first entry', () => {
    expect(leaves(contact).map((leaf) => leaf.path)).toEqual(['given', 'phones.0.number', 'phones.0.use', 'urls.0'])
    expect(leaves(contact)[1]!.label).toBe('phones: Number')
  })

  it('goes by names and labels, however they are written, and leaves what is there', () => {
    const made = mapped(leaves(contact), ['first name', 'NUMBER', 'Links'], { urls: ['https://fennmoor.example/'] })
    expect(made).toEqual({
      given: '{{first_name}}',
      phones: [{ number: '{{NUMBER}}' }],
      urls: ['https://fennmoor.example/'],
    })
    expect(valueAt(made, 'phones.0.number')).toBe('{{NUMBER}}')
    expect(valueAt(made, 'phones.1.number')).toBe('')
  })

  it('sends only what is filled in', () => {
    expect(filled({ given: '', phones: [{ number: '{{tel}}', use: '' }, { number: '' }], urls: [''] })).toEqual({
      phones: [{ number: '{{tel}}' }],
    })
  })
})
