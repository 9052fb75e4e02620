import { expect, test } from '@playwright/test'
import { execFileSync } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { ROOT, signIn } from './helpers'

test('simulated devices look at a glyph, cell by cell, and any picture of theirs can be looked at', async ({
  page,
}) => {
  test.setTimeout(120_000)
  await signIn(page)
  // Few cells, so that the test waits no longer than it must; the screen runs all of them.
  const glyph = await page.evaluate(async () => {
    const list = await (await fetch('/api/v1/glyphs?limit=1')).json()
    const token = decodeURIComponent(/XSRF-TOKEN=([^;]+)/.exec(document.cookie)?.[1] ?? '')
    await fetch('/api/v1/proofs', {
      method: 'POST',
      headers: { 'Content-Type': 'application/json', Accept: 'application/json', 'X-XSRF-TOKEN': token },
      body: JSON.stringify({
        glyph: list.data[0].id,
        devices: ['recent_phone', 'kiosk'],
        conditions: ['tilt', 'curvature'],
        require: 'tilt>=20,grade>=B',
      }),
    })
    return list.data[0].id as string
  })
  await page.goto(`/proof/${glyph}`)
  await expect(page.getByRole('status')).toContainText('pictures in', { timeout: 60_000 })
  await expect(page.getByText('required', { exact: false }).first()).toBeVisible()
  await expect(page.getByRole('row', { name: /Kiosk camera/ })).toBeVisible()
  await expect(page.getByText('Print quality')).toBeVisible()

  const cell = page.getByRole('button', { name: /^Recent phone, tilt/ })
  await cell.click()
  await expect(cell).toHaveAttribute('aria-pressed', 'true')
  const panel = page.getByRole('complementary', { name: 'Selected cell' })
  await expect(panel.getByRole('img', { name: /Simulated picture/ })).toBeVisible()
  await cell.press('ArrowDown')
  await expect(page.getByRole('button', { name: /^Kiosk camera, tilt/ })).toBeFocused()
  const slider = panel.getByRole('slider')
  await slider.fill('0.1')
  await expect(panel.getByText('Read by its plain decoder')).toBeVisible()
  await slider.fill('1')
  await expect(panel.getByText('Not read by its plain decoder')).toBeVisible()
})

test('a picture of a print is graded, with its worst places', async ({ page }) => {
  const folder = mkdtempSync(join(tmpdir(), 'kg-grade-'))
  const file = join(folder, 'print.png')
  execFileSync(join(ROOT, 'bin/glyph'), ['make', '--text', 'https://fennmoor.example/hive/7', '--out', file])
  await signIn(page)
  await page.goto('/grade')
  await page.getByLabel('Picture of the print').last().setInputFiles(file)
  await expect(page.getByText('https://fennmoor.example/hive/7')).toBeVisible()
  await expect(page.getByRole('row', { name: /Symbol contrast/ })).toContainText('4.0')
  await page
    .getByLabel('Picture of the print')
    .last()
    .setInputFiles({
      name: 'none.png',
      mimeType: 'image/png',
      buffer: Buffer.from('none'),
    })
  await expect(page.getByRole('alert')).toBeVisible()
})
