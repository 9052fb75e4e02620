import { useInfiniteQuery, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, type MaybeRefOrGetter, toValue } from 'vue'
import { api, type Schemas, unwrap } from '@/api/client'

export type Run = Schemas['Run']

/** Milliseconds between two looks at a run that is under way. */
const PACE = 1_000
const OPEN: Run['state'][] = ['queued', 'running', 'finishing']

export function useRunList() {
  const list = useQuery<{ data: Run[] }>({
    queryKey: ['runs'],
    refetchInterval: (query) => (query.state.data?.data.some((run) => OPEN.includes(run.state)) ? PACE : false),
    queryFn: ({ signal }) =>
      unwrap(api.GET('/api/v1/runs', { params: { query: { limit: 100 } }, signal })) as Promise<{ data: Run[] }>,
  })
  return { ...list, runs: computed(() => list.data.value?.data ?? []) }
}

/** Rows of a run, as many as were scrolled to: a hundred thousand are there, and none is fetched that nobody looks at. */
export function useRunItems(
  id: MaybeRefOrGetter<string>,
  state: MaybeRefOrGetter<'all' | 'made' | 'failed'>,
  isOpen: MaybeRefOrGetter<boolean>,
) {
  const query = useInfiniteQuery({
    queryKey: ['run-items', computed(() => toValue(id)), computed(() => toValue(state))],
    enabled: computed(() => toValue(id) !== ''),
    refetchInterval: () => (toValue(isOpen) ? 3_000 : false),
    initialPageParam: 0,
    getNextPageParam: (last: Schemas['RunItems']) => last.next,
    queryFn: ({ signal, pageParam }) => {
      const wanted = toValue(state)
      return unwrap(
        api.GET('/api/v1/runs/{run}/items', {
          params: {
            path: { run: toValue(id) },
            query: {
              limit: 200,
              ...(pageParam > 0 ? { after: pageParam } : {}),
              ...(wanted === 'all' ? {} : { state: wanted }),
            },
          },
          signal,
        }),
      ) as Promise<Schemas['RunItems']>
    },
  })
  return { ...query, items: computed(() => query.data.value?.pages.flatMap((page) => page.data)) }
}

/** Where rows come from. */
export interface RunSource {
  kind: 'table' | 'shelf' | 'series'
  file: File | null
  csv: string
  shelf: string
  series: { prefix: string; from: number; to: number; step: number; digits: number; check: boolean }
}

export const hasRows = (source: RunSource): boolean =>
  source.kind === 'table'
    ? source.file !== null || source.csv.trim() !== ''
    : source.kind === 'shelf'
      ? source.shelf.trim() !== ''
      : source.series.to >= source.series.from

/** A table and its recipe as a form: the file itself goes, not its text. */
function form(source: RunSource, recipe: Schemas['RunRecipe'], more: Record<string, string>): FormData {
  const data = new FormData()
  if (source.kind === 'shelf') data.append('shelf', source.shelf)
  else if (source.kind === 'series') data.append('series', JSON.stringify(source.series))
  else if (source.file) data.append('file', source.file)
  else data.append('csv', source.csv)
  data.append('recipe', JSON.stringify(recipe))
  for (const [name, value] of Object.entries(more)) if (value !== '') data.append(name, value)
  return data
}

export function useRunChanges() {
  const client = useQueryClient()
  const post = (path: '/api/v1/runs' | '/api/v1/runs/check', body: FormData) =>
    unwrap(api.POST(path, { body: body as never, bodySerializer: (given) => given as unknown as FormData }))
  return {
    check: (source: RunSource, recipe: Schemas['RunRecipe'], more: Record<string, string>) =>
      post('/api/v1/runs/check', form(source, recipe, more)) as Promise<Schemas['RunCheck']>,
    start: async (source: RunSource, recipe: Schemas['RunRecipe'], more: Record<string, string>) => {
      const run = (await post('/api/v1/runs', form(source, recipe, more))) as Run
      await client.invalidateQueries({ queryKey: ['runs'] })
      return run
    },
    act: async (run: string, what: 'pause' | 'resume' | 'cancel') => {
      await unwrap(api.POST(`/api/v1/runs/{run}/${what}` as '/api/v1/runs/{run}/pause', { params: { path: { run } } }))
      await client.invalidateQueries({ queryKey: ['runs'] })
    },
    remove: async (run: string) => {
      await unwrap(api.DELETE('/api/v1/runs/{run}', { params: { path: { run } } }))
      await client.invalidateQueries({ queryKey: ['runs'] })
    },
  }
}
