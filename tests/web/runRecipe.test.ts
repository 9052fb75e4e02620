import { beforeEach, describe, expect, it } from 'vitest'
import { effectScope } from 'vue'
import { useRunRecipe } from '@/composables/useRunRecipe'

const made = () => {
  const one = effectScope().run(useRunRecipe)!
  one.take('{"text":"https://fennmoor.example/p/{{sku}}"}')
  return one
}

beforeEach(() => globalThis.localStorage?.clear())

describe('what each row becomes', () => {
  it('is sent without what was left empty', () => {
    const { body, recipe, says } = made()
    expect(body.value).toEqual({
      symbology: 'qr',
      text: 'https://fennmoor.example/p/{{sku}}',
      level: 'M',
      format: 'svg',
      dpi: 300,
      size_mm: 20,
    })
    expect(says.value).toBe(true)
    recipe.value.text = '  '
    expect(says.value).toBe(false)
    recipe.value.kind = 'wifi'
    recipe.value.fields = { ssid: '{{hive}}', password: '' }
    expect(says.value).toBe(true)
    expect(body.value).toMatchObject({ kind: 'wifi', fields: { ssid: '{{hive}}' } })
    expect(body.value).not.toHaveProperty('text')
  })

  it('leaves sizes and captions to the layout of a whole label', () => {
    const { body, recipe, isLabel } = made()
    recipe.value.caption = '{{sku}}'
    recipe.value.by_row = { size_mm: '{{mm}}', level: '{{level}}' }
    expect(body.value).toMatchObject({ caption: '{{sku}}', size_mm: 20, by_row: { size_mm: '{{mm}}' } })
    recipe.value.layout = { width: 40, height: 30, ground: '#FFFFFF', bleed: 0, parts: [] } as never
    expect(isLabel.value).toBe(true)
    expect(body.value).not.toHaveProperty('caption')
    expect(body.value).not.toHaveProperty('size_mm')
    expect(body.value).toMatchObject({ by_row: { level: '{{level}}' }, layout: { width: 40 } })
    recipe.value.by_row = { size_mm: '{{mm}}' }
    expect(body.value).not.toHaveProperty('by_row')
  })

  it('comes back from the file that it was kept in, with what has no field here', () => {
    const { asFile, body, recipe, take, version } = made()
    const finish = { shape: 'disc', dark: '#2B1A0E' }
    expect(take(JSON.stringify({ text: '{{sku}}', level: 'Q', finish, transforms: { sku: ['trim'] } }))).toBe(true)
    version.value = 7
    const kept = JSON.parse(decodeURIComponent(asFile.value.slice(asFile.value.indexOf(',') + 1))) as unknown
    expect(kept).toEqual(body.value)
    expect(kept).toMatchObject({ level: 'Q', finish, transforms: { sku: ['trim'] }, version: 7 })
    version.value = null
    expect(take(JSON.stringify(kept))).toBe(true)
    expect(recipe.value.rest).toEqual({ finish, version: 7 })
    expect(body.value).toEqual(kept)
  })

  it('changes nothing for a file that is no recipe', () => {
    const { body, take } = made()
    const before = JSON.stringify(body.value)
    for (const none of ['', 'sku,name\n1,2', '[1]', 'null', '"text"']) expect(take(none)).toBe(false)
    expect(JSON.stringify(body.value)).toBe(before)
  })

  it('knows the columns that it asks for, however the table writes them', () => {
    const { asked, recipe, use } = made()
    recipe.value.fields = { note: '{{ Best_before }}' }
    recipe.value.by_row = { level: '{{LEVEL}}' }
    expect(asked(['SKU', 'Best before', 'Level', 'price'])).toEqual(['SKU', 'Best before', 'Level'])
    use('Best before')
    expect(recipe.value).toMatchObject({
      text: 'https://fennmoor.example/p/{{sku}}{{Best_before}}',
      name: '{{Best_before}}',
    })
    use('sku')
    expect(recipe.value.name).toBe('{{Best_before}}')
  })
})
