import { megabytes, useAbout } from '@/composables/useAbout'
import { computed, ref } from 'vue'
import { ApiProblem, type ReadPicture, type ReadSymbol } from '@/api/client'
import { sendPicture } from '@/composables/sendPicture'
import { isPdf, pagesOf } from '@/lib/pdf'

/** A picture of this session and what was read in it. Pictures stay in the browser. */
export interface Entry {
  id: number
  name: string
  url: string
  at: Date
  state: 'reading' | 'done' | 'refused'
  result: ReadPicture | null
  message: string
}

/** Pictures that are kept to be looked at again; a camera can bring hundreds. */
const KEPT = 300

/** The session's list, the newest first. */
export function useReadings(report: (symbol: ReadSymbol, entry: Entry) => void) {
  const { limits } = useAbout()
  const entries = ref<Entry[]>([])
  const current = ref<{ entry: number; symbol: number } | null>(null)
  const waiting = ref({ done: 0, all: 0 })
  let last = 0

  const entry = computed(() => entries.value.find((e) => e.id === current.value?.entry) ?? null)
  const symbol = computed(() => entry.value?.result?.symbols[current.value?.symbol ?? 0] ?? null)

  function put(name: string, url: string): Entry {
    const mine: Entry = { id: ++last, name, url, at: new Date(), state: 'reading', result: null, message: '' }
    entries.value.unshift(mine)
    for (const old of entries.value.splice(KEPT)) URL.revokeObjectURL(old.url)
    current.value = { entry: mine.id, symbol: 0 }
    return entries.value[0]!
  }

  async function take(files: Iterable<File>): Promise<void> {
    const batch: File[] = []
    const cut: { name: string; read: number; all: number }[] = []
    for (const file of files) {
      if (!isPdf(file)) {
        batch.push(file)
        continue
      }
      try {
        const { pages, all } = await pagesOf(file)
        batch.push(...pages)
        if (pages.length < all) cut.push({ name: file.name, read: pages.length, all })
      } catch {
        const refused = put(file.name, '')
        Object.assign(refused, { state: 'refused', message: 'This PDF cannot be opened: it is damaged or locked.' })
      }
    }
    if (waiting.value.done >= waiting.value.all) waiting.value = { done: 0, all: 0 }
    waiting.value.all += batch.length
    const mine = batch.map((file) => [file, put(file.name || 'pasted picture', URL.createObjectURL(file))] as const)
    // On top of the list, and chosen, so that it is not missed.
    for (const { name, read, all } of cut) {
      const message = `Of ${all} pages the first ${read} are read. Split the document to read the rest.`
      Object.assign(put(`${name}, pages ${read + 1} to ${all}`, ''), { state: 'refused', message })
    }
    for (const [file, kept] of mine) {
      if (file.size > limits.value.read_bytes) {
        Object.assign(kept, {
          state: 'refused',
          message: `The file is ${(file.size / 1e6).toFixed(1)} MB; ${megabytes(limits.value.read_bytes)} is the most that is read.`,
        })
      } else {
        try {
          const result = await sendPicture(file)
          Object.assign(kept, { state: 'done', result, message: result.failure?.hint ?? '' })
          for (const read of result.symbols) report(read, kept)
        } catch (e) {
          Object.assign(kept, {
            state: 'refused',
            message:
              e instanceof ApiProblem ? (e.field('picture') ?? e.message) : 'The picture could not be sent. Try again.',
          })
        }
      }
      waiting.value.done++
    }
  }

  /** A frame of the camera in which something new was read. */
  function add(name: string, picture: Blob | null, result: ReadPicture): Entry {
    const kept = put(name, picture === null ? '' : URL.createObjectURL(picture))
    Object.assign(kept, { state: 'done', result, message: result.failure?.hint ?? '' })
    return kept
  }

  function forget(id: number): void {
    const gone = entries.value.find((e) => e.id === id)
    if (gone) URL.revokeObjectURL(gone.url)
    entries.value = entries.value.filter((e) => e.id !== id)
    if (current.value?.entry === id) current.value = entries.value[0] ? { entry: entries.value[0].id, symbol: 0 } : null
  }

  return { entries, current, entry, symbol, waiting, take, add, forget }
}
