import { useQuery } from '@tanstack/vue-query'
import { computed } from 'vue'
import { api, type Schemas, unwrap } from '@/api/client'

const fetchAbout = () => unwrap(api.GET('/api/v1/about')) as Promise<Schemas['About']>

/** Until the server has said what it takes, nothing is held back here: it refuses for itself. */
const UNKNOWN: Schemas['About']['limits'] = {
  read_bytes: Infinity,
  read_pixels: Infinity,
  check_texts: Infinity,
  shelve_glyphs: 100,
  apply_glyphs: 25,
  gate_entries: 100,
  mark_bytes: Infinity,
  gradient_stops: Infinity,
  run_rows: Infinity,
  devices: 0,
}

/** What this installation is and how much it takes at once; it does not change while the page is open. */
export function useAbout() {
  const query = useQuery({ queryKey: ['about'], queryFn: fetchAbout, staleTime: Infinity })
  return {
    about: computed(() => query.data.value ?? null),
    elements: computed(() => query.data.value?.elements ?? { pinned: '/embed/1/keen-glyph.js', integrity: '' }),
    limits: computed(() => query.data.value?.limits ?? UNKNOWN),
  }
}

/** `10 MB`, as people say it. */
export const megabytes = (bytes: number): string =>
  Number.isFinite(bytes) ? `${Math.round(bytes / 1e5) / 10} MB` : 'the server’s limit'
