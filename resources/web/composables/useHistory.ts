import { useDebouncedRefHistory, useEventListener } from '@vueuse/core'
import { ref, watch } from 'vue'

/** Pause after which what was done counts as one step. */
const STEP_MS = 350

/** Undo and redo over a whole composition, and its draft in the browser, so that a reload loses nothing. */
export function useHistory(
  composition: { decided: () => string; recall: (state: string) => void },
  draft: { key: () => string; isUnsaved: () => boolean },
) {
  const state = ref(composition.decided())
  const history = useDebouncedRefHistory(state, { debounce: STEP_MS, capacity: 200 })
  watch(composition.decided, (now) => (state.value = now))
  // What was saved, here or with a first name, leaves no draft behind.
  watch([composition.decided, draft.isUnsaved, draft.key], (_now, [, , keyBefore]) => {
    if (keyBefore !== draft.key()) localStorage.removeItem(name(keyBefore))
    keep()
  })

  function step(move: () => void): void {
    // Steps that are still within the pause count as well.
    if (history.last.value.snapshot !== state.value) history.commit()
    move()
    composition.recall(state.value)
  }
  const undo = (): void => step(history.undo)
  const redo = (): void => step(history.redo)
  useEventListener(window, 'keydown', (event: KeyboardEvent) => {
    if (!(event.ctrlKey || event.metaKey) || event.altKey) return
    const key = event.key.toLowerCase()
    const isRedo = (key === 'z' && event.shiftKey) || key === 'y'
    if ((key !== 'z' && !isRedo) || document.querySelector('.v-dialog.v-overlay--active') !== null) return
    event.preventDefault()
    if (isRedo) redo()
    else undo()
  })

  const name = (key = draft.key()): string => `kg-draft-${key}`
  function keep(): void {
    try {
      if (draft.isUnsaved()) localStorage.setItem(name(), composition.decided())
      else localStorage.removeItem(name())
    } catch {
      // Storage is full or switched off: the page still asks before it is left.
    }
  }

  return {
    undo,
    redo,
    canUndo: history.canUndo,
    canRedo: history.canRedo,
    /** Begins anew with what is on the table; a draft of it that was left behind is put back. */
    begin(): boolean {
      const kept = localStorage.getItem(name())
      state.value = composition.decided()
      history.commit()
      history.clear()
      if (kept === null || kept === state.value) return false
      composition.recall(kept)
      return true
    },
    /** Forgets the draft. */
    drop: (): void => localStorage.removeItem(name()),
  }
}
