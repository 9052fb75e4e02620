import { useInfiniteQuery, useMutation, useQueryClient } from '@tanstack/vue-query'
import { type MaybeRefOrGetter, computed, toValue } from 'vue'
import { api, type Glyph, type Schemas, unwrap } from '@/api/client'
import { useToast } from './useToast'

export type GlyphSort = '-updated_at' | 'name'

export interface GlyphFilter {
  shelf: string
  tag: string
  archived: 'no' | 'only'
  twice: boolean
}

const EVERY: GlyphFilter = { shelf: '', tag: '', archived: 'no', twice: false }

/** The workspace's glyphs, a page at a time. */
export function useGlyphList(
  q: MaybeRefOrGetter<string>,
  sort: MaybeRefOrGetter<GlyphSort>,
  filter: MaybeRefOrGetter<GlyphFilter> = EVERY,
) {
  const query = useInfiniteQuery({
    queryKey: ['glyphs', computed(() => toValue(q)), computed(() => toValue(sort)), computed(() => toValue(filter))],
    initialPageParam: '',
    queryFn: ({ pageParam, signal }) =>
      unwrap(
        api.GET('/api/v1/glyphs', {
          params: {
            query: {
              q: toValue(q),
              sort: toValue(sort),
              archived: toValue(filter).archived,
              ...(toValue(filter).shelf === '' ? {} : { shelf: toValue(filter).shelf }),
              ...(toValue(filter).tag === '' ? {} : { tag: toValue(filter).tag }),
              ...(toValue(filter).twice ? { twice: '1' as const } : {}),
              limit: 50,
              ...(pageParam === '' ? {} : { cursor: pageParam }),
            },
          },
          signal,
        }),
      ) as Promise<Schemas['GlyphList']>,
    getNextPageParam: (page) => page.next_cursor ?? undefined,
    placeholderData: (previous) => previous,
  })
  return {
    ...query,
    glyphs: computed(() => query.data.value?.pages.flatMap((page) => page.data) ?? []),
    total: computed(() => query.data.value?.pages[0]?.total ?? 0),
    /** Whether there are more than were counted. */
    isMore: computed(() => query.data.value?.pages[0]?.total_is_more ?? false),
  }
}

/** Renames and deletes; a deletion can be undone for as long as its message stands. */
export function useGlyphChanges() {
  const client = useQueryClient()
  const { say } = useToast()
  const refresh = () => client.invalidateQueries({ queryKey: ['glyphs'] })
  const path = (glyph: Glyph) => ({ path: { glyph: glyph.id } })

  const restore = useMutation({
    mutationFn: (glyph: Glyph) => unwrap(api.POST('/api/v1/glyphs/{glyph}/restore', { params: path(glyph) })),
    onSuccess: refresh,
    onError: (e) => say(e.message),
  })
  const remove = useMutation({
    mutationFn: (glyph: Glyph) => unwrap(api.DELETE('/api/v1/glyphs/{glyph}', { params: path(glyph) })),
    onSuccess: (_, glyph) => {
      say(`${glyph.name} deleted`, { label: 'Undo', run: () => restore.mutate(glyph) })
      return refresh()
    },
    onError: (e) => say(e.message),
  })
  const rename = useMutation({
    mutationFn: ({ glyph, name }: { glyph: Glyph; name: string }) =>
      unwrap(
        api.PATCH('/api/v1/glyphs/{glyph}', {
          params: { ...path(glyph), header: { 'If-Match': `"${glyph.id}-${glyph.revision}"` } },
          body: { name },
        }),
      ),
    onSuccess: refresh,
  })
  return { remove, rename, restore }
}
