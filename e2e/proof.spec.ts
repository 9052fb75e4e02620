import { expect, test } from '@playwright/test'
import { execFileSync } from 'node:child_process'
import { mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { ROOT, signIn } from './helpers'

test('simulated devices look at a glyph, cell by cell, and any picture of theirs can be looked at', async ({
  page,
}) => {
  test.setTimeout(180_000)
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
  await expect(page.getByRole('status')).toContainText(/pictures(,| in)/, { timeout: 120_000 })
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

test('a print is checked by a phone without an account, and its reading comes back', async ({ page, browser }) => {
  await signIn(page)
  const made = await page.evaluate(async () => {
    const list = await (await fetch('/api/v1/glyphs?limit=1')).json()
    return list.data[0] as { id: string; text: string }
  })
  const file = join(mkdtempSync(join(tmpdir(), 'kg-check-')), 'print.png')
  execFileSync(join(ROOT, 'bin/glyph'), ['make', '--as-is', '--text', made.text, '--out', file])
  await page.goto(`/proof/${made.id}`)
  await page.getByRole('button', { name: /Start a check|New check/ }).click()
  await page.getByLabel('What the testers shall do').fill('Read it from the counter.')
  await page.getByRole('button', { name: 'Start the check' }).click()
  await expect(page.getByRole('button', { name: 'Start the check' })).toBeHidden()
  const checks = page.getByRole('region', { name: 'Field checks' })
  const address = await checks.getByText(/\/c\/[2-9A-Z]{8}$/).textContent()

  const phone = await browser.newContext({ viewport: { width: 390, height: 844 }, isMobile: true, hasTouch: true })
  const tester = await phone.newPage()
  await tester.goto(`/c/${address!.trim().split('/').at(-1)!.toLowerCase()}`)
  await expect(tester.getByRole('heading', { name: 'Read it from the counter.' })).toBeVisible()
  await tester.getByLabel('Choose a photo').setInputFiles(file)
  await expect(tester.getByRole('heading', { name: /^Read in/ })).toBeVisible()
  await expect(tester.getByText('It says what was printed')).toBeVisible()
  await tester.getByLabel('Which device is this?').fill('Counter phone')
  await tester.getByRole('button', { name: 'Done, send it' }).click()
  await expect(tester.getByText('Thank you, it was sent.')).toBeVisible()
  expect(await phone.cookies()).toEqual([])
  await phone.close()

  await expect(checks.getByRole('row', { name: /Counter phone/ })).toContainText('1 of 1', { timeout: 15_000 })
  await checks.getByRole('button', { name: 'End it' }).click()
  await expect(checks.getByText(/Ended/)).toBeVisible()
})

test('a device of one’s own says what its decoder takes, and every proof looks at it', async ({ page }) => {
  await signIn(page)
  await page.goto('/proof')
  const devices = page.getByRole('region', { name: 'Devices of your own' })
  await devices.getByLabel('Add a device like').selectOption('kiosk')
  await devices.getByLabel('Name').fill('Gate of the market hall')
  await devices.getByLabel('Longest text, bytes').fill('300')
  await devices.getByLabel('reads Micro QR Code').check()
  await devices.getByRole('button', { name: 'Save the device' }).click()
  await expect(devices.getByText('Gate of the market hall')).toBeVisible()
  const kept = await page.evaluate(async () => (await (await fetch('/api/v1/workspace')).json()).proof_devices)
  expect(kept.at(-1)).toMatchObject({ longest_text: 300, symbologies: ['qr', 'microqr'], eci: false })
  await devices.getByRole('button', { name: 'Remove Gate of the market hall' }).click()
  await expect(devices.getByRole('button', { name: 'Remove Gate of the market hall' })).toBeHidden()
})
