import { type Page, expect, test } from '@playwright/test'
import { openDemo } from './helpers'

/** The pictures of docs/screenshots, from demo data: `npm run screenshots`. */
const folder = 'docs/screenshots'
const take = async (page: Page, name: string): Promise<void> => {
  await page.waitForTimeout(700)
  await page.screenshot({ path: `${folder}/${name}.png` })
}
async function openSetup(page: Page, name: string): Promise<void> {
  await page.goto('/')
  await page.getByRole('link', { name }).click()
  await expect(page.getByTestId('delay')).toBeVisible()
}

test('main views', async ({ page }) => {
  await openDemo(page)
  await expect(page.getByRole('heading', { name: 'Snack bar campaign' })).toBeVisible()
  await take(page, 'shoots')

  await openSetup(page, 'Steel ball')
  await take(page, 'workspace')
  await page.getByRole('button', { name: 'Camera view' }).click()
  for (let i = 0; i < 3; i++) await page.getByRole('button', { name: 'Zoom in on the picture' }).click()
  await page.getByRole('button', { name: 'Ten takes' }).click()
  await page.getByRole('button', { name: 'Light', exact: true }).click()
  await page.getByTestId('delay').getByRole('button').click()
  await expect(page.locator('[data-sensitivity]').first()).toBeVisible()
  await take(page, 'workspace-zoom')

  await openSetup(page, 'Cream into iced coffee')
  await page.getByRole('tab', { name: 'Methods' }).click()
  await take(page, 'workspace-upright')

  await openSetup(page, 'Diabolo')
  await page.getByRole('link', { name: 'Compose a sequence of pops' }).click()
  await page.getByRole('button', { name: 'Everyone has been asked' }).click()
  await take(page, 'sequence')

  await page.goto('/log')
  await expect(page.getByTestId('log-take').first()).toBeVisible()
  await take(page, 'log')
  await page.goto('/kit')
  await expect(page.getByRole('img', { name: /longer at low power/ })).toBeVisible()
  await take(page, 'kit')

  await openSetup(page, 'Steel ball')
  await page.getByRole('button', { name: 'Safelight' }).click()
  await page.mouse.move(640, 790)
  await take(page, 'workspace-safelight')
  await page.getByRole('link', { name: 'Run', exact: true }).click()
  await page.getByLabel('Acknowledged by').fill('Mara')
  for (const box of await page.getByRole('form', { name: 'Cautions' }).getByRole('checkbox').all()) await box.check()
  await page.getByRole('button', { name: /Acknowledged/ }).click()
  for (let i = 0; i < 9; i++) await page.keyboard.press('Space')
  await page.getByRole('slider', { name: 'Past the mark' }).press('Shift+ArrowRight')
  await expect(page.getByRole('button', { name: /Misfire/ })).toBeVisible()
  await take(page, 'run')
})
