import { expect, test } from '@playwright/test'
import { signIn } from './helpers'

const PHONE = { userAgent: 'Mozilla/5.0 (Linux; Android 14; K) Chrome/120.0 Mobile Safari/537.36', locale: 'en-GB' }

test('what is behind a printed code is changed, tried, published, scanned, and rolled back', async ({
  page,
  browser,
}) => {
  await signIn(page)
  await page.goto('/waypoints')
  await page.getByRole('button', { name: 'New' }).click()
  await page.getByLabel('Name', { exact: true }).fill('Hive tour')
  await page.getByLabel('Goes to', { exact: true }).fill('javascript:alert(1)')
  await page.getByRole('button', { name: 'Make it' }).click()
  await expect(page.getByText('A link begins with https:')).toBeVisible()
  await page.getByLabel('Goes to', { exact: true }).fill('https://fennmoor.example/tour')
  await page.getByRole('button', { name: 'Make it' }).click()
  const settings = page.getByRole('complementary', { name: 'This waypoint' })
  await expect(settings.getByText('Not published')).toBeVisible()

  const rules = page.getByRole('region', { name: 'Routing rules' })
  await rules.getByRole('button', { name: 'Add a rule' }).click()
  await rules.getByLabel('Rule 1: condition').selectOption('device')
  await rules.getByLabel('Rule 1: link').fill('https://fennmoor.example/tour/phone')
  await expect(page.getByRole('region', { name: 'Try it' })).toContainText('goes by rule 1')
  await page.getByLabel('Device', { exact: true }).selectOption('desktop')
  await expect(page.getByRole('region', { name: 'Try it' })).toContainText('what holds otherwise')
  // A second rule that the first one covers is told of.
  await rules.getByRole('button', { name: 'Add a rule' }).click()
  await rules.getByLabel('Rule 2: condition').selectOption('device')
  await expect(rules.getByText('It can never answer: rule 1')).toBeVisible()
  await rules.getByRole('button', { name: 'Remove the condition of Rule 2' }).click()

  await settings.getByRole('button', { name: 'Publish', exact: true }).click()
  await expect(settings.getByText('Live')).toBeVisible()
  const symbol = await settings.getByRole('img', { name: 'Its symbol' }).getAttribute('src')
  const address = symbol!.replace('.svg', '')

  const phone = await browser.newContext(PHONE)
  const scan = () => phone.request.get(address, { maxRedirects: 0, headers: { 'User-Agent': PHONE.userAgent } })
  expect((await scan()).headers().location).toBe('https://fennmoor.example/tour/phone')
  await expect(page.getByRole('table', { name: 'Latest scans' })).toContainText('phone, new', { timeout: 15_000 })

  await rules.getByLabel('Rule 1: link').fill('https://fennmoor.example/tour/new')
  await settings.getByRole('button', { name: 'Publish the changes' }).click()
  await expect(settings.getByText('rev 2')).toBeVisible()
  expect((await scan()).headers().location).toBe('https://fennmoor.example/tour/new')
  await settings.getByRole('button', { name: 'back to it' }).click()
  await expect(settings.getByText('rev 3')).toBeVisible()
  expect((await scan()).headers().location).toBe('https://fennmoor.example/tour/phone')

  await settings.getByLabel('What visitors are told while it rests').fill('Back in spring')
  await settings.getByRole('button', { name: 'Pause' }).click()
  await expect(settings.getByText('Paused')).toBeVisible()
  const visitor = await phone.newPage()
  await visitor.goto(address)
  await expect(visitor.getByText('Back in spring')).toBeVisible()
  expect(await phone.cookies()).toEqual([])
  await phone.close()
  await settings.getByRole('button', { name: 'Delete this waypoint' }).click()
  await expect(page.getByText('Its code stays taken')).toBeVisible()
})

test('a long link is shortened in Compose, after saying what that buys', async ({ page }) => {
  await signIn(page)
  await page
    .getByRole('textbox', { name: 'Link', exact: true })
    .fill('https://fennmoor.example/jar/heather-340?batch=H26-07&apiary=north&season=2026')
  await page.getByRole('button', { name: 'Shorten', exact: true }).click()
  const gain = page.getByRole('table', { name: 'What shortening buys' })
  await expect(gain.getByRole('row', { name: /shortened/ })).toBeVisible()
  await page.getByRole('button', { name: 'Shorten it' }).click()
  await expect(page.getByText(/Shortened to [2-9A-Z]{6}/)).toBeVisible()
  await expect(page.getByRole('textbox', { name: 'Link', exact: true })).toHaveValue(/\/Q\/[2-9A-Z]{6}$/)
})

test('a GS1 identifier is answered by the link that was put behind it', async ({ page }) => {
  await signIn(page)
  await page.goto('/resolver')
  await page.getByLabel('Identifier', { exact: true }).fill('/01/09520123456789')
  await page.getByLabel('Leads to').fill('https://fennmoor.example/support')
  await page.getByLabel('Title').fill('Help with the jar')
  await page.getByLabel('Type', { exact: true }).selectOption('support')
  await page.getByLabel('answers when no type is asked for').uncheck()
  await page.getByRole('button', { name: 'Put it behind the identifier' }).click()
  await expect(page.getByText(/check digit/)).toBeVisible()
  await page.getByLabel('Identifier', { exact: true }).fill('/01/09520123456788')
  await page.getByRole('button', { name: 'Put it behind the identifier' }).click()
  await expect(page.getByText('Help with the jar')).toBeVisible()
  const answer = await page.request.get('/01/09520123456788/21/7?linkType=gs1:support', { maxRedirects: 0 })
  expect([answer.status(), answer.headers().location]).toEqual([307, 'https://fennmoor.example/support'])
  await page.getByRole('button', { name: 'Remove Help with the jar' }).click()
  await expect(page.getByText('Help with the jar is out')).toBeVisible()
})
