import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, type Page, test } from '@playwright/test'
import { compose, signIn } from './helpers'

const fixtures = 'core/tests/fixtures/reading'
const truth = JSON.parse(readFileSync(`${fixtures}/truth.json`, 'utf8')) as { file: string; texts: string[] }[]
const textOf = (file: string): string => truth.find((picture) => picture.file === file)!.texts[0]!
const files = ['plain-00.jpeg', 'turned-01.jpeg', 'inverted-00.jpeg']

const mode = (page: Page, label: string) => page.getByLabel('What happens with what is read').selectOption({ label })
const add = (page: Page, names: string[]) =>
  page.getByLabel('Choose pictures').setInputFiles(names.map((name) => `${fixtures}/${name}`))

test.beforeEach(async ({ page }) => {
  await signIn(page)
  await page.goto('/read')
})

test('checks many pictures against a list, to the character', async ({ page }) => {
  await mode(page, 'Check list')
  const right = textOf(files[0]!)
  const wrong = `${textOf(files[1]!).slice(0, -1)}#`
  await page.getByLabel('Expected texts, one on each line').fill(`${right}\n${wrong}\nNOWHERE TO BE SEEN`)
  await add(page, [...files, 'nothing-00.jpeg'])
  const table = page.getByTestId('check-list')
  await expect(table.getByRole('heading', { name: '1 of 3 match' })).toBeVisible()
  await expect(table.getByRole('row', { name: /Match/ })).toContainText(right)
  await expect(table.getByTestId('difference')).toHaveText(textOf(files[1]!).slice(-1))
  await expect(table.getByRole('row', { name: /Not read/ })).toContainText('NOWHERE TO BE SEEN')
  await expect(table.getByRole('row', { name: /Not expected/ })).toContainText(textOf(files[2]!))
  await expect(table.getByRole('row', { name: /Unread/ })).toContainText('nothing-00.jpeg')
  const saving = page.waitForEvent('download')
  await table.getByRole('button', { name: 'Save CSV' }).click()
  const saved = readFileSync(await (await saving).path(), 'utf8')
  expect(saved).toContain('mismatch')
  expect(saved.split('\r\n')).toHaveLength(5)
})

test('counts what is read again', async ({ page }) => {
  await mode(page, 'Collect')
  await add(page, [files[0]!, files[1]!])
  await expect(page.getByRole('heading', { name: '2 distinct' })).toBeVisible()
  await add(page, [files[0]!])
  await expect(page.getByText('3 read in all')).toBeVisible()
  await expect(
    page
      .getByRole('row', { name: new RegExp(textOf(files[0]!).slice(-12)) })
      .getByRole('cell', { name: '2', exact: true }),
  ).toBeVisible()
  await page.getByRole('button', { name: 'Clear' }).click()
  await expect(page.getByRole('heading', { name: '0 distinct' })).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('heading', { name: '2 distinct' })).toBeVisible()
})

test('looks up whether a glyph is ours, and compares with one text', async ({ page }) => {
  const text = textOf(files[0]!)
  await mode(page, 'Look up')
  await add(page, [files[0]!])
  await expect(page.getByTestId('lookup')).toContainText('Not one of ours')
  await mode(page, 'Compare')
  await page.getByLabel('Text to compare with').fill(`${text.slice(0, -1)}#`)
  await expect(page.getByTestId('compare')).toContainText('1 of')
  await mode(page, 'Read')
})

test('saves the session as CSV and JSON', async ({ page }) => {
  await add(page, files)
  await expect(page.getByText('3, newest first')).toBeVisible()
  let saving = page.waitForEvent('download')
  await page.getByRole('button', { name: 'JSON' }).click()
  const rows = JSON.parse(readFileSync(await (await saving).path(), 'utf8')) as { text: string; picture: string }[]
  expect(rows.map((row) => [row.picture, row.text])).toEqual(files.map((file) => [file, textOf(file)]))
  saving = page.waitForEvent('download')
  await page.getByRole('button', { name: 'CSV' }).click()
  expect(readFileSync(await (await saving).path(), 'utf8')).toContain(textOf(files[2]!))
})

test('a stand-in shows what a phone would do, and does nothing', async ({ page }) => {
  await page.goto('/compose')
  await compose(page, 'https://fennmoor.example/visit')
  await page.getByRole('button', { name: 'What a phone would do' }).click()
  const phone = page.getByRole('region', { name: 'On a phone' })
  await expect(phone.getByTestId('phone')).toContainText('Open this page?')
  await phone.getByRole('button', { name: 'Open', exact: true }).click()
  await expect(phone.getByRole('status')).toContainText('nothing was opened')
})

test('reads the pages of a PDF, and says when one cannot be opened', { tag: '@alone' }, async ({ page }) => {
  const folder = mkdtempSync(join(tmpdir(), 'kg-pdf-'))
  const file = join(folder, 'label.pdf')
  execFileSync('bin/glyph', [
    'make',
    '--text',
    'HIVE 17-B / APIARY NORTH',
    '--size-mm',
    '30',
    '--dpi',
    '300',
    '--out',
    file,
  ])
  const broken = join(folder, 'broken.pdf')
  writeFileSync(broken, '%PDF-1.4 and nothing more')
  await page.getByLabel('Choose pictures').setInputFiles([file])
  await expect(page.getByTestId('read-text')).toHaveText('HIVE 17-B / APIARY NORTH')
  await page.getByLabel('Choose pictures').setInputFiles([broken])
  await expect(page.getByTestId('unread')).toContainText('This PDF cannot be opened')
})
