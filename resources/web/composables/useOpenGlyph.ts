import { ref } from 'vue'
import { api, ApiProblem, type Glyph, unwrap } from '@/api/client'
import { type Composition, type useComposition } from '@/composables/useComposition'
import { useFinishes } from '@/composables/useFinishes'
import { finishOf } from '@/lib/finish'

const words = (e: unknown): string => (e instanceof Error ? e.message : 'The glyph could not be loaded.')

const load = async (id: string): Promise<Glyph> =>
  unwrap(api.GET('/api/v1/glyphs/{glyph}', { params: { path: { glyph: id } } })) as Promise<Glyph>

/**
 * Puts a saved glyph on the table, or an empty composition with the workspace's finish and what another screen handed
 * over. `placed` is called in the same breath, before anything can take the table for one that was changed.
 */
export function useOpenGlyph(composition: ReturnType<typeof useComposition>, placed: () => void) {
  const { byDefault } = useFinishes()
  /** Why the glyph that was asked for is not here. */
  const missing = ref('')

  async function openGlyph(id: string): Promise<void> {
    missing.value = ''
    try {
      composition.open(await load(id))
    } catch (e) {
      composition.start()
      missing.value =
        e instanceof ApiProblem && e.status === 404
          ? 'There is no such glyph in this workspace. It may have been deleted.'
          : words(e)
    }
    placed()
  }

  async function startNew(): Promise<void> {
    missing.value = ''
    // Somebody may begin while the workspace's finish is on its way: then only that is put under what is there.
    const before = composition.glyph.value === null ? composition.decided() : null
    const preset = await byDefault()
    const isBegun = before !== null && composition.decided() !== before
    if (!isBegun) composition.start(preset && finishOf(preset.finish), preset?.id)
    else if (preset && composition.fields.finishId === null)
      Object.assign(composition.fields, { finish: finishOf(preset.finish), finishId: preset.id })
    const handed = window.history.state as { text?: unknown; kind?: unknown } | null
    if (typeof handed?.text === 'string') {
      const kind = (handed.kind ?? 'link') as Composition['kind']
      Object.assign(composition.fields, { kind, text: handed.text, origin: 'text' })
    }
    placed()
  }

  /** Takes over the revision that a change from elsewhere made; says why when it cannot. */
  async function refresh(): Promise<string> {
    const open = composition.glyph.value
    if (open === null) return ''
    try {
      composition.rebase(await load(open.id))
      return ''
    } catch (e) {
      return words(e)
    }
  }

  return { missing, openGlyph, startNew, refresh }
}
