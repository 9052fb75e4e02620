import { chromium } from '@playwright/test'
import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

const base = process.env.KEEN_GLYPH_URL
const browser = await chromium.launch({
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-quic', '--disable-background-networking'],
})
const folder = mkdtempSync(join(tmpdir(), 'kg-shots-'))
const sticker = join(folder, 'sticker-17-b.png')
const label = join(folder, 'jar-label.jpg')
execFileSync('bin/glyph', [
  'make',
  '--text',
  'https://fennmооr.example/jar/heather-340?batch=H25-07',
  '--as-is',
  '--level',
  'Q',
  '--module-px',
  '7',
  '--out',
  label,
])
execFileSync('bin/glyph', [
  'make',
  '--text',
  'HIVE 17-B / APIARY NORTH',
  '--level',
  'H',
  '--module-px',
  '9',
  '--out',
  sticker,
])

async function open(width, height, colorScheme) {
  const context = await browser.newContext({
    baseURL: base,
    viewport: { width, height },
    colorScheme,
    isMobile: width < 720,
    hasTouch: width < 720,
  })
  const page = await context.newPage()
  await page.goto('/sign-in')
  await page.waitForFunction(() => document.querySelector('#email')?.value !== '')
  return page
}

const save = (page, name) => page.screenshot({ path: `docs/screenshots/${name}.png` })
const glyph = async (page, name) => {
  await page.goto('/glyphs')
  await page.getByRole('link', { name }).click()
  await page.waitForSelector('img.picture')
  await page.waitForTimeout(300)
}

async function read(page) {
  await page.goto('/read')
  await page.getByLabel('Choose pictures').setInputFiles([sticker, label])
  await page.locator('.queue li').nth(1).waitFor()
  await page.locator('[data-test="read-text"]').waitFor()
}

const page = await open(1280, 800, 'light')
await page.getByRole('button', { name: 'Sign in' }).click()
await page.waitForURL('**/compose')
await glyph(page, 'Heather honey jar, Digital Link')
await page.locator('.forms input[type=checkbox]').check()
await page.getByRole('img', { name: /EAN-13/ }).waitFor()
await page.locator('.form').evaluate((form) => form.scrollTo(0, 0))
await page.waitForTimeout(300)
await save(page, 'compose-light')
await glyph(page, 'Honey house Wi-Fi')
await page.getByLabel('Password').fill('clover')
await page.getByText('8 to 63 characters; this has 6').first().waitFor()
await save(page, 'compose-fields')
await page.getByLabel('Password').fill('clover&lime7')
await page.goto('/glyphs')
await page
  .getByRole('button', { name: 'Leave' })
  .click({ timeout: 3000 })
  .catch(() => undefined)
await glyph(page, 'Heather honey jar 340 g')
await page.getByRole('tab', { name: /Finish/ }).click()
await page.getByLabel('Its size').fill('11')
await page.getByRole('radio', { name: 'Damage', exact: true }).click()
await page.getByRole('columnheader', { name: 'Block' }).waitFor()
await page.waitForTimeout(400)
await save(page, 'compose-finish')
await page.getByLabel('Its size').fill('7')
await page.getByRole('tab', { name: /Output/ }).click()
await page.getByRole('button', { name: /^Jar label/ }).click()
await page.getByText('Whole dots').waitFor()
await page.waitForTimeout(400)
await save(page, 'compose-output')
await page.goto('/finishes')
await page
  .getByRole('button', { name: 'Leave' })
  .click({ timeout: 3000 })
  .catch(() => undefined)
await page.getByText('Market plate').waitFor()
await page.waitForTimeout(600)
await save(page, 'finishes-light')
await page.goto('/glyphs')
await page.getByRole('link', { name: 'Jar returns' }).waitFor()
await page.waitForTimeout(500)
await save(page, 'glyphs-light')
await read(page)
await page.getByLabel('Expected text').fill('https://fennmoor.example/jar/heather-340?batch=H26-07')
await page.waitForTimeout(300)
await save(page, 'read-light')
await glyph(page, 'Jar returns')
await page.goto(page.url().replace('/compose/', '/hand-off/'))
await page.getByRole('button', { name: 'Give it an address' }).click()
await page.getByText('Reads the same, character by character').waitFor()
await page.getByRole('button', { name: 'Close' }).click()
await page.waitForTimeout(300)
await save(page, 'hand-off-light')
// The whole bench, as the page runs it.
await glyph(page, 'Heather honey jar 340 g')
await page.goto(page.url().replace('/compose/', '/proof/'))
await page.getByRole('button', { name: /^Run/ }).click()
await page.getByText('pictures in').waitFor({ timeout: 120_000 })
await page.getByRole('img', { name: /^Simulated picture/ }).waitFor()
await page.waitForTimeout(500)
await save(page, 'proof-light')
// A check's page, as a tester's phone shows it.
const checked = await page
  .getByText(/\/c\/[2-9A-Z]{8}$/)
  .first()
  .textContent()
const tester = await (
  await browser.newContext({ baseURL: base, viewport: { width: 390, height: 844 }, isMobile: true, hasTouch: true })
).newPage()
await tester.goto(`/c/${checked.trim().split('/').at(-1)}`)
await tester.getByLabel('Choose a photo').setInputFiles(label)
await tester.getByRole('heading', { name: /Another code|Read in/ }).waitFor()
await tester.waitForTimeout(300)
await save(tester, 'field-check-phone')
await tester.context().close()
await page.goto('/waypoints')
await page.getByRole('link', { name: /^Swarm hotline/ }).click()
await page.getByText('goes by rule').waitFor()
await page.waitForTimeout(800)
await save(page, 'waypoints-light')
await page.goto('/keys')
await page
  .getByRole('button', { name: /^Newsletter/ })
  .first()
  .click()
await page.waitForTimeout(500)
await save(page, 'keys-light')
await page.goto('/pages')
await page.getByRole('link', { name: 'Ines Calder' }).click()
await page.frameLocator('iframe').getByText('Save contact').waitFor()
await page.waitForTimeout(600)
await save(page, 'pages-light')
await page.goto('/runs')
await page.getByLabel('File with the table').setInputFiles({
  name: 'jars.csv',
  mimeType: 'text/csv',
  buffer: Buffer.from(
    `sku;name\n${Array.from({ length: 240 }, (_, i) => `HM-${String(i).padStart(4, '0')};Jar ${i}`).join('\n')}\n;no number\n`,
  ),
})
await page.getByLabel('Says', { exact: true }).fill('https://fennmoor.example/p/{{sku}}')
await page.getByLabel('File’s name').fill('{{sku}}')
await page.getByText('240 of 241 rows in order').waitFor()
await page.getByAltText('The symbol of the first row').waitFor()
await page.waitForTimeout(600)
await save(page, 'runs-light')
await page.evaluate(
  (layout) => {
    const kept = JSON.parse(localStorage.getItem('kg-run-recipe') ?? '{}')
    localStorage.setItem('kg-run-recipe', JSON.stringify({ ...kept, layout: JSON.parse(layout) }))
  },
  readFileSync('docs/examples/honey-jar.layout.json', 'utf8'),
)
await page.reload()
await page.getByLabel('File with the table').setInputFiles({
  name: 'jars.csv',
  mimeType: 'text/csv',
  buffer: Buffer.from(
    'sku,name,net_g,lot,bbe,gtin\n0123,Heather honey 340 g,340,H26-07,30.09.2027,9520123456788\n0456,Blossom honey,227,B26-02,30.09.2027,9520123457013\n',
  ),
})
await page.getByText('2 of 2 rows in order').waitFor()
await page.getByRole('button', { name: 'Change the label' }).click()
await page.getByText('Everything fits. Its symbol says').waitFor()
await page.getByRole('button', { name: 'Symbol', exact: true }).click()
await page.waitForTimeout(600)
await save(page, 'label-light')
await page.goto((await (await page.request.get('/api/v1/about')).json()).standins + '/shop')
await page
  .getByRole('img', { name: /^Code of/ })
  .nth(2)
  .waitFor()
await page.waitForTimeout(500)
await save(page, 'standin-shop')
await page.context().close()

// An event on a poster, read and interpreted.
const poster = join(folder, 'poster.png')
execFileSync('bin/glyph', [
  'make',
  ...['--kind', 'event', '--field', 'title=Swarm evening at the apiary', '--field', 'start=2027-06-12T17:30'],
  ...['--field', 'end=2027-06-12T19:00', '--field', 'time_zone=UTC', '--field', 'location=Apiary, gate 2, Fennmoor'],
  ...['--field', 'form=bare', '--module-px', '6', '--out', poster],
])
const reader = await open(1280, 800, 'light')
await reader.getByRole('button', { name: 'Sign in' }).click()
await reader.waitForURL('**/compose')
await reader.goto('/read')
await reader.getByLabel('Choose pictures').setInputFiles([poster])
await reader.locator('[data-test="meant"]').waitFor()
await reader.getByLabel('What happens with what is read').selectOption({ label: 'Gate' })
await reader.getByLabel('Code by hand').fill('FENN-CARD-0018')
await reader.getByLabel('Code by hand').press('Enter')
await reader.getByText('Already used at').waitFor()
await save(reader, 'read-gate')
await reader.context().close()

// A film of one place stands in for the camera.
const film = join(folder, 'film.mjpeg')
execFileSync('php', ['core/bench/reading/film.php', film, 'https://fennmoor.example/visit', 'still'])
const filming = await chromium.launch({
  executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
  args: [
    '--no-sandbox',
    '--use-fake-ui-for-media-stream',
    '--use-fake-device-for-media-stream',
    `--use-file-for-fake-video-capture=${film}`,
  ],
})
const seer = await filming.newPage({ baseURL: base, viewport: { width: 1280, height: 800 }, permissions: ['camera'] })
await seer.goto('/sign-in')
await seer.waitForFunction(() => document.querySelector('#email')?.value !== '')
await seer.getByRole('button', { name: 'Sign in' }).click()
await seer.waitForURL('**/compose')
await seer.goto('/read')
await seer.getByRole('tab', { name: 'Camera' }).click()
await seer.locator('[data-test=outline] polygon').waitFor()
await seer.locator('[data-test="read-text"]').waitFor()
await seer.waitForTimeout(800)
await save(seer, 'read-camera')
await filming.close()

const phone = await open(390, 844, 'light')
await phone.getByRole('button', { name: 'Sign in' }).click()
await phone.waitForURL('**/compose')
await glyph(phone, 'Visitors’ page')
await save(phone, 'compose-phone')
await browser.close()
rmSync(folder, { recursive: true })
