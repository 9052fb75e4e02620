import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { type MaybeRefOrGetter, computed, toValue } from 'vue'
import { api, type Schemas, unwrap } from '@/api/client'
import { useToast } from './useToast'

export type FieldCheck = Schemas['FieldCheck']

/** Milliseconds between two looks at an open check: results come from phones. */
const SOON = 4_000

/** The field checks of a glyph, the newest first, and what can be done with them. */
export function useFieldChecks(glyph: MaybeRefOrGetter<string>, chosen: MaybeRefOrGetter<string>) {
  const client = useQueryClient()
  const { say } = useToast()
  const list = useQuery({
    queryKey: ['checks', computed(() => toValue(glyph))],
    enabled: computed(() => toValue(glyph) !== ''),
    queryFn: ({ signal }) =>
      unwrap(api.GET('/api/v1/checks', { params: { query: { glyph: toValue(glyph), limit: 50 } }, signal })),
  })
  const checks = computed(() => list.data.value?.data ?? [])
  const id = computed(() => toValue(chosen) || checks.value[0]?.id || '')
  const { data: check } = useQuery({
    queryKey: ['check', id],
    enabled: computed(() => id.value !== ''),
    queryFn: ({ signal }) =>
      unwrap(api.GET('/api/v1/checks/{check}', { params: { path: { check: id.value } }, signal })),
    refetchInterval: (query) => (query.state.data?.open ? SOON : false),
  })
  const refresh = () =>
    Promise.all([
      client.invalidateQueries({ queryKey: ['checks', toValue(glyph)] }),
      client.invalidateQueries({ queryKey: ['check', id.value] }),
    ])
  const onError = (e: Error): void => say(e.message)
  const start = useMutation({
    mutationFn: (body: { asks: string; hours: number }) =>
      unwrap(
        api.POST('/api/v1/checks', {
          body: { glyph: toValue(glyph), hours: body.hours, ...(body.asks.trim() === '' ? {} : { asks: body.asks }) },
        }),
      ),
    onSuccess: (made) => {
      client.setQueryData(['check', made.id], made)
      return refresh()
    },
  })
  const close = useMutation({
    mutationFn: () => unwrap(api.POST('/api/v1/checks/{check}/close', { params: { path: { check: id.value } } })),
    onSuccess: refresh,
    onError,
  })
  const remove = useMutation({
    mutationFn: () => unwrap(api.DELETE('/api/v1/checks/{check}', { params: { path: { check: id.value } } })),
    onSuccess: refresh,
    onError,
  })
  const log = useMutation({
    mutationFn: (body: Schemas['FieldResultInput']) =>
      unwrap(api.POST('/api/v1/checks/{check}/results', { params: { path: { check: id.value } }, body })),
    onSuccess: refresh,
    onError,
  })
  const forget = useMutation({
    mutationFn: (result: string) =>
      unwrap(api.DELETE('/api/v1/checks/{check}/results/{result}', { params: { path: { check: id.value, result } } })),
    onSuccess: refresh,
    onError,
  })
  return { checks, check, id, start, close, remove, log, forget, isPending: list.isPending }
}
