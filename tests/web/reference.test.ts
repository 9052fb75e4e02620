import { load } from 'js-yaml'
import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { type Contract, LANGUAGES, matching, operations, sample } from '@/lib/reference'

const all = operations(load(readFileSync('openapi/openapi.yaml', 'utf8')) as Contract)
const find = (id: string) => all.find((one) => one.id === id)!

describe('the reference', () => {
  it('has every route of the contract, with what its fields are and how it refuses', () => {
    expect(new Set(all.map(({ id }) => id)).size).toBe(all.length)
    const symbol = find('makeSymbol')
    expect(symbol.fields.find(({ name }) => name === 'size_px')).toMatchObject({
      place: 'body',
      type: 'integer',
      bound: '21 to 8192',
    })
    expect(symbol.answers).toContain('image/png')
    for (const one of all) {
      expect(one.title, one.id).not.toBe('')
      expect(
        one.fields.filter(({ type }) => type === ''),
        one.id,
      ).toEqual([])
      if (!one.isOpen)
        expect(
          one.refusals.map(({ status }) => status),
          one.id,
        ).toContain('401')
    }
    expect(find('showKey').fields.find(({ name }) => name === 'key')).toMatchObject({ place: 'path', isNeeded: true })
  })

  it('is found by the name of a field', () => {
    expect(matching(all, 'overlap_hours').map(({ id }) => id)).toEqual(
      expect.arrayContaining(['rotateKey', 'rotateHook']),
    )
    expect(matching(all, 'no such word')).toEqual([])
  })

  it('writes a call in four languages, with the key from the environment', () => {
    const call = {
      url: 'https://codes.fennmoor.example/api/v1/symbols',
      method: 'POST',
      accept: 'image/png',
      body: '{"text":"it\'s"}',
    }
    for (const { name, write } of LANGUAGES) {
      expect(write(call), name).toContain('KEEN_GLYPH_KEY')
      expect(write(call), name).toContain('image/png')
    }
    for (const one of all) if (one.takesJson) expect(() => JSON.parse(sample(one)), one.id).not.toThrow()
  })
})
