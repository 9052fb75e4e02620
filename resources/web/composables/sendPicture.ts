import { api, type ReadPicture, type Schemas, unwrap } from '@/api/client'

/** Sends a picture to be read; it is not kept there. */
export async function sendPicture(file: File): Promise<ReadPicture> {
  const form = new FormData()
  form.append('picture', file)
  const answer = (await unwrap(
    // The generated type says "string" for binary fields; a form carries the file itself.
    api.POST('/api/v1/read', {
      body: form as unknown as { picture: string },
      bodySerializer: (body) => body as unknown as FormData,
    }),
  )) as Schemas['Readings']
  return answer.pictures[0]!
}
