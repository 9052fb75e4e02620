import { QueryClient, VueQueryPlugin } from '@tanstack/vue-query'
import { mount } from '@vue/test-utils'
import { vi } from 'vitest'
import { type Component, h, type SetupContext } from 'vue'

/** A client that answers what it is told to, and remembers what it was asked. */
export interface Call {
  method: string
  path: string
  given: Record<string, unknown>
}
export const calls: Call[] = []
/** By method and path; an error is thrown. */
export const answers = new Map<string, unknown>()
export const say = vi.fn()
export const shows = vi.fn()
export const push = vi.fn()

export class ApiProblem extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly errors: Record<string, string[]> = {},
  ) {
    super(message)
  }
  field(name: string): string | undefined {
    return this.errors[name]?.[0]
  }
}
const asked =
  (method: string) =>
  (path: string, given: Record<string, unknown> = {}): Promise<unknown> => {
    calls.push({ method, path, given })
    const answer = answers.get(`${method} ${path}`)
    return answer instanceof Error ? Promise.reject(answer) : Promise.resolve(answer ?? {})
  }
export const client = {
  api: { GET: asked('GET'), POST: asked('POST'), PATCH: asked('PATCH'), DELETE: asked('DELETE') },
  ApiProblem,
  showsWorkspace: shows,
  unwrap: (call: Promise<unknown>) => call,
}
/** What was given to each call of a place. */
export const sent = (method: string, path: string): Record<string, unknown>[] =>
  calls.filter((call) => call.method === method && call.path === path).map((call) => call.given)

export function forget(): void {
  calls.length = 0
  answers.clear()
  for (const mock of [say, shows, push]) mock.mockReset()
  document.body.innerHTML = ''
}

/** Vuetify's parts as plain elements: what is tested is ours. */
export const passing = (tag: string): Component => ({
  inheritAttrs: false,
  setup: (_props: object, { attrs, slots }: SetupContext) => {
    return () => h(tag, attrs, slots.default?.())
  },
})
const typed = (tag: 'input' | 'textarea'): Component => ({
  inheritAttrs: false,
  props: { modelValue: String },
  emits: ['update:modelValue'],
  setup: (props: { modelValue?: string }, { attrs, emit }: SetupContext<['update:modelValue']>) => {
    const onInput = (event: Event) => emit('update:modelValue', (event.target as HTMLInputElement).value)
    return () => h(tag, { ...attrs, value: props.modelValue, onInput })
  },
})
export const scrolled: Component = {
  props: { items: Array },
  setup: (props: { items?: unknown[] }, { slots }: SetupContext) => {
    return () =>
      h(
        'div',
        (props.items ?? []).map((item) => slots.default?.({ item })),
      )
  },
}
export const stubs = {
  VBtn: passing('button'),
  VDialog: passing('section'),
  VIcon: passing('i'),
  VTextField: typed('input'),
  VTextarea: typed('textarea'),
  KgThumb: passing('i'),
}

export function shown(component: Component, props: Record<string, unknown>) {
  const queryClient = new QueryClient({ defaultOptions: { queries: { retry: false } } })
  return mount(component, {
    props,
    global: { stubs, plugins: [[VueQueryPlugin, { queryClient }]] },
    attachTo: document.body,
  })
}
