import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { type MaybeRefOrGetter, computed, toValue } from 'vue'
import { api, type Schemas, unwrap } from '@/api/client'
import type { BenchProof } from '@/lib/proof'
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

/** One proof, looked at again and again while it is under way. */
export function useProof(id: MaybeRefOrGetter<string>) {
  return useQuery({
    queryKey: ['proof', computed(() => toValue(id))],
    enabled: computed(() => toValue(id) !== ''),
    queryFn: ({ signal }) => fetchProof(toValue(id), signal),
    refetchInterval: (query) => (isOpen(query.state.data) ? SOON : false),
  })
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
