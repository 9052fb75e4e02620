import { expect, test } from '@playwright/test'
import { execFileSync } from 'node:child_process'
import { readFileSync, writeFileSync } from 'node:fs'
import { ROOT, signIn, readings } from './helpers'

test.beforeEach(async ({ page }) => {
  await signIn(page)
  await page.goto('/read')
  await expect(page.getByText('Drop pictures here')).toBeVisible()
})

const choose = (page: import('@playwright/test').Page, ...files: string[]) =>
  page.getByLabel('Choose pictures').setInputFiles(files)

test('answers clearly when there is nothing to read', async ({ page, context }, info) => {
  const blank = info.outputPath('blank.png')
  const empty = await context.newPage()
  await empty.setContent('<h1>Extraction day</h1><p>Bring your own frames.</p>')
  await empty.screenshot({ path: blank })
  await choose(page, blank)
  await expect(page.getByTestId('unread')).toContainText('No symbol was found')
  const text = info.outputPath('text.png')
  writeFileSync(text, 'no picture')
  await choose(page, text)
  await expect(page.getByTestId('unread')).toContainText('not a picture')
  const large = info.outputPath('large.png')
  writeFileSync(large, Buffer.alloc(10_500_000))
  await choose(page, large)
  await expect(page.getByTestId('unread')).toContainText('10 MB is the most')
})

test('reads a dropped and a pasted picture, and shows its bytes', async ({ page }, info) => {
  const file = info.outputPath('h.png')
  execFileSync(`${ROOT}bin/glyph`, ['make', '--text', 'https://fennmооr.example/', '--as-is', '--out', file])
  const bytes = Array.from(readFileSync(file))
  const hand = (kind: 'drop' | 'paste') =>
    page.evaluate(
      ([kind, bytes]) => {
        const transfer = new DataTransfer()
        transfer.items.add(
          new File([new Uint8Array(bytes as number[])], `${kind as string}.png`, { type: 'image/png' }),
        )
        const target = document.querySelector('.read')!
        target.dispatchEvent(
          kind === 'drop'
            ? new DragEvent('drop', { dataTransfer: transfer, bubbles: true, cancelable: true })
            : new ClipboardEvent('paste', { clipboardData: transfer, bubbles: true, cancelable: true }),
        )
      },
      [kind, bytes] as const,
    )
  await hand('drop')
  await expect(readings(page)).toHaveCount(1)
  await hand('paste')
  await expect(readings(page)).toHaveCount(2)
  await expect(page.getByTestId('read-text')).toHaveText('https://fennmооr.example/')
  await expect(page.getByText('look like Latin ones')).toBeVisible()
  await expect(page.getByLabel('Bytes in hexadecimal')).toContainText('d0')
  await page.getByRole('button', { name: 'Take paste.png off the list' }).click()
  await expect(readings(page)).toHaveCount(1)
})

test('reads several pictures at once and lets each be looked at', async ({ page }, info) => {
  const files = [1, 2, 3].map((n) => {
    const file = info.outputPath(`hive-${n}.png`)
    execFileSync(`${ROOT}bin/glyph`, ['make', '--text', `HIVE ${n}`, '--out', file])
    return file
  })
  await choose(page, ...files)
  await expect(readings(page)).toHaveCount(3)
  await page.getByRole('button', { name: /hive-1\.png.*HIVE 1/ }).click()
  await expect(page.getByTestId('read-text')).toHaveText('HIVE 1')
})
