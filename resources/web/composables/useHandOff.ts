import { api, ApiProblem, type Compose, type Drawing, type Schemas, unwrap } from '@/api/client'
import { bytesOf } from '@/lib/bytes'
import { save } from '@/lib/exports'
import { curlSnippet, imgSnippet } from '@/lib/snippets'
import { useToast } from './useToast'

export type CopyKind = 'picture' | 'svg' | 'img' | 'curl'

/**
 * Files and copies of what is on the table. The picture is made anew for each, so it is never an older one; what the
 * ledger stops was asked about before.
 */
export function useHandOff(body: () => Compose & { name?: string }) {
  const { say } = useToast()

  const make = (format: Schemas['PictureFormat'], more: Partial<Compose> = {}) =>
    unwrap(api.POST('/api/v1/symbols', { body: { ...body(), as_is: true, format, ...more } })) as Promise<Drawing>

  function blobOf(drawing: Drawing): Blob {
    const { svg, text, data_uri, media_type } = drawing.picture
    const bytes = svg ?? text ?? bytesOf(data_uri!.slice(data_uri!.indexOf(',') + 1))
    return new Blob([bytes as BlobPart], { type: media_type })
  }

  async function guard(work: () => Promise<void>): Promise<void> {
    try {
      await work()
    } catch (e) {
      say(
        e instanceof ApiProblem
          ? e.message
          : 'The browser did not allow it. Allow this page to use the clipboard, and try again.',
      )
    }
  }

  const download = (format: Schemas['PictureFormat'], cmyk = false) =>
    guard(async () => {
      const drawing = await make(format, cmyk ? { cmyk } : {})
      save(blobOf(drawing), drawing.picture.file_name)
      say(`Saved as ${drawing.picture.file_name}`)
    })

  const copy = (what: CopyKind) =>
    guard(async () => {
      if (what === 'picture') {
        // The promise goes into the item: some browsers forget the click while waiting.
        await navigator.clipboard.write([new ClipboardItem({ 'image/png': make('png').then(blobOf) })])
        say('Picture copied')
        return
      }
      const drawing = await make('svg')
      const { svg, side_px, title, file_name } = drawing.picture
      const text = {
        svg: svg!.trim(),
        img: imgSnippet(svg!, side_px, title),
        // A text with errors is drawn elsewhere, too, only when that is asked for.
        curl: curlSnippet(
          window.location.origin,
          { ...body(), ...(drawing.as_is ? { as_is: true } : {}) },
          'svg',
          file_name,
        ),
      }[what]
      await navigator.clipboard.writeText(text)
      say({ svg: 'SVG markup copied', img: 'HTML image copied', curl: 'curl call copied' }[what])
    })

  return { download, copy }
}
