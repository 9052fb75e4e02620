import { expect, test } from '@playwright/test'
import { signIn } from './helpers'

test('a page is made, said in two languages, published, and used by a visitor', async ({ page, browser }) => {
  await signIn(page)
  await page.goto('/pages')
  await page.getByRole('radio', { name: /^Links/ }).click()
  const name = `Stall ${Date.now()}`
  await page.getByLabel('Name').fill(name)
  await page.getByRole('button', { name: 'Make the page' }).click()
  await expect(page.getByText('Not published', { exact: true })).toBeVisible()

  // Nothing is there to publish yet, and it says where.
  await page.getByRole('button', { name: 'Publish' }).click()
  await expect(page.getByText('Nothing is in this list yet.').first()).toBeVisible()
  await page.getByRole('button', { name: 'Add the first' }).click()
  const links = page.locator('.item').first()
  await links.getByLabel('Words').fill('Our honey')
  await links.getByLabel('Link').fill('javascript:alert(1)')
  await expect(page.getByText('A link begins with', { exact: false }).first()).toBeVisible()
  await links.getByLabel('Link').fill('https://fennmoor.example/honey')
  await expect(page.frameLocator('iframe').getByText('Our honey')).toBeVisible()

  await page.getByLabel('Add a part').selectOption('form')
  await page.getByLabel('Words').last().fill('Which honey would you like to see here?')
  await page.getByLabel('Button').fill('Tell us')
  await page.getByLabel('Then says').fill('Thank you, we wrote it down.')

  await page.getByRole('button', { name: 'Another', exact: true }).first().click()
  await page.getByLabel('Tag of the language').fill('cy')
  await page.getByRole('button', { name: 'Add it' }).click()
  await page.getByLabel('Words 1').fill('Ein mêl')
  await expect(page.frameLocator('iframe').getByText('Ein mêl')).toBeVisible()
  await page.getByLabel('Language').selectOption('en')

  // Too pale is said beside the colour, with one that can be read.
  await page.getByRole('button', { name: 'Look', exact: true }).click()
  await page.getByLabel('Words', { exact: true }).first().fill('#C9B8A8')
  await page.getByRole('button', { name: /^Use #/ }).click()
  await page.getByRole('button', { name: 'Publish' }).click()
  await expect(page.getByText('Live', { exact: true }).first()).toBeVisible()

  const address = (await page.locator('.addr .code').innerText()).trim()
  const phone = await browser.newContext({ viewport: { width: 390, height: 780 }, locale: 'cy' })
  const visitor = await phone.newPage()
  await visitor.goto(`http://${address}`)
  await expect(visitor).toHaveURL(/\/p\//)
  await expect(visitor.getByRole('link', { name: 'Ein mêl' })).toHaveAttribute('href', 'https://fennmoor.example/honey')
  await visitor.getByRole('link', { name: 'English' }).click()
  await visitor.getByLabel('Which honey would you like to see here?').fill('Lime blossom')
  await visitor.getByRole('button', { name: 'Tell us' }).click()
  await expect(visitor.getByText('Thank you, we wrote it down.')).toBeVisible()
  expect(await visitor.evaluate(() => document.querySelectorAll('script').length)).toBe(0)
  await phone.close()

  await page.reload()
  await expect(page.getByText('Answers', { exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'Read', exact: true }).click()
  await expect(page.getByText('Lime blossom')).toBeVisible()
  await page.getByRole('button', { name: 'Delete' }).click()
  await expect(page).toHaveURL(/\/pages$/)
  await expect(page.getByText(name)).toBeHidden()
})

test('a coupon’s page knows its gate, and the gate its page', async ({ page }) => {
  await signIn(page)
  await page.goto('/pages')
  await page.getByRole('link', { name: 'Ten off a jar' }).click()
  const related = page.getByRole('navigation', { name: 'Belongs to it' })
  await related.getByRole('link', { name: 'Market stall' }).click()
  await expect(page.getByText('lets in 50 times', { exact: false })).toBeVisible()
  await page.getByRole('navigation', { name: 'Belongs to it' }).getByRole('link', { name: 'Ten off a jar' }).click()
  await expect(page.getByLabel('Name of the page')).toHaveValue('Ten off a jar')
})
