// @vitest-environment happy-dom
import { describe, expect, it, vi } from 'vitest'
import { api, showsWorkspace } from '../../resources/web/api/client'

async function signedOutAfter(meanwhile: () => void): Promise<number> {
  let answer: (response: Response) => void = () => undefined
  const held = new Promise<Response>((resolve) => (answer = resolve))
  const heard = vi.fn()
  window.addEventListener('signed-out', heard)
  const asked = api.GET('/api/v1/session', { fetch: () => held })
  await new Promise((resolve) => setTimeout(resolve))
  meanwhile()
  answer(new Response('{}', { status: 401, headers: { 'Content-Type': 'application/problem+json' } }))
  await asked
  window.removeEventListener('signed-out', heard)
  return heard.mock.calls.length
}

describe('a refusal', () => {
  it('says that nobody is signed in', async () => {
    expect(await signedOutAfter(() => undefined)).toBe(1)
  })

  it('says nothing of who came in after the question was sent', async () => {
    expect(await signedOutAfter(() => showsWorkspace('b2c1'))).toBe(0)
  })
})
