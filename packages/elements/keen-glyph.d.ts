/** What a code can be. */
export type CodeState = 'waiting' | 'drawing' | 'ready' | 'expired' | 'failed'

export interface ReadSymbol {
  symbology: string
  text: string
  corners: [number, number][]
  payload: { kind: string; fields: Record<string, unknown> } | null
}

export interface KeenGlyphEvents {
  state: CustomEvent<{ state: CodeState }>
  ready: CustomEvent<{ url: string; ends: number | null }>
  expired: CustomEvent<null>
  renew: CustomEvent<null>
  failed: CustomEvent<{ status: number; message: string }>
}

export interface KeenGlyphReaderEvents {
  read: CustomEvent<{ symbols: ReadSymbol[]; mode: string }>
  compared: CustomEvent<{ same: boolean; text: string; expected: string }>
  admitted: CustomEvent<{ verdict: string; entry: { name: string; admitted_at: string | null } | null }>
  refused: CustomEvent<{ message: string }>
  failed: CustomEvent<{ message: string }>
  cancel: CustomEvent<null>
}

export class KeenGlyph extends HTMLElement {
  readonly state: CodeState
  /** When the code ends, in milliseconds of the Unix clock; null when it does not. */
  readonly ends: number | null
  /** Fields of the kind, in place of a text. */
  fields: Record<string, unknown> | null
  /** Where the picture is; null while there is nothing to draw. */
  address(format?: 'svg' | 'png' | 'webp' | 'jpg' | 'pdf'): string | null
  redraw(): void
  renew(): void
  addEventListener<K extends keyof KeenGlyphEvents>(
    type: K,
    listener: (this: KeenGlyph, event: KeenGlyphEvents[K]) => void,
    options?: boolean | AddEventListenerOptions,
  ): void
  addEventListener(
    type: string,
    listener: EventListenerOrEventListenerObject,
    options?: boolean | AddEventListenerOptions,
  ): void
}

export class KeenGlyphReader extends HTMLElement {
  /** Everything read since the start, in the mode `collect`. */
  readonly collected: readonly ReadSymbol[]
  /** Starts the camera; browsers want a press first. */
  start(camera?: string): Promise<void>
  stop(): void
  /** Reads one picture. */
  read(picture: Blob): Promise<void>
  addEventListener<K extends keyof KeenGlyphReaderEvents>(
    type: K,
    listener: (this: KeenGlyphReader, event: KeenGlyphReaderEvents[K]) => void,
    options?: boolean | AddEventListenerOptions,
  ): void
  addEventListener(
    type: string,
    listener: EventListenerOrEventListenerObject,
    options?: boolean | AddEventListenerOptions,
  ): void
}

declare global {
  interface HTMLElementTagNameMap {
    'keen-glyph': KeenGlyph
    'keen-glyph-reader': KeenGlyphReader
  }
}
