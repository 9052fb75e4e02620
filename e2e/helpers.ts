import { type APIRequestContext, expect, type Page, request } from '@playwright/test'
import { execFileSync } from 'node:child_process'
import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { fileURLToPath } from 'node:url'

export const ROOT = fileURLToPath(new URL('..', import.meta.url))

/** Signs in with the demo account that the page has filled in. */
export async function signIn(page: Page): Promise<void> {
  await page.goto('/sign-in')
  await expect(page.getByLabel('E-mail')).toHaveValue('ines@fennmoor.example')
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page).toHaveURL(/\/compose$/)
}

/** Where a link or a text is typed. */
export const textBox = (page: Page) => page.getByRole('textbox', { name: /^(Link|Text)$/ })

/** The symbol as it is drawn on Compose's sheet. */
export const drawing = (page: Page) => page.locator('img.picture')

/** The fields of the kind that is chosen, and what is said about them. */
export const fields = (page: Page) =>
  page.getByRole('group', { name: /./ }).filter({ has: page.getByRole('button', { name: 'Starters' }) })

/** What was read in this session, newest first. */
export const readings = (page: Page) => page.getByRole('list', { name: 'Session' }).getByRole('listitem')

/** An entry of the menu that is open. */
export const menuItem = (page: Page, name: string) => page.locator('.v-list-item').filter({ hasText: name }).last()

export const ledger = (page: Page, check: string) => page.locator(`[data-check="${check}"]`)

/** Waits until the ledger has judged exactly this text. */
export async function compose(page: Page, text: string): Promise<void> {
  const bytes = new TextEncoder().encode(text).length
  await textBox(page).fill(text)
  await expect(ledger(page, 'round_trip')).toContainText(`${bytes} of ${bytes} bytes`)
}

/** What our command line reads in a picture. */
export function glyphRead(file: string): { text: string; module_px: number }[] {
  const out = execFileSync(`${ROOT}bin/glyph`, ['read', file, '--json'], { encoding: 'utf8' })
  return JSON.parse(out)[0].symbols
}

/** Chooses a kind of payload from the whole index. */
export async function choose(page: Page, kind: string): Promise<void> {
  const all = page.getByRole('button', { name: 'All kinds' })
  if (await all.isVisible()) await all.click()
  await page.getByRole('radio', { name: kind, exact: true }).click()
}

/** Fills in a starter of the current kind. */
export async function start(page: Page, name: string): Promise<void> {
  const starter = menuItem(page, name)
  // A menu that closes while the kind changes is opened again.
  await expect(async () => {
    if (!(await starter.isVisible())) await page.getByRole('button', { name: 'Starters' }).click({ timeout: 2_000 })
    await starter.click({ timeout: 2_000 })
  }).toPass({ timeout: 20_000 })
}

/** A secret key, made as a developer makes one. */
export function secretKey(...options: string[]): string {
  return execFileSync(`${ROOT}bin/artisan`, ['keys:make', 'api tests', ...options], {
    encoding: 'utf8',
    env: { ...process.env, KEEN_GLYPH_INSTANCE: process.env.KEEN_GLYPH_INSTANCE ?? 'e2e' },
    stdio: ['ignore', 'pipe', 'ignore'],
  }).trim()
}

/** A program's view: a key, no browser. */
export function withKey(baseURL: string | undefined): Promise<APIRequestContext> {
  return request.newContext({
    baseURL,
    extraHTTPHeaders: { Authorization: `Bearer ${secretKey()}`, Accept: 'application/json' },
  })
}

/** What a picture says, read by our command line; undefined when nothing. */
export function saidBy(picture: Buffer): string | undefined {
  const file = join(mkdtempSync(join(tmpdir(), 'keen-')), 'picture.png')
  writeFileSync(file, picture)
  try {
    return glyphRead(file)[0]?.text
  } catch {
    return undefined
  }
}

/** A glyph as a program sends it. */
export const glyph = (name: string) => ({
  name,
  kind: 'link',
  text: `https://fennmoor.example/${encodeURIComponent(name)}`,
})
