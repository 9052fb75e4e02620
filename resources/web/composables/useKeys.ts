import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed } from 'vue'
import { api, type Schemas, unwrap } from '@/api/client'

export type Key = Schemas['Key']
export type KeyUsage = Schemas['KeyUsage']
export type MadeKey = { key: Key; text: string | null; signing_secret: string | null }
export type KeyDraft = NonNullable<
  import('@/api/schema').operations['createKey']['requestBody']
>['content']['application/json']
export type KeyChange = NonNullable<
  import('@/api/schema').operations['updateKey']['requestBody']
>['content']['application/json']

const MOST = 200

/** The workspace's keys, what they were used for this month, and what can be done with them. */
export function useKeys() {
  const client = useQueryClient()
  const list = useQuery({
    queryKey: ['keys'],
    queryFn: async () =>
      ((await unwrap(api.GET('/api/v1/keys', { params: { query: { limit: MOST } } }))) as { data: Key[] }).data,
  })
  const usage = useQuery({
    queryKey: ['keys', 'usage'],
    queryFn: async () => (await unwrap(api.GET('/api/v1/keys/usage'))) as KeyUsage,
    refetchInterval: 30_000,
  })
  const refresh = () => client.invalidateQueries({ queryKey: ['keys'] })
  const path = (key: Key) => ({ params: { path: { key: String(key.id) } } })
  const told = async <T>(call: Promise<T>): Promise<T> => {
    const answer = await call
    await refresh()
    return answer
  }

  return {
    list,
    usage,
    keys: computed(() => list.data.value ?? []),
    create: (body: KeyDraft) => told(unwrap(api.POST('/api/v1/keys', { body })) as Promise<MadeKey>),
    change: (key: Key, body: KeyChange) =>
      told(unwrap(api.PATCH('/api/v1/keys/{key}', { ...path(key), body })) as Promise<Key>),
    rotate: (key: Key, overlap_hours: number) =>
      told(
        unwrap(api.POST('/api/v1/keys/{key}/rotate', { ...path(key), body: { overlap_hours } })) as Promise<MadeKey>,
      ),
    endOverlap: (key: Key) =>
      told(unwrap(api.POST('/api/v1/keys/{key}/overlap', { ...path(key), body: {} })) as Promise<Key>),
    revoke: (key: Key) => told(unwrap(api.DELETE('/api/v1/keys/{key}', path(key)))),
  }
}
