import { expect, type Page, test } from '@playwright/test'
import { signIn } from './helpers'

const COOPERATIVE = 'Fennmoor Beekeepers’ Cooperative'
const SHOW = 'Fennmoor Honey Show'

/** Goes to a workspace by the menu at the top. */
async function enter(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name: /^Workspace: / }).click()
  await page.getByRole('list', { name: 'Workspaces' }).getByText(name).click()
  await expect(page.getByRole('button', { name: `Workspace: ${name}` })).toBeVisible()
}

test.beforeEach(async ({ page }) => {
  await signIn(page)
  await enter(page, COOPERATIVE)
})

test('somebody in two workspaces goes from one to the other, and a reader changes nothing', async ({ page }) => {
  await page.goto('/glyphs')
  await expect(page.getByText('Hive helpline')).toBeVisible()
  await enter(page, SHOW)
  await expect(page.getByText('You are in Fennmoor Honey Show now.')).toBeVisible()
  await expect(page.getByText('Judging times')).toBeVisible()
  await expect(page.getByText('Hive helpline')).toBeHidden()
  await expect(page.getByRole('button', { name: 'Delete Judging times' })).toBeDisabled()
  await page.goto('/compose')
  await expect(page.getByRole('button', { name: /^Save/ })).toBeDisabled()
  await enter(page, COOPERATIVE)
  await expect(page.getByText('Hive helpline')).toBeVisible()
})

test('a page that shows another workspace than the session is in does nothing', async ({ page, context }) => {
  await page.goto('/glyphs')
  await expect(page.getByText('Hive helpline')).toBeVisible()
  const second = await context.newPage()
  await second.goto('/glyphs')
  await enter(second, SHOW)
  await expect(second.getByText('Judging times')).toBeVisible()
  await page.getByRole('button', { name: 'Delete Hive helpline' }).click()
  await expect(page.getByText('This page shows another workspace')).toBeVisible()
  await enter(second, COOPERATIVE)
  await expect(second.getByText('Hive helpline')).toBeVisible()
})
