import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed } from 'vue'
import { api, type Schemas, unwrap } from '@/api/client'
import type { FinishValues } from '@/lib/finish'
import { useToast } from './useToast'

export type SavedFinish = Schemas['SavedFinish']
export type ShapeOption = Schemas['ShapeOption']

const fetchFinishes = () => unwrap(api.GET('/api/v1/finishes', {})) as Promise<Schemas['FinishList']>

/** The workspace's saved finishes. */
export function useFinishes() {
  const client = useQueryClient()
  const query = useQuery({ queryKey: ['finishes'], queryFn: fetchFinishes })
  const finishes = computed(() => query.data.value?.data ?? [])
  return {
    ...query,
    finishes,
    /** Waits for the list, and gives the one that new compositions begin with. */
    async byDefault(): Promise<SavedFinish | undefined> {
      try {
        const list = await client.ensureQueryData({ queryKey: ['finishes'], queryFn: fetchFinishes })
        return list.data.find((finish) => finish.is_default)
      } catch {
        // Without the list one begins with two plain inks; the panel says that it could not be loaded.
        return undefined
      }
    },
  }
}

/** What finishes can be made of; it does not change while the page is open. */
export function useFinishOptions() {
  const query = useQuery({
    queryKey: ['finish-options'],
    staleTime: Infinity,
    queryFn: () => unwrap(api.GET('/api/v1/finishes/options', {})) as Promise<Schemas['FinishOptions']>,
  })
  return { options: computed(() => query.data.value ?? null) }
}

/** Saving, revising, deleting and putting on glyphs. */
export function useFinishChanges() {
  const client = useQueryClient()
  const { say } = useToast()
  const refresh = async (): Promise<void> => {
    await client.invalidateQueries({ queryKey: ['finishes'] })
    await client.invalidateQueries({ queryKey: ['glyphs'] })
  }
  const path = (finish: SavedFinish) => ({ path: { finish: finish.id } })
  const trouble = (e: Error): void => say(e.message)

  const create = useMutation({
    mutationFn: (input: { name: string; finish: FinishValues | Schemas['Finish'] }) =>
      unwrap(api.POST('/api/v1/finishes', { params: { header: {} }, body: input })) as Promise<SavedFinish>,
    onSuccess: refresh,
  })
  const change = useMutation({
    mutationFn: ({ finish, ...body }: { finish: SavedFinish } & { set: Schemas['FinishChange'] }) =>
      unwrap(
        api.PATCH('/api/v1/finishes/{finish}', {
          params: { ...path(finish), header: { 'If-Match': `"${finish.id}-${finish.revision}"` } },
          body: body.set,
        }),
      ) as Promise<SavedFinish>,
    onSuccess: refresh,
  })
  const restore = useMutation({
    mutationFn: (finish: SavedFinish) =>
      unwrap(api.POST('/api/v1/finishes/{finish}/restore', { params: path(finish) })),
    onSuccess: refresh,
    onError: trouble,
  })
  const remove = useMutation({
    mutationFn: (finish: SavedFinish) => unwrap(api.DELETE('/api/v1/finishes/{finish}', { params: path(finish) })),
    onSuccess: (_, finish) => {
      say(`${finish.name} deleted`, { label: 'Undo', run: () => restore.mutate(finish) })
      return refresh()
    },
    onError: trouble,
  })
  const apply = useMutation({
    mutationFn: ({ finish, glyphs }: { finish: SavedFinish; glyphs: string[] }) =>
      unwrap(api.POST('/api/v1/finishes/{finish}/apply', { params: path(finish), body: { glyphs } })) as Promise<
        Schemas['Applied']
      >,
    onSuccess: (done, { finish }) => {
      const refused = done.refused[0]
      say(
        refused === undefined
          ? `${finish.name} is on ${done.applied === 1 ? '1 glyph' : `${done.applied} glyphs`}`
          : `On ${done.applied}, not on ${done.refused.length}: ${refused.name}. ${refused.message}`,
      )
      return refresh()
    },
    onError: trouble,
  })
  return { create, change, remove, apply }
}
