import { defineConfig } from '@playwright/test'

/** Runs against an instance that bin/test starts; Debian's Chromium, nothing is downloaded. */
export default defineConfig({
  testDir: 'e2e',
  outputDir: 'var/e2e-results',
  fullyParallel: false,
  workers: 2,
  timeout: 45_000,
  // Each of these waits for the one before: what needs the machine to itself (a reading keeps to its time), what goes to
  // another workspace (the demo account signs in where it was last), and what kills the workers that all talk to.
  projects: [
    { name: 'screens', testIgnore: ['workspaces.spec.ts', 'recovery.spec.ts'], grepInvert: /@alone/ },
    { name: 'alone', grep: /@alone/, dependencies: ['screens'] },
    { name: 'workspaces', testMatch: 'workspaces.spec.ts', dependencies: ['alone'] },
    { name: 'recovery', testMatch: 'recovery.spec.ts', dependencies: ['workspaces'] },
  ],
  expect: { timeout: 15_000 },
  // A second try keeps one slow moment of a shared machine from hiding what all the others say; it is reported as flaky,
  // and bin/test prints what the page showed the first time.
  retries: 1,
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
