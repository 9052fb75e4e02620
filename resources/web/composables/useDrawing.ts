import { onScopeDispose, ref, watch } from 'vue'
import { api, ApiProblem, type Compose, type Drawing, unwrap } from '@/api/client'

/** Pause after a keystroke before the server is asked: a paste or a held key asks once, a typed letter at once. */
const PAUSE_MS = 8

/**
 * The server's drawing of a composition, redrawn whenever it changes. A newer request ends the older one,
 * and an answer that comes late all the same is dropped, so an old picture never replaces a new one.
 */
export function useDrawing(body: () => Compose & { name?: string }, isEmpty: () => boolean) {
  const drawing = ref<Drawing | null>(null)
  const problem = ref<ApiProblem | null>(null)
  const isStale = ref(false)
  let timer: ReturnType<typeof setTimeout> | undefined
  let running: AbortController | undefined
  let latest = 0

  async function draw(): Promise<void> {
    running?.abort()
    const mine = ++latest
    running = new AbortController()
    try {
      const made = await unwrap(
        api.POST('/api/v1/symbols', {
          body: { ...body(), check: true, as_is: true, whole_dots: true },
          signal: running.signal,
        }),
      )
      if (mine !== latest) return
      const { payload } = made as Drawing
      const harm = payload.problems.find((p) => p.code === 'dangerous_scheme' && p.severity === 'error')
      // What runs on a reader's device is told of, and not held out to be scanned.
      drawing.value = harm === undefined ? (made as Drawing) : null
      problem.value = harm === undefined ? null : new ApiProblem(422, harm.message, { text: [harm.message] }, payload)
      isStale.value = false
    } catch (e) {
      if (mine !== latest || !(e instanceof ApiProblem)) return
      problem.value = e
      isStale.value = false
      if (e.status === 422) drawing.value = null
    }
  }

  function schedule(): void {
    clearTimeout(timer)
    running?.abort()
    latest++
    if (isEmpty()) {
      drawing.value = null
      problem.value = null
      isStale.value = false
      return
    }
    isStale.value = true
    timer = setTimeout(draw, PAUSE_MS)
  }

  watch(() => JSON.stringify(body()), schedule, { immediate: true })
  onScopeDispose(() => {
    clearTimeout(timer)
    running?.abort()
  })
  return { drawing, problem, isStale, retry: draw }
}
