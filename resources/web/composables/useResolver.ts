import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { type MaybeRefOrGetter, computed, toValue } from 'vue'
import { api, type Schemas, unwrap } from '@/api/client'
import { useToast } from './useToast'

export type ResolverLink = Schemas['ResolverLink']

/** Links behind identifiers, by the identifier that they stand behind. */
export function useResolver(query: MaybeRefOrGetter<string>) {
  const client = useQueryClient()
  const { say } = useToast()
  const list = useQuery({
    queryKey: ['resolver', computed(() => toValue(query))],
    queryFn: ({ signal }) =>
      unwrap(
        api.GET('/api/v1/resolver', {
          params: { query: { limit: 200, ...(toValue(query) === '' ? {} : { query: toValue(query) }) } },
          signal,
        }),
      ) as Promise<{ data: ResolverLink[]; next_cursor: string | null }>,
  })
  const refresh = () => client.invalidateQueries({ queryKey: ['resolver'] })
  const add = useMutation({
    mutationFn: (body: Schemas['ResolverLinkInput']) => unwrap(api.POST('/api/v1/resolver', { body })),
    onSuccess: refresh,
  })
  const change = useMutation({
    mutationFn: ({ id, body }: { id: string; body: Schemas['ResolverLinkChange'] }) =>
      unwrap(api.PATCH('/api/v1/resolver/{link}', { params: { path: { link: id } }, body })),
    onSuccess: refresh,
    onError: (e) => say(e.message),
  })
  const remove = useMutation({
    mutationFn: (link: ResolverLink) =>
      unwrap(api.DELETE('/api/v1/resolver/{link}', { params: { path: { link: link.id } } })),
    onSuccess: (_, link) => {
      say(`${link.title} is out`, {
        label: 'Undo',
        run: () =>
          add.mutate({
            path: link.path,
            type: link.type,
            href: link.href,
            title: link.title,
            language: link.language,
            media: link.media,
            default: link.default,
            recall: link.recall,
            ends_at: link.ends_at,
          }),
      })
      return refresh()
    },
    onError: (e) => say(e.message),
  })
  const groups = computed(() => {
    const byPath = new Map<string, ResolverLink[]>()
    for (const link of list.data.value?.data ?? []) byPath.set(link.path, [...(byPath.get(link.path) ?? []), link])
    return [...byPath].sort(([a], [b]) => a.localeCompare(b)).map(([path, links]) => ({ path, links }))
  })
  return { ...list, groups, add, change, remove }
}
