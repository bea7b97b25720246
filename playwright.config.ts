import { defineConfig } from '@playwright/test'

/** Drives the production build that scripts/test.mjs has started on a real MariaDB. */
export default defineConfig({
  testDir: 'tests/e2e',
  outputDir: 'test-results',
  workers: 1,
  retries: 0,
  timeout: 90_000,
  // A busy machine is slow, not wrong.
  expect: { timeout: 15_000 },
  reporter: [['list'], ['json']],
  use: {
    baseURL: process.env.BASE_URL ?? 'http://127.0.0.1:3000',
    viewport: { width: 1280, height: 800 },
    trace: 'retain-on-failure',
    launchOptions: {
      executablePath: '/usr/bin/chromium',
      args: ['--no-sandbox', '--host-resolver-rules=MAP * ~NOTFOUND , EXCLUDE 127.0.0.1 , EXCLUDE localhost'],
    },
  },
  projects: [
    { name: 'desktop', testMatch: /.*\.spec\.ts/ },
    { name: 'screenshots', testMatch: /screenshots\.shots\.ts/ },
    { name: 'frames', testMatch: /frames\.bench\.ts/ },
  ],
})
