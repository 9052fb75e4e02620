import AxeBuilder from '@axe-core/playwright'
import { expect, test } from '@playwright/test'
import { execFileSync } from 'node:child_process'
import { ROOT, choose, compose, ledger, signIn, start, textBox, drawing, menuItem } from './helpers'

test('only those who signed in come in, and a wrong password is told', async ({ page }) => {
  await page.goto('/glyphs')
  await expect(page).toHaveURL(/\/sign-in\?to=/)
  await expect(page.getByLabel('E-mail')).toHaveValue(/ines/)
  // The page takes the focus there itself, a moment after it has filled it in.
  await expect(page.getByLabel('E-mail')).toBeFocused()
  await page.getByLabel('Password').fill('guess')
  await page.getByRole('button', { name: 'Sign in' }).click()
  await expect(page.getByText('do not match')).toBeVisible()
  await page.getByLabel('Password').fill('swarm-in-the-oak')
  await page.getByLabel('Password').press('Enter')
  await expect(page).toHaveURL((url) => url.pathname === '/glyphs')
  await page.getByRole('button', { name: 'Menu' }).click()
  await page.getByText('Sign out Ines Calder').click()
  await expect(page).toHaveURL(/\/sign-in$/)
  await page.goto('/glyphs')
  await expect(page).toHaveURL(/\/sign-in/)
})

test('everything can be done by keyboard alone', async ({ page }) => {
  await page.goto('/sign-in')
  await expect(page.getByLabel('E-mail')).toHaveValue(/ines/)
  await page.getByLabel('E-mail').press('Enter')
  await expect(page).toHaveURL(/\/compose$/)
  await expect(textBox(page)).toBeFocused()
  await page.keyboard.type('https://fennmoor.example/keys')
  await expect(page.getByRole('textbox', { name: 'Encoded text' })).toHaveValue('https://fennmoor.example/keys')
  const reach = async (name: string) => {
    for (let i = 0; i < 40; i++) {
      await page.keyboard.press('Tab')
      const label = await page.evaluate(
        () => document.activeElement?.getAttribute('aria-label') ?? document.activeElement?.id,
      )
      if (label === name) return
    }
    throw new Error(`Tab never reaches ${name}`)
  }
  await reach('glyph-name')
  await page.keyboard.type('By keyboard')
  await reach('Level M')
  await page.keyboard.press('ArrowDown')
  await expect(page.getByRole('radio', { name: 'Level Q' })).toBeFocused()
  await page.keyboard.press('Control+s')
  await expect(page.getByText('By keyboard saved, revision 1')).toBeVisible()
  await page.keyboard.press('Control+k')
  await page.keyboard.type('swarm')
  await expect(page.getByRole('option', { name: /Swarm hotline/ })).toBeVisible()
  await expect(page.getByRole('listbox', { name: 'Places and glyphs' }).getByRole('option')).toHaveCount(1)
  await page.keyboard.press('Enter')
  await expect(textBox(page)).toHaveValue('https://fennmoor.example/swarm')
})

test('has no accessibility faults that a machine can find, light and dark', async ({ page }, info) => {
  test.setTimeout(240_000)
  /** Of the page in light, and of what its colours alone can make wrong of it in dark. */
  const faults = async () => {
    const found: string[] = []
    for (const colorScheme of ['dark', 'light'] as const) {
      await page.emulateMedia({ colorScheme })
      await expect(page.locator('.v-application')).toHaveClass(new RegExp(`v-theme--${colorScheme}`))
      // Colours that are still on their way are those of neither.
      await page.waitForFunction(() => document.getAnimations().every((one) => !(one instanceof CSSTransition)))
      const axe = new AxeBuilder({ page })
      const { violations } = await (colorScheme === 'dark' ? axe.withRules('color-contrast') : axe).analyze()
      for (const { id, nodes } of violations)
        found.push(`${colorScheme}, ${id}: ${nodes.map((node) => node.target.join(' ')).join(', ')}`)
    }
    return found
  }
  await page.goto('/sign-in')
  await expect(page.getByLabel('E-mail')).toHaveValue(/ines/)
  expect(await faults()).toEqual([])
  await signIn(page)
  expect(await faults()).toEqual([])
  await compose(page, 'fennmoor.example/hive/7')
  expect(await faults()).toEqual([])
  for (const part of [/Finish/, /Output/]) {
    await page.getByRole('tab', { name: part }).click()
    expect(await faults()).toEqual([])
  }
  await page.getByRole('tab', { name: /Finish/ }).click()
  await page.getByRole('radiogroup', { name: 'Mark' }).getByRole('radio', { name: 'Icon' }).click()
  await page.getByLabel('Its size').fill('5')
  await page.getByRole('radiogroup', { name: 'Gradient' }).getByRole('radio', { name: 'Along' }).click()
  await page.getByLabel('Caption', { exact: true }).fill('Heather honey')
  await page.getByRole('radio', { name: 'Damage', exact: true }).click()
  await expect(ledger(page, 'round_trip')).toHaveAttribute('data-verdict', 'holds')
  expect(await faults()).toEqual([])
  await page.getByRole('radio', { name: 'Plain', exact: true }).click()
  await page.getByRole('tab', { name: /Payload/ }).click()
  await textBox(page).fill('')
  // Forms of every shape: groups, choices, dates, elements, settings.
  for (const [kind, starter] of [
    ['Contact', 'Head of the honey house'],
    ['Event', 'Swarm evening'],
    ['Swiss bill', 'Bill with QR reference'],
    ['GS1 Digital Link', 'Jar of 340 g'],
  ] as const) {
    await choose(page, kind)
    await start(page, starter)
    await expect(ledger(page, 'round_trip')).toHaveAttribute('data-verdict', 'holds')
    expect(await faults()).toEqual([])
  }
  await page.getByRole('button', { name: 'Add an element' }).click()
  expect(await faults()).toEqual([])
  await page.goto('/workspace')
  await expect(page.getByLabel('Chat link')).toBeVisible()
  expect(await faults()).toEqual([])
  await page.goto('/finishes')
  await expect(page.getByText('Market plate')).toBeVisible()
  expect(await faults()).toEqual([])
  await page.goto('/glyphs')
  await expect(page.getByRole('link', { name: 'Jar returns' })).toBeVisible()
  expect(await faults()).toEqual([])
  for (const [path, shown] of [
    ['/hand-off', 'Site builder block'],
    ['/keys', 'Use in'],
    ['/hooks', 'Stand-ins, receiver'],
    ['/reference', 'Make a symbol'],
  ] as const) {
    await page.goto(path)
    await expect(page.getByText(shown).first()).toBeVisible()
    await page.waitForLoadState('networkidle')
    expect(await faults(), path).toEqual([])
  }
  const file = info.outputPath('h.png')
  execFileSync(`${ROOT}bin/glyph`, ['make', '--text', 'HIVE 7', '--out', file])
  await page.goto('/read')
  await page.getByLabel('Choose pictures').setInputFiles(file)
  await page.getByLabel('Expected text').fill('HIVE 8')
  await expect(page.getByText('1 of 6 characters differs')).toBeVisible()
  expect(await faults()).toEqual([])
})

test.describe('on a phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })

  test('composes, saves and reads without anything running off the side', async ({ page }, info) => {
    const fits = async () =>
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
    await signIn(page)
    await textBox(page).fill('https://fennmoor.example/phone')
    await expect(drawing(page)).toBeVisible()
    await fits()
    for (const [kind, starter] of [
      ['Contact', 'Head of the honey house'],
      ['GS1 Digital Link', 'Jar of 340 g'],
    ] as const) {
      await choose(page, kind)
      await fits()
      await start(page, starter)
      await expect(ledger(page, 'payload')).toHaveCount(1)
      await fits()
    }
    await choose(page, 'Link')
    await expect(textBox(page)).toHaveValue('https://fennmoor.example/phone')
    await page.getByRole('tab', { name: /Output/ }).tap()
    await page.getByRole('radio', { name: 'Level H' }).tap()
    await expect(page.getByRole('complementary', { name: 'Figures' })).toContainText('4-H')
    await fits()
    await page.getByLabel('Name', { exact: true }).fill('From the phone')
    await page.getByRole('button', { name: 'Save', exact: true }).click()
    await expect(page.getByText('From the phone saved, revision 1')).toBeVisible()
    await page.getByRole('button', { name: /Link rules in order/ }).click()
    await expect(ledger(page, 'round_trip')).toBeVisible()
    await fits()
    await page.getByRole('button', { name: 'Menu' }).click()
    await menuItem(page, 'Glyphs').click()
    await expect(page.getByRole('link', { name: 'From the phone' })).toBeVisible()
    await fits()
    const file = info.outputPath('h.png')
    execFileSync(`${ROOT}bin/glyph`, ['make', '--text', 'https://fennmoor.example/phone', '--out', file])
    await page.goto('/read')
    await page.getByLabel('Choose pictures').setInputFiles(file)
    await expect(page.getByTestId('read-text')).toHaveText('https://fennmoor.example/phone')
    await page.getByRole('tab', { name: /Compare/ }).click()
    await page.getByLabel('Expected text').fill('https://fennmoor.example/phone')
    await expect(page.getByText('The same, all 30 characters')).toBeVisible()
    await fits()
  })
})
