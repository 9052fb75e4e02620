import { useEventListener } from '@vueuse/core'

/** Whether the keyboard is busy with writing, so that a bare letter is not a command. */
const isWriting = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))

/** Runs something on a key while the component lives: '/' alone, or 'mod+s' with Ctrl or Cmd. */
export function useShortcut(combination: string, run: () => void): void {
  const withModifier = combination.startsWith('mod+')
  const key = withModifier ? combination.slice(4) : combination
  useEventListener(window, 'keydown', (event: KeyboardEvent) => {
    const modified = event.ctrlKey || event.metaKey
    if (event.key.toLowerCase() !== key || modified !== withModifier || event.altKey) return
    if (!withModifier && isWriting(event.target)) return
    if (document.querySelector('.v-overlay--active.v-dialog') !== null) return
    event.preventDefault()
    run()
  })
}
