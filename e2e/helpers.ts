import { expect, type Page } from '@playwright/test'
import { execFileSync } from 'node:child_process'
import { fileURLToPath } from 'node:url'

export const ROOT = fileURLToPath(new URL('..', import.meta.url))

/** Signs in with the demo account that the page has filled in. */
export async function signIn(page: Page): Promise<void> {
  await page.goto('/sign-in')
  await expect(page.getByLabel('E-mail')).toHaveValue('ines@fennmoor.example')
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page).toHaveURL(/\/compose$/)
}

export const ledger = (page: Page, check: string) => page.locator(`[data-check="${check}"]`)

/** Waits until the ledger has judged exactly this text. */
export async function compose(page: Page, text: string): Promise<void> {
  const bytes = new TextEncoder().encode(text).length
  await page.locator('#field-url, #field-text').fill(text)
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
  await page.getByRole('button', { name: 'Starters' }).click()
  await page.locator('.v-list-item').filter({ hasText: name }).last().click()
}
