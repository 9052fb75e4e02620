import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { type MaybeRefOrGetter, computed, onScopeDispose, toValue, watch } from 'vue'
import { api, type Schemas, unwrap } from '@/api/client'
import { type BenchProof, type Cell, withCells } from '@/lib/proof'
import { useToast } from './useToast'

/** Milliseconds between two looks at a proof that is under way. */
const SOON = 900

export const isOpen = (proof: { state: string } | undefined): boolean =>
  proof !== undefined && (proof.state === 'queued' || proof.state === 'running')

/** The proofs of a glyph, the newest first. */
export function useProofList(glyph: MaybeRefOrGetter<string>) {
  const query = useQuery({
    queryKey: ['proofs', computed(() => toValue(glyph))],
    enabled: computed(() => toValue(glyph) !== ''),
    queryFn: ({ signal }) =>
      unwrap(
        api.GET('/api/v1/proofs', { params: { query: { glyph: toValue(glyph), limit: 50 } }, signal }),
      ) as Promise<{ data: Schemas['ProofSummary'][]; next_cursor: string | null }>,
  })
  return { ...query, proofs: computed(() => query.data.value?.data ?? []) }
}

/** One proof: its cells are streamed while it is under way, and asked for where no stream comes. */
export function useProof(id: MaybeRefOrGetter<string>) {
  const client = useQueryClient()
  let stream: EventSource | null = null
  const query = useQuery({
    queryKey: ['proof', computed(() => toValue(id))],
    enabled: computed(() => toValue(id) !== ''),
    queryFn: ({ signal }) => fetchProof(toValue(id), signal),
    refetchInterval: ({ state }) => (isOpen(state.data) && stream?.readyState !== EventSource.OPEN ? SOON : false),
  })
  function close(): void {
    stream?.close()
    stream = null
  }
  watch(
    [() => toValue(id), () => isOpen(query.data.value)],
    ([proof, open]) => {
      close()
      if (proof === '' || !open) return
      const own = (stream = new EventSource(`/api/v1/proofs/${proof}/events`))
      own.addEventListener('cells', (event) => {
        const news = JSON.parse((event as MessageEvent<string>).data) as { done: number; cells: Cell[] }
        client.setQueryData<BenchProof>(['proof', proof], (known) => known && withCells(known, news.cells, news.done))
      })
      own.addEventListener('end', () => {
        own.close()
        void client.invalidateQueries({ queryKey: ['proof', proof] })
      })
    },
    { immediate: true },
  )
  onScopeDispose(close)
  return query
}

export const fetchProof = (id: string, signal?: AbortSignal): Promise<BenchProof> =>
  unwrap(api.GET('/api/v1/proofs/{proof}', { params: { path: { proof: id } }, ...(signal ? { signal } : {}) }))

export const startProof = (body: Schemas['ProofInput']): Promise<BenchProof> =>
  unwrap(api.POST('/api/v1/proofs', { body }))

/** Runs and stops proofs of a glyph. */
export function useProofChanges(glyph: MaybeRefOrGetter<string>) {
  const client = useQueryClient()
  const { say } = useToast()
  const refresh = () => client.invalidateQueries({ queryKey: ['proofs', toValue(glyph)] })
  const run = useMutation({
    mutationFn: (more: Schemas['ProofInput']) => startProof({ glyph: toValue(glyph), ...more }),
    onSuccess: (proof) => {
      client.setQueryData(['proof', proof.id], proof)
      return refresh()
    },
  })
  const stop = useMutation({
    mutationFn: (id: string) => unwrap(api.POST('/api/v1/proofs/{proof}/cancel', { params: { path: { proof: id } } })),
    onSuccess: (proof) => {
      client.setQueryData(['proof', proof.id], proof)
      return refresh()
    },
    onError: (e) => say(e.message),
  })
  return { run, stop }
}
