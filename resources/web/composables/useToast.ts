import { reactive } from 'vue'

interface Toast {
  open: boolean
  text: string
  action?: { label: string; run: () => void }
}

const toast = reactive<Toast>({ open: false, text: '' })

/** One message at the foot of the page, with at most one thing to do about it. */
export function useToast() {
  return {
    toast,
    say(text: string, action?: Toast['action']): void {
      Object.assign(toast, { open: true, text, action })
    },
  }
}
