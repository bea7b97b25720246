import { expect } from '@playwright/test'
import { test } from './base'
import { enterDemo, open, openNewSetup } from './helpers'

test.use({ viewport: { width: 390, height: 844 } })

test('on a phone nothing runs off the side, and the dial card and the log are there', async ({ page }) => {
  await enterDemo(page)
  const wide = () => page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)
  expect(await wide()).toBeLessThanOrEqual(0)
  // A piece of gear is as wide as the phone; its table of figures moves by itself.
  await open(page, '/kit')
  await page
    .getByRole('button', { name: /^Wick 76/ })
    .first()
    .click()
  const gear = page.getByRole('article', { name: 'Wick 76' })
  await expect(gear.getByRole('button', { name: 'Add reading' })).toBeVisible()
  const box = (await gear.boundingBox())!
  expect(box.x + box.width).toBeLessThanOrEqual(390)
  expect(await wide()).toBeLessThanOrEqual(0)
  await openNewSetup(page)
  expect(await wide()).toBeLessThanOrEqual(0)
  await page.getByTestId('delay').scrollIntoViewIfNeeded()
  await expect(page.getByTestId('delay')).toBeInViewport()

  await page.getByRole('tab', { name: 'Takes' }).click()
  await page.getByText('Early', { exact: true }).click()
  await page.getByRole('button', { name: 'Log take' }).click()
  await expect(page.getByTestId('take')).toHaveCount(1)
  await expect(page.getByTestId('take')).toContainText('Early')
})

test('drawings and inputs have the phone to themselves, and two fingers zoom', async ({ browser }) => {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true })
  const page = await context.newPage()
  await openNewSetup(page)
  const parts = page.getByRole('navigation', { name: 'Parts of the set-up' })
  await expect(page.getByRole('group', { name: /^Time strip/ })).toBeHidden()
  await parts.getByRole('button', { name: 'Drawings' }).tap()
  const strip = page.getByRole('group', { name: /^Time strip/ })
  await expect(strip).toBeVisible()
  await expect(page.getByTestId('delay')).toBeHidden()
  await strip.scrollIntoViewIfNeeded()
  const box = (await strip.boundingBox())!
  const ticks = () => strip.locator('text').allTextContents()
  const before = await ticks()
  const touch = await context.newCDPSession(page)
  const at = (apart: number) =>
    [-1, 1].map((side, id) => ({ x: box.x + 150 + side * apart, y: box.y + box.height / 2, id }))
  await touch.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: at(20) })
  for (const apart of [30, 45, 60])
    await touch.send('Input.dispatchTouchEvent', { type: 'touchMove', touchPoints: at(apart) })
  await touch.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] })
  await expect.poll(ticks).not.toEqual(before)
  await parts.getByRole('button', { name: 'Inputs' }).tap()
  await expect(page.locator('input[data-path="motion.speed"]')).toBeVisible()
  expect(
    await page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth),
  ).toBeLessThanOrEqual(0)
  await context.close()
})
