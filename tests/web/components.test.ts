// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h, nextTick } from 'vue'
import type { LedgerLine } from '@/api/client'
import ComposeEmpty from '@/components/ComposeEmpty.vue'
import ComposeFigures from '@/components/ComposeFigures.vue'
import ComposeTitleBar from '@/components/ComposeTitleBar.vue'
import HandOffMenu from '@/components/HandOffMenu.vue'
import KgDiff from '@/components/KgDiff.vue'
import KgLedger from '@/components/KgLedger.vue'
import LeaveUnsaved from '@/components/LeaveUnsaved.vue'

/** Vuetify's parts as plain elements: what is tested is ours. */
const passing = (tag: string) =>
  defineComponent({
    inheritAttrs: false,
    setup: (_props, { attrs, slots }) => {
      return () =>
        h(tag, attrs, [slots.activator?.({ props: {} }), slots.default?.(), attrs.title as string | undefined])
    },
  })
const stubs = {
  VBtn: passing('button'),
  VIcon: passing('i'),
  VMenu: passing('div'),
  VList: passing('ul'),
  VListItem: passing('li'),
  VDialog: passing('section'),
}
// Menus lead to other screens.
vi.mock('vue-router', () => ({ useRoute: () => ({ params: {} }), useRouter: () => ({ push: vi.fn() }) }))
const global = { stubs }

beforeEach(() => vi.restoreAllMocks())

describe('the title bar', () => {
  const props = {
    name: 'Hive 7',
    problem: '',
    zoom: 'fit' as const,
    overlay: 'none' as const,
    glyph: null,
    dirty: true,
    canUndo: false,
    canRedo: true,
    showsSize: false,
  }

  it('says what is on the table, and what can be taken back', () => {
    const bar = mount(ComposeTitleBar, { props, global })
    expect(bar.text()).toContain('New, unsaved')
    expect(bar.get('[aria-label=Undo]').attributes('disabled')).toBeDefined()
    expect(bar.get('[aria-label=Redo]').attributes('disabled')).toBeUndefined()
  })

  it('tells why a name is not taken beside it, and puts the cursor there', async () => {
    const bar = mount(ComposeTitleBar, {
      props: { ...props, problem: 'Give it a name.' },
      global,
      attachTo: document.body,
    })
    expect(bar.get('input').attributes('aria-invalid')).toBe('true')
    expect(bar.get('[role=alert]').text()).toContain('Give it a name.')
    await (bar.vm as unknown as { askForName: () => Promise<void> }).askForName()
    expect(document.activeElement).toBe(bar.get('input').element)
    await bar.get('input').setValue('Hive 8')
    expect(bar.emitted('update:problem')?.at(-1)).toEqual([''])
    expect(bar.emitted('update:name')?.at(-1)).toEqual(['Hive 8'])
  })

  it('saves with Enter', async () => {
    const bar = mount(ComposeTitleBar, { props, global })
    await bar.get('input').trigger('keydown', { key: 'Enter' })
    expect(bar.emitted('save')).toHaveLength(1)
  })
})

describe('what stands in place of a picture', () => {
  it('tells what is missing before anything else, and what to do', () => {
    const props = { missing: 'There is no such glyph in this workspace.', problem: null, isElsewhere: false }
    expect(mount(ComposeEmpty, { props, global }).text()).toContain('Not found')
    expect(mount(ComposeEmpty, { props: { ...props, missing: '' }, global }).text()).toContain('Nothing to draw yet')
  })

  it('offers another try only when one can help', async () => {
    const problem = (status: number) => Object.assign(new Error('The server does not answer.'), { status }) as never
    const away = mount(ComposeEmpty, { props: { missing: '', problem: problem(0), isElsewhere: true }, global })
    await away.get('button').trigger('click')
    expect(away.emitted('retry')).toHaveLength(1)
    const wrong = mount(ComposeEmpty, { props: { missing: '', problem: problem(422), isElsewhere: true }, global })
    expect(wrong.find('button').exists()).toBe(false)
  })

  it('shows figures, or a dash for each that there is not', () => {
    expect(
      mount(ComposeFigures, { props: { drawing: null, version: '' } })
        .findAll('b')
        .map((b) => b.text()),
    ).toEqual(['–', '–', '–', '–'])
  })
})

describe('the menus of what leaves', () => {
  const bars = { title: 'EAN-13 9520123456788', source: '', width: 1, height: 1, save: vi.fn(async () => {}) }

  it('has the same entries in the two menus and in the one for little room', async () => {
    const menu = mount(HandOffMenu, { props: { disabled: false, bars }, global })
    const titles = menu.findAll('li').map((item) => item.attributes('title'))
    expect(titles).toHaveLength(2 * (6 + 2 + 5))
    expect(titles.filter((title) => title === 'PDF file')).toHaveLength(2)
    for (const item of menu.findAll('li').filter((one) => one.attributes('title') === 'PDF file'))
      await item.trigger('click')
    expect(menu.emitted('download')).toEqual([['pdf'], ['pdf']])
    await menu.get('[title="EAN-13 9520123456788 as SVG"]').trigger('click')
    expect(bars.save).toHaveBeenCalledWith('svg')
    await menu.get('[title="Copy: curl call"]').trigger('click')
    expect(menu.emitted('copy')).toEqual([['curl']])
    await menu.get('[title="Page, mail, program …"]').trigger('click')
    expect(menu.emitted('further')).toHaveLength(1)
  })

  it('has no bars where there are none, and nothing to take without a picture', () => {
    const menu = mount(HandOffMenu, { props: { disabled: true, bars: null }, global })
    expect(menu.findAll('li')).toHaveLength(2 * (6 + 5))
    expect(menu.findAll('button').every((button) => button.attributes('disabled') !== undefined)).toBe(true)
  })
})

describe('leaving', () => {
  it('offers to save only what has a name', async () => {
    const without = mount(LeaveUnsaved, { props: { open: true, name: '' }, global })
    expect(without.findAll('button').map((button) => button.text())).toEqual(['Leave', 'Stay'])
    const named = mount(LeaveUnsaved, { props: { open: true, name: 'Hive 7' }, global })
    expect(named.text()).toContain('“Hive 7” has changes')
    for (const button of named.findAll('button')) await button.trigger('click')
    expect(Object.keys(named.emitted()).filter((name) => ['leave', 'save', 'stay'].includes(name))).toEqual([
      'leave',
      'save',
      'stay',
    ])
  })
})

describe('the ledger', () => {
  const line = (over: Partial<LedgerLine> = {}): LedgerLine => ({
    check: 'contrast',
    title: 'Contrast',
    verdict: 'fails',
    figure: '1.4 : 1',
    note: 'modules',
    reason: 'Readers want 3 : 1.',
    fix: { label: 'Darken to #333333', set: { dark: '#333333' } },
    alternative: { label: 'Use black on white', set: { dark: '#000000', light: '#FFFFFF' } },
    ...over,
  })

  it('hands on what mends a line, the other way out too', async () => {
    const ledger = mount(KgLedger, { props: { lines: [line()] }, global })
    await nextTick()
    const buttons = ledger.findAll('button').filter((button) => /Darken|black/.test(button.text()))
    for (const button of buttons) await button.trigger('click')
    expect(ledger.emitted('fix')).toEqual([[{ dark: '#333333' }], [{ dark: '#000000', light: '#FFFFFF' }]])
  })

  it('keeps the reason of what holds to those who ask', () => {
    const ledger = mount(KgLedger, {
      props: { lines: [line({ verdict: 'holds', fix: null, alternative: null })] },
      global,
    })
    expect(ledger.get('[data-check=contrast]').attributes('data-verdict')).toBe('holds')
  })
})

describe('two texts one above the other', () => {
  it('counts what differs, and takes one trade number for the same with other zeros', () => {
    const differs = mount(KgDiff, { props: { expected: 'HIVE 17-B', read: 'HIVE 17-8' } })
    expect(differs.get('[role=status]').text()).toContain('1 of 9 characters differs')
    expect(differs.findAll('i').map((i) => i.text())).toEqual(['B', '8'])
    const same = mount(KgDiff, { props: { expected: '09520123456788', read: '9520123456788' } })
    expect(same.get('[role=status]').text()).toContain('The same number')
  })
})
