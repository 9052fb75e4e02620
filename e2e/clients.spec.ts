import { execFileSync, spawn } from 'node:child_process'
import { readFileSync, mkdtempSync, writeFileSync } from 'node:fs'
import { createServer, type Server } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, test } from '@playwright/test'
import { keenGlyph, picture } from '../packages/client-ts/index.js'
import { ROOT, saidBy, secretKey } from './helpers'

const base = (): string => test.info().project.use.baseURL ?? ''

test('the PHP client draws, reads, keeps and says what is wrong', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'keen-'))
  const source = `<?php
spl_autoload_register(fn (string $class) => require '${ROOT}packages/client-php/src/'.basename(strtr($class, '\\\\', '/')).'.php');
use KeenGlyph\\Client\\{ApiProblem, KeenGlyphClient};
$client = new KeenGlyphClient($argv[1], (string) getenv('KEEN_GLYPH_KEY'));
$png = $client->picture('https://fennmoor.example/hive/7', 'png', ['level' => 'Q']);
file_put_contents('a.png', $png);
$first = $client->saveGlyph('Hive 7', 'https://fennmoor.example/hive/7', [], 'php-client-1');
$again = $client->saveGlyph('Hive 7', 'https://fennmoor.example/hive/7', [], 'php-client-1');
try {
    $client->picture('WIFI:S:Hive');
} catch (ApiProblem $problem) {
}
echo json_encode([$client->read($png), $first['id'] === $again['id'], $problem->status, $problem->errors[0]['pointer'], substr($client->pageToken('hive'), 0, 4)]);`
  writeFileSync(join(folder, 'a.php'), source)
  const out = execFileSync('php', ['a.php', base()], {
    cwd: folder,
    env: { ...process.env, KEEN_GLYPH_KEY: secretKey() },
    encoding: 'utf8',
  })
  expect(JSON.parse(out)).toEqual([['https://fennmoor.example/hive/7'], true, 422, '#/text', 'kgt_'])
  expect(saidBy(readFileSync(join(folder, 'a.png')))).toBe('https://fennmoor.example/hive/7')
})

test('the TypeScript client is typed by the contract, and creates nothing twice', async () => {
  const client = keenGlyph({ base: base(), key: secretKey() })
  const png = await picture(client, { text: 'HIVE 7', module_px: 6 }, 'image/png')
  expect(saidBy(Buffer.from(png))).toBe('HIVE 7')
  const made = await client.POST('/api/v1/glyphs', { body: { name: 'From TypeScript', text: 'HIVE 7' } })
  expect(made.response.status).toBe(201)
  const { error } = await client.POST('/api/v1/symbols', { body: { text: 'WIFI:S:Hive' } })
  expect(error?.detail).toBeTruthy()
})

test('both ask a busy server again, as long as it says, and send the same key', async () => {
  const seen: (string | undefined)[] = []
  const busy: Server = createServer((request, response) => {
    seen.push(request.headers['idempotency-key'] as string | undefined)
    response.writeHead(seen.length % 3 === 0 ? 201 : 503, { 'Content-Type': 'application/json', 'Retry-After': '0' })
    response.end('{"id":"x"}')
  })
  await new Promise<void>((resolve) => busy.listen(0, '127.0.0.1', resolve))
  const at = `http://127.0.0.1:${(busy.address() as { port: number }).port}`
  const { response } = await keenGlyph({ base: at, key: 'kgs_x' }).POST('/api/v1/glyphs', {
    body: { name: 'a', text: 'b' },
  })
  expect([response.status, seen.length, new Set(seen).size]).toEqual([201, 3, 1])
  const php = spawn('php', [
    '-r',
    `foreach (['Answer','ApiProblem','KeenGlyphClient'] as $c) require '${ROOT}packages/client-php/src/'.$c.'.php'; echo (new KeenGlyph\\Client\\KeenGlyphClient($argv[1], 'kgs_x'))->saveGlyph('a', 'b')['id'];`,
    at,
  ])
  let out = ''
  php.stdout.on('data', (piece: Buffer) => (out += piece.toString()))
  await new Promise((resolve) => php.on('close', resolve))
  expect([out, seen.length, new Set(seen.slice(3)).size]).toEqual(['x', 6, 1])
  busy.close()
})
