import { readFileSync, writeFileSync } from 'node:fs'
import { expect, test } from '@playwright/test'
import { newSetup } from '~~/core'
import { openDemo, openNewSetup } from './helpers'

test('a set-up is exported and imported as the same file', async ({ page }, info) => {
  await openNewSetup(page, { ...newSetup('projectile'), name: 'Travelling cracker', notes: 'as it was' })
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Export the set-up file' }).click()])
  expect(download.suggestedFilename()).toBe('travelling-cracker.json')
  const file = info.outputPath('exported.json')
  await download.saveAs(file)
  expect(JSON.parse(readFileSync(file, 'utf8'))).toEqual({ ...newSetup('projectile'), name: 'Travelling cracker', notes: 'as it was' })

  await openDemo(page)
  const importFile = async (path: string) => {
    const [chooser] = await Promise.all([page.waitForEvent('filechooser'), page.getByRole('button', { name: 'Import a set-up file into Snack bar campaign' }).click()])
    await chooser.setFiles(path)
  }
  const broken = info.outputPath('broken.json')
  writeFileSync(broken, readFileSync(file, 'utf8').replace('"speed": 34', '"speed": -34'))
  await importFile(broken)
  await expect(page.getByRole('alert')).toContainText('motion.speed: Launch speed: allowed is')

  await importFile(file)
  await expect(page.getByRole('heading', { name: 'Travelling cracker' })).toBeVisible()
  await expect(page.getByTestId('delay')).toHaveText(/18\.5/)
})

test('where the first order fails the keep rate is simulated in a worker, and a million takes can be asked for', async ({ page }) => {
  await openNewSetup(page, newSetup('throw'))
  await expect(page.getByText('Keeps, simulated')).toBeVisible()
  await page.getByRole('tab', { name: 'Figures' }).click()
  await page.getByRole('button', { name: 'Check the keep rate with a million takes' }).click()
  await expect(page.getByTestId('million')).toContainText(/76\.9\s%.*first order 76\.4\s%/, { timeout: 30_000 })
})
