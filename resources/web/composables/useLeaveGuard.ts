import { useEventListener } from '@vueuse/core'
import { type Ref, ref } from 'vue'
import { onBeforeRouteLeave, onBeforeRouteUpdate, useRouter } from 'vue-router'

/**
 * Asks before something unsaved is left, inside the application and when the page closes.
 * `isSame` tells a change of address that stays with the same thing.
 */
export function useLeaveGuard(isUnsaved: Readonly<Ref<boolean>>, isSame: (id: unknown) => boolean) {
  const router = useRouter()
  /** Where the user was going; null when nothing is asked. */
  const leavingTo = ref<string | null>(null)
  let mayLeave = false

  function guard(to: { fullPath: string }): boolean {
    if (!isUnsaved.value || mayLeave) return true
    leavingTo.value = to.fullPath
    return false
  }
  onBeforeRouteLeave(guard)
  onBeforeRouteUpdate((to) => isSame(to.params.id) || guard(to))
  useEventListener(window, 'beforeunload', (event: BeforeUnloadEvent) => {
    if (isUnsaved.value) event.preventDefault()
  })

  return {
    leavingTo,
    stay: () => (leavingTo.value = null),
    async leave(): Promise<void> {
      const to = leavingTo.value
      leavingTo.value = null
      mayLeave = true
      if (to !== null) await router.push(to)
      mayLeave = false
    },
    /** Does something first, and goes on only when nothing is left unsaved. */
    async leaveAfter(work: () => Promise<void>): Promise<void> {
      const to = leavingTo.value
      leavingTo.value = null
      await work()
      if (!isUnsaved.value && to !== null) await router.push(to)
    },
  }
}
