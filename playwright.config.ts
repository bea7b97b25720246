import { defineConfig } from '@playwright/test'

/** Tests that run at once have a server each; this one's. */
const side = process.env.TEST_PARALLEL_INDEX ?? '0'

const ALL_INPUTS = {
  name: 'epiro-panel',
  value: 'all',
  domain: '127.0.0.1',
  path: '/',
  expires: -1,
  httpOnly: false,
  secure: false,
  sameSite: 'Strict' as const,
}

/** Drives the production build that scripts/test.mjs has started on a real MariaDB. */
export default defineConfig({
  testDir: 'tests/e2e',
  outputDir: 'test-results',
  // On a machine shared with others a test may be starved once; what passes at the second try is told as such.
  retries: Number(process.env.EPIRO_TEST_RETRIES ?? 0),
  timeout: 120_000,
  // A busy machine is slow, not wrong.
  expect: { timeout: 25_000 },
  reporter: [['list'], ['json']],
  use: {
    baseURL: process.env[`BASE_URL_${side}`],
    viewport: { width: 1280, height: 800 },
    // What keeps the application on a device would answer for the server; its own test lets it.
    serviceWorkers: 'block',
    // Most tests reach for inputs by their field; what a new reader meets first has a test of its own.
    storageState: { cookies: [ALL_INPUTS], origins: [] },
    trace: 'on-first-retry',
    launchOptions: {
      executablePath: process.env.CHROMIUM,
      args: [
        '--no-sandbox',
        '--disable-gpu',
        // Text is set as a browser on a screen sets it: hinted to whole pixels, words run together.
        '--font-render-hinting=none',
        '--host-resolver-rules=MAP * ~NOTFOUND , EXCLUDE 127.0.0.1 , EXCLUDE localhost',
      ],
    },
  },
  projects: [
    { name: 'desktop', testMatch: /.*\.spec\.ts/ },
    { name: 'screenshots', testMatch: /screenshots\.shots\.ts/ },
    { name: 'frames', testMatch: /frames\.bench\.ts/ },
    { name: 'pages', testMatch: /pages\.bench\.ts/ },
  ],
})
