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

/** How much a frame may cost, and where a symbol was in the one before. */
export interface FrameWish {
  effort: Schemas['Effort']
  /** Milliseconds; what the effort says when left out. */
  budget?: number
  /** Corners in pixels. */
  near?: readonly (readonly number[])[]
}

/** Sends a camera's frame. */
export async function sendFrame(frame: Frame, wish: FrameWish, signal: AbortSignal): Promise<ReadPicture> {
  const near = wish.near?.flat().map((number) => number.toFixed(1))
  const answer = (await unwrap(
    api.POST('/api/v1/read', {
      params: {
        query: { effort: wish.effort, budget_ms: wish.budget, near: near?.length === 8 ? near.join(',') : undefined },
      },
      body: pgm(frame) as never,
      bodySerializer: (body) => body as unknown as Blob,
      headers: { 'Content-Type': 'image/x-portable-graymap' },
      signal,
    }),
  )) as Schemas['Readings']
  return answer.pictures[0]!
}
