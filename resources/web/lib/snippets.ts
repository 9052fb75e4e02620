import type { Compose } from '@/api/client'
import { htmlAttribute, shellWord } from '@/lib/literals'

/** SVG as a data URI that stands in a double-quoted attribute: only what must be escaped is. */
export function svgDataUri(svg: string): string {
  return `data:image/svg+xml,${encodeURIComponent(svg.trim())
    .replace(/%20/g, ' ')
    .replace(/%3D/g, '=')
    .replace(/%3A/g, ':')
    .replace(/%2F/g, '/')
    .replace(/%22/g, "'")}`
}

/** An <img> that needs no server: the picture is in it, at its own size and never smoothed. */
export function imgSnippet(svg: string, sidePx: number, title: string): string {
  return `<img src="${svgDataUri(svg)}" width="${sidePx}" height="${sidePx}" alt="${htmlAttribute(title)}" style="image-rendering:pixelated">`
}

/** A call that makes the same file again; the key comes from the environment. */
export function curlSnippet(origin: string, body: Compose, format: 'svg' | 'png', fileName: string): string {
  const type = format === 'svg' ? 'image/svg+xml' : 'image/png'
  return [
    `curl -fsS ${origin}/api/v1/symbols`,
    `  -H "Authorization: Bearer $KEEN_GLYPH_KEY"`,
    `  -H 'Content-Type: application/json' -H 'Accept: ${type}'`,
    `  --data ${shellWord(JSON.stringify(body))}`,
    `  -o ${shellWord(fileName)}`,
  ].join(' \\\n')
}
