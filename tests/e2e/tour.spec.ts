import { expect } from '@playwright/test'
import { callApi, fillField, pick, signIn } from './helpers'
import { keptPage as test } from './keptPage'
import { acknowledge, toJudge, verdict } from './runHelpers'

test('the tour goes on by what is really done, is left and resumed, and ends with a set-up to keep', async ({
  page,
}) => {
  test.setTimeout(90_000)
  await signIn(page)
  await page.goto('/?tour=1')
  const tour = page.getByTestId('tour')
  await expect(tour).toContainText('Step 1 of 6')
  const beam = page.getByRole('slider', { name: 'Beam: distance from the start' })
  await beam.focus()
  await beam.press('ArrowLeft')
  await expect(tour).toContainText('Step 2 of 6')

  // Left, it is gone; from the search it goes on where it was.
  await tour.getByRole('button', { name: 'Leave the tour' }).click()
  await expect(tour).toHaveCount(0)
  await page.keyboard.press('/')
  await page.getByPlaceholder(/Search everything/).fill('tour')
  await page.getByRole('option', { name: 'Take the tour' }).click()
  await expect(tour).toContainText('Step 2 of 6')

  await fillField(page, 'flashes[0].power', '1/4')
  await page
    .locator('[data-finding="blur"]')
    .getByRole('button', { name: /^Turn the flash down/ })
    .first()
    .click()
  await expect(tour).toContainText('Step 3 of 6')
  await page.getByRole('heading', { name: 'Findings' }).click()
  await page.keyboard.press('s')
  await page.getByTestId('say').fill('f/11 iso 800')
  await page.keyboard.press('Enter')
  await expect(tour).toContainText('Step 4 of 6')
  await page.getByRole('button', { name: 'What I know' }).click()
  await page.getByRole('button', { name: 'Add a measurement' }).click()
  await pick(page.getByTestId('evidence-kind'), 'Speed')
  await fillField(page, 'seen.value', '33 m/s')
  await page.getByTestId('evidence').getByRole('button', { name: 'Add', exact: true }).click()
  await expect(tour).toContainText('Step 5 of 6')
  await page.getByRole('button', { name: 'Play in slow motion' }).click()
  await expect(tour).toContainText('Step 6 of 6')
  await tour.getByRole('button', { name: 'Open the run' }).click()
  await acknowledge(page)
  await toJudge(page)
  await verdict(page, 'o')
  await expect(tour).toContainText('That was the tour.')
  await tour.getByRole('button', { name: 'Keep the set-up' }).click()
  await expect(tour).toHaveCount(0)
  // What was fired on the bench is in no count of the studio.
  const [, rehearsal] = /setups\/([^/]+)\/run/.exec(page.url())!
  const counted = async (practice: boolean): Promise<number> =>
    (await callApi(page, 'GET', `/api/takes/stats?setup=${rehearsal}&practice=${practice}`)).body.takes
  // Kept on the device first, a take is sent a moment later.
  await expect.poll(() => counted(true)).toBe(1)
  expect(await counted(false)).toBe(0)
})
