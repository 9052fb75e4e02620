import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { useLocalStorage } from '@vueuse/core'
import { computed, type Ref, ref, watch } from 'vue'
import { api, type Schemas, unwrap } from '@/api/client'
import { useAbout } from '@/composables/useAbout'
import { useSignals } from '@/composables/useSignals'
import { useToast } from '@/composables/useToast'

/** A door: each code of a gate's list lets in once, at whichever door it is shown first. */
export function useGate(tab: Readonly<Ref<'latest' | 'missing'>>) {
  const client = useQueryClient()
  const { limits } = useAbout()
  const { say } = useToast()
  const { signal } = useSignals()
  const gate = useLocalStorage('kg-gate', '')
  const door = useLocalStorage('kg-gate-door', 'North door')
  const answer = ref<(Schemas['Admission'] & { code: string }) | null>(null)
  const trouble = ref('')

  const gates = useQuery({
    queryKey: ['gates'],
    queryFn: async () => ((await unwrap(api.GET('/api/v1/gates'))) as Schemas['GateList']).data,
  })
  watch(gates.data, (list) => {
    if (list && !list.some((g) => g.id === gate.value)) gate.value = list[0]?.id ?? ''
  })
  const current = computed(() => gates.data.value?.find((g) => g.id === gate.value) ?? null)
  // Other doors admit too, so both lists are asked for again every few seconds.
  const latest = useQuery({
    queryKey: ['gate-latest', gate],
    enabled: computed(() => gate.value !== ''),
    refetchInterval: 5000,
    queryFn: async () => {
      const list = (await unwrap(
        api.GET('/api/v1/gates/{gate}/admissions', { params: { path: { gate: gate.value } } }),
      )) as Schemas['GateAdmissions']
      return list.data
    },
  })
  const missing = useQuery({
    queryKey: ['gate-missing', gate],
    enabled: computed(() => gate.value !== '' && tab.value === 'missing'),
    refetchInterval: 5000,
    queryFn: async () =>
      (await unwrap(
        api.GET('/api/v1/gates/{gate}/entries', {
          params: { path: { gate: gate.value }, query: { state: 'missing', limit: limits.value.gate_entries } },
        }),
      )) as Schemas['GateEntries'],
  })

  function refresh(now: Schemas['Gate'] | null): void {
    if (now !== null)
      client.setQueryData<Schemas['Gate'][]>(['gates'], (list) => list?.map((g) => (g.id === now.id ? now : g)))
    void client.invalidateQueries({ queryKey: ['gate-latest'] })
    void client.invalidateQueries({ queryKey: ['gate-missing'] })
  }

  /** Asks for one code; called for every code that comes into view. */
  async function admit(code: string): Promise<void> {
    if (gate.value === '' || code === '') return
    try {
      const given = (await unwrap(
        api.POST('/api/v1/gates/{gate}/admit', {
          // The same key whatever becomes of the first try: an answer that was lost is given again, not a second admission.
          params: { path: { gate: gate.value }, header: { 'Idempotency-Key': crypto.randomUUID() } },
          body: { code, door: door.value.trim() },
        }),
      )) as Schemas['Admission']
      answer.value = { ...given, code }
      trouble.value = ''
      signal(given.verdict === 'admitted')
      refresh(given.gate)
    } catch (e) {
      answer.value = null
      trouble.value = `${e instanceof Error ? e.message : 'The gate does not answer.'} Nobody was admitted by this.`
      signal(false)
    }
  }
  async function undo(admission: string, name: string): Promise<void> {
    try {
      const now = (await unwrap(
        api.POST('/api/v1/gates/{gate}/admissions/{admission}/undo', {
          params: { path: { gate: gate.value, admission } },
        }),
      )) as Schemas['Gate']
      answer.value = null
      say(`${name} is outside again`)
      refresh(now)
    } catch (e) {
      say(e instanceof Error ? e.message : 'It could not be undone. Try again.')
    }
  }
  async function remove(): Promise<void> {
    const gone = current.value
    if (gone === null) return
    try {
      await unwrap(api.DELETE('/api/v1/gates/{gate}', { params: { path: { gate: gone.id } } }))
      await client.invalidateQueries({ queryKey: ['gates'] })
      say(`${gone.name} is deleted`, {
        label: 'Undo',
        run: () =>
          void unwrap(api.POST('/api/v1/gates/{gate}/restore', { params: { path: { gate: gone.id } } }))
            .then(() => client.invalidateQueries({ queryKey: ['gates'] }))
            .then(() => (gate.value = gone.id))
            .catch((e: Error) => say(e.message)),
      })
    } catch (e) {
      say(e instanceof Error ? e.message : 'The gate could not be deleted. Try again.')
    }
  }

  return { gate, door, answer, trouble, gates, current, latest, missing, admit, undo, remove }
}
