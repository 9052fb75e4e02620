import { beforeEach, describe, expect, it, vi } from 'vitest'
import { nextTick } from 'vue'

const { post, patch, replace, say } = vi.hoisted(() => ({
  post: vi.fn(),
  patch: vi.fn(),
  replace: vi.fn(),
  say: vi.fn(),
}))
vi.mock('vue-router', () => ({ useRoute: () => ({ params: {} }), useRouter: () => ({ replace }) }))
vi.mock('@tanstack/vue-query', () => ({ useQueryClient: () => ({ invalidateQueries: vi.fn() }) }))
vi.mock('@/composables/useToast', () => ({ useToast: () => ({ say }) }))
vi.mock('@/api/client', () => {
  class ApiProblem extends Error {
    constructor(
      readonly status: number,
      message: string,
      readonly errors: Record<string, string[]> = {},
    ) {
      super(message)
    }
    field(name: string) {
      return this.errors[name]?.[0]
    }
  }
  return { api: { POST: post, PATCH: patch }, ApiProblem, unwrap: (call: Promise<unknown>) => call }
})

const { useSaveGlyph } = await import('@/composables/useSaveGlyph')
const { useComposition } = await import('@/composables/useComposition')
const { ApiProblem } = await import('@/api/client')

const kept = (over = {}) => ({ id: 'g1', name: 'Hive 7', revision: 1, ...over })
const keyOf = (call: unknown[]) =>
  (call[1] as { params: { header: Record<string, string> } }).params.header['Idempotency-Key']

function table() {
  const composition = useComposition()
  Object.assign(composition.fields, { name: 'Hive 7', text: 'https://fennmoor.example/hive/7', origin: 'text' })
  return { composition, ...useSaveGlyph(composition) }
}

describe('useSaveGlyph', () => {
  beforeEach(() => {
    for (const mock of [post, patch, replace, say]) mock.mockReset()
  })

  it('asks for a name before it sends anything', async () => {
    const { composition, save, nameProblem } = table()
    composition.fields.name = '  '
    await save()
    expect(nameProblem.value).toBe('Name it, then save')
    expect(post).not.toHaveBeenCalled()
  })

  it('makes a glyph once and revisions after that, each on the one it knows', async () => {
    const { composition, save } = table()
    post.mockResolvedValue(kept())
    await save()
    expect(replace).toHaveBeenCalledWith('/compose/g1')
    expect(composition.isDirty.value).toBe(false)
    composition.fields.level = 'H'
    patch.mockResolvedValue(kept({ revision: 2 }))
    await save()
    expect(patch.mock.calls[0]![1].params.header['If-Match']).toBe('"g1-1"')
    expect(composition.glyph.value?.revision).toBe(2)
    expect(post).toHaveBeenCalledTimes(1)
  })

  it('repeats a lost try with the same key, and changed content with a new one', async () => {
    const { composition, save } = table()
    post.mockRejectedValueOnce(new ApiProblem(0, 'The server does not answer.'))
    await save()
    post.mockRejectedValueOnce(new ApiProblem(0, 'The server does not answer.'))
    await save()
    composition.fields.level = 'Q'
    post.mockResolvedValueOnce(kept())
    await save()
    const [first, second, third] = post.mock.calls.map(keyOf)
    expect(second).toBe(first)
    expect(third).not.toBe(first)
    expect(say).toHaveBeenLastCalledWith('Hive 7 saved, revision 1')
  })

  it('keeps what was typed while the request was under way as unsaved', async () => {
    const { composition, save, isSaving } = table()
    let answer: (value: unknown) => void = () => undefined
    post.mockReturnValue(new Promise((resolve) => (answer = resolve)))
    const saving = save()
    await nextTick()
    expect(isSaving.value).toBe(true)
    composition.fields.text += '?more'
    await save()
    answer(kept())
    await saving
    expect(post).toHaveBeenCalledTimes(1)
    expect(composition.isDirty.value).toBe(true)
  })

  it('puts the message about the name beside it and says the rest', async () => {
    const { save, nameProblem } = table()
    post.mockRejectedValue(
      new ApiProblem(422, 'A name has at most 120 characters.', { name: ['A name has at most 120 characters.'] }),
    )
    await save()
    expect(nameProblem.value).toBe('A name has at most 120 characters.')
    expect(say).toHaveBeenCalledWith('A name has at most 120 characters.')
  })
})
