import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed } from 'vue'
import { api, ApiProblem, type Schemas, unwrap } from '@/api/client'

const key = ['session']

export async function fetchSession(): Promise<Schemas['Session'] | null> {
  try {
    return await unwrap(api.GET('/api/v1/session'))
  } catch (e) {
    if (e instanceof ApiProblem && e.status === 401) return null
    throw e
  }
}

/** Who is signed in; null when nobody is. */
export function useSession() {
  const client = useQueryClient()
  const query = useQuery({ queryKey: key, queryFn: fetchSession, staleTime: 300_000 })
  return {
    session: computed(() => query.data.value ?? null),
    async signIn(email: string, password: string): Promise<void> {
      client.setQueryData(key, await unwrap(api.POST('/api/v1/session', { body: { email, password } })))
    },
    async signOut(): Promise<void> {
      await unwrap(api.DELETE('/api/v1/session'))
      client.clear()
      client.setQueryData(key, null)
    },
  }
}
