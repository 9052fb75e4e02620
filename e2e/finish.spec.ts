import { expect, type Page, test } from '@playwright/test'
import { readFileSync, writeFileSync } from 'node:fs'
import { compose, glyphRead, ledger, signIn, textBox, menuItem } from './helpers'

const LINK = 'https://fennmoor.example/hive/7'
const part = (page: Page, name: RegExp) => page.getByRole('tab', { name }).click()

test.beforeEach(async ({ page }) => {
  await signIn(page)
  await compose(page, LINK)
})

test('shapes, mark and caption are drawn, priced and undone', async ({ page }) => {
  await part(page, /Finish/)
  const shapes = page.getByRole('radiogroup', { name: 'Shape' })
  await shapes.getByRole('radio', { name: 'Disc' }).click()
  await page
    .getByRole('radiogroup', { name: 'Finder ring' })
    .getByRole('radio', { name: /Circle/ })
    .click()
  await expect(ledger(page, 'finders')).toHaveAttribute('data-verdict', 'marginal')
  await ledger(page, 'finders').getByRole('button', { name: 'Soft ring' }).click()
  await expect(ledger(page, 'finders')).toHaveAttribute('data-verdict', 'holds')

  await page.getByRole('radiogroup', { name: 'Mark' }).getByRole('radio', { name: 'Icon' }).click()
  await page.getByLabel('Its size').fill('15')
  await expect(ledger(page, 'mark')).toHaveAttribute('data-verdict', 'fails')
  await ledger(page, 'mark')
    .getByRole('button', { name: /Mark to \d+ modules/ })
    .click()
  await expect(ledger(page, 'mark')).toHaveAttribute('data-verdict', 'holds')
  await page.getByRole('radio', { name: 'Damage', exact: true }).click()
  await expect(page.getByRole('img', { name: /codewords under the mark/ })).toBeVisible()
  await expect(page.getByRole('columnheader', { name: 'Block' })).toBeVisible()
  await page.getByRole('radio', { name: 'Anatomy' }).click()
  await expect(page.getByRole('img', { name: 'What each module is for' })).toBeVisible()

  await page.getByLabel('Caption', { exact: true }).fill('蜂')
  await expect(page.getByText('The shipped face has no “蜂”').first()).toBeVisible()
  await page.getByLabel('Caption', { exact: true }).fill('Heather honey')
  await expect(page.getByText('The shipped face has no')).toHaveCount(0)
  await expect(ledger(page, 'round_trip')).toHaveAttribute('data-verdict', 'holds')

  // Everything goes back step by step, and forward again.
  await page.waitForTimeout(500)
  for (let i = 0; i < 12 && (await page.getByLabel('Caption', { exact: true }).inputValue()) !== ''; i++) {
    await page.keyboard.press('Control+z')
    await page.waitForTimeout(50)
  }
  await expect(page.getByLabel('Caption', { exact: true })).toHaveValue('')
  await page.getByRole('button', { name: 'Redo' }).click()
  await expect(page.getByLabel('Caption', { exact: true })).not.toHaveValue('')
})

test('a reload loses nothing, and what was left behind can be discarded', async ({ page }) => {
  await part(page, /Finish/)
  await page.getByRole('radiogroup', { name: 'Shape' }).getByRole('radio', { name: 'Leaf' }).click()
  await expect(ledger(page, 'fill')).toContainText('leaf')
  page.on('dialog', (dialog) => void dialog.accept())
  await page.reload()
  await expect(page.getByText('Your unsaved work is back')).toBeVisible()
  await expect(textBox(page)).toHaveValue(LINK)
  await part(page, /Finish/)
  await expect(page.getByRole('radiogroup', { name: 'Shape' }).getByRole('radio', { name: 'Leaf' })).toBeChecked()
  await page.getByRole('button', { name: 'Discard' }).click()
  await part(page, /Payload/)
  await expect(textBox(page)).toHaveValue('')
})

test('a picture becomes a mark, and one that could harm is refused in words', async ({ page }, info) => {
  await part(page, /Finish/)
  await page.getByRole('radiogroup', { name: 'Mark' }).getByRole('radio', { name: 'Picture' }).click()
  const input = page.getByLabel('Picture for the mark')
  const bad = info.outputPath('bad.svg')
  writeFileSync(bad, '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><script>alert(1)</script></svg>')
  await input.setInputFiles(bad)
  await expect(page.getByText('The SVG file has a script in it')).toBeVisible()
  const good = info.outputPath('good.svg')
  writeFileSync(
    good,
    '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9"><circle cx="4.5" cy="4.5" r="4" fill="#8A3A0A"/></svg>',
  )
  await input.setInputFiles(good)
  await expect(page.getByAltText('The mark as it was cleaned')).toBeVisible()
  await expect(ledger(page, 'mark')).toBeVisible()
})

test('a finish is saved, applied to glyphs, revised and put on others', async ({ page }) => {
  await part(page, /Finish/)
  await page.getByRole('radiogroup', { name: 'Shape' }).getByRole('radio', { name: 'Poured' }).click()
  await page.getByRole('button', { name: 'Save as' }).click()
  await page.getByLabel('Name of the finish').fill('Plain')
  await page.getByRole('button', { name: 'Save', exact: true }).first().click()
  await expect(page.getByText('There is a finish of this name already')).toBeVisible()
  await page.getByLabel('Name of the finish').fill('Poured stock')
  await page.getByRole('button', { name: 'Save', exact: true }).first().click()
  await expect(page.getByRole('button', { name: 'Poured stock' })).toHaveAttribute('aria-pressed', 'true')

  await page.getByLabel('Name', { exact: true }).fill('Finish test')
  await page.keyboard.press('Control+s')
  await expect(page.getByText('Finish test saved, revision 1')).toBeVisible()
  // What was saved leaves no draft behind.
  expect(await page.evaluate(() => Object.keys(localStorage).filter((key) => key.startsWith('kg-draft')))).toEqual([])

  await page.getByLabel('Modules', { exact: true }).fill('#5A1030')
  await page.getByRole('button', { name: 'Revise' }).click()
  await page.getByText('Revise, also on 1 glyph').click()
  await expect(page.getByText('Poured stock, revision 2, also on 1 glyph')).toBeVisible()
  // The open glyph is the one that uses it: it follows, and nothing is left to save.
  await expect(page.getByRole('button', { name: /Revision 2 is saved/ })).toBeVisible()

  await page.goto('/finishes')
  const row = page.getByRole('row').filter({ hasText: 'Poured stock' })
  await expect(row).toContainText('poured modules')
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    row.getByRole('link', { name: 'Export Poured stock' }).click(),
  ])
  const exported = JSON.parse(readFileSync(await file.path(), 'utf8')) as Record<string, unknown>
  expect(exported).toMatchObject({ name: 'Poured stock', shape: 'poured', dark: '#5A1030' })
  const chooser = page.getByLabel('Finish file')
  const again = { name: 'again.json', mimeType: 'application/json' }
  await chooser.setInputFiles({ ...again, buffer: Buffer.from(JSON.stringify({ ...exported, name: 'Poured again' })) })
  await expect(page.getByRole('row').filter({ hasText: 'Poured again' })).toBeVisible()
  await chooser.setInputFiles({ ...again, buffer: Buffer.from('{"shape":"star"}') })
  await expect(page.getByRole('alert')).toContainText('square, disc')
  await row.getByRole('button', { name: 'Delete Poured stock' }).click()
  await expect(row).toBeHidden()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(row).toBeVisible()

  await page.goto('/glyphs')
  await page.getByLabel('Choose Finish test').check()
  await page.getByRole('button', { name: 'Put a finish on' }).click()
  await menuItem(page, 'Jar label').click()
  await page.getByRole('button', { name: 'Put it on' }).click()
  await expect(page.getByText('Jar label is on 1 glyph')).toBeVisible()
  await page.getByRole('link', { name: 'Finish test' }).last().click()
  await part(page, /Finish/)
  await expect(page.getByRole('radiogroup', { name: 'Shape' }).getByRole('radio', { name: 'Disc' })).toBeChecked()
  await page.goto('/glyphs')
  await page.getByRole('button', { name: 'Delete Finish test' }).click()
  await page.goto('/finishes')
  for (const name of ['Poured stock', 'Poured again'])
    await page.getByRole('button', { name: `Delete ${name}` }).click()
})

test('a length is snapped to dots, every file leaves, and a stop is said before it does', async ({ page }, info) => {
  await part(page, /Output/)
  await page.getByRole('button', { name: /^Jar label/ }).click()
  await expect(ledger(page, 'dots')).toContainText('mm')
  await expect(ledger(page, 'print')).toHaveAttribute('data-verdict', 'holds')
  await page.getByRole('button', { name: /^4 dots/ }).click()
  await expect(ledger(page, 'print')).toContainText('4.00 dots')
  await page.getByRole('radio', { name: 'True size' }).click()
  await expect(page.getByLabel('Make the line as wide as a bank card')).toBeVisible()
  await expect(page.getByText('Recent phone')).toBeVisible()
  for (const format of ['PDF', 'PNG', 'WEBP', 'EPS']) {
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: `Save ${format}` }).click(),
    ])
    const to = info.outputPath(file.suggestedFilename())
    await file.saveAs(to)
    expect(readFileSync(to).length).toBeGreaterThan(100)
    if (format === 'PNG') expect(glyphRead(to)[0]!.text).toBe(LINK)
  }

  await part(page, /Finish/)
  await page.getByLabel('Modules', { exact: true }).fill('#EEEEEE')
  await expect(ledger(page, 'contrast')).toHaveAttribute('data-verdict', 'fails')
  await part(page, /Output/)
  await page.getByRole('button', { name: 'Save PNG' }).click()
  const warning = page.getByRole('alertdialog')
  await expect(warning).toContainText('The ledger stops this one')
  await warning.getByRole('button', { name: 'Back to the ledger' }).click()
  await page.getByRole('button', { name: 'Save PNG' }).click()
  const [taken] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Take it anyway' }).click(),
  ])
  expect(taken.suggestedFilename()).toContain('.png')
})
