// @vitest-environment happy-dom
import { beforeEach, describe, expect, it } from 'vitest'
import type { Schemas } from '@/api/client'
import { finishThatLooks } from '@/composables/useAddressLook'
import { useComposition } from '@/composables/useComposition'
import type { SavedFinish } from '@/composables/useFinishes'
import { PLAIN } from '@/lib/finish'
import { recipeOf } from '@/lib/recipe'
import { layDown, takeUp } from '@/lib/table'

beforeEach(() => sessionStorage.clear())

const drawn = (text: string | null, shown: string): { payload: Schemas['Drawing']['payload']; as_is: boolean } => ({
  payload: { text, shown } as Schemas['Drawing']['payload'],
  as_is: false,
})

describe('what is on the table', () => {
  it('arrives at another screen with all that draws it', () => {
    const { fields, loose } = useComposition()
    Object.assign(fields, { level: 'Q', lift: true, sizeMode: 'length', sizeMm: 30, dpi: 300, finishId: 'f-1' })
    fields.finish = { ...PLAIN, shape: 'disc', mark: { text: 'FB', size: 5 } }
    layDown(loose(drawn('https://fennmoor.example/hive/7', ''), 'Hive 7'))
    const taken = takeUp()!
    expect(taken).toMatchObject({ name: 'Hive 7', size_mm: 30, dpi: 300, lift: true, finish_id: 'f-1' })
    expect(recipeOf(taken)).toEqual({
      text: 'https://fennmoor.example/hive/7',
      name: 'Hive 7',
      level: 'Q',
      lift: true,
      size_mm: 30,
      dpi: 300,
      finish: { dark: PLAIN.dark, shape: 'disc', mark: { text: 'FB', size: 5 } },
    })
  })

  it('says what is shown where the payload has no text of its own, and only the size that was chosen', () => {
    const { fields, loose } = useComposition()
    fields.sizeMode = 'side'
    const one = loose(drawn(null, '(01)09521234567891'), 'Jar')
    expect([one.text, one.size_px, one.module_px, one.size_mm]).toEqual([
      '(01)09521234567891',
      300,
      undefined,
      undefined,
    ])
  })

  it('is nothing where nothing was laid down, or in a form that is no longer known', () => {
    expect(takeUp()).toBeNull()
    sessionStorage.setItem('kg-on-the-table', JSON.stringify({ text: 'a', level: 'M', dark: '#000000' }))
    expect(takeUp()).toBeNull()
  })
})

describe('a look that an address names', () => {
  const saved = (id: string, finish: Schemas['Finish']): SavedFinish => ({ id, name: id, finish }) as SavedFinish
  const disc = { ...PLAIN, shape: 'disc' as const }

  it('is the finish that was chosen, or any that looks the same', () => {
    const all = [saved('a', disc), saved('b', { shape: 'disc', quiet: 4, light: '#FFFFFF', dark: PLAIN.dark })]
    expect(finishThatLooks(disc, 'b', all)?.id).toBe('b')
    expect(finishThatLooks(disc, null, all)?.id).toBe('a')
    expect(finishThatLooks(disc, 'gone', all)?.id).toBe('a')
  })

  it('is none that differs by now, even if it was chosen', () => {
    expect(finishThatLooks(disc, 'a', [saved('a', { ...disc, ring: 'soft' })])).toBeUndefined()
    expect(finishThatLooks(disc, null, [])).toBeUndefined()
  })
})
