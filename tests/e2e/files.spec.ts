import { readFileSync, writeFileSync } from 'node:fs'
import { expect } from '@playwright/test'
import { playedSessions, newSetup, plan } from '~~/core'
import { format } from '~~/shared/units'
import { test } from './base'
import { enterDemo, openNewSetup, showShoot } from './helpers'

test('a set-up is exported and imported as the same file', async ({ page }, info) => {
  await openNewSetup(page, { ...newSetup('projectile'), name: 'Travelling cracker', notes: 'as it was' })
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Export the set-up file' }).click(),
  ])
  expect(download.suggestedFilename()).toBe('travelling-cracker.json')
  const file = info.outputPath('exported.json')
  await download.saveAs(file)
  expect(JSON.parse(readFileSync(file, 'utf8'))).toEqual({
    ...newSetup('projectile'),
    name: 'Travelling cracker',
    notes: 'as it was',
  })

  await enterDemo(page)
  await showShoot(page)
  const importFile = async (path: string) => {
    const [chooser] = await Promise.all([
      page.waitForEvent('filechooser'),
      page.getByRole('button', { name: 'Import a set-up file into Snack bar campaign' }).click(),
    ])
    await chooser.setFiles(path)
  }
  const broken = info.outputPath('broken.json')
  writeFileSync(broken, readFileSync(file, 'utf8').replace('"speed": 34', '"speed": -34'))
  await importFile(broken)
  await expect(page.getByRole('alert')).toContainText('motion.speed: Launch speed: allowed is')

  await importFile(file)
  await expect(page.getByRole('heading', { name: 'Travelling cracker' })).toBeVisible()
  await expect(page.getByTestId('delay')).toHaveText(/18\.4/)
})

test.describe('with sessions played', () => {
  test.use({ sessions: true })
  test(
    'sessions are played in a worker: the first take beside later ones, props with what they are made of; a ' +
      'million takes can be asked for',
    async ({ page }) => {
      test.slow()
      await openNewSetup(page, newSetup('throw'))
      const many = playedSessions(newSetup('throw'))
      await expect(page.getByText(`${many.props} for 3 keepers at 90`)).toBeVisible()
      await expect(page.getByTestId('keep')).toHaveText(
        new RegExp(`^\\s*${format(many.keeper, 'share').replace(/\u00a0.*/, '')}`),
      )
      await expect(page.getByTestId('later')).toContainText(
        `${format(many.keeperLater, 'share')} once the delay is found`,
      )
      await expect(page.getByTestId('keeper-parts')).toContainText(format(many.first, 'share'))
      // What flies straight is played quickly.
      await openNewSetup(page)
      await page.getByRole('tab', { name: 'Figures' }).click()
      await page.getByRole('button', { name: 'Check the timing with a million takes' }).click()
      await expect(page.getByTestId('million')).toContainText(
        new RegExp(
          `8[89](\\.\\d)?\\s% ± .*the formula says ` +
            `${format(plan(newSetup('projectile')).keep.perTake, 'share').replace('\u00a0', '\\s')}`,
        ),
        { timeout: 150_000 },
      )
    },
  )
})
