import { useQuery } from '@tanstack/vue-query'
import { useStorage } from '@vueuse/core'
import { computed } from 'vue'
import { api, unwrap } from '@/api/client'
import type { Kind, KindFacts } from '@/lib/kinds'

const RECENT = 4

/** What there is to say in a symbol: described by the server, asked for once. */
export function useKinds() {
  const query = useQuery({
    queryKey: ['kinds'],
    queryFn: async () => ((await unwrap(api.GET('/api/v1/kinds'))) as { data: KindFacts[] }).data,
    staleTime: Infinity,
  })
  const used = useStorage<Kind[]>('kg-recent-kinds', [])
  const kinds = computed(() => query.data.value ?? [])
  return {
    kinds,
    problem: query.error,
    retry: query.refetch,
    byName: (kind: Kind) => kinds.value.find((one) => one.kind === kind),
    recent: computed(() =>
      used.value.map((kind) => kinds.value.find((one) => one.kind === kind)).filter((k) => k !== undefined),
    ),
    /** Puts a kind at the head of the recent ones. */
    use: (kind: Kind) => (used.value = [kind, ...used.value.filter((one) => one !== kind)].slice(0, RECENT)),
  }
}
