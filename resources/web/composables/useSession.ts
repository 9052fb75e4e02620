import { useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed } from 'vue'
import { api, ApiProblem, type Schemas, showsWorkspace, unwrap } from '@/api/client'

const key = ['session']

/** From now on requests say that they come from a page of this workspace. */
function entered(session: Schemas['Session']): Schemas['Session'] {
  showsWorkspace(session.workspace?.id)
  return session
}

export async function fetchSession(): Promise<Schemas['Session'] | null> {
  try {
    return entered(await unwrap(api.GET('/api/v1/session')))
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
    /** Whether the role here allows changing what is saved. */
    mayWrite: computed(() => query.data.value?.abilities.includes('glyphs:write') ?? false),
    async signIn(email: string, password: string): Promise<void> {
      const session = entered(await unwrap(api.POST('/api/v1/session', { body: { email, password } })))
      // An earlier question may still be under way; its “nobody” must not come after this answer.
      await client.cancelQueries({ queryKey: key })
      client.setQueryData(key, session)
    },
    /** Goes to another workspace; nothing of the one before stays in memory. */
    async switchTo(workspace: string): Promise<void> {
      const session = await unwrap(api.PATCH('/api/v1/session', { body: { workspace_id: workspace } }))
      client.removeQueries({ predicate: (query) => query.queryKey[0] !== key[0] })
      client.setQueryData(key, entered(session))
    },
    async signOut(): Promise<void> {
      await unwrap(api.DELETE('/api/v1/session'))
      showsWorkspace(undefined)
      client.clear()
      client.setQueryData(key, null)
    },
  }
}
