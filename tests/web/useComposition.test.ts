import { describe, expect, it } from 'vitest'
import type { Glyph } from '@/api/client'
import { useComposition } from '@/composables/useComposition'

const glyph = {
  id: 'a',
  name: 'Hive 7',
  kind: 'link',
  text: 'https://fennmoor.example/hive/7',
  level: 'Q',
  module_px: null,
  size_px: null,
  size_mm: 25,
  dpi: 203,
  print: 'thermal_203',
  distance_mm: 300,
  finish: { dark: '#2B1A0E', light: '#FFFAEC', quiet: 4, shape: 'disc', mark: { icon: 'comb', size: 9 } },
  finish_id: 'f',
  finish_revision: 2,
  quiet: 4,
  dark: '#2B1A0E',
  light: '#FFFAEC',
  revision: 3,
} as unknown as Glyph

describe('a composition', () => {
  it('opens a glyph as it was saved, and sends the same back', () => {
    const composition = useComposition()
    composition.open(glyph)
    expect(composition.isDirty.value).toBe(false)
    expect(composition.body()).toMatchObject({
      text: glyph.text,
      level: 'Q',
      size_mm: 25,
      dpi: 203,
      print: 'thermal_203',
      distance_mm: 300,
      finish: { shape: 'disc', mark: { icon: 'comb', size: 9 } },
    })
    expect(composition.body()).not.toHaveProperty('module_px')
  })

  it('carries out what the ledger proposes, wherever it lies', () => {
    const composition = useComposition()
    composition.open(glyph)
    composition.fix({ 'mark.size': 7 })
    composition.fix({ ring: 'soft', dark: '#101010' })
    composition.fix({ level: 'H' })
    composition.fix({ module_px: 6, dpi: 300 })
    composition.fix({ distance_mm: 180 })
    expect(composition.fields.finish).toMatchObject({ mark: { icon: 'comb', size: 7 }, ring: 'soft', dark: '#101010' })
    expect(composition.body()).toMatchObject({ level: 'H', module_px: 6, dpi: 300, distance_mm: 180 })
    composition.fix({ text: 'https://fennmoor.example/' })
    expect(composition.body()).toMatchObject({ text: 'https://fennmoor.example/' })
    expect(composition.isDirty.value).toBe(true)
  })

  it('goes back to any state it was in, whichever of text and fields led', () => {
    const composition = useComposition()
    composition.open(glyph)
    const before = composition.decided()
    composition.fix({ shape: 'leaf' })
    Object.assign(composition.fields, { origin: 'fields', values: { url: 'https://fennmoor.example/x' } })
    const after = composition.decided()
    composition.recall(before)
    expect(composition.isDirty.value).toBe(false)
    composition.recall(after)
    expect(composition.fields.finish.shape).toBe('leaf')
    expect(composition.body()).toHaveProperty('fields', { url: 'https://fennmoor.example/x' })
  })

  it('follows a glyph that was changed on the server without losing what is on the table', () => {
    const composition = useComposition()
    composition.open(glyph)
    composition.fix({ dark: '#5A1030' })
    composition.rebase({ ...glyph, revision: 4, dark: '#5A1030', finish: { ...glyph.finish, dark: '#5A1030' } })
    expect(composition.isDirty.value).toBe(false)
    expect(composition.glyph.value?.revision).toBe(4)
    composition.fix({ level: 'H' })
    composition.rebase({ ...glyph, revision: 5 })
    expect(composition.fields.level).toBe('H')
    expect(composition.isDirty.value).toBe(true)
  })
})
