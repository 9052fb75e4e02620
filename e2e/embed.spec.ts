import AxeBuilder from '@axe-core/playwright'
import { execFileSync } from 'node:child_process'
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, type Page, test } from '@playwright/test'
import { ledger, ROOT, saidBy, secretKey, signIn, textBox } from './helpers'

/** Where the pages of others are. */
async function standins(page: Page): Promise<string> {
  return ((await (await page.request.get('/api/v1/about')).json()) as { standins: string }).standins
}
test.describe('pages of others', () => {
  test('a shop shows a code for each product under its own policy, and reads labels beside them', async ({ page }) => {
    const trouble: string[] = []
    page.on('console', (message) => message.type() === 'error' && trouble.push(message.text()))
    await page.goto(`${await standins(page)}/shop`)
    const codes = page.getByRole('img', { name: /^Code of/ })
    await expect(codes).toHaveCount(3)
    expect(saidBy(await codes.first().screenshot())).toBe('https://shop.fennmoor.example/jar/heather-340')
    await page.getByRole('button', { name: 'Save or copy' }).first().click()
    const saved = page.waitForEvent('download')
    await page.getByRole('link', { name: 'Save for print, SVG' }).click()
    expect((await saved).suggestedFilename()).toMatch(/\.svg$/)
    const chooser = page.waitForEvent('filechooser')
    await page.getByRole('button', { name: 'Picture', exact: true }).click()
    await (
      await chooser
    ).setFiles({ name: 'label.png', mimeType: 'image/png', buffer: await codes.nth(1).screenshot() })
    await expect(page.getByText('Looked up: https://shop.fennmoor.example/jar/blossom-227')).toBeVisible()
    expect(trouble).toEqual([])
    const found = await new AxeBuilder({ page }).include('keen-glyph').include('keen-glyph-reader').analyze()
    expect(found.violations.map(({ id, nodes }) => [id, nodes.map(({ html }) => html)])).toEqual([])
  })

  test('a code that runs out is taken away, and a new one is another', async ({ page }) => {
    await page.clock.install()
    await page.goto(`${await standins(page)}/enrol`)
    const code = page.getByRole('img', { name: 'Enrolment code' })
    await expect(code).toBeVisible()
    const first = saidBy(await code.screenshot())
    expect(first).toContain('https://members.fennmoor.example/enrol/')
    await page.clock.fastForward(31_000)
    await expect(page.getByText('Expired', { exact: true })).toBeVisible()
    await expect(code).toHaveCount(0)
    await page.clock.setSystemTime(new Date())
    await page.getByRole('button', { name: 'Get a new code' }).click()
    await expect(code).toBeVisible()
    expect(saidBy(await code.screenshot())).not.toBe(first)
  })

  test('a door admits with a token that is for this gate alone', async ({ page }) => {
    await page.goto(`${await standins(page)}/check-in`)
    const picture = await page.request.post('/api/v1/symbols', {
      headers: { Authorization: `Bearer ${secretKey()}`, Accept: 'image/png' },
      data: { text: 'FENN-CARD-0424', module_px: 8 },
    })
    await expect(page.getByRole('button', { name: 'Picture', exact: true })).toBeVisible()
    await page.waitForFunction(() => document.querySelector('keen-glyph-reader')?.hasAttribute('gate-token'))
    for (const answer of [/^(Admitted|Already used.*)$/, /^Already used/]) {
      const chooser = page.waitForEvent('filechooser')
      await page.getByRole('button', { name: 'Picture', exact: true }).click()
      await (await chooser).setFiles({ name: 'card.png', mimeType: 'image/png', buffer: await picture.body() })
      await expect(page.getByText(answer)).toBeVisible()
    }
  })

  test('a mail needs no script: each recipient’s picture is their own', async ({ page }) => {
    await page.goto(`${await standins(page)}/mail`)
    const cards = page.getByRole('img', { name: /^Card code of/ })
    await expect(cards).toHaveCount(3)
    expect(saidBy(await cards.nth(1).screenshot())).toBe('https://go.fennmoor.example/card/17%2FB')
  })
})

test('every snippet that this machine has the language for runs as pasted', async ({ page }) => {
  test.setTimeout(180_000)
  await signIn(page)
  const made = await page.request.post('/api/v1/glyphs', {
    headers: { Authorization: `Bearer ${secretKey()}` },
    data: {
      name: 'It’s <a> "jar" & more',
      text: 'https://fennmoor.example/jar?a=1&b="2"$(x)\'\\',
      level: 'Q',
      size_px: 400,
      finish: { dark: '#2B1A0E', shape: 'disc', mark: { text: "F'B" }, caption: { text: 'Jar' } },
    },
  })
  const { id, text } = (await made.json()) as { id: string; text: string }
  const own = await page.request.get(`/api/v1/glyphs/${id}/image.svg`, {
    headers: { Authorization: `Bearer ${secretKey()}` },
  })
  const drawing = await own.text()
  await page.goto(`/hand-off/${id}`)
  await page.getByRole('button', { name: 'Give it an address' }).click()
  await expect(page.getByText('Reads the same, character by character')).toBeVisible()
  const snippet = async (name: string): Promise<string> => {
    await page
      .getByRole('button', { name: new RegExp(`^${name}`) })
      .first()
      .click()
    return (await page.getByLabel('Snippet').last().textContent()) ?? ''
  }
  const env = { ...process.env, KEEN_GLYPH_KEY: secretKey() }
  const runs: [string, string, (folder: string, file: string) => [string, string[], string]][] = [
    ['PHP\\s?HTTP', 'a.php', (folder, file) => ['php', [file], folder]],
    ['JavaScript', 'a.mjs', (folder, file) => ['node', [file], folder]],
    ['Shell', 'a.sh', (folder, file) => ['sh', [file], folder]],
    ['Python', 'a.py', (folder, file) => ['python3', [file], folder]],
  ]
  for (const [name, file, command] of runs) {
    const folder = mkdtempSync(join(tmpdir(), 'keen-'))
    writeFileSync(join(folder, file), await snippet(name))
    const [program, args, cwd] = command(folder, join(folder, file))
    try {
      execFileSync(program, ['--version'], { stdio: 'ignore' })
    } catch {
      continue
    }
    execFileSync(program, args, { cwd, env })
    // Shapes, mark, caption and size as well: the glyph's own drawing, to the letter.
    expect(readFileSync(join(folder, 'code.svg'), 'utf8'), name).toBe(drawing)
  }
  const core = mkdtempSync(join(tmpdir(), 'keen-'))
  writeFileSync(
    join(core, 'a.php'),
    (await snippet('PHP, our core')).replace("'vendor/autoload.php'", `'${ROOT}core/vendor/autoload.php'`),
  )
  execFileSync('php', [join(core, 'a.php')], { cwd: core })
  expect(readFileSync(join(core, 'code.svg'), 'utf8')).toBe(drawing)
  const line = mkdtempSync(join(tmpdir(), 'keen-'))
  const command = (await snippet('Command line')).replace('--out code.svg', `--out ${join(line, 'code.svg')}`)
  // It writes a finish file where it runs.
  execFileSync('sh', ['-c', command.replace('bin/glyph', `${ROOT}bin/glyph`)], { cwd: line })
  const written = readFileSync(join(line, 'code.svg'), 'utf8')
  expect(written).toBe(drawing)
  expect(await drawnFrom(page, written)).toBe(text)
})

/** What a drawing says, shown by the browser and read back. */
async function drawnFrom(page: Page, svg: string): Promise<string | undefined> {
  const other = await page.context().newPage()
  await other.setContent(`<body style="margin:0">${svg}</body>`)
  const shot = await other.screenshot()
  await other.close()
  return saidBy(shot)
}

test('a composition that is not saved goes into pages by a signed address, and waits in Compose meanwhile', async ({
  page,
}) => {
  // An earlier try may have given the look a name already.
  const headers = { Authorization: `Bearer ${secretKey()}` }
  const kept = (await (await page.request.get('/api/v1/finishes', { headers })).json()) as {
    data: { id: string; name: string }[]
  }
  for (const { id } of kept.data.filter((one) => one.name.startsWith('Loose look ')))
    await page.request.delete(`/api/v1/finishes/${id}`, { headers })
  await signIn(page)
  const text = `https://fennmoor.example/loose?a=1&n=${Date.now()}`
  await textBox(page).fill(text)
  await expect(ledger(page, 'round_trip')).toHaveAttribute('data-verdict', 'holds')
  await page.getByRole('button', { name: 'Copy', exact: true }).click()
  await page.getByText('Page, mail, program …').click()
  await expect(page.getByText('Not saved.')).toBeVisible()
  await expect(page.getByLabel('Snippet').last()).toContainText('<keen-glyph address="')
  await page.getByRole('button', { name: /^Site builder block/ }).click()
  const source = /src="([^"]+)"/.exec((await page.getByLabel('Snippet').last().textContent()) ?? '')![1]!
  expect(source).toContain('sig=')
  await expect(page.getByText('Reads the same, character by character')).toBeVisible()
  await page.getByRole('button', { name: /^Shell/ }).click()
  await expect(page.getByLabel('Snippet').last()).toContainText('fennmoor.example/loose')
  await page.getByRole('link', { name: 'Back to it' }).click()
  await expect(page.getByText('Your unsaved work is back')).toBeVisible()
  await expect(textBox(page)).toHaveValue(text)

  // A look of more than inks goes by a name, which it gets where it is needed.
  await page.getByRole('tab', { name: /^Finish/ }).click()
  await page.getByRole('radio', { name: 'Disc' }).first().click()
  await page.getByRole('region', { name: 'Ledger' }).getByRole('button', { name: 'Copy', exact: true }).click()
  await page.getByText('Page, mail, program …').click()
  await page.getByRole('button', { name: /^Site builder block/ }).click()
  await expect(page.getByText('This look needs a name.')).toBeVisible()
  const finish = `Loose look ${Date.now()}`
  await page.getByLabel('Finish', { exact: true }).fill(finish)
  await page.getByRole('button', { name: 'Keep it as a finish' }).click()
  await expect(page.getByText(`its look is ${finish}@1`)).toBeVisible()
  await page.getByLabel('Width in the page').fill('240')
  const block = page.getByLabel('Snippet').last()
  await expect(block).toContainText('width="240"')
  await expect(block).toContainText('size_px=480')
  await expect(page.getByText('Reads the same, character by character')).toBeVisible()
  const svg = /src="([^"]+)"/.exec((await block.textContent()) ?? '')![1]!.replaceAll('&amp;', '&')
  // Discs are drawn by curves.
  expect(/c0\.\d/.test(await (await page.request.get(svg)).text())).toBe(true)
})

test('a mailing is tried on each recipient before it is sent', async ({ page }) => {
  await signIn(page)
  const made = await page.request.post('/api/v1/glyphs', {
    headers: { Authorization: `Bearer ${secretKey()}` },
    data: { name: 'Member’s card', text: 'https://fennmoor.example/m', finish: { shape: 'lozenge', ring: 'leaf' } },
  })
  await page.goto(`/hand-off/${((await made.json()) as { id: string }).id}`)
  await page.getByRole('button', { name: /^Mailing/ }).click()
  await page.getByRole('button', { name: 'Inks alone' }).click()
  await page.getByLabel('Key').selectOption({
    label: (await page.getByLabel('Key').locator('option', { hasText: 'Newsletter' }).first().textContent()) ?? '',
  })
  await page.getByLabel('What each code says').fill('https://fennmoor.example/m/{{no}}')
  await page.getByLabel(/^Recipients, as/).fill('no,name\n0041,Rhys\n17/B&x,Ines\n,Tom\n')
  await page.getByRole('button', { name: 'Fetch and read each one' }).click()
  await expect(page.getByText('1 of 3 do not read as meant.')).toBeVisible()
  await expect(page.getByText('no has no value')).toBeVisible()
  await page.getByRole('radio', { name: 'as it is' }).click()
  await page.getByRole('button', { name: 'Fetch and read each one' }).click()
  await expect(page.getByText('2 of 3 do not read as meant.')).toBeVisible()
  await expect(page.getByText('no holds &, which ends the value')).toBeVisible()
  await page.getByRole('button', { name: 'Let the tool URL-encode' }).click()
  await expect(page.getByRole('radio', { name: 'URL-encoded' })).toBeChecked()
})

test('a key is made, told once, and revoked', async ({ page }) => {
  await signIn(page)
  await page.goto('/keys')
  await page.getByRole('button', { name: 'New key' }).first().click()
  await page.getByLabel('What it is for').fill('Label printer')
  await page.getByRole('button', { name: 'Make key' }).click()
  const told = page.getByText(/^kgs_\w{40}$/)
  await expect(told).toBeVisible()
  const key = (await told.textContent()) ?? ''
  const draws = () =>
    page.request.post('/api/v1/symbols', { headers: { Authorization: `Bearer ${key}` }, data: { text: 'hive' } })
  expect((await draws()).status()).toBe(200)
  await page.reload()
  await expect(page.getByText(key)).toHaveCount(0)
  await page
    .getByRole('button', { name: /^Label printer/ })
    .first()
    .click()
  await page.getByRole('button', { name: 'Revoke Label printer' }).click()
  await page.getByRole('button', { name: 'Revoke', exact: true }).click()
  await expect(page.getByText('Label printer is revoked')).toBeVisible()
  expect((await draws()).status()).toBe(401)
})

test('a hundred calls are a hundred, however many come at once', async ({ page }) => {
  await signIn(page)
  const made = await page.request.post('/api/v1/keys', {
    headers: { Authorization: `Bearer ${secretKey('--ability=keys', '--ability=draw')}` },
    data: { name: 'Bounded', abilities: ['draw'], quota: 100, per_minute: 1_000_000 },
  })
  const { text } = (await made.json()) as { text: string }
  const statuses: number[] = []
  const one = async (): Promise<void> => {
    const answer = await page.request.get('/api/v1/kinds', { headers: { Authorization: `Bearer ${text}` } })
    statuses.push(answer.status())
  }
  await Promise.all(
    Array.from({ length: 20 }, async () => {
      for (let i = 0; i < 10; i++) await one()
    }),
  )
  expect([200, 429].map((status) => statuses.filter((one) => one === status).length)).toEqual([100, 100])
})
