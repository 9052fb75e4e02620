import { execFileSync } from 'node:child_process'
import { mkdirSync } from 'node:fs'
import { expect, test } from '@playwright/test'
import { signIn } from './helpers'

// A film in which a symbol wanders, turns and tilts stands in for the camera.
const film = 'var/e2e-film.mjpeg'
mkdirSync('var', { recursive: true })
execFileSync('php', ['core/bench/reading/film.php', film, 'FENN-CARD-4711'])

test.use({
  permissions: ['camera'],
  launchOptions: {
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: [
      '--no-sandbox',
      '--use-fake-ui-for-media-stream',
      '--use-fake-device-for-media-stream',
      `--use-file-for-fake-video-capture=${film}`,
    ],
  },
})
test.beforeEach(async ({ page }) => {
  await signIn(page)
  await page.goto('/read')
})

test('reads what moves before the camera, outlines it and reports it once', async ({ page }) => {
  let frames = 0
  page.on('response', (response) => {
    if (response.url().includes('/api/v1/read?')) frames++
  })
  await page.getByRole('tab', { name: 'Camera' }).click()
  await expect(page.getByTestId('read-text')).toHaveText('FENN-CARD-4711')
  await expect(page.getByTestId('outline').locator('polygon')).toHaveCount(1)
  await page.waitForTimeout(3000)
  expect(frames).toBeGreaterThan(4)
  // In view all the while, so told once.
  await expect(page.getByRole('button', { name: 'Take camera off the list' })).toHaveCount(1)
  await page.getByRole('button', { name: 'Sound' }).click()
  await expect(page.getByRole('button', { name: 'Sound' })).toHaveAttribute('aria-pressed', 'false')
  await page.getByRole('button', { name: 'Cancel' }).click()
  await expect(page.getByText('The camera is off')).toBeVisible()
  const before = frames
  await page.waitForTimeout(800)
  expect(frames - before).toBeLessThanOrEqual(1)
})

test('captures one picture when it does not keep reading', async ({ page }) => {
  await page.getByRole('tab', { name: 'Camera' }).click()
  await page.getByLabel('Keep reading').uncheck()
  await page.getByRole('button', { name: 'Capture' }).click()
  await expect(page.getByTestId('read-text')).toHaveText('FENN-CARD-4711')
})

test('a gate admits the card that the camera sees, once, and takes it back', async ({ page }) => {
  const name = `Door test ${Date.now()}`
  await page.getByLabel('What happens with what is read').selectOption({ label: 'Gate' })
  await page.getByRole('button', { name: 'New gate' }).click()
  await page.getByLabel('Name of the gate').fill(name)
  await page.getByLabel('Codes and names').fill('code,name\nFENN-CARD-4711,Maud Ferrier\nFENN-CARD-4711,Twice')
  await page.getByRole('button', { name: 'Make gate' }).click()
  await expect(page.getByText('The code in row 3 stands in row 2 already.')).toBeVisible()
  await page.getByLabel('Codes and names').fill('code,name\nFENN-CARD-4711,Maud Ferrier\nFENN-CARD-4712,Hal Moss')
  await page.getByRole('button', { name: 'Make gate' }).click()
  await expect(page.getByText('0 of 2 inside')).toBeVisible()
  await page.getByRole('tab', { name: 'Camera' }).click()
  const answer = page.getByTestId('answer')
  await expect(answer).toContainText('Admitted')
  await expect(answer).toContainText('Maud Ferrier')
  await expect(page.getByText('1 of 2 inside')).toBeVisible()
  await page.getByRole('button', { name: 'Cancel' }).click()
  await page.getByLabel('Code by hand').fill('FENN-CARD-4711')
  await page.getByLabel('Code by hand').press('Enter')
  await expect(answer).toContainText('Already used at')
  await page.getByLabel('Code by hand').fill('NOBODY')
  await page.getByLabel('Code by hand').press('Enter')
  await expect(answer).toContainText('Not on the list')
  await page.getByRole('tab', { name: 'Still missing, 1' }).click()
  await expect(page.getByRole('cell', { name: 'Hal Moss' })).toBeVisible()
  await page.getByRole('tab', { name: 'Latest' }).click()
  await page
    .getByRole('row', { name: /Maud Ferrier/ })
    .getByRole('button', { name: 'Undo' })
    .click()
  await expect(page.getByText('0 of 2 inside')).toBeVisible()
  await page.getByRole('button', { name: 'Delete' }).click()
  await expect(page.getByText(`${name} is deleted`)).toBeVisible()
})

test('says what to do when the camera is not allowed', async ({ page }) => {
  await page.addInitScript(() => {
    navigator.mediaDevices.getUserMedia = () => Promise.reject(new DOMException('no', 'NotAllowedError'))
  })
  await page.goto('/read')
  await page.getByRole('tab', { name: 'Camera' }).click()
  await expect(page.getByText('The camera is not allowed on this page')).toBeVisible()
  await expect(page.getByText('Take a photo')).toBeVisible()
})

test('the reader element in a page of others reads what its camera sees, and outlines it', async ({
  page,
  context,
}) => {
  const { standins } = (await (await page.request.get('/api/v1/about')).json()) as { standins: string }
  await context.grantPermissions(['camera'], { origin: standins })
  await page.goto(`${standins}/shop`)
  await page.getByRole('button', { name: 'Start the camera' }).click()
  await expect(page.getByText('Looked up: FENN-CARD-4711')).toBeVisible()
  await expect(page.locator('keen-glyph-reader polygon')).toHaveCount(1)
  await page.getByRole('button', { name: 'Cancel' }).click()
  await expect(page.getByText('The camera starts only when you press.')).toBeVisible()
})
