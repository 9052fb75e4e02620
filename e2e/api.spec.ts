import { type APIRequestContext, expect, test } from '@playwright/test'
import { readFileSync, writeFileSync } from 'node:fs'
import { glyph, withKey } from './helpers'

/** A program's view: a key, no browser. */
let api: APIRequestContext

test.beforeAll(async ({}, info) => {
  api = await withKey(info.project.use.baseURL)
})

test('ten requests at once with one key make one glyph', async () => {
  const answers = await Promise.all(
    Array.from({ length: 10 }, () =>
      api.post('/api/v1/glyphs', { data: glyph('Once'), headers: { 'Idempotency-Key': 'at-once' } }),
    ),
  )
  expect(answers.map((answer) => answer.status())).toEqual(Array(10).fill(201))
  expect(new Set(await Promise.all(answers.map(async (answer) => (await answer.json()).id))).size).toBe(1)
  expect((await (await api.get('/api/v1/glyphs?q=Once')).json()).total).toBe(1)
})

test('of many changes made on one revision a single one lands', async () => {
  const made = await api.post('/api/v1/glyphs', { data: glyph('Contested') })
  const { id } = await made.json()
  const etag = made.headers().etag!
  const answers = await Promise.all(
    Array.from({ length: 8 }, (_, i) =>
      api.patch(`/api/v1/glyphs/${id}`, { data: { name: `Contested ${i}` }, headers: { 'If-Match': etag } }),
    ),
  )
  const statuses = answers.map((answer) => answer.status()).sort()
  expect(statuses).toEqual([200, ...Array(7).fill(412)])
  expect((await (await api.get(`/api/v1/glyphs/${id}`)).json()).revision).toBe(2)
})

test('answers every kind of trouble as a problem', async () => {
  const cases: [Promise<import('@playwright/test').APIResponse>, number][] = [
    [api.get('/api/v1/nowhere'), 404],
    [api.get('/api/v1/glyphs/00000000-0000-7000-8000-000000000000'), 404],
    [api.put('/api/v1/glyphs'), 405],
    [api.post('/api/v1/symbols', { data: { text: '' } }), 422],
    [api.post('/api/v1/symbols', { headers: { 'Content-Type': 'application/json' }, data: '{"text": ' }), 400],
    [api.post('/api/v1/read', { headers: { 'Content-Type': 'image/png' }, data: Buffer.alloc(11_600_000) }), 413],
    [
      api.post('/api/v1/read', {
        multipart: { picture: { name: 'x.png', mimeType: 'image/png', buffer: Buffer.alloc(10_500_000) } },
      }),
      413,
    ],
    [api.get('/api/v1/glyphs', { headers: { Authorization: 'Bearer 1|kg_wrong' } }), 401],
  ]
  for (const [call, status] of cases) {
    const answer = await call
    expect(answer.status(), answer.url()).toBe(status)
    expect(answer.headers()['content-type']).toContain('application/problem+json')
    expect(await answer.json()).toMatchObject({ status, title: expect.any(String), detail: expect.any(String) })
  }
})

test('serves the picture of a glyph as a file with a name that says what it is', async ({}, info) => {
  const { links } = await (await api.post('/api/v1/glyphs', { data: { ...glyph('Sticker'), level: 'H' } })).json()
  const png = await api.get(`${links.png}?download=1&module_px=5`)
  expect(png.headers()['content-disposition']).toBe('attachment; filename=sticker-4h-205px.png')
  const file = info.outputPath('sticker.png')
  writeFileSync(file, await png.body())
  expect(readFileSync(file).subarray(1, 4).toString()).toBe('PNG')
  const read = await api.post('/api/v1/read', {
    multipart: { picture: { name: 'sticker.png', mimeType: 'image/png', buffer: readFileSync(file) } },
  })
  expect((await read.json()).pictures[0].symbols[0].text).toBe('https://fennmoor.example/Sticker')
})
