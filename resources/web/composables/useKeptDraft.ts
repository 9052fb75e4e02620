import { type Ref, ref, watch } from 'vue'
import { onBeforeRouteLeave, onBeforeRouteUpdate } from 'vue-router'
import { ApiProblem } from '@/api/client'
import { useToast } from './useToast'

/**
 * What is being edited on a screen, sent as the draft when it is left alone for a moment. Whoever leaves with something
 * that could not be kept is asked first.
 */
export function useKeptDraft<T>(
  send: (draft: T) => Promise<unknown>,
  pace: number,
  kept: () => void = () => undefined,
) {
  const { say } = useToast()
  const draft = ref(null) as Ref<T | null>
  const isDirty = ref(false)
  /** Messages by the place that they are about. */
  const problems = ref<Record<string, string[]>>({})

  /** Begins with what the server has. */
  function load(content: unknown): void {
    draft.value = JSON.parse(JSON.stringify(content)) as T
    isDirty.value = false
    problems.value = {}
  }
  function edit(next: T): void {
    draft.value = next
    isDirty.value = true
  }
  async function keep(): Promise<boolean> {
    if (draft.value === null || !isDirty.value) return true
    const sent = JSON.stringify(draft.value)
    try {
      await send(draft.value)
      // What was typed meanwhile is not kept yet.
      if (JSON.stringify(draft.value) === sent) isDirty.value = false
      problems.value = {}
      kept()
      return true
    } catch (e) {
      problems.value = e instanceof ApiProblem && e.status === 422 ? e.errors : {}
      if (!(e instanceof ApiProblem) || e.status !== 422) say(e instanceof Error ? e.message : 'It could not be kept.')
      return false
    }
  }
  let timer: ReturnType<typeof setTimeout> | undefined
  watch(
    () => JSON.stringify(draft.value),
    () => {
      clearTimeout(timer)
      if (isDirty.value) timer = setTimeout(() => void keep(), pace)
    },
  )
  const guard = async (): Promise<boolean> => {
    clearTimeout(timer)
    return (await keep()) || window.confirm('What you changed here cannot be kept as it is. Leave it all the same?')
  }
  onBeforeRouteLeave(guard)
  onBeforeRouteUpdate(guard)
  return { draft, isDirty, problems, load, edit, keep }
}
