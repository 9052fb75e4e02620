import type { Client } from 'openapi-fetch'
import type { components, paths } from './schema'

export type Schemas = components['schemas']
export type KeenGlyph = Client<paths>

/** A client of an installation, typed by its contract. */
export function keenGlyph(options: { base: string; key: string }): KeenGlyph

/** The bytes of a picture of a text. */
export function picture(client: KeenGlyph, body: Schemas['Compose'], type?: string): Promise<Uint8Array>
