import { defineConfig } from '@playwright/test'

/** Runs against an instance that bin/test starts; Debian's Chromium, nothing is downloaded. */
export default defineConfig({
  testDir: 'e2e',
  outputDir: 'var/e2e-results',
  fullyParallel: false,
  workers: 2,
  timeout: 45_000,
  // Where the demo account was last is where it signs in next, so going elsewhere comes after all others.
  projects: [
    { name: 'screens', testIgnore: ['workspaces.spec.ts', 'recovery.spec.ts'] },
    { name: 'workspaces', testMatch: 'workspaces.spec.ts', dependencies: ['screens'] },
    { name: 'recovery', testMatch: 'recovery.spec.ts', dependencies: ['workspaces'] },
  ],
  expect: { timeout: 15_000 },
  reporter: [['list'], ['junit']],
  use: {
    baseURL: process.env.KEEN_GLYPH_URL ?? 'http://127.0.0.1:8080',
    viewport: { width: 1280, height: 800 },
    testIdAttribute: 'data-test',
    trace: 'off',
    permissions: ['clipboard-read', 'clipboard-write'],
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-quic',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
        '--no-first-run',
      ],
    },
  },
})
