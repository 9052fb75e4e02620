import { expect, test } from '@playwright/test'
import { signIn, textBox } from './helpers'

test.beforeEach(async ({ page }) => {
  await signIn(page)
  await page.goto('/glyphs')
})

test('shows true pictures and finds by name and text', async ({ page }) => {
  await expect(page.getByRole('row')).not.toHaveCount(0)
  const thumb = page.getByRole('row', { name: /Visitors’ page/ }).locator('img')
  await expect.poll(() => thumb.evaluate((img: HTMLImageElement) => img.naturalWidth)).toBeGreaterThan(100)
  await page.keyboard.press('/')
  await page.keyboard.type('SWARM')
  await expect(page.getByText('1 glyph with “SWARM”')).toBeVisible()
  await expect(page.getByRole('link', { name: 'Swarm hotline page' })).toBeVisible()
  await page.getByLabel('Find a glyph').fill('nothing like it')
  await expect(page.getByText('Nothing with “nothing like it”')).toBeVisible()
  await page.getByRole('button', { name: 'Show all' }).click()
  await expect(page.getByRole('link', { name: 'Jar returns' })).toBeVisible()
})

test('renames in place, and says when a name is missing', async ({ page }) => {
  await page.getByRole('button', { name: 'Rename Members’ rota' }).click()
  await page.getByLabel('New name for Members’ rota').fill('   ')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert')).toHaveText('Give the glyph a name.')
  await page.getByLabel('New name for Members’ rota').fill('Members’ rota, winter')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('link', { name: 'Members’ rota, winter' })).toBeVisible()
})

test('deletes and undoes', async ({ page }) => {
  await page.getByRole('button', { name: 'Delete Hive tag 1-A' }).click()
  await expect(page.getByRole('link', { name: 'Hive tag 1-A' })).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('link', { name: 'Hive tag 1-A' })).toBeVisible()
})

test('opens a glyph as it was saved, and says when there is none', async ({ page }) => {
  await page.getByRole('link', { name: 'Blossom honey jar 227 g' }).click()
  await expect(textBox(page)).toHaveValue('https://fennmoor.example/jar/blossom-227?batch=B26-02')
  await expect(page.getByRole('radio', { name: 'Level Q' })).toHaveAttribute('aria-checked', 'true')
  await expect(page.getByText('Revision 1', { exact: true })).toBeVisible()
  await page.goto('/compose/00000000-0000-7000-8000-000000000000')
  await expect(page.getByText('There is no such glyph')).toBeVisible()
})
