import { expect, type Page, test } from '@playwright/test'
import { execFileSync } from 'node:child_process'
import { choose, compose, ledger, ROOT, signIn, start, textBox, drawing, readings, menuItem } from './helpers'

test.beforeEach(async ({ page }) => signIn(page))

/** A document of so many empty pages. */
function pdf(pages: number): Buffer {
  const objects = [
    '<</Type/Catalog/Pages 2 0 R>>',
    `<</Type/Pages/Count ${pages}/Kids[${Array.from({ length: pages }, (_, i) => `${3 + i} 0 R`).join(' ')}]>>`,
    ...Array.from({ length: pages }, () => '<</Type/Page/Parent 2 0 R/MediaBox[0 0 40 40]>>'),
  ]
  let file = '%PDF-1.4\n'
  const places = objects.map((object, i) => {
    const at = file.length
    file += `${i + 1} 0 obj\n${object}\nendobj\n`
    return `${String(at).padStart(10, '0')} 00000 n \n`
  })
  const table = file.length
  file += `xref\n0 ${objects.length + 1}\n0000000000 65535 f \n${places.join('')}`
  return Buffer.from(`${file}trailer<</Size ${objects.length + 1}/Root 1 0 R>>\nstartxref\n${table}\n%%EOF`, 'latin1')
}

async function handOver(page: Page, name: string, mimeType: string, buffer: Buffer): Promise<void> {
  await page.locator('input[type=file]').first().setInputFiles({ name, mimeType, buffer })
}

test('days and moments are written in one form, typed or picked, and all-day events show their days', async ({
  page,
}) => {
  await choose(page, 'Event')
  await start(page, 'Harvest days')
  await expect(page.getByLabel('First day', { exact: true })).toHaveValue('2027-08-21')
  await expect(page.getByLabel('Last day', { exact: true })).toHaveValue('2027-08-23')
  await expect(page.getByLabel('Begins', { exact: true })).toHaveCount(0)

  await start(page, 'Swarm evening')
  const begins = page.getByLabel('Begins', { exact: true })
  await expect(begins).toHaveValue('2027-06-12 18:30')
  await begins.fill('2027-6-13 9:05')
  await begins.blur()
  await expect(begins).toHaveValue('2027-06-13 09:05')
  await expect(begins).toHaveAccessibleDescription(/Sunday, 13 June 2027/)
  await page.getByRole('button', { name: 'Pick the day: Begins' }).click()
  await page.getByRole('button', { name: /June 11, 2027/ }).click()
  await expect(begins).toHaveValue('2027-06-11 09:05')
  await begins.fill('next Friday')
  await expect(begins).toHaveAccessibleDescription(/date and time/)
})

test('a glyph without a name gets one from what it says, ready to be typed over', async ({ page }) => {
  await choose(page, 'Event')
  await start(page, 'Swarm evening')
  await expect(ledger(page, 'payload')).toHaveAttribute('data-verdict', 'holds')
  await page.keyboard.press('Control+s')
  const name = page.getByLabel('Name', { exact: true })
  await expect(name).toBeFocused()
  await expect(name).toHaveValue('Swarm evening at the apiary')
  await expect(page.getByRole('alert').filter({ hasText: 'Name it, then save' })).toBeVisible()
  // All of it can be seen, and typing replaces it.
  expect(await name.evaluate((field: HTMLInputElement) => field.scrollWidth <= field.clientWidth)).toBe(true)
  await page.keyboard.type('Swarm poster')
  await page.keyboard.press('Enter')
  await expect(page.getByText('Swarm poster saved, revision 1')).toBeVisible()
  await page.goto('/glyphs')
  await page.getByRole('button', { name: 'Delete Swarm poster' }).click()
  await expect(page.getByText('Swarm poster deleted')).toBeVisible()
})

test('the kinds are one stop for Tab, moved through with arrows', async ({ page }) => {
  // An empty table shows all kinds by itself.
  const kinds = page.getByRole('radiogroup', { name: 'Kind' })
  await expect.poll(() => kinds.getByRole('radio').count()).toBeGreaterThan(20)
  expect(await kinds.getByRole('radio').and(page.locator('[tabindex="0"]')).count()).toBe(1)
  await kinds.getByRole('radio', { name: 'Link', exact: true }).focus()
  await page.keyboard.press('ArrowRight')
  await expect(kinds.getByRole('radio', { name: 'Coupon' })).toBeFocused()
  const find = page.getByPlaceholder('Find a kind, or paste anything')
  await find.focus()
  const ring = await find.evaluate((field) => {
    const shown = [
      field,
      ...(function* () {
        for (let up = field.parentElement; up !== null; up = up.parentElement) yield up
      })(),
    ].map((one) => getComputedStyle(one))
    return shown.some((style) => style.outlineStyle !== 'none' && parseFloat(style.outlineWidth) >= 2)
  })
  expect(ring).toBe(true)
  // What names no kind is a text to encode.
  await find.fill('(00)395201234567890000(02)09520123456788(37)24')
  await page.keyboard.press('Enter')
  await expect(ledger(page, 'payload')).toContainText('GS1 elements rules')
  const sscc = page.getByRole('textbox', { name: 'SSCC' })
  await expect(sscc).toHaveValue('395201234567890000')
  expect(await sscc.evaluate((field: HTMLInputElement) => field.scrollWidth <= field.clientWidth)).toBe(true)
})

test('the anatomy names its parts beside the symbol, and the level table follows the distance', async ({ page }) => {
  await compose(page, `https://fennmoor.example/${'hive/'.repeat(40)}`)
  await page.getByRole('radio', { name: 'Anatomy' }).click()
  const legend = page.getByRole('list', { name: 'Parts of the symbol' })
  await expect(legend).toContainText('finder')
  await expect(legend.getByLabel('Point out')).toContainText('none of')
  await expect
    .poll(async () => {
      const [key, symbol] = [await legend.boundingBox(), await drawing(page).boundingBox()]
      return key !== null && symbol !== null && symbol.y + symbol.height <= key.y
    })
    .toBe(true)

  const judged = () => page.getByRole('table', { name: 'Error correction levels' }).innerHTML()
  const before = await judged()
  await page.getByRole('tab', { name: /Output/ }).click()
  await page.getByLabel('Read from').fill('2500')
  await page.getByRole('tab', { name: /Payload/ }).click()
  await expect.poll(judged).not.toBe(before)
})

test('the way a text is cut into segments can be chosen, and is said', async ({ page }) => {
  await compose(page, 'https://fennmoor.example/01/09520123456788')
  const modes = page.getByLabel('Modes')
  await expect(modes).toHaveValue('auto')
  await modes.selectOption('byte')
  const segments = page.getByTestId('segment')
  await expect(segments).toHaveCount(1)
  await expect(segments).toContainText('byte 42')
})

test('a missing scheme is mended from the ledger', async ({ page }) => {
  await textBox(page).fill('fennmoor.example/visit')
  await expect(ledger(page, 'payload')).toHaveAttribute('data-verdict', 'fails')
  await ledger(page, 'payload')
    .getByRole('button', { name: /https:\/\/fennmoor/ })
    .click()
  await expect(textBox(page)).toHaveValue('https://fennmoor.example/visit')
  await expect(ledger(page, 'payload')).toHaveAttribute('data-verdict', 'holds')
})

test('a finish tells which glyphs it would make unreadable, and leaves them', async ({ page }) => {
  const made = (path: string, body: unknown) =>
    page.evaluate(
      async ([path, body]) => {
        const token = decodeURIComponent(/XSRF-TOKEN=([^;]+)/.exec(document.cookie)?.[1] ?? '')
        const answer = await fetch(`/api/v1/${path}`, {
          method: 'POST',
          headers: { 'Content-Type': 'application/json', Accept: 'application/json', 'X-XSRF-TOKEN': token },
          body: JSON.stringify(body),
        })
        return answer.status
      },
      [path, body] as const,
    )
  expect(await made('finishes', { name: 'Far too large', finish: { mark: { icon: 'comb', size: 15 } } })).toBe(201)
  expect(await made('glyphs', { name: 'Covered', text: 'tel:+442079460123' })).toBe(201)
  await page.goto('/glyphs')
  await page.getByLabel('Choose Covered').check()
  await page.getByRole('button', { name: 'Put a finish on' }).click()
  await menuItem(page, 'Far too large').click()
  await page.getByRole('button', { name: 'Put it on' }).click()
  const told = page.getByRole('alertdialog', { name: 'Far too large is on 0 of 1 glyph' })
  await expect(told).toContainText('Covered')
  await expect(told).toContainText('Mark, correction fails')
  await told.getByRole('button', { name: 'Close' }).click()
  await expect(page.getByLabel('Choose Covered')).toBeChecked()
  await page.getByRole('button', { name: 'Delete Covered' }).click()
  await expect(page.getByText('Covered deleted')).toBeVisible()
  await page.goto('/finishes')
  await page.getByRole('button', { name: 'Delete Far too large' }).click()
  await expect(page.getByText('Far too large deleted')).toBeVisible()
})

test('line ends are not marked as faults, and a long document says what was not read', async ({ page }, info) => {
  const file = info.outputPath('card.png')
  execFileSync(`${ROOT}bin/glyph`, [
    'make',
    '--kind',
    'contact',
    '--field',
    'given_name=Ines',
    '--field',
    'family_name=Calder',
    '--out',
    file,
  ])
  await page.goto('/read')
  await page.locator('input[type=file]').first().setInputFiles(file)
  const bytes = page.getByLabel('Bytes in hexadecimal')
  await expect(bytes).toContainText('0d')
  await expect(bytes.locator('.x')).toHaveCount(0)
  expect(await bytes.locator('.end').count()).toBeGreaterThan(3)

  await handOver(page, 'catalogue.pdf', 'application/pdf', pdf(32))
  await expect(readings(page).first()).toContainText('catalogue.pdf, pages 31 to 32')
  await readings(page).first().click()
  await expect(page.getByTestId('unread')).toContainText('Of 32 pages the first 30 are read')
})
