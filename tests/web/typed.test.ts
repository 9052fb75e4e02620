// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { describe, expect, it, vi } from 'vitest'
import { defineComponent, h, nextTick, ref } from 'vue'
import KgTyped from '@/components/KgTyped.vue'

describe('a line that is taken when it is left', () => {
  /** A field among others: all are drawn anew when anything changes, and numbers up to 50 are taken. */
  function field(saves = false) {
    const taken: string[] = []
    const wrapper = mount(
      defineComponent({
        setup() {
          const value = ref(36)
          const others = ref(0)
          const take = (text: string) => {
            taken.push(text)
            if (text !== '' && Number(text) <= 50 && !saves) value.value = Number(text)
          }
          return { value, others, take }
        },
        render() {
          return h('div', { title: String(this.others) }, [
            h(KgTyped, { value: this.value, saves, class: `n${this.others}`, onTake: this.take }),
          ])
        },
      }),
    )
    const input = wrapper.find('input')
    const typed = async (text: string) => {
      input.element.value = text
      await input.trigger('input')
    }
    return { wrapper, input, taken, typed }
  }

  it('keeps what is being typed while everything around it is drawn anew', async () => {
    const { wrapper, input, taken, typed } = field()
    await typed('3')
    wrapper.vm.others = 1
    await nextTick()
    expect([input.element.value, input.classes()]).toEqual(['3', ['n1']])
    await typed('33')
    wrapper.vm.value = 40
    await nextTick()
    expect(input.element.value).toBe('33')
    await input.trigger('change')
    expect([taken, wrapper.vm.value, input.element.value]).toEqual([['33'], 33, '33'])
  })

  it('says what holds when what was typed is not taken, or given up', async () => {
    const { input, taken, typed } = field()
    await typed('900')
    await input.trigger('change')
    expect([taken, input.element.value]).toEqual([['900'], '36'])
    await typed('4')
    await input.trigger('blur')
    expect([taken, input.element.value]).toEqual([['900'], '36'])
  })

  it('waits for what is saved elsewhere, but not forever', async () => {
    vi.useFakeTimers()
    const { wrapper, input, typed } = field(true)
    await typed('41')
    await input.trigger('change')
    await input.trigger('blur')
    expect(input.element.value).toBe('41')
    wrapper.vm.value = 42
    await nextTick()
    expect(input.element.value).toBe('42')
    await typed('43')
    await input.trigger('change')
    await vi.advanceTimersByTimeAsync(3_100)
    expect(input.element.value).toBe('42')
    vi.useRealTimers()
  })
})
