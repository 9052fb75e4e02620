import type { Schemas } from '@/api/client'

const LONGEST = 60

/** A name that says what a glyph is about: what the payload itself is called, or the beginning of its text. */
export function suggestedName(payload: Schemas['Payload']): string {
  const fields = payload.fields as Record<string, unknown>
  const text = (name: string): string => (typeof fields[name] === 'string' ? fields[name].trim() : '')
  const person = [text('given_name'), text('family_name')].filter((part) => part !== '').join(' ')
  const link = /^https?:\/\/(?:www\.)?([^?#]+)/i.exec(payload.text ?? '')?.[1]?.replace(/\/+$/, '') ?? ''
  const said =
    text('title') ||
    person ||
    text('organisation') ||
    text('ssid') ||
    text('name') ||
    text('label') ||
    text('issuer') ||
    text('subject') ||
    text('code') ||
    payload.gs1?.gtin ||
    link ||
    text('number') ||
    payload.shown
  const line = said.split('\n')[0]!.trim()
  return line.length > LONGEST ? `${line.slice(0, LONGEST - 1).trimEnd()}…` : line
}
