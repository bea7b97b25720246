import { spawnSync } from 'node:child_process'
import { type Page, expect } from '@playwright/test'
import { KIT_KINDS, RECIPES, type Recipe } from '~~/core'
import { test } from './base'
import { programArgs } from '../../scripts/lib/programs.mjs'
import { callApi, fillField, open, openNewSetup, pick } from './helpers'

const TOUCHED: readonly Recipe[] = ['pour', 'projectile', 'throw']
/** As somebody meets it who has never been here. */
const asNew = (page: Page): Promise<void> => page.context().clearCookies({ name: 'epiro-panel' })

/** A link into the own, empty studio. */
function ownLink(): string {
  const side = test.info().parallelIndex
  const made = spawnSync(process.execPath, [...programArgs('prepare'), '--link'], {
    encoding: 'utf8',
    env: { ...process.env, NODE_OPTIONS: '', DATABASE_URL: process.env[`DATABASE_URL_${side}`] },
  })
  return `/sign-in#${(JSON.parse(made.stdout) as { token: string }).token}`
}

async function emptyAgain(page: Page): Promise<void> {
  for (const shoot of (await callApi(page, 'GET', '/api/shoots')).body as { id: string }[])
    await callApi(page, 'DELETE', `/api/shoots/${shoot.id}`)
}

for (const way of ['key', 'touch'] as const) {
  test.describe(`by ${way}`, () => {
    test.use({ hasTouch: way === 'touch' })
    test(`from an empty studio to a plan with all that is asked, by ${way}`, async ({ page }) => {
      test.slow()
      await page.goto(ownLink())
      await expect(page.getByRole('heading', { name: 'Shoots', exact: true })).toBeVisible()
      await asNew(page)
      await open(page, '/kit')
      const kit = page.getByTestId('empty-kit')
      await expect(kit.getByRole('row')).toHaveCount(1 + KIT_KINDS.length)
      await kit.getByRole('button', { name: 'Add flash from data sheet' }).click()
      await expect(page.getByRole('dialog', { name: 'Add flash from data sheet' })).toBeVisible()
      await page.keyboard.press('Escape')
      await open(page, '/log')
      await expect(page.getByTestId('empty-log')).toContainText('early, on time or late, and whether it is a keeper')
      await page.getByRole('link', { name: 'Choose a set-up to run' }).click()
      const times: string[] = []
      // Each of them one way or the other: the screens are the same.
      for (const recipe of RECIPES.filter(one => TOUCHED.includes(one) === (way === 'touch'))) {
        await emptyAgain(page)
        await open(page, '/')
        const tile = page.locator(`[data-recipe=${recipe}]`)
        await expect(tile).toBeVisible()
        const began = Date.now()
        if (way === 'touch') await tile.tap()
        else {
          await tile.focus()
          await page.keyboard.press('Enter')
        }
        await expect(page.getByTestId('delay')).not.toHaveText('')
        const know = page.getByTestId('know')
        const asks = know.locator('[data-ask]')
        await expect(asks.first()).toBeVisible()
        const questions = await asks.count()
        expect(questions, recipe).toBeGreaterThanOrEqual(6)
        expect(questions, recipe).toBeLessThanOrEqual(10)
        // Every figure that can be typed is answered as somebody would who knows it.
        for (let i = 0; i < questions; i++) {
          const input = asks.nth(i).locator('input[data-path]')
          if ((await input.count()) === 0) continue
          const text = await input.inputValue()
          if (way === 'touch') await input.tap()
          else await input.focus()
          await input.fill(
            text.startsWith('1/') ? text : text.replace(/\d/, digit => String(Math.min(9, Number(digit) + 1))),
          )
          await page.keyboard.press('Enter')
        }
        await expect(know.locator('[aria-invalid=true]')).toHaveCount(0)
        const rows = know.locator('input[data-path]:visible, [role=combobox]:visible')
        expect(await rows.count(), recipe).toBeLessThanOrEqual(16)
        await expect(page.getByTestId('save-state')).toHaveText('Saved')
        times.push(
          `${recipe} ${questions} questions, ${await rows.count()} rows, ${((Date.now() - began) / 1000).toFixed(1)} s`,
        )
        expect(Date.now() - began).toBeLessThan(120_000)
      }
      console.log(`From an empty studio to a plan by ${way}: ${times.join('; ')}`)
      await emptyAgain(page)
    })
  })
}

test('what was seen bears on the plan at once, is asked about where it stands alone, and is switched off', async ({
  page,
}) => {
  await asNew(page)
  await openNewSetup(page)
  await expect(page.getByTestId('delay')).toHaveText(/18\.4\s*ms/)
  const evidence = page.getByTestId('evidence')
  await evidence.getByRole('button', { name: 'Add a measurement' }).click()
  await evidence.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(evidence.getByRole('alert')).toHaveText('Enter the reading')
  await fillField(page, 'seen.value', '38 mm')
  await evidence.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(evidence).toContainText(/38\smm past the entry face at 18\.4\sms/)
  await expect(evidence).toContainText(/±3\smm · \d{4}-\d\d-\d\d/)
  await expect(page.getByTestId('held')).toHaveText(/measured: 34\.\d+\sm\/s ± 0\.\d+\sm\/s/)
  await expect(page.locator('[data-ask="motion.speed"] [data-mark]')).toHaveAttribute('data-mark', 'measured')
  await expect(page.getByTestId('delay')).toHaveText(/18\.2\s*ms/)

  await evidence.getByRole('button', { name: 'Add a measurement' }).click()
  await pick(page.getByTestId('evidence-kind'), 'Speed')
  await fillField(page, 'seen.value', '41 m/s')
  await evidence.getByRole('button', { name: 'Add', exact: true }).click()
  const finding = page.locator('[data-finding="evidence-surprise"]')
  await expect(finding).toContainText(/Measurement 41\sm\/s disagrees with the rest: 34\.\d\sm\/s ± 0\.\d+\sm\/s/)
  await finding.getByRole('button', { name: /leave it out/ }).click()
  await expect(finding).toBeHidden()
  await expect(evidence.getByRole('checkbox').nth(1)).not.toBeChecked()
  await evidence.getByRole('checkbox').first().uncheck()
  await expect(page.getByTestId('delay')).toHaveText(/18\.4\s*ms/)
  await expect(page.getByTestId('held')).toBeHidden()
  await page.keyboard.press('Control+z')
  await expect(page.getByTestId('delay')).toHaveText(/18\.2\s*ms/)
  await expect(page.getByTestId('save-state')).toHaveText('Saved')
  await page.reload()
  await expect(evidence).toContainText(/speed 41\sm\/s/)
})

test('questions: what is typed is mine, “don’t know” gives it back, and what to measure next is ranked', async ({
  page,
}) => {
  await asNew(page)
  await openNewSetup(page)
  const speed = page.locator('[data-ask="motion.speed"]')
  await expect(speed.locator('[data-mark]')).toHaveAttribute('data-mark', 'assumed')
  await fillField(page, 'motion.speed', '40 m/s')
  await expect(speed.locator('[data-mark]')).toHaveAttribute('data-mark', 'yours')
  await speed.getByRole('button', { name: /Use a typical value/ }).click()
  await expect(speed.locator('input')).toHaveValue(/^34/)
  await expect(speed.locator('[data-mark]')).toHaveAttribute('data-mark', 'assumed')
  await expect(page.getByTestId('folded')).toContainText(
    /\d+ more are assumed\. None changes .* more than \d+(\.\d+)?\s%/,
  )
  await expect(page.getByTestId('assumed-figures')).toContainText(
    /Worth checking, still assumed: .*Key: Guide number.* and \d+ more/,
  )
  const next = page.getByTestId('measure-next').locator('li')
  await expect(next.first()).toContainText(/Three control shots: on time, this take 35(\.\d)?\s% → \d\d(\.\d)?\s%/)
})

test('any result is asked the other way round: tried, taken, and out of reach', async ({ page }) => {
  await openNewSetup(page)
  await page.getByRole('tab', { name: 'Figures' }).click()
  const delay = page.getByTestId('result-delay')
  await delay.getByRole('button').first().click()
  await delay.getByRole('button', { name: /^Find the Distance from start to sensor/ }).click()
  await fillField(page, 'find.wanted', '10 ms')
  const found = delay.getByTestId('find')
  await expect(found.getByRole('status')).toContainText(/0\.58\d*\sm/)
  await found.getByRole('button', { name: 'take it' }).click()
  await expect(page.getByTestId('delay')).toHaveText(/^10(\.0\d*)?\s*ms/)

  await page.getByTestId('result-blur').getByRole('button').first().click()
  await page
    .getByTestId('result-blur')
    .getByRole('button', { name: /^Find the Launch speed/ })
    .click()
  await fillField(page, 'find.wanted', '900 mm')
  await expect(page.getByTestId('result-blur').getByRole('status')).toContainText(
    /No launch speed .* gives that; the nearest/,
  )
})
