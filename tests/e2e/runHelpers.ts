import { type Page, expect } from '@playwright/test'
import { callApi } from './helpers'

export const acknowledge = async (page: Page): Promise<void> => {
  const gate = page.getByRole('form', { name: 'Cautions' })
  await expect(gate).toBeVisible()
  await gate.getByRole('button', { name: /^Acknowledge/ }).click()
  await expect(gate.getByRole('alert')).toContainText('Enter your name')
  await gate.getByLabel('Your name').fill('Mara')
  for (const box of await gate.getByRole('checkbox').all()) await box.check()
  await gate.getByRole('button', { name: /^Acknowledge/ }).click()
  await expect(page.getByTestId('call')).toBeVisible()
}

/** Through the calls to the look. */
export async function toJudge(page: Page): Promise<void> {
  for (
    let i = 0;
    i < 14 &&
    (await page
      .getByTestId('call')
      .textContent()
      .then(text => !/Look/.test(text ?? '')));
    i++
  )
    await page.keyboard.press('Space')
  await expect(page.getByTestId('call')).toHaveText(/Look/)
}

/** One key for a verdict; then the reset stands there. */
export async function verdict(page: Page, key: string): Promise<void> {
  await page.keyboard.press(key)
  await expect(page.getByTestId('call')).toHaveText(/Reset/)
}

export interface KeptTake {
  id: string
  key: string
  number: number
  verdict: string
  keeper: boolean
  delay: number
  position: number | null
  planned: number
  firedAt: string
}
export const takesOf = async (page: Page, id: string): Promise<KeptTake[]> =>
  (await callApi(page, 'GET', `/api/setups/${id}/takes`)).body as KeptTake[]

/** Another server process on the same database, as a second machine would run it. */
export async function secondServer(
  port: number,
  env: Record<string, string> = {},
): Promise<{ address: string; kill: () => Promise<void> }> {
  const { spawn } = await import('node:child_process')
  const child = spawn(process.execPath, ['.output/server/index.mjs'], {
    stdio: 'ignore',
    env: {
      ...process.env,
      DATABASE_URL: process.env[`DATABASE_URL_${process.env.TEST_PARALLEL_INDEX ?? 0}`],
      NODE_ENV: 'production',
      HOST: '127.0.0.1',
      PORT: String(port),
      NITRO_HOST: '127.0.0.1',
      NITRO_PORT: String(port),
      ...env,
    },
  })
  // A test that fails leaves nothing running.
  process.once('exit', () => child.kill('SIGKILL'))
  await expect
    .poll(
      () =>
        fetch(`http://127.0.0.1:${port}/api/health`)
          .then(r => r.status)
          .catch(() => 0),
      { timeout: 20_000 },
    )
    .toBe(200)
  return {
    address: `http://127.0.0.1:${port}`,
    kill: () =>
      new Promise<void>(resolve => {
        child.once('exit', () => resolve())
        child.kill('SIGKILL')
      }),
  }
}
