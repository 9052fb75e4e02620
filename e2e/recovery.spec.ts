import { expect, test } from '@playwright/test'
import { execSync } from 'node:child_process'
import { readFileSync } from 'node:fs'
import { glyph, withKey } from './helpers'

// Runs when all others are done: what it kills is what they talk to.

const pids = (command: string): string[] =>
  execSync(`${command} || true`, { encoding: 'utf8' }).split('\n').filter(Boolean)

test('killing every worker loses nothing that was saved', async ({}, info) => {
  const api = await withKey(info.project.use.baseURL)
  const before = await (await api.post('/api/v1/glyphs', { data: glyph('Before the kill') })).json()
  // The workers of this instance alone: another one may be running beside it.
  const masters = pids("pgrep -fa 'php-fpm: master'")
    .map((line) => /^(\d+) .*\((.+)\)$/.exec(line))
    .filter((found) => found !== null && readFileSync(found[2]!, 'utf8').includes('/instances/e2e/'))
    .map((found) => found![1]!)
  const workers = masters.flatMap((master) => pids(`pgrep -P ${master} -f 'pool www'`))
  expect(workers.length).toBeGreaterThan(0)
  execSync(`kill -9 ${workers.join(' ')} 2>/dev/null || true`)
  await expect.poll(async () => (await api.get('/api/v1/about')).status()).toBe(200)
  expect(await (await api.get(`/api/v1/glyphs/${before.id}`)).json()).toEqual(before)
  expect((await api.post('/api/v1/glyphs', { data: glyph('After the kill') })).status()).toBe(201)
})
