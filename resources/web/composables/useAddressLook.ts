import { computed, ref } from 'vue'
import { ApiProblem } from '@/api/client'
import { type FinishValues, finishOf, sameFinish } from '@/lib/finish'
import { isPlain } from '@/lib/recipe'
import { type SavedFinish, useFinishChanges, useFinishes } from './useFinishes'

/** How an address says a look: inks and quiet zone by themselves, all else as one revision of a saved finish. */
export interface AddressLook {
  dark?: string
  light?: string
  quiet?: number
  finish?: string
}

/** The saved finish that looks so; the one that was chosen before any other. */
export function finishThatLooks(finish: FinishValues, id: string | null, all: SavedFinish[]): SavedFinish | undefined {
  const same = all.filter((one) => sameFinish(finishOf(one.finish), finish))
  return same.find((one) => one.id === id) ?? same[0]
}

export function useAddressLook(of: () => { finish: FinishValues; finish_id: string | null }) {
  const { finishes, isPending } = useFinishes()
  const { create } = useFinishChanges()
  const problem = ref('')
  const isInksAlone = ref(false)

  const look = computed<AddressLook | null>(() => {
    const { finish, finish_id } = of()
    if (isInksAlone.value || isPlain(finish)) return { dark: finish.dark, light: finish.light, quiet: finish.quiet }
    const saved = finishThatLooks(finish, finish_id, finishes.value)
    return saved === undefined ? null : { finish: `${saved.name}@${saved.revision}` }
  })

  return {
    look,
    /** Whether it must be kept first; not said before the list is there. */
    isUnnamed: computed(() => look.value === null && !isPending.value),
    isKeeping: create.isPending,
    problem,
    /** Whether shapes, mark and caption are left out. */
    isInksAlone,
    async keep(name: string): Promise<void> {
      problem.value = ''
      try {
        await create.mutateAsync({ name, finish: of().finish })
      } catch (e) {
        problem.value = e instanceof ApiProblem ? (e.field('name') ?? e.message) : 'It could not be kept. Try again.'
      }
    },
  }
}
