import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { type MaybeRefOrGetter, computed, toValue } from 'vue'
import { api, type Schemas, unwrap } from '@/api/client'
import type { RouteContent } from '@/lib/route'
import { useToast } from './useToast'

export type Waypoint = Schemas['Waypoint']
export type Trail = Schemas['Trail']

/** Milliseconds between two looks at a trail that is on the screen. */
const LIVE = 3_000

export function useWaypointList(query: MaybeRefOrGetter<string>) {
  const list = useQuery({
    queryKey: ['waypoints', computed(() => toValue(query))],
    queryFn: ({ signal }) =>
      unwrap(
        api.GET('/api/v1/waypoints', {
          params: { query: { limit: 100, ...(toValue(query) === '' ? {} : { query: toValue(query) }) } },
          signal,
        }),
      ) as Promise<{ data: Schemas['WaypointSummary'][]; next_cursor: string | null }>,
  })
  return { ...list, waypoints: computed(() => list.data.value?.data ?? []) }
}

export function useWaypoint(id: MaybeRefOrGetter<string>) {
  return useQuery({
    queryKey: ['waypoint', computed(() => toValue(id))],
    enabled: computed(() => toValue(id) !== ''),
    queryFn: ({ signal }) =>
      unwrap(
        api.GET('/api/v1/waypoints/{waypoint}', { params: { path: { waypoint: toValue(id) } }, signal }),
      ) as Promise<Waypoint>,
  })
}

export function useTrail(id: MaybeRefOrGetter<string>, from: MaybeRefOrGetter<string>) {
  return useQuery({
    queryKey: ['trail', computed(() => toValue(id)), computed(() => toValue(from))],
    enabled: computed(() => toValue(id) !== ''),
    refetchInterval: LIVE,
    queryFn: ({ signal }) =>
      unwrap(
        api.GET('/api/v1/waypoints/{waypoint}/trail', {
          params: { path: { waypoint: toValue(id) }, query: { from: toValue(from) } },
          signal,
        }),
      ) as Promise<Trail>,
  })
}

export const makeWaypoint = (body: Schemas['WaypointInput']): Promise<Waypoint> =>
  unwrap(api.POST('/api/v1/waypoints', { body })) as Promise<Waypoint>

/** What can be done with a waypoint; each answer is what the screen shows from then on. */
export function useWaypointChanges(id: MaybeRefOrGetter<string>) {
  const client = useQueryClient()
  const { say } = useToast()
  const path = () => ({ waypoint: toValue(id) })
  const keep = (waypoint: Waypoint) => {
    client.setQueryData(['waypoint', waypoint.id], waypoint)
    return client.invalidateQueries({ queryKey: ['waypoints'] })
  }
  const onError = (e: Error): void => say(e.message)
  /** An answer that was asked for before a change would show what was there before it. */
  const onMutate = () => client.cancelQueries({ queryKey: ['waypoint', toValue(id)] })
  const change = useMutation({
    onMutate,
    mutationFn: (body: { name?: string; route?: RouteContent }) =>
      unwrap(api.PATCH('/api/v1/waypoints/{waypoint}', { params: { path: path() }, body })) as Promise<Waypoint>,
    onSuccess: keep,
  })
  const publish = useMutation({
    onMutate,
    mutationFn: () =>
      unwrap(api.POST('/api/v1/waypoints/{waypoint}/publish', { params: { path: path() } })) as Promise<Waypoint>,
    onSuccess: keep,
    onError,
  })
  const rollBack = useMutation({
    mutationFn: (revision: number) =>
      unwrap(
        api.POST('/api/v1/waypoints/{waypoint}/revisions/{revision}/restore', {
          params: { path: { ...path(), revision } },
        }),
      ) as Promise<Waypoint>,
    onSuccess: keep,
    onError,
  })
  const state = useMutation({
    mutationFn: (body: Schemas['WaypointState']) =>
      unwrap(api.POST('/api/v1/waypoints/{waypoint}/state', { params: { path: path() }, body })) as Promise<Waypoint>,
    onSuccess: keep,
  })
  const remove = useMutation({
    mutationFn: async () => {
      const gone = path()
      await unwrap(api.DELETE('/api/v1/waypoints/{waypoint}', { params: { path: gone } }))
      return gone.waypoint
    },
    onSuccess: (waypoint) => {
      say('Deleted. Its code stays taken.', {
        label: 'Undo',
        run: () =>
          void unwrap(api.POST('/api/v1/waypoints/{waypoint}/restore', { params: { path: { waypoint } } })).then(() =>
            client.invalidateQueries({ queryKey: ['waypoints'] }),
          ),
      })
      return client.invalidateQueries({ queryKey: ['waypoints'] })
    },
    onError,
  })
  return { change, publish, rollBack, state, remove }
}
