// @vitest-environment happy-dom
import { flushPromises, mount } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { nextTick, ref } from 'vue'
import type { Schemas } from '@/api/client'
import { fresh } from '@/composables/useComposition'
import type { PageContent } from '@/lib/page'
import { answers, forget, push, say, shown } from './asked'

vi.mock('@/api/client', async () => (await import('./asked')).client)
vi.mock('@/composables/useToast', async () => {
  const { say } = await import('./asked')
  return { useToast: () => ({ say }) }
})
vi.mock('vue-router', async () => {
  const { push } = await import('./asked')
  return { useRoute: () => ({ params: {} }), useRouter: () => ({ push }) }
})

const ComposeBand = (await import('@/components/ComposeBand.vue')).default
const ComposeLevels = (await import('@/components/ComposeLevels.vue')).default
const ComposeTabs = (await import('@/components/ComposeTabs.vue')).default
const PageChecks = (await import('@/components/PageChecks.vue')).default
const PageParts = (await import('@/components/PageParts.vue')).default
const PagePreview = (await import('@/components/PagePreview.vue')).default
const { usePageLanguages } = await import('@/composables/usePageLanguages')
const { useTakeFurther } = await import('@/composables/useTakeFurther')
const { useComposition } = await import('@/composables/useComposition')
const { takeUp } = await import('@/lib/table')

const drawing = {
  payload: {
    text: 'https://fennmoor.example/hive/7',
    kind: 'link',
    fields: { url: 'https://fennmoor.example/hive/7' },
  },
  symbol: { bytes: 31, level: 'M', version: 3 },
  picture: { side_px: 1240, side_mm: 26.24, module_mm: 0.64, symbol_mm: 18.6 },
  ledger: [
    { check: 'contrast', figure: '16.8 : 1', verdict: 'holds' },
    { check: 'red_light', verdict: 'holds' },
  ],
  levels: [
    { level: 'M', fits: true, version: 3, modules: 29, bits_used: 264, bits_available: 352, repairable_share: 0.15 },
  ],
  proof: {
    reach: [{ device: 'recent_phone', name: 'Recent phone', from_mm: 90, to_mm: 640, holds: true }],
    damage: null,
  },
} as unknown as Schemas['Drawing']

beforeEach(() => {
  forget()
  answers.set('GET /api/v1/kinds', { data: [] })
})

describe('the parts of a composition', () => {
  const tabs = (more: Record<string, unknown> = {}) =>
    shown(ComposeTabs, { drawing, isEmpty: false, inMm: false, devices: 8, modelValue: 'payload', ...more })
  const says = (more: Record<string, unknown> = {}) =>
    tabs(more)
      .findAll('small')
      .map((one) => one.text().replace('\u202f', ' '))

  it('say what each comes to, in pixels or on paper', () => {
    expect(says()).toEqual(['31 bytes', '16.8 : 1', '1 240 px', '8 devices'])
    expect(says({ inMm: true })[2]).toBe('26.2 mm')
  })

  it('say that nothing is drawn yet, and whether there is anything to draw', () => {
    expect(says({ drawing: null })).toEqual(['not drawn', 'two inks', 'not drawn', '8 devices'])
    expect(says({ drawing: null, isEmpty: true })[0]).toBe('empty')
  })

  it('are chosen one at a time, and the one that is shown is told', async () => {
    const shownTabs = tabs({ modelValue: 'finish' })
    expect(shownTabs.findAll('[aria-selected=true]').map((one) => one.attributes('id'))).toEqual(['tab-finish'])
    await shownTabs.get('#tab-proof').trigger('click')
    expect(shownTabs.emitted('update:modelValue')).toEqual([['proof']])
  })
})

describe('what stands below the picture', () => {
  const band = (more: Record<string, unknown> = {}) =>
    shown(ComposeBand, { drawing, isOutput: false, showsDamage: false, fields: fresh(), mm: 25, ...more })

  it('is how far each device reads while the size is chosen', () => {
    expect(band({ isOutput: true }).text()).toContain('Reads from, to')
    expect(band({ isOutput: true, drawing: { ...drawing, proof: undefined } }).text()).not.toContain('Reads from, to')
  })

  it('is what the mark costs when that is asked, and that there is none', () => {
    expect(band({ showsDamage: true }).text()).toContain('There is no mark')
    expect(band({ showsDamage: true }).find('table').exists()).toBe(false)
  })

  it('is the levels otherwise, four of them before anything is drawn', () => {
    expect(band().findAll('tbody tr')).toHaveLength(1)
    expect(band({ drawing: null }).findAll('tbody tr')).toHaveLength(4)
  })

  it('knows from the reach of a phone how wide a module must be', () => {
    const needs = (more: Schemas['Drawing'] | null, distanceMm: number) =>
      shown(ComposeLevels, { drawing: more, fields: { ...fresh(), distanceMm }, mm: 25 })
        .findComponent({ name: 'KgLevels' })
        .props('needed') as number
    // Modules of 0.64 mm are read from 640 mm, so that 320 mm take half of them.
    expect(needs(drawing, 320)).toBeCloseTo(0.32, 6)
    expect(needs(null, 500)).toBeCloseTo(0.8, 6)
  })
})

describe('going on to hand it off', () => {
  it('takes what is saved by its name, and what is not from the table', async () => {
    const composition = useComposition()
    const drawn = ref<Schemas['Drawing'] | null>(null)
    const { takeFurther, isUnderWay } = useTakeFurther(composition, drawn)
    await takeFurther()
    expect(push).not.toHaveBeenCalled()

    drawn.value = drawing
    composition.fields.text = drawing.payload.text ?? ''
    let seen = false
    push.mockImplementation(() => {
      seen = isUnderWay.value
      return Promise.resolve()
    })
    await takeFurther()
    expect(push).toHaveBeenLastCalledWith('/hand-off?of=table')
    // The guard of the screen lets it leave while that is so, and no longer.
    expect([seen, isUnderWay.value]).toEqual([true, false])
    expect(takeUp()).toMatchObject({ name: expect.any(String) as string })

    composition.open({ id: 'g7', name: 'Hive 7', text: drawing.payload.text, level: 'M', finish: {} } as never)
    await takeFurther()
    expect(push).toHaveBeenLastCalledWith('/hand-off/g7')
  })
})

describe('the parts of a page', () => {
  const head = { id: 'p1', part: 'head', title: 'Swarm talk' }
  const text = { id: 'p2', part: 'text', text: 'At dusk', hidden: true }
  const list = (more: Record<string, unknown> = {}) =>
    shown(PageParts, {
      parts: [head, text],
      files: [],
      faults: [{ field: 'parts.1.text', message: 'too long' }],
      fieldsOf: () => [],
      labelOf: (part: string) => (part === 'head' ? 'Head' : 'Text'),
      mayWrite: true,
      open: 'p1',
      ...more,
    })

  it('say what is on them, what is hidden and what is to be mended', () => {
    const rows = list().findAll('li')
    expect(rows[0]!.text()).toContain('Swarm talk')
    expect(rows[0]!.get('.what').attributes('aria-expanded')).toBe('true')
    expect(rows[1]!.text()).toContain('hidden')
    expect(rows[1]!.text()).toContain('1 to mend')
    expect(list({ parts: [] }).text()).toContain('Nothing is on this page yet')
  })

  it('move, hide and go by their buttons, and by being dragged', async () => {
    const parts = list()
    await parts.get('[aria-label="Move Head down"]').trigger('click')
    expect(parts.emitted('change')?.at(-1)).toEqual([[text, head]])
    await parts.get('[aria-label="Show Text"]').trigger('click')
    expect(parts.emitted('change')?.at(-1)).toEqual([[head, { ...text, hidden: false }]])
    await parts.get('[aria-label="Take Text out"]').trigger('click')
    expect(parts.emitted('drop')).toEqual([[1]])
    await parts.findAll('.bk')[1]!.trigger('dragstart')
    await parts.findAll('li')[0]!.trigger('drop')
    expect(parts.emitted('change')?.at(-1)).toEqual([[text, head]])
    // What is let go without having been taken moves nothing.
    await parts.findAll('li')[1]!.trigger('drop')
    expect(parts.emitted('change')).toHaveLength(3)
  })

  it('are only looked at by whoever may not write', () => {
    const parts = list({ mayWrite: false })
    expect(parts.find('[aria-label^=Move]').exists()).toBe(false)
    expect(parts.get('.bk').attributes('draggable')).toBe('false')
  })

  it('open one at a time', async () => {
    const parts = list()
    await parts.findAll('.what')[1]!.trigger('click')
    expect(parts.emitted('update:open')).toEqual([['p2']])
    // Again, and it is shut.
    await parts.findAll('.what')[1]!.trigger('click')
    expect(parts.emitted('update:open')?.at(-1)).toEqual([''])
  })
})

describe('how a page stands', () => {
  it('counts its checks by verdict, and leaves out what there is none of', () => {
    const checks = [
      { id: 'a', label: 'Contrast', verdict: 'holds', figure: '9 : 1', says: 'read well' },
      { id: 'b', label: 'Weight', verdict: 'holds', figure: '12 kB', says: 'light' },
      { id: 'c', label: 'Links', verdict: 'fails', figure: '1 of 3', says: 'one is gone' },
    ]
    const shownChecks = shown(PageChecks, { checks })
    const counts = shownChecks.findAll('.ch .say').filter((one) => one.isVisible())
    expect(counts.map((one) => one.text().replace(/\s+/g, ' '))).toEqual(['2 hold', '1 fail'])
    expect(shownChecks.findAll('dl > div')).toHaveLength(3)
  })

  it('is seen as a phone has it: live, or as it would be with the changes', async () => {
    const page = { id: 'p', state: 'live', address: 'https://k.example/q/SWARM' }
    // Off the document, where frames load nothing.
    const preview = mount(PagePreview, { props: { page: page as never, language: 'cy', kept: 2, of: 'draft' } })
    expect(preview.get('iframe').attributes('src')).toBe('/api/v1/pages/p/preview?of=draft&language=cy#2')
    expect(preview.get('iframe').attributes('sandbox')).toBe('')
    expect(preview.get('.url').text()).toBe('k.example/q/SWARM')
    await preview.setProps({ of: 'live' })
    expect(preview.get('iframe').attributes('src')).toContain('of=live')
    // A page that was never published has nothing live to show.
    expect(
      mount(PagePreview, {
        props: { page: { ...page, state: 'draft' } as never, language: 'en', kept: 0, of: 'draft' },
      }).text(),
    ).not.toContain('Live')
  })
})

describe('the languages of a page', () => {
  const with_ = (content: Partial<PageContent>) => {
    const draft = ref<PageContent | null>(content as PageContent)
    return { draft, ...usePageLanguages(draft, (next) => (draft.value = next)) }
  }

  it('are its own and those with words, of which one is shown', () => {
    const page = with_({ language: 'en', words: { cy: { p1: { title: 'Haid' } } } })
    expect(page.languages.value).toEqual(['en', 'cy'])
    page.tag.value = 'FR-ca '
    page.addLanguage()
    expect([page.languages.value, page.language.value, page.tag.value]).toEqual([['en', 'cy', 'fr-ca'], 'fr-ca', null])
  })

  it('keep the words of one that is added again, and refuse what is no tag', () => {
    const page = with_({ language: 'en', words: { cy: { p1: { title: 'Haid' } } } })
    page.tag.value = 'CY'
    page.addLanguage()
    expect(page.words.value).toEqual({ cy: { p1: { title: 'Haid' } } })
    page.tag.value = 'Welsh language'
    page.addLanguage()
    expect(page.languages.value).toEqual(['en', 'cy'])
    expect(say).toHaveBeenCalledWith('A language is a tag such as en or cy.')
  })

  it('come back when one is taken out by mistake', async () => {
    const page = with_({ language: 'en', words: { cy: { p1: { title: 'Haid' } } } })
    page.language.value = 'cy'
    page.dropLanguage()
    await nextTick()
    expect([page.languages.value, page.language.value]).toEqual([['en'], 'en'])
    const [, undo] = say.mock.calls[0] as [string, { run: () => void }]
    undo.run()
    await flushPromises()
    expect(page.words.value).toEqual({ cy: { p1: { title: 'Haid' } } })
  })
})
