import { computed, ref } from 'vue'

/** Something that is done at once when nothing speaks against it, and else only after that was read and taken. */
export function useWarning(speaksAgainst: () => boolean) {
  const pending = ref<(() => void) | null>(null)
  return {
    /** Whether it is being asked now; set to false to give it up. */
    isAsking: computed({ get: () => pending.value !== null, set: () => (pending.value = null) }),
    before(act: () => void): void {
      if (speaksAgainst()) pending.value = act
      else act()
    },
    takeAll(): void {
      pending.value?.()
      pending.value = null
    },
  }
}
