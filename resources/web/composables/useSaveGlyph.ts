import { useQueryClient } from '@tanstack/vue-query'
import { ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { api, ApiProblem, type Glyph, unwrap } from '@/api/client'
import type { useComposition } from './useComposition'
import { useToast } from './useToast'

/** Saves the composition: a new glyph the first time, a revision after that. */
export function useSaveGlyph(
  { fields, glyph, body, settle, snapshot }: ReturnType<typeof useComposition>,
  suggest: () => string = () => '',
) {
  const client = useQueryClient()
  const route = useRoute()
  const router = useRouter()
  const { say } = useToast()
  const nameProblem = ref('')
  const isSaving = ref(false)
  // The same content gets the same key, so that a try whose answer was lost does not make a second glyph.
  let attempt = { content: '', key: '' }

  function send(): Promise<Glyph> {
    const used = fields.finishId === null ? {} : { finish_id: fields.finishId }
    const input = { ...body(), ...used, name: fields.name.trim() }
    const kept = glyph.value
    if (kept !== null) {
      const header = { 'If-Match': `"${kept.id}-${kept.revision}"` }
      return unwrap(
        api.PATCH('/api/v1/glyphs/{glyph}', { params: { path: { glyph: kept.id }, header }, body: input }),
      ) as Promise<Glyph>
    }
    const content = JSON.stringify(input)
    if (content !== attempt.content) attempt = { content, key: crypto.randomUUID() }
    const header = { 'Idempotency-Key': attempt.key }
    return unwrap(api.POST('/api/v1/glyphs', { params: { header }, body: input })) as Promise<Glyph>
  }

  async function save(): Promise<void> {
    nameProblem.value = ''
    if (fields.name.trim() === '') {
      // One is offered, chosen, so that it can be typed over or taken with Enter.
      fields.name = suggest()
      nameProblem.value = 'Name it, then save'
      return
    }
    if (isSaving.value) return
    isSaving.value = true
    const sent = snapshot()
    try {
      const saved = await send()
      attempt = { content: '', key: '' }
      settle(sent, saved)
      await client.invalidateQueries({ queryKey: ['glyphs'] })
      // How many glyphs use a finish may have changed.
      void client.invalidateQueries({ queryKey: ['finishes'] })
      say(`${saved.name} saved, revision ${saved.revision}`)
      if (route.params.id !== saved.id) await router.replace(`/compose/${saved.id}`)
    } catch (e) {
      if (!(e instanceof ApiProblem)) throw e
      nameProblem.value = e.field('name') ?? ''
      say(e.message)
    } finally {
      isSaving.value = false
    }
  }

  return { save, isSaving, nameProblem }
}
