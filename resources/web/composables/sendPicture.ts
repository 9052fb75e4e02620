import { api, type ReadPicture, type Schemas, unwrap } from '@/api/client'
import { type Frame, pgm } from '@/lib/frames'

/** Sends a picture to be read; it is not kept there. */
export async function sendPicture(file: File): Promise<ReadPicture> {
  const form = new FormData()
  form.append('picture', file)
  const answer = (await unwrap(
    // The generated type says "string" for binary fields; a form carries the file itself.
    api.POST('/api/v1/read', {
      body: form as never,
      bodySerializer: (body) => body as unknown as FormData,
    }),
  )) as Schemas['Readings']
  return answer.pictures[0]!
}

/** Sends a camera's frame; no more than this many milliseconds are spent on it. */
export async function sendFrame(frame: Frame, budget: number, signal: AbortSignal): Promise<ReadPicture> {
  const answer = (await unwrap(
    api.POST('/api/v1/read', {
      params: { query: { budget_ms: budget } },
      body: pgm(frame) as never,
      bodySerializer: (body) => body as unknown as Blob,
      headers: { 'Content-Type': 'image/x-portable-graymap' },
      signal,
    }),
  )) as Schemas['Readings']
  return answer.pictures[0]!
}
