import * as limits from '@/api/limits'
import { ref, type Ref, watch } from 'vue'
import type { Glyph, Schemas } from '@/api/client'
import { startProof, useProof } from '@/composables/useProofs'
import { momentOf } from '@/lib/moments'
import { asInput } from '@/lib/proof'

/** The other proof that one stands beside: an earlier one, or the same text in another finish. */
export function useProofComparison(id: Ref<string>, glyph: Ref<Glyph | undefined>) {
  const otherId = ref('')
  const otherName = ref('')
  const { data: other } = useProof(otherId)
  const trouble = ref('')
  watch(id, () => (otherId.value = ''))

  async function compareFinish(finish: { id: string; name: string }): Promise<void> {
    if (glyph.value === undefined) return
    trouble.value = ''
    try {
      const rest = { ...asInput(glyph.value), finish: undefined, dark: undefined, light: undefined }
      const made = await startProof({
        ...rest,
        finish_id: finish.id,
        name: `${glyph.value.name} in ${finish.name}`.slice(0, limits.FinishInput.name.maxLength),
        require: '',
      } as Schemas['ProofInput'])
      otherName.value = `In ${finish.name}`
      otherId.value = made.id
    } catch (e) {
      trouble.value = e instanceof Error ? e.message : 'It could not be compared. Try again.'
    }
  }
  function compareEarlier(earlier: Schemas['ProofSummary']): void {
    otherName.value = `Revision ${earlier.revision}, ${momentOf(earlier.created_at)}`
    otherId.value = earlier.id
  }

  return { other, otherId, otherName, trouble, compareFinish, compareEarlier }
}
