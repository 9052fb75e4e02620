import { expect, test } from '@playwright/test'
import { signIn } from './helpers'

test('two doors admit five hundred codes at once, and none of them twice', async ({ page }) => {
  test.setTimeout(180_000)
  await signIn(page)
  const result = await page.evaluate(async () => {
    const token = () => decodeURIComponent(/XSRF-TOKEN=([^;]+)/.exec(document.cookie)![1]!)
    const post = async (path: string, body: unknown) => {
      const answer = await fetch(`/api/v1/${path}`, {
        method: 'POST',
        headers: { 'Content-Type': 'application/json', Accept: 'application/json', 'X-XSRF-TOKEN': token() },
        body: JSON.stringify(body),
      })
      return { status: answer.status, data: await answer.json() }
    }
    const codes = Array.from({ length: 500 }, (_, i) => `RUSH-${String(i).padStart(4, '0')}`)
    const gate = (await post('gates', { name: `Rush ${Date.now()}`, csv: codes.join('\n') })).data
    const verdicts: Record<string, string[]> = {}
    const statuses = new Set<number>()
    // Each door is as fast as the browser lets it be; they meet over every code.
    const door = async (name: string, order: string[]) => {
      for (let i = 0; i < order.length; i += 3)
        await Promise.all(
          order.slice(i, i + 3).map(async (code) => {
            const { status, data } = await post(`gates/${gate.id}/admit`, { code, door: name })
            statuses.add(status)
            ;(verdicts[code] ??= []).push(data.verdict)
          }),
        )
    }
    await Promise.all([door('North', codes), door('South', codes)])
    const after = await (await fetch(`/api/v1/gates/${gate.id}`, { headers: { Accept: 'application/json' } })).json()
    await fetch(`/api/v1/gates/${gate.id}`, {
      method: 'DELETE',
      headers: { 'X-XSRF-TOKEN': token(), Accept: 'application/json' },
    })
    return {
      statuses: [...statuses],
      inside: after.inside as number,
      wrong: Object.values(verdicts).filter((pair) => pair.toSorted().join() !== 'admitted,used').length,
    }
  })
  expect(result).toEqual({ statuses: [200], inside: 500, wrong: 0 })
})
