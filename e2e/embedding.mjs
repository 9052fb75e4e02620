import { chromium } from '@playwright/test'
import { execFileSync } from 'node:child_process'
import { mkdirSync } from 'node:fs'

/** Pictures of what comes of the sections in docs/embedding.md, from the pages of others that ship with the demo. */
const folder = 'docs/embedding'
mkdirSync(folder, { recursive: true })
execFileSync('bin/glyph', [
  'make',
  ...['--text', 'https://fennmoor.example/m/0041', '--module-px', '6', '--out', `${folder}/picture.svg`],
])
const browser = await chromium.launch({
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-quic', '--disable-background-networking'],
})
const context = await browser.newContext({
  baseURL: process.env.KEEN_GLYPH_URL,
  viewport: { width: 900, height: 480 },
  colorScheme: 'light',
})
const page = await context.newPage()
await page.goto('/sign-in')
await page.waitForFunction(() => document.querySelector('#email')?.value !== '')
await page.getByRole('button', { name: 'Sign in' }).click()
await page.waitForURL('**/compose')
const standins = await page.evaluate(async () => (await (await fetch('/api/v1/about')).json()).standins)
// Something for the receiver to be told.
await page.evaluate(async () => {
  const token = decodeURIComponent(/XSRF-TOKEN=([^;]+)/.exec(document.cookie)?.[1] ?? '')
  const headers = { Accept: 'application/json', 'X-XSRF-TOKEN': token }
  const hooks = (await (await fetch('/api/v1/hooks', { headers })).json()).data
  await fetch(`/api/v1/hooks/${hooks[0].id}/test`, { method: 'POST', headers })
})
for (const [path, name] of [
  ['enrol', 'one-time-code'],
  ['check-in', 'reader'],
  ['mail', 'mail'],
  ['receiver', 'hook'],
]) {
  await page.goto(`${standins}/${path}`)
  if (path === 'receiver') {
    await page.getByText('signature fits').first().waitFor()
  }
  await page.waitForTimeout(1_500)
  await page.screenshot({ path: `${folder}/${name}.png`, clip: { x: 0, y: 100, width: 900, height: 380 } })
}
await browser.close()
