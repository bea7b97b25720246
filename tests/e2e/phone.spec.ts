import { expect, test } from '@playwright/test'
import { openDemo, openNewSetup } from './helpers'

test.use({ viewport: { width: 390, height: 844 } })

test('on a phone nothing runs off the side, and the dial card and the log are there', async ({ page }) => {
  await openDemo(page)
  const wide = () => page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)
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
