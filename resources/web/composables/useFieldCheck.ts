import { computed, ref } from 'vue'
import { api, ApiProblem, type Schemas, unwrap } from '@/api/client'
import { type Frame, pgm } from '@/lib/frames'

export type FieldCheck = ReturnType<typeof useFieldCheck>

/** What a tester is asked, what their pictures come to, and sending it: all behind the code of the check's address. */
export function useFieldCheck(code: string) {
  const task = ref<Schemas['FieldTask'] | null>(null)
  const found = ref<Schemas['FieldReading'] | null>(null)
  const tries = ref(0)
  const isBusy = ref(false)
  const isSent = ref(false)
  const problem = ref('')
  const path = { code }
  const words = (e: unknown): string =>
    e instanceof ApiProblem
      ? (e.field('picture') ?? e.field('device') ?? e.message)
      : 'The server does not answer. Look whether the phone is on the same network, then try again.'

  async function load(): Promise<void> {
    try {
      task.value = await unwrap(api.GET('/api/v1/c/{code}', { params: { path } }))
      problem.value = ''
    } catch (e) {
      problem.value = words(e)
    }
  }

  /** Of frames the newest alone counts; a photograph is one try. */
  async function read(picture: Blob, elapsed: number | null, signal?: AbortSignal): Promise<Schemas['FieldReading']> {
    const form = new FormData()
    form.set('picture', picture, 'picture')
    form.set('live', elapsed === null ? '0' : '1')
    if (elapsed !== null) form.set('elapsed_ms', String(Math.min(600_000, Math.round(elapsed))))
    form.set('tries', String(Math.max(1, Math.min(1000, tries.value))))
    return unwrap(
      api.POST('/api/v1/c/{code}/picture', {
        params: { path },
        body: form as never,
        bodySerializer: (body) => body as unknown as FormData,
        ...(signal ? { signal } : {}),
      }),
    )
  }
  async function readPhoto(file: File | null | undefined): Promise<void> {
    if (file == null) return
    isBusy.value = true
    problem.value = ''
    tries.value++
    try {
      found.value = await read(file, null)
    } catch (e) {
      problem.value = words(e)
    } finally {
      isBusy.value = false
    }
  }
  /** Of the moment when the view showed something first. */
  const opened = ref(0)
  /** What would help, from the last frame that was not read. */
  const tip = ref('')
  async function readFrame(frame: Frame, signal: AbortSignal): Promise<Schemas['FieldReading']> {
    if (opened.value === 0) opened.value = performance.now()
    const reading = await read(pgm(frame), performance.now() - opened.value, signal)
    tip.value = reading.outcome === 'unread' ? (reading.hint ?? '') : ''
    return reading
  }

  async function deliver(result: () => Promise<unknown>): Promise<void> {
    isBusy.value = true
    problem.value = ''
    try {
      await result()
      isSent.value = true
      if (task.value !== null) task.value.results++
    } catch (e) {
      problem.value = words(e)
    } finally {
      isBusy.value = false
    }
  }
  async function send(device: string): Promise<void> {
    const result = found.value?.result
    if (result == null) return
    await deliver(() =>
      unwrap(api.PUT('/api/v1/c/{code}/results/{result}', { params: { path: { code, result } }, body: { device } })),
    )
  }
  /** What another scanner made of it, told by hand. */
  const log = (device: string, outcome: 'read' | 'other' | 'unread'): Promise<void> =>
    deliver(() => unwrap(api.POST('/api/v1/c/{code}/results', { params: { path }, body: { device, outcome } })))
  function again(): void {
    opened.value = 0
    tip.value = ''
    found.value = null
    isSent.value = false
    problem.value = ''
  }
  const headline = computed(() => {
    const one = found.value
    if (one === null) return ''
    return one.outcome === 'read'
      ? one.ms < 1000
        ? `Read in ${one.ms.toFixed(0)} ms`
        : `Read in ${(one.ms / 1000).toFixed(1)} s`
      : one.outcome === 'other'
        ? 'Another code was read'
        : 'Not read'
  })
  return {
    task,
    found,
    tries,
    isBusy,
    isSent,
    problem,
    headline,
    load,
    readPhoto,
    readFrame,
    tip,
    opened,
    send,
    log,
    again,
  }
}

/** What a browser tells of the device that it runs on, as a name to begin with. */
export async function suggestedDevice(): Promise<string> {
  const agent = navigator as Navigator & {
    userAgentData?: {
      platform: string
      mobile: boolean
      getHighEntropyValues(names: string[]): Promise<{ model?: string; platform?: string; platformVersion?: string }>
    }
  }
  const hints = await agent.userAgentData?.getHighEntropyValues(['model', 'platformVersion']).catch(() => null)
  if (hints?.model) return [hints.model, hints.platform].filter(Boolean).join(', ')
  const text = navigator.userAgent
  const platform =
    /\((?:[^;)]*; )?([^;)]*(?:iPhone OS [\d_]+|iPad|Android [\d.]+|Windows NT|Mac OS X|Linux)[^;)]*)/.exec(text)
  const name = (platform?.[1] ?? agent.userAgentData?.platform ?? '')
    .replace(/CPU | like Mac OS X/g, '')
    .replace(/OS (?:X )?[\d_]+/g, (version) => version.replaceAll('_', '.'))
  const form = /iPhone|Mobile/.test(text) ? 'Phone' : /iPad|Tablet/.test(text) ? 'Tablet' : 'Computer'
  return name === '' ? form : `${form}, ${name.trim()}`
}
