import { expect, test } from '@playwright/test'
import { readFileSync } from 'node:fs'
import { signIn } from './helpers'
import { workbook } from './workbook'

test('a table is checked, drawn and read back row by row, and taken as one file', async ({ page }) => {
  await signIn(page)
  await page.goto('/runs')
  await page.getByLabel('File with the table').setInputFiles({
    name: 'jars.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('sku;gtin;name\n0123;9.52012E+12;"Heather; dark"\n;1;x\n0789;2;Clover\n'),
  })
  await expect(page.getByText('3 rows. Columns:')).toBeVisible()
  await expect(page.getByText('A long number was written as a power of ten', { exact: false })).toBeVisible()
  const says = page.getByLabel('Says', { exact: true })
  await says.fill('https://fennmoor.example/p/')
  await page.getByLabel('File’s name').fill('')
  await page.getByRole('button', { name: 'sku', exact: true }).click()
  await expect(says).toHaveValue('https://fennmoor.example/p/{{sku}}')
  await expect(page.getByText('2 of 3 rows in order, largest version 3')).toBeVisible()
  await expect(page.getByText('The cell of “sku” is empty.').first()).toBeVisible()

  const name = `Jars ${Date.now()}`
  await page.getByLabel('Name of the run').fill(name)
  await page.getByRole('button', { name: 'Draw the others' }).click()
  await expect(page.getByRole('heading', { name })).toBeVisible()
  await expect(page.getByRole('status').filter({ hasText: 'Done' })).toBeVisible({ timeout: 30_000 })
  await page.getByRole('radio', { name: 'Set aside' }).click()
  await expect(page.getByRole('row').filter({ hasText: 'The cell of “sku” is empty' })).toBeVisible()
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: /Take the ZIP/ }).click(),
  ])
  const bytes = readFileSync(await download.path())
  expect(bytes.subarray(0, 2).toString()).toBe('PK')
  expect(bytes.includes('0123.svg') && bytes.includes('0789.svg') && bytes.includes('manifest.csv')).toBe(true)

  page.on('dialog', (dialog) => void dialog.accept())
  await page.getByRole('button', { name: 'Delete' }).click()
  await expect(page.getByRole('link', { name })).toBeHidden()
})

test('a spreadsheet file is read in the browser, its text kept as text, sheet by sheet', async ({ page }) => {
  await signIn(page)
  await page.goto('/runs')
  const file = page.getByLabel('File with the table')
  const mimeType = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet'
  const jars = [
    ['sku', 'gtin'],
    ['0123', 9520120000001],
    ['0456; x', 4],
  ]
  const buffer = Buffer.from(
    workbook({
      Jars: jars,
      Hives: [['hive'], ...Array.from({ length: 9_000 }, (_, i) => [`Hive of the north meadow ${i}`])],
    }),
  )
  await file.setInputFiles({ name: 'stock.xlsx', mimeType, buffer })
  await expect(page.getByText('2 rows. Columns:')).toBeVisible()
  await expect(page.getByLabel('Delimiter')).toBeHidden()
  await page.getByLabel('Says', { exact: true }).fill('https://fennmoor.example/p/{{sku}}/{{gtin}}')
  await expect(page.getByText('https://fennmoor.example/p/0123/9520120000001')).toBeVisible()
  await expect(page.getByText('https://fennmoor.example/p/0456%3B%20x/4')).toBeVisible()
  await page.getByLabel('Sheet of the file').selectOption('Hives')
  await expect(page.getByText('9,000 rows. Columns:')).toBeVisible()
  await page.getByRole('button', { name: 'Take it out' }).click()
  await file.setInputFiles({ name: 'broken.xlsx', mimeType, buffer: Buffer.from('PK not at all') })
  await expect(page.getByRole('alert').filter({ hasText: 'Save the sheet as CSV' })).toBeVisible()
  await expect(page.getByLabel('The table as text')).toBeVisible()
})

test('all rows of a large table are looked at before anything is drawn, and looking can be stopped', async ({
  page,
}) => {
  test.setTimeout(120_000)
  await signIn(page)
  await page.goto('/runs')
  const rows = Array.from({ length: 20_000 }, (_, i) => (i === 19_990 ? '' : `HIVE-${i === 19_995 ? 7 : i}`))
  await page.getByLabel('File with the table').setInputFiles({
    name: 'hives.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(`hive,meadow\n${rows.map((hive) => `${hive},north`).join('\n')}\n`),
  })
  await expect(page.getByText('20,000 rows. Columns:')).toBeVisible({ timeout: 30_000 })
  await page.getByLabel('Says', { exact: true }).fill('https://fennmoor.example/h/{{hive}}')
  await expect(page.getByText('the rest is looked at when it is drawn', { exact: false })).toBeVisible()
  const all = page.getByRole('button', { name: 'Look at all 20,000' })
  await all.click()
  await expect(page.getByRole('progressbar', { name: 'Rows looked at' })).toBeVisible()
  await page.getByRole('button', { name: 'Stop looking' }).click()
  await expect(page.getByRole('progressbar', { name: 'Rows looked at' })).toBeHidden()
  await all.click()
  await expect(page.getByText('19,999 of 20,000 rows in order')).toBeVisible({ timeout: 75_000 })
  await expect(page.getByText('It says what an earlier row says. row 19997')).toBeVisible()
})

test('a label is laid out over its rows, mended where it does not fit, and printed on a sheet that reads', async ({
  page,
}) => {
  await signIn(page)
  await page.goto('/runs')
  await page.getByLabel('File with the table').setInputFiles({
    name: 'jars.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(
      'sku,name,gtin\n0123,Heather honey,952012345678\n0456,Blossom,952012345678\n,nothing,952012345678\n',
    ),
  })
  await page.getByLabel('Says', { exact: true }).fill('https://fennmoor.example/p/{{sku}}')
  await page.getByRole('radio', { name: 'Sheets of labels' }).click()
  await page.getByRole('button', { name: 'Lay out a whole label' }).click()
  const parts = page.getByRole('region', { name: 'Parts of the label' })
  await expect(page.getByText('Everything fits. Its symbol says')).toBeVisible()
  // A part is moved with the keyboard, by half a millimetre, and taken back.
  const stage = page.getByRole('group', { name: 'The label, with its parts' })
  const line = stage.getByRole('button', { name: /^\{\{name\}\}/ })
  const before = await line.getAttribute('aria-label')
  await line.focus()
  await page.keyboard.press('ArrowRight')
  await expect(line).not.toHaveAttribute('aria-label', before!)
  await page.keyboard.press('Control+z')
  await expect(line).toHaveAttribute('aria-label', before!)
  // Bars over the symbol: the label says so when it is drawn; below it they read.
  await parts.getByRole('button', { name: 'Bars', exact: true }).click()
  await parts.getByLabel('Says').fill('{{gtin}}')
  await parts.getByLabel('Symbology').selectOption('ean13')
  await parts.getByLabel('x, mm').fill('29')
  await parts.getByLabel('y, mm').fill('24')
  await parts.getByLabel('wide, mm').fill('33')
  await parts.getByLabel('high, mm').fill('12')
  await parts.getByLabel('high, mm').press('Tab')
  await expect(page.getByText('Everything fits. Its symbol says')).toBeVisible()
  // A text that may not shrink does not fit, and is named.
  await parts.getByRole('button', { name: '{{name}}' }).click()
  await parts.getByLabel('Size, pt').fill('30')
  await parts.getByLabel('Size, pt').press('Tab')
  await parts.getByRole('radio', { name: 'Set aside' }).click()
  await page.getByRole('radio', { name: 'Longest' }).click()
  await expect(page.getByText(/“Heather honey” is larger than its place/)).toBeVisible()
  await parts.getByRole('radio', { name: 'Shrink' }).click()
  await expect(page.getByText('Everything fits. Its symbol says')).toBeVisible()
  await page.getByLabel('First free label').fill('4')
  await page.getByRole('checkbox', { name: 'crop marks' }).check()
  await page.getByRole('button', { name: 'Done' }).click()

  // The row without a number is mended here.
  await page.getByRole('button', { name: 'Mend these rows' }).click()
  await page.getByLabel('sku of row 4').fill('0789')
  await page.getByLabel('sku of row 4').press('Tab')
  await expect(page.getByText('3 of 3 rows in order')).toBeVisible()
  const shelf = `Labels ${Date.now()}`
  await page.getByLabel('Glyphs on a shelf').fill(shelf)
  await page.getByLabel('Name of the run').fill(shelf)
  await page.getByRole('button', { name: 'Draw them' }).click()
  await expect(page.getByRole('status').filter({ hasText: 'Done' })).toBeVisible({ timeout: 30_000 })
  await expect(page.getByText('3 of 3 on 1')).toBeVisible()
  await expect(page.getByRole('table', { name: 'Rows of the run' }).getByText('waits')).toHaveCount(0)
  await page.getByRole('link', { name: shelf }).last().click()
  await expect(page.getByText('https://fennmoor.example/p/0789')).toBeVisible()
})

test('columns find the fields of a kind by their names, and numbers come as a series', async ({ page }) => {
  await signIn(page)
  await page.goto('/runs')
  await page.getByLabel('The table as text').fill('SSID,Password\nGuests of the hall,nectar-2027\n')
  await page.getByLabel('Kind of what each row says').selectOption('wifi')
  await expect(page.getByText('WIFI:T:WPA;S:Guests of the hall;P:nectar-2027;;')).toBeVisible()
  await page.getByLabel('Kind of what each row says').selectOption('')
  // A column is cleaned, and a value is the same in every row.
  await page.getByLabel('Says', { exact: true }).fill('https://fennmoor.example/{{via}}/{{SSID}}')
  await page.getByText('Clean columns first').click()
  await page.getByLabel('Steps for SSID').fill('upper')
  await page.getByLabel('Steps for SSID').press('Tab')
  await page.getByLabel('Name of a value for all rows').fill('via')
  await page.getByLabel('Value for all rows', { exact: true }).fill('hall')
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(page.getByText('https://fennmoor.example/hall/GUESTS%20OF%20THE%20HALL')).toBeVisible()
  // The recipe is kept as a file, and opened again with what has no field here.
  const [kept] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: 'Keep the recipe' }).click(),
  ])
  const recipe = JSON.parse(readFileSync(await kept.path(), 'utf8')) as Record<string, unknown>
  expect(recipe).toMatchObject({ transforms: { SSID: ['upper'] }, constants: { via: 'hall' } })
  await page.getByLabel('Recipe from a file').setInputFiles({
    name: 'recipe.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify({ ...recipe, level: 'H', finish: { dark: '#A90D5A' } })),
  })
  await expect(page.getByRole('combobox', { name: /^Level/ })).toHaveValue('H')
  await expect(page.getByAltText('The symbol of the first row')).toHaveAttribute('src', /a90d5a/i)
  await page.getByLabel('Recipe from a file').setInputFiles({
    name: 'x.json',
    mimeType: 'application/json',
    buffer: Buffer.from('[1]'),
  })
  await expect(page.getByRole('alert').filter({ hasText: 'This is no recipe' })).toBeVisible()
  await page.getByRole('radio', { name: 'A series' }).click()
  await page.getByLabel('Says', { exact: true }).fill('{{number}}')
  await expect(page.getByText('HIVE-0020')).toBeHidden()
  await expect(page.getByText('HIVE-0002')).toBeVisible()
  await expect(page.getByText('20 of 20 rows in order')).toBeVisible()
})
