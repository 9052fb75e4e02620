import { chromium } from '@playwright/test'
const [, , path, out, theme = 'light', act = ''] = process.argv
const b = await chromium.launch({ executablePath: '/usr/bin/chromium' })
const p = await b.newPage({ viewport: { width: 1280, height: 800 }, colorScheme: theme })
p.on('pageerror', (e) => console.log('ERR', e.message))
p.on('console', (m) => m.type() === 'error' && console.log(m.text()))
await p.goto('http://127.0.0.1:8080/sign-in')
await p.getByLabel(/mail/i).fill('ines@fennmoor.example')
await p.getByLabel('Password').fill('swarm-in-the-oak')
await p.getByRole('button', { name: /sign in/i }).click()
await p.waitForURL(/glyphs|compose/)
await p.goto('http://127.0.0.1:8080' + path)
await p.waitForTimeout(1500)
if (act) {
  await new Function('p', 'return (async()=>{' + act + '})()')(p)
  await p.waitForTimeout(600)
}
await p.screenshot({ path: out })
await b.close()
