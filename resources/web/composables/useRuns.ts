import { useInfiniteQuery, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, type MaybeRefOrGetter, onScopeDispose, ref, toValue, watch } from 'vue'
import { api, ApiProblem, type Schemas, unwrap } from '@/api/client'

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
  // What came of the last rows, once the run has come to its end.
  watch(
    () => toValue(isOpen),
    (now, before) => {
      if (before && !now && toValue(id) !== '') void query.refetch()
    },
  )
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

/** Milliseconds between two questions how far a whole table has been looked through. */
const LOOK_PACE = 500

/** A whole table is looked through in the queue: how far it is, and what was found, until it is stopped. */
export function useWholeCheck() {
  const looked = ref<{ at: number; of: number } | null>(null)
  let turn = 0
  const forget = (whole: string) => api.DELETE('/api/v1/table-checks/{whole}', { params: { path: { whole } } })
  function stop(): void {
    turn++
    looked.value = null
  }
  /** What was found; null when it was stopped meanwhile. */
  async function look(
    source: RunSource,
    recipe: Schemas['RunRecipe'],
    more: Record<string, string>,
  ): Promise<Schemas['RunCheck'] | null> {
    const own = ++turn
    looked.value = { at: 0, of: 0 }
    try {
      let check = (await post('/api/v1/table-checks', form(source, recipe, more))) as Schemas['WholeCheck']
      const whole = check.id
      while (own === turn && (check.state === 'queued' || check.state === 'running')) {
        looked.value = { at: check.looked_at, of: check.rows }
        await new Promise((resolve) => setTimeout(resolve, LOOK_PACE))
        if (own !== turn) break
        const answer = await unwrap(api.GET('/api/v1/table-checks/{whole}', { params: { path: { whole } } }))
        check = answer as Schemas['WholeCheck']
      }
      if (own !== turn) {
        await forget(whole)
        return null
      }
      if (check.found === null) throw new ApiProblem(500, 'The table could not be looked through. Try it again.', {})
      return check.found
    } finally {
      if (own === turn) looked.value = null
    }
  }
  onScopeDispose(stop)
  return { looked, look, stop }
}

const post = (path: '/api/v1/runs' | '/api/v1/runs/check' | '/api/v1/table-checks', body: FormData) =>
  unwrap(api.POST(path, { body: body as never, bodySerializer: (given) => given as unknown as FormData }))

export function useRunChanges() {
  const client = useQueryClient()
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
