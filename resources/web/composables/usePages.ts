import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, type MaybeRefOrGetter, toValue } from 'vue'
import { api, type Schemas, unwrap } from '@/api/client'
import type { Page, PageContent } from '@/lib/page'
import { useToast } from './useToast'

export function usePageList(query: MaybeRefOrGetter<string>) {
  const list = useQuery({
    queryKey: ['pages', computed(() => toValue(query))],
    queryFn: ({ signal }) =>
      unwrap(
        api.GET('/api/v1/pages', {
          params: { query: { limit: 200, ...(toValue(query) === '' ? {} : { query: toValue(query) }) } },
          signal,
        }),
      ) as Promise<{ data: Schemas['PageSummary'][]; next_cursor: string | null }>,
  })
  return { ...list, pages: computed(() => list.data.value?.data ?? []) }
}

export const usePage = (id: MaybeRefOrGetter<string>) =>
  useQuery({
    queryKey: ['page', computed(() => toValue(id))],
    enabled: computed(() => toValue(id) !== ''),
    queryFn: ({ signal }) =>
      unwrap(api.GET('/api/v1/pages/{page}', { params: { path: { page: toValue(id) } }, signal })) as Promise<Page>,
  })

/** What pages can be made of. */
export function usePageOptions() {
  const { data } = useQuery({
    queryKey: ['page-options'],
    staleTime: Infinity,
    queryFn: () => unwrap(api.GET('/api/v1/pages/options')) as Promise<Schemas['PageOptions']>,
  })
  return {
    options: data,
    fieldsOf: (part: string) => data.value?.parts.find((one) => one.part === part)?.fields ?? [],
    labelOf: (part: string) => data.value?.parts.find((one) => one.part === part)?.label ?? part,
  }
}

export const usePageStyles = () =>
  useQuery({
    queryKey: ['page-styles'],
    queryFn: async () => ((await unwrap(api.GET('/api/v1/page-styles'))) as { data: Schemas['NamedPageStyle'][] }).data,
  })

export const useFiles = () =>
  useQuery({
    queryKey: ['files'],
    queryFn: async () =>
      (
        (await unwrap(api.GET('/api/v1/files', { params: { query: { limit: 200 } } }))) as {
          data: Schemas['StoredFile'][]
        }
      ).data,
  })

/** Sends a file for pages; with `of` it is the next version of that one. */
export function sendFile(file: File, of?: string): Promise<Schemas['StoredFile']> {
  const form = new FormData()
  form.append('file', file)
  if (of !== undefined) form.append('of', of)
  return unwrap(
    api.POST('/api/v1/files', { body: form as never, bodySerializer: (body) => body as unknown as FormData }),
  ) as Promise<Schemas['StoredFile']>
}

export const makePage = (body: Schemas['NewPage']): Promise<Page> =>
  unwrap(api.POST('/api/v1/pages', { body })) as Promise<Page>

/** What can be done with a page; each answer is what the screen shows from then on. */
export function usePageChanges(id: MaybeRefOrGetter<string>) {
  const client = useQueryClient()
  const { say } = useToast()
  const path = () => ({ page: toValue(id) })
  const keep = (page: Page) => {
    client.setQueryData(['page', page.id], page)
    return client.invalidateQueries({ queryKey: ['pages'] })
  }
  const onError = (e: Error): void => say(e.message)
  /** An answer that was asked for before a change would show what was there before it. */
  const onMutate = () => client.cancelQueries({ queryKey: ['page', toValue(id)] })
  const change = useMutation({
    onMutate,
    mutationFn: (body: { name?: string; content?: PageContent }) =>
      unwrap(api.PATCH('/api/v1/pages/{page}', { params: { path: path() }, body })) as Promise<Page>,
    onSuccess: keep,
  })
  const publish = useMutation({
    onMutate,
    mutationFn: () => unwrap(api.POST('/api/v1/pages/{page}/publish', { params: { path: path() } })) as Promise<Page>,
    onSuccess: keep,
  })
  const takeUp = useMutation({
    mutationFn: (revision: number) =>
      unwrap(
        api.POST('/api/v1/pages/{page}/revisions/{revision}/take-up', { params: { path: { ...path(), revision } } }),
      ) as Promise<Page>,
    onSuccess: keep,
    onError,
  })
  const remove = useMutation({
    mutationFn: async () => {
      const gone = path()
      await unwrap(api.DELETE('/api/v1/pages/{page}', { params: { path: gone } }))
      return gone.page
    },
    onSuccess: (page) => {
      say('Deleted with its short address.', {
        label: 'Undo',
        run: () =>
          void unwrap(api.POST('/api/v1/pages/{page}/restore', { params: { path: { page } } })).then(() =>
            client.invalidateQueries({ queryKey: ['pages'] }),
          ),
      })
      return client.invalidateQueries({ queryKey: ['pages'] })
    },
    onError,
  })
  return { change, publish, takeUp, remove }
}
