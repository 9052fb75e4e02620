// @vitest-environment happy-dom
import { flushPromises } from '@vue/test-utils'
import { beforeEach, expect, it, vi } from 'vitest'
import { answers, forget, sent, shown } from './asked'

vi.mock('@/api/client', async () => (await import('./asked')).client)

const Grade = (await import('@/pages/Grade.vue')).default

beforeEach(forget)

it('grades with a reflectance that can be one, says what is none, and does not take that for nothing', async () => {
  answers.set('POST /api/v1/grades', { symbols: [], width: 400, height: 300, hint: null })
  const page = shown(Grade, {})
  const file = page.find('input[type=file]')
  Object.defineProperty(file.element, 'files', { value: [new File(['x'], 'label.png', { type: 'image/png' })] })
  await file.trigger('change')
  await flushPromises()
  const white = async (value: string): Promise<unknown[]> => {
    await page.find('#white').setValue(value)
    await flushPromises()
    return sent('POST', '/api/v1/grades').map((one) => (one.body as { white?: number }).white)
  }
  expect(await white('80')).toEqual([undefined, 0.8])
  expect(await white('120')).toEqual([undefined, 0.8])
  expect(page.get('[role=alert]').text()).toBe('A number, 5 to 100, or nothing.')
  expect(page.get('#white').attributes('aria-invalid')).toBe('true')
  expect(await white('')).toEqual([undefined, 0.8, undefined])
  expect(page.find('[role=alert]').exists()).toBe(false)
})
