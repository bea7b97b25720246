import { expect, test } from '@playwright/test'
import { openDemo } from './helpers'

/** The pictures of docs/screenshots, from demo data: `npm run screenshots`. */
const folder = 'docs/screenshots'

test('main views', async ({ page }) => {
  await page.goto('/sign-in')
  await expect(page.getByRole('button', { name: 'Open the demo studio' })).toBeVisible()
  await openDemo(page)
  await expect(page.getByRole('heading', { name: 'Snack bar campaign' })).toBeVisible()
  await page.screenshot({ path: `${folder}/shoots.png` })
  await page.getByRole('region', { name: 'Snack bar campaign' }).getByRole('link', { name: 'Steel ball' }).click()
  await expect(page.getByTestId('delay')).toBeVisible()
  await page.waitForTimeout(500)
  await page.screenshot({ path: `${folder}/workspace.png` })
  await page.goto('/')
  await page.getByRole('link', { name: 'Cream into iced coffee' }).click()
  await expect(page.getByTestId('delay')).toBeVisible()
  await page.getByRole('tab', { name: 'Methods' }).click()
  await page.waitForTimeout(500)
  await page.screenshot({ path: `${folder}/workspace-upright.png` })
  await page.goto('/')
  await page.getByRole('region', { name: 'Snack bar campaign' }).getByRole('link', { name: 'Steel ball' }).click()
  await expect(page.getByTestId('delay')).toBeVisible()
  await page.getByRole('tab', { name: /Takes/ }).click()
  await page.getByRole('button', { name: 'Safelight' }).click()
  await page.mouse.move(640, 790)
  await page.waitForTimeout(500)
  await page.screenshot({ path: `${folder}/workspace-safelight.png` })
})
