import { expect } from '@playwright/test'
import sharp from 'sharp'
import { newSetup } from '~~/core'
import { test } from './base'
import { callApi, makeSetup, signIn } from './helpers'
import { acknowledge, takesOf, toJudge, verdict } from './runHelpers'

test.use({ serviceWorkers: 'allow' })

test('opened once, it opens without a network: run, four takes, a picture, and all of it is there afterwards', async ({
  page,
  context,
}) => {
  await signIn(page)
  const id = await makeSetup(page, newSetup('balloon'))
  await page.goto('/')
  await expect(page.getByRole('heading', { name: 'Shoots', exact: true })).toBeVisible()
  await page.goto(`/setups/${id}`)
  await expect(page.getByTestId('delay')).toBeVisible()
  await page.goto(`/setups/${id}/run`)
  await acknowledge(page)
  await expect(page.getByTestId('call')).toBeVisible()
  // The application is on the device once its worker is.
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready
    while (!(await caches.keys()).some(name => name.includes('precache'))) await new Promise(r => setTimeout(r, 200))
  })
  await page.waitForTimeout(1500)

  await context.setOffline(true)
  await page.goto('/')
  await expect(page.getByTestId('offline')).toContainText('Offline, last in step')
  await expect(page.getByRole('heading', { name: 'Shoots', exact: true })).toBeVisible()
  await page.goto(`/setups/${id}`)
  await expect(page.getByTestId('delay')).toBeVisible()
  await page.getByRole('tab', { name: /Takes/ }).click()
  await expect(page.getByRole('heading', { name: 'Log a take' })).toBeVisible()

  await page.goto(`/setups/${id}/run`)
  for (const key of ['e', 'l', 'o']) {
    await toJudge(page)
    await verdict(page, key)
    await page.keyboard.press('Space')
  }
  await expect(page.getByTestId('unsent')).toContainText('3 takes not sent yet')
  await toJudge(page)
  await verdict(page, 'o')
  const photo = await sharp({ create: { width: 300, height: 200, channels: 3, background: '#c84' } })
    .jpeg()
    .toBuffer()
  await page
    .locator('input[type=file][data-take]')
    .setInputFiles({ name: 'fourth.jpg', mimeType: 'image/jpeg', buffer: photo })
  await expect(page.getByTestId('unsent')).toContainText('4 takes and 1 picture not sent yet')
  await expect(page.getByTestId('waiting-pictures')).toContainText('fourth.jpg')
  // It is there after the page was closed, and seen.
  await page.reload()
  await acknowledge(page).catch(() => {})
  await expect(page.getByTestId('waiting-pictures').locator('img')).toHaveJSProperty('naturalWidth', 300)
  await context.setOffline(false)
  await expect.poll(async () => (await takesOf(page, id)).length, { timeout: 30_000 }).toBe(4)
  const logged = await takesOf(page, id)
  expect(logged.map(take => take.verdict).sort()).toEqual(['early', 'late', 'on', 'on'])
  const fourth = logged.find(take => take.number === 4)!
  await expect
    .poll(async () => (await callApi(page, 'GET', `/api/setups/${id}/pictures`)).body, { timeout: 30_000 })
    .toMatchObject([{ name: 'fourth.jpg', takeId: fourth.id }])
  await expect(page.getByTestId('waiting-pictures')).toHaveCount(0)
  await expect(page.getByTestId('offline')).toHaveCount(0, { timeout: 30_000 })
  expect((await callApi(page, 'GET', '/api/session')).status).toBe(200)
})

test('what one person was shown is not shown to the next', async ({ page, context }) => {
  await signIn(page)
  const id = await makeSetup(page, newSetup('spin'))
  await page.goto(`/setups/${id}`)
  await expect(page.getByTestId('delay')).toBeVisible()
  await page.evaluate(() => navigator.serviceWorker.ready)
  await page.getByRole('button', { name: 'Sign out' }).click()
  await expect(page).toHaveURL(/sign-in/)
  await context.setOffline(true)
  await page.goto(`/setups/${id}`).catch(() => {})
  await expect(page.getByTestId('delay')).toHaveCount(0)
  await context.setOffline(false)
})
