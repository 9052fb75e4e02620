import { expect, type Page, test } from '@playwright/test'
import { execFileSync } from 'node:child_process'
import { choose, glyphRead, ledger, ROOT, signIn, start, textBox, drawing, fields } from './helpers'

test.beforeEach(async ({ page }) => signIn(page))

const encoded = (page: Page) => page.getByLabel('Encoded text', { exact: true })

test('every kind begins from a starter and reads back', async ({ page }) => {
  test.setTimeout(120_000)
  const kinds = (await page.evaluate(async () => (await (await fetch('/api/v1/kinds')).json()).data)) as {
    kind: string
    label: string
    starters: { label: string }[]
  }[]
  expect(kinds.length).toBeGreaterThan(20)
  for (const kind of kinds) {
    await choose(page, kind.label)
    for (const starter of kind.starters) {
      await start(page, starter.label)
      await expect(ledger(page, 'payload')).toContainText(`${kind.label} rules`)
      await expect(ledger(page, 'round_trip')).toHaveAttribute('data-verdict', 'holds')
      await expect(encoded(page)).not.toHaveValue('')
    }
  }
})

test('text and fields follow each other, and the cursor stays', async ({ page }) => {
  await choose(page, 'Wi-Fi')
  await page.getByLabel('Network name').fill('Honey House')
  await page.getByLabel('Password').fill('clover&lime7')
  await expect(encoded(page)).toHaveValue('WIFI:T:WPA;S:Honey House;P:clover&lime7;;')

  // In the middle of the text, one key at a time: the fields follow and the cursor does not move.
  await encoded(page).evaluate((box: HTMLTextAreaElement) => {
    box.focus()
    box.setSelectionRange(19, 19)
  })
  await page.keyboard.type(' 2;X:kept', { delay: 60 })
  await expect(encoded(page)).toHaveValue('WIFI:T:WPA;S:Honey  2;X:keptHouse;P:clover&lime7;;')
  expect(await encoded(page).evaluate((box: HTMLTextAreaElement) => box.selectionStart)).toBe(28)
  await expect(page.getByLabel('Network name')).toHaveValue('Honey  2')

  // What no field takes is kept when a field changes.
  await page.getByLabel('Password').fill('heather77')
  await expect(encoded(page)).toHaveValue('WIFI:T:WPA;S:Honey  2;P:heather77;X:keptHouse;;')

  // In a field too.
  await page.getByLabel('Network name').evaluate((box: HTMLInputElement) => {
    box.focus()
    box.setSelectionRange(5, 5)
  })
  await page.keyboard.type('abc', { delay: 60 })
  await expect(page.getByLabel('Network name')).toHaveValue('Honeyabc  2')
  expect(await page.getByLabel('Network name').evaluate((box: HTMLInputElement) => box.selectionStart)).toBe(8)
})

test('wrong input is said beside its field and nothing typed is lost', async ({ page }) => {
  await choose(page, 'SEPA transfer')
  await start(page, 'Honey subscription')
  await expect(ledger(page, 'payload')).toHaveAttribute('data-verdict', 'holds')
  await page.getByLabel('IBAN').fill('DE75512108001245126198')
  await expect(page.getByLabel('IBAN')).toHaveAccessibleDescription(/check digits/)
  await page.getByLabel('Amount').fill('24,50')
  await expect(page.getByLabel('Amount')).toHaveAccessibleDescription(/Write 24\.50/)
  await expect(drawing(page)).toHaveCount(0)
  await expect(page.getByLabel('Payee')).toHaveValue('Fennmoor Beekeepers Cooperative')
  await expect(page.getByLabel('Amount')).toHaveValue('24,50')

  // A look at another kind, and back.
  await choose(page, 'Text')
  await choose(page, 'SEPA transfer')
  await expect(page.getByLabel('Amount')).toHaveValue('24,50')
  await page.getByLabel('Amount').fill('24.50')
  await page.getByLabel('IBAN').fill('DE75 5121 0800 1245 1261 99')
  await expect(ledger(page, 'payload')).toHaveAttribute('data-verdict', 'holds')

  // A starter over what was typed can be taken back.
  await page.getByLabel('Payee').fill('Somebody else')
  await start(page, 'Honey subscription')
  await page.getByRole('button', { name: 'Put back' }).click()
  await expect(page.getByLabel('Payee')).toHaveValue('Somebody else')
})

test('a kind is found by what one wants to happen, by keyboard, and anything pasted finds its own', async ({
  page,
}) => {
  await page.getByRole('heading', { name: 'Nothing to draw yet' }).click()
  await page.keyboard.press('/')
  await page.keyboard.type('wireless')
  await expect(page.getByRole('radiogroup', { name: 'Kind' }).getByRole('radio')).toHaveText(['Wi-Fi'])
  await page.keyboard.press('Enter')
  await expect(page.getByLabel('Network name')).toBeFocused()

  await page.getByLabel('Find a kind, or paste anything').focus()
  await page.evaluate(() => {
    const data = new DataTransfer()
    data.setData('text/plain', 'mailto:orders@fennmoor.example?subject=Honey&body=Two%20jars')
    document.activeElement?.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
    )
  })
  await expect(page.getByLabel('Subject')).toHaveValue('Honey')
  await expect(page.getByLabel('Message')).toHaveValue('Two jars')
  await expect(page.getByRole('radiogroup', { name: 'Kind' }).getByRole('radio', { checked: true })).toHaveText(
    'E-mail',
  )

  // What was used lately stands first.
  await page.getByRole('button', { name: 'All kinds' }).click()
  await page.getByRole('button', { name: 'Recently used: Wi-Fi' }).click()
  await expect(page.getByLabel('Network name')).toBeFocused()
})

test('GS1 elements are found by name, taken as people write them, and shown in every form', async ({ page }, info) => {
  await choose(page, 'GS1 Digital Link')
  const add = async (words: string, value: string) => {
    await page.getByRole('button', { name: 'Add an element' }).click()
    await page.getByLabel('Find an application identifier').fill(words)
    await page.getByLabel('Find an application identifier').press('Enter')
    await page.keyboard.type(value)
    await page.keyboard.press('Tab')
  }
  await add('gtin', '9520123456788')
  await expect(page.getByLabel('(01)GTIN')).toHaveValue('09520123456788')
  await add('best before', '2027-09-30')
  await expect(page.getByRole('textbox', { name: '(15)' })).toHaveAccessibleDescription(/30 September 2027/)
  await add('net weight (kg)', '340 g')
  await expect(page.getByRole('textbox', { name: '(3103)' })).toHaveAccessibleDescription(/3 decimal places as stated/)
  await expect(page.getByRole('textbox', { name: '(3103)' })).toHaveAccessibleDescription(/variable-measure item/)
  await page.getByRole('button', { name: /Remove \(3103\)/ }).click()
  await page.getByLabel('Resolver').fill('https://id.fennmoor.example')
  await expect(encoded(page)).toHaveValue('https://id.fennmoor.example/01/09520123456788?15=270930')
  await expect(fields(page)).toContainText('(01)09520123456788(15)270930')

  await page.getByRole('radio', { name: 'Elements' }).click()
  await expect(encoded(page)).toHaveValue('(01)09520123456788(15)270930')
  await page.getByText('Bars and digits of 9520123456788 for tills').click()
  await expect(page.getByRole('img', { name: 'EAN-13 9520123456788' })).toBeVisible()
  await page.getByRole('button', { name: 'Export' }).click()
  const download = page.waitForEvent('download')
  await page.getByText('EAN-13 9520123456788 as PNG').click()
  const file = info.outputPath('ean.png')
  await (await download).saveAs(file)
  expect(glyphRead(file)).toMatchObject([{ text: '9520123456788', symbology: 'ean13' }])

  await page.getByLabel('(01)GTIN').fill('09520123456789')
  await page.getByRole('button', { name: 'Write 09520123456788' }).first().click()
  await expect(page.getByLabel('(01)GTIN')).toHaveValue('09520123456788')
})

test('what is read is interpreted and opens in Compose as what it is', async ({ page }, info) => {
  const file = info.outputPath('event.png')
  execFileSync(`${ROOT}bin/glyph`, [
    'make',
    '--kind',
    'event',
    '--field',
    'title=Swarm evening',
    '--field',
    'start=2027-06-12T17:30',
    '--field',
    'time_zone=UTC',
    '--field',
    'location=Gate 2',
    '--out',
    file,
  ])
  const bars = info.outputPath('bars.png')
  execFileSync(`${ROOT}bin/glyph`, [
    'make',
    '--symbology',
    'gs1-128',
    '--text',
    '(01)09520123456788(3103)000340',
    '--out',
    bars,
  ])
  await page.goto('/read')
  await page.getByLabel('Choose pictures').setInputFiles([bars, file])
  await expect(page.getByTestId('meant')).toContainText('Swarm evening')
  await expect(page.getByTestId('meant')).toContainText('Sat 12 June 2027, 17:30')
  await page
    .getByRole('button', { name: /bars\.png/ })
    .first()
    .click()
  await expect(page.getByTestId('meant')).toContainText('0.340 kg')
  await page
    .getByRole('button', { name: /event\.png/ })
    .first()
    .click()
  await page.getByRole('button', { name: 'Open in Compose' }).click()
  await expect(page.getByLabel('Title')).toHaveValue('Swarm evening')
  await expect(page.getByLabel('Location')).toHaveValue('Gate 2')
  await expect(ledger(page, 'round_trip')).toHaveAttribute('data-verdict', 'holds')
})

test('a glyph of any kind is saved, and opens with its fields', async ({ page }) => {
  await choose(page, 'Contact')
  await start(page, 'Head of the honey house')
  await expect(ledger(page, 'round_trip')).toHaveAttribute('data-verdict', 'holds')
  await page.getByLabel('Name', { exact: true }).fill('Card, e2e')
  await page.keyboard.press('Control+s')
  await expect(page).toHaveURL(/\/compose\/[0-9a-f-]{36}$/)
  await page.reload()
  await expect(page.getByLabel('Family name')).toHaveValue('Calder')
  await expect(page.getByText('Revision 1 is saved')).toBeVisible()
  await page.getByLabel('Family name').fill('Calder-Lund')
  await expect(encoded(page)).toHaveValue(/N:Calder-Lund;Ines/)
  await page.keyboard.press('Control+s')
  await expect(page.getByText('Revision 2 is saved')).toBeVisible()
})

test('the workspace sets its chat service, and a bad template is told', async ({ page }) => {
  await page.goto('/workspace')
  await page.getByLabel('Chat link').fill('https://talk.fennmoor.example/')
  await page.getByRole('button', { name: 'Save settings' }).click()
  await expect(page.getByText('The template holds {number}')).toBeVisible()
  await page.getByLabel('Chat link').fill('https://talk.fennmoor.example/{number}?m={message}')
  await page.getByRole('button', { name: 'Save settings' }).click()
  await expect(page.getByText('Settings saved')).toBeVisible()
  await page.goto('/compose')
  await choose(page, 'Chat')
  await page.getByLabel('Number').fill('+44 20 7946 0123')
  await page.getByLabel('Message').fill('JOIN')
  await expect(encoded(page)).toHaveValue('https://talk.fennmoor.example/442079460123?m=JOIN')
  await page.goto('/workspace')
  await page.getByLabel('Chat link').fill('')
  await page.getByRole('button', { name: 'Save settings' }).click()
  await expect(page.getByText('Settings saved')).toBeVisible()
})

test('the level table says what each level costs at the printed width, and lifts', async ({ page }) => {
  await choose(page, 'Text')
  await textBox(page).fill('HIVE 17-B')
  const row = (level: string) =>
    page.getByRole('row').filter({ has: page.getByRole('radio', { name: `Level ${level}` }) })
  await expect(row('M')).toContainText('0.862 mm')
  await page
    .getByRole('region', { name: 'Picture' })
    .getByLabel('Printed width in millimetres, quiet zone included')
    .fill('10')
  await page.keyboard.press('Enter')
  await expect(row('M')).toContainText('0.345 mm')
  await page.getByRole('region', { name: 'Picture' }).getByText('Lift').click()
  await expect(row('M')).toContainText('lifted to H')
  await expect(page.getByRole('region', { name: 'Ledger' })).toContainText('1-H')
})
