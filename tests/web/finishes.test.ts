import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'
import { expect, it } from 'vitest'
import { openReaders } from './opencv'

interface Entry {
  file: string
  format: string
  verdict: 'good' | 'stopped'
  why: string[]
  text: string
  ours: boolean
}

/** Set FINISHES=300 for the whole measurement; a few of the same sequence are enough to notice a change. */
const COUNT = Number(process.env.FINISHES ?? 14)

it('what the ledger calls good is read by others too, and what it stops is not', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'finishes-'))
  const script = fileURLToPath(new URL('../../core/bench/finishes.php', import.meta.url))
  const jit = ['-d', 'opcache.enable_cli=1', '-d', 'opcache.jit=tracing', '-d', 'opcache.jit_buffer_size=64M']
  execFileSync('php', [...jit, '-d', 'memory_limit=1G', script, folder, String(COUNT)], { stdio: 'ignore' })
  const entries = JSON.parse(readFileSync(join(folder, 'finishes.json'), 'utf8')) as Entry[]
  const read = await openReaders()
  const seen = entries.map((entry) => ({ ...entry, theirs: read(join(folder, entry.file)).includes(entry.text) }))
  rmSync(folder, { recursive: true })

  const good = seen.filter((entry) => entry.verdict === 'good')
  const share = (is: (entry: (typeof good)[number]) => boolean): number => good.filter(is).length / good.length
  const stopped = new Map<string, boolean>()
  for (const entry of seen.filter((e) => e.verdict === 'stopped')) {
    const name = entry.file.replace(/(-seen)?\.png$/, '')
    stopped.set(name, (stopped.get(name) ?? false) || !entry.ours || !entry.theirs)
  }
  const confirmed = [...stopped.values()].filter(Boolean).length / stopped.size
  console.log(
    `good: ${good.length} pictures, ours ${(100 * share((e) => e.ours)).toFixed(1)} %, OpenCV ${(100 * share((e) => e.theirs)).toFixed(1)} %; ` +
      `stopped: ${stopped.size}, ${(100 * confirmed).toFixed(1)} % fail or are marginal`,
  )
  expect(new Set(good.map((entry) => entry.format))).toEqual(new Set(['png', 'svg', 'pdf', 'eps', 'webp', 'jpg']))
  expect(share((entry) => entry.ours)).toBeGreaterThanOrEqual(0.99)
  expect(share((entry) => entry.theirs)).toBeGreaterThanOrEqual(0.95)
  expect(confirmed).toBeGreaterThanOrEqual(0.8)
}, 3_600_000)
