import { expect } from '@playwright/test'
import { newSetup } from '~~/core'
import { test } from './base'
import { callApi, makeSetup, open, signIn } from './helpers'
import { acknowledge, toJudge, verdict } from './runHelpers'

test('why takes were lost and what works better: said as they are judged, answered from the log', async ({ page }) => {
  await signIn(page)
  const setup = newSetup('pour')
  const id = await makeSetup(page, {
    ...setup,
    name: 'Cream, two ways',
    goal: { ...setup.goal, variants: 'thick, thin' },
  })
  await page.goto(`/setups/${id}/run`)
  await acknowledge(page)
  await toJudge(page)
  // The variant to fire is proposed, there and back again; why it is lost is one key.
  const variants = page.getByRole('group', { name: 'Variant of the prop' })
  await expect(variants.getByRole('button', { name: 'thick' })).toHaveAttribute('aria-pressed', 'true')
  await page.keyboard.press('v')
  await expect(variants.getByRole('button', { name: 'thin' })).toHaveAttribute('aria-pressed', 'true')
  await page.keyboard.press('3')
  await expect(page.getByRole('button', { name: /^Burnt out/ })).toHaveAttribute('aria-pressed', 'true')
  await verdict(page, 'o')
  await expect
    .poll(async () => (await callApi(page, 'GET', `/api/setups/${id}/takes`)).body)
    .toMatchObject([{ verdict: 'on', keeper: false, cause: 'burnt', alsoCause: null, variant: 'thin' }])

  for (let i = 0; i < 24; i++) {
    const thick = i % 2 === 0
    const kept = thick ? i % 12 !== 0 : i % 12 === 1
    const take = {
      key: `answers-${i}`,
      delay: 0.01,
      verdict: 'on',
      keeper: kept,
      position: null,
      note: '',
      cause: kept ? null : 'dull',
      variant: thick ? 'thick' : 'thin',
      said: { chance: 0.9, delay: null, error: null, takes: null },
      firedAt: `2026-11-02T10:${10 + i}:00.000Z`,
    }
    expect((await callApi(page, 'POST', `/api/setups/${id}/takes`, take)).status).toBe(201)
  }
  await open(page, '/log')
  await page.getByRole('link', { name: 'Answers' }).click()
  // The log has days from and to as well.
  await expect(page.getByRole('heading', { name: 'Answers', exact: true })).toBeVisible()
  await page.getByLabel('From', { exact: true }).fill('2026-11-02')
  await page.getByLabel('To', { exact: true }).fill('2026-11-02')
  await expect(page.getByText('24 takes, 12 keepers.')).toBeVisible()
  await expect(page.getByTestId('why-lost')).toContainText('Dull: 12 of the 12 lost (100 %)')
  const works = page.getByTestId('works').getByRole('listitem')
  await expect(works.filter({ hasText: 'Cream, two ways' })).toContainText(/Thick|thick keeps/)
  await expect(page.getByTestId('word')).toContainText('promises too much')
  await expect(page.getByTestId('cost')).toContainText('Pour costs most: 2 takes to a keeper.')
  // The same beside the takes of the set-up.
  await page.getByRole('link', { name: 'Cream, two ways' }).click()
  await page.getByRole('tab', { name: /Takes/ }).click()
  await expect(page.getByTestId('variants').getByRole('row')).toHaveCount(3)
})
