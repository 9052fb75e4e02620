import { useMutation, useQuery, useQueryClient } from '@tanstack/vue-query'
import { computed, ref } from 'vue'
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
  return {
    options: computed(() => query.data.value ?? null),
    /** The most of a number, or of the characters of a text; nothing is held back before the server has said. */
    most: (place: string): number => query.data.value?.limits[place]?.max ?? Infinity,
    /** The least of a number. */
    least: (place: string): number => query.data.value?.limits[place]?.min ?? 0,
  }
}

/** Glyphs that one request puts a finish on: few enough that progress can be seen. */
const AT_ONCE = 25

/** What came of putting a finish on glyphs; `stopped` says why the rest was not reached. */
export interface Applied {
  finish: string
  asked: number
  applied: number
  missing: number
  refused: Schemas['Applied']['refused']
  stopped: string | null
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
  /** Glyphs that the finish has been tried on so far. */
  const reached = ref(0)
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
    // In parts, as one request takes only so many; what was refused is gathered, and a failure keeps what came before it.
    mutationFn: async ({ finish, glyphs }: { finish: SavedFinish; glyphs: string[] }): Promise<Applied> => {
      const applied: Applied = {
        finish: finish.name,
        asked: glyphs.length,
        applied: 0,
        missing: 0,
        refused: [],
        stopped: null,
      }
      for (reached.value = 0; reached.value < glyphs.length; reached.value += AT_ONCE) {
        const body = { glyphs: glyphs.slice(reached.value, reached.value + AT_ONCE) }
        try {
          const part = (await unwrap(
            api.POST('/api/v1/finishes/{finish}/apply', { params: path(finish), body }),
          )) as Schemas['Applied']
          applied.applied += part.applied
          applied.missing += part.missing
          applied.refused.push(...part.refused)
        } catch (e) {
          return { ...applied, stopped: e instanceof Error ? e.message : String(e) }
        }
      }
      return applied
    },
    onSettled: refresh,
  })
  /** All glyphs that use it, however many. */
  async function users(finish: SavedFinish): Promise<string[]> {
    const found: string[] = []
    let cursor: string | null = null
    do {
      const query: { finish_id: string; limit: number; cursor?: string } = { finish_id: finish.id, limit: 100 }
      if (cursor !== null) query.cursor = cursor
      const page = (await unwrap(api.GET('/api/v1/glyphs', { params: { query } }))) as Schemas['GlyphList']
      found.push(...page.data.map((glyph) => glyph.id))
      cursor = page.next_cursor
    } while (cursor !== null)
    return found
  }
  return { create, change, remove, apply, reached, users }
}
