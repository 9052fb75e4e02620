import { expect, test } from '@playwright/test'
import { glyphRead, ledger, ROOT, signIn, textBox, fields } from './helpers'
import { execFileSync } from 'node:child_process'
import { writeFileSync } from 'node:fs'

const LINK = 'https://fennmoor.example/hive/7?from=e2e'

test('a new user makes a link, sees it verified, saves it, takes it, and reads it back', async ({ page }, info) => {
  await signIn(page)
  await textBox(page).pressSequentially(LINK, { delay: 8 })
  await expect(ledger(page, 'round_trip')).toContainText(`${LINK.length} of ${LINK.length} bytes`)
  for (const check of ['payload', 'round_trip', 'contrast', 'size', 'quiet_zone']) {
    await expect(ledger(page, check)).toHaveAttribute('data-verdict', 'holds')
  }
  await page.getByRole('radio', { name: 'Level Q' }).click()
  await expect(page.getByText('4-Q, mask')).toBeVisible()
  await page.getByRole('tab', { name: /Finish/ }).click()
  await page.getByLabel('Modules', { exact: true }).fill('#2B1A0E')
  await page.getByLabel('Ground', { exact: true }).fill('#FFFAEC')
  await page.getByRole('tab', { name: /Output/ }).click()
  await page.getByLabel('Module', { exact: true }).fill('6')
  await expect(page.getByText('246 × 246 px')).toBeVisible()

  await page.getByLabel('Name', { exact: true }).fill('Hive 7, e2e')
  await page.getByRole('button', { name: 'Save Ctrl S' }).click()
  await expect(page.getByText('Hive 7, e2e saved, revision 1')).toBeVisible()
  await expect(page).toHaveURL(/\/compose\/[0-9a-f-]{36}$/)

  const waiting = page.waitForEvent('download')
  await page.getByRole('button', { name: 'Save PNG' }).click()
  const download = await waiting
  expect(download.suggestedFilename()).toBe('hive-7-e2e-4q-246px.png')
  const file = info.outputPath(download.suggestedFilename())
  await download.saveAs(file)
  expect(glyphRead(file)).toMatchObject([{ text: LINK, module_px: expect.closeTo(6, 0) }])

  await page.getByRole('link', { name: 'Read' }).click()
  await page.getByLabel('Choose pictures').setInputFiles(file)
  await expect(page.getByTestId('read-text')).toHaveText(LINK)
  await page.getByLabel('Expected text').fill(LINK)
  await expect(page.getByText(`The same, all ${LINK.length} characters`)).toBeVisible()
  await page.getByLabel('Expected text').fill(LINK.replace('hive/7', 'hive/8'))
  await expect(page.getByText(`1 of ${LINK.length} characters differs`)).toBeVisible()
  await expect(page.getByText('8 U+0038 read as 7 U+0037')).toBeVisible()

  await page.getByRole('button', { name: 'Open in Compose' }).click()
  await expect(textBox(page)).toHaveValue(LINK)
})

test('the copied snippets work where they are pasted', async ({ page, context, baseURL }, info) => {
  await signIn(page)
  await textBox(page).fill(`${LINK}&it's="<b>`)
  await page.getByRole('tab', { name: /Payload/ }).click()
  await fields(page).getByRole('button', { name: 'Encode them' }).click()
  const text = await textBox(page).inputValue()
  await expect(ledger(page, 'payload')).toHaveAttribute('data-verdict', 'holds')
  await page.getByRole('tab', { name: /Output/ }).click()
  const copy = async (name: string, said = name) => {
    await page.getByRole('button', { name }).click()
    // An earlier message may still be fading, so this one is waited for by its own words.
    await expect(page.getByRole('status').filter({ hasText: `${said} copied` })).toBeVisible()
    const copied = await page.evaluate(() => navigator.clipboard.readText())
    await page.getByRole('button', { name: 'Close the message' }).click()
    return copied
  }

  // The image and the inline SVG, each on somebody else's empty page, photographed and read.
  for (const [name, said] of [
    ['HTML image', 'HTML image'],
    ['Inline SVG', 'SVG markup'],
  ] as const) {
    const other = await context.newPage()
    await other.setContent(`<!doctype html><body style="margin:40px;background:#fff">${await copy(name, said)}`)
    const shot = info.outputPath(`${name}.png`)
    await other.screenshot({ path: shot })
    expect(glyphRead(shot)).toMatchObject([{ text, module_px: expect.closeTo(8, 0) }])
    await other.close()
  }

  const call = await copy('curl call')
  expect(call).toContain(`${baseURL}/api/v1/symbols`)
  const key = execFileSync(`${ROOT}bin/artisan`, ['keys:make', 'e2e', '--ability=symbols'], {
    encoding: 'utf8',
    env: { ...process.env, KEEN_GLYPH_INSTANCE: 'e2e' },
    stdio: ['ignore', 'pipe', 'ignore'],
  }).trim()
  execFileSync('sh', ['-c', call], { cwd: info.outputDir, env: { ...process.env, KEEN_GLYPH_KEY: key } })
  const svg = /-o '([^']+)'/.exec(call)![1]!
  execFileSync('rsvg-convert', [svg, '-o', 'curl.png'], { cwd: info.outputDir })
  expect(glyphRead(info.outputPath('curl.png'))[0]!.text).toBe(text)

  await page.getByRole('button', { name: /^Picture/ }).click()
  await expect(page.getByText('Picture copied')).toBeVisible()
  const bytes = await page.evaluate(async () => {
    const [item] = await navigator.clipboard.read()
    return Array.from(new Uint8Array(await (await item!.getType('image/png')).arrayBuffer()))
  })
  writeFileSync(info.outputPath('clipboard.png'), Buffer.from(bytes))
  expect(glyphRead(info.outputPath('clipboard.png'))[0]!.text).toBe(text)
})
