import { expect } from '@playwright/test'
import { test } from './base'
import { enterDemo } from './helpers'
import { acknowledge } from './runHelpers'

test('a shoot is made, a set-up of a recipe added, changed, rehearsed, and archived', async ({ page }) => {
  await enterDemo(page)
  await page.getByRole('button', { name: 'New shoot' }).click()
  await page.getByRole('button', { name: 'Save shoot' }).click()
  await expect(page.getByText('Name is missing')).toBeVisible()
  const name = `Evening ${Date.now()}`
  await page.getByRole('textbox', { name: 'Name' }).fill(name)
  await page.getByRole('button', { name: 'Save shoot' }).click()
  const shoot = page.getByRole('region', { name })
  await expect(shoot).toContainText('No set-ups yet.')

  await shoot.getByRole('button', { name: 'New set-up' }).click()
  await page.getByRole('dialog', { name: 'New set-up' }).getByText('Drop', { exact: true }).click()
  await page.getByRole('button', { name: 'Create set-up' }).click()
  await expect(page.getByTestId('delay')).toBeVisible()
  await page.locator('input[data-path="name"]').fill('Second drop')
  await page.locator('input[data-path="name"]').press('Enter')
  await expect(page.getByTestId('save-state')).toHaveText('Saved')

  await page.getByRole('link', { name: 'Epiro' }).click()
  await expect(shoot.getByRole('link', { name: 'Second drop' })).toBeVisible()
  // Before it is shot it is rehearsed, on a rig that hides what is true of it.
  await shoot.getByRole('button', { name: 'Actions for Second drop' }).click()
  await page.getByRole('menuitem', { name: 'Rehearse on the bench' }).click()
  await expect(page).toHaveURL(/\/setups\/[\w-]+\/run/)
  await acknowledge(page)
  await expect(page.getByTestId('bench')).toContainText('connected')
  await page.getByRole('link', { name: 'Exercise progress' }).click()
  await expect(page.getByRole('heading', { name: 'Rehearsal: Second drop' })).toBeVisible()
  await expect(page.getByText('Your own set-up, on a rig')).toBeVisible()

  await page.getByRole('link', { name: 'Epiro' }).click()
  await shoot.getByRole('button', { name: 'Actions for Second drop' }).click()
  await page.getByRole('menuitem', { name: 'Archive' }).click()
  await expect(shoot).toContainText('No set-ups yet.')
})
