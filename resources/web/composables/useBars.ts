import { computed, ref, watch } from 'vue'
import { api, unwrap } from '@/api/client'
import { save as saveFile } from '@/lib/exports'
import { svgDataUri } from '@/lib/snippets'

export type BarsFile = 'svg' | 'png'

export interface Bars {
  title: string
  source: string
  width: number
  height: number
  save: (format: BarsFile) => Promise<void>
}

/** Screen pixels a module. */
const SCALE = 2

const SYMBOLOGY = { 8: 'ean8', 12: 'upca', 13: 'ean13', 14: 'itf14' } as const

/** The linear symbol of a trade item number, for tills: a picture apart, drawn in the same inks. */
export function useBars(gtin: () => string | null, inks: () => { dark: string; light: string }) {
  const bars = ref<Bars | null>(null)
  let latest = 0

  async function draw(digits: string): Promise<void> {
    const mine = ++latest
    const symbology = SYMBOLOGY[digits.length as 8]
    const body = { symbology, text: digits, dark: inks().dark, light: inks().light }
    try {
      const made = await unwrap(api.POST('/api/v1/bars', { body: { ...body, module_px: SCALE } }))
      if (mine !== latest) return
      const { picture, bars: facts } = made as {
        picture: { svg: string | null; width_px: number; height_px: number }
        bars: { symbology: string }
      }
      bars.value = {
        title: `${facts.symbology.toUpperCase().replace(/(\D+)(\d+)/, '$1-$2')} ${digits}`,
        source: svgDataUri(picture.svg ?? ''),
        width: picture.width_px,
        height: picture.height_px,
        async save(format) {
          const blob = (await unwrap(
            api.POST('/api/v1/bars', {
              body: { ...body, module_px: 6 },
              headers: { Accept: format === 'svg' ? 'image/svg+xml' : 'image/png' },
              parseAs: 'blob',
            }),
          )) as unknown as Blob
          saveFile(blob, `${symbology}-${digits}.${format}`)
        },
      }
    } catch {
      if (mine === latest) bars.value = null
    }
  }

  watch(
    () => [gtin(), inks().dark, inks().light] as const,
    ([digits]) => {
      if (digits === null) {
        latest++
        bars.value = null
      } else void draw(digits)
    },
    { immediate: true },
  )
  return computed(() => bars.value)
}
