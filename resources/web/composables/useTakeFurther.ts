import { ref, type Ref } from 'vue'
import { useRouter } from 'vue-router'
import type { Schemas } from '@/api/client'
import { layDown } from '@/lib/table'
import { suggestedName } from '@/lib/names'
import type { useComposition } from '@/composables/useComposition'

/** Snippets for pages, mails and programs: of what is saved, or of what is on the table, whose draft stays here meanwhile. */
export function useTakeFurther(
  composition: ReturnType<typeof useComposition>,
  drawing: Ref<Schemas['Drawing'] | null>,
) {
  const router = useRouter()
  const isUnderWay = ref(false)

  async function takeFurther(): Promise<void> {
    const glyph = composition.glyph.value
    if (glyph !== null && !composition.isDirty.value) return void router.push(`/hand-off/${glyph.id}`)
    if (drawing.value === null) return
    layDown(composition.loose(drawing.value, composition.fields.name.trim() || suggestedName(drawing.value.payload)))
    isUnderWay.value = true
    try {
      await router.push('/hand-off?of=table')
    } finally {
      isUnderWay.value = false
    }
  }

  return { takeFurther, isUnderWay }
}
