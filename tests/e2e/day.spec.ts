import { readFile } from 'node:fs/promises'
import { expect } from '@playwright/test'
import { test } from './base'
import { callApi, open, signIn } from './helpers'

const order = (page: import('@playwright/test').Page): Promise<string[]> =>
  page
    .locator('[data-block]')
    .evaluateAll(blocks => blocks.map(block => block.getAttribute('aria-label')!.split(':')[0]!))

test('a day stands at once; it is ordered by key and mouse, undone, and goes out on paper', async ({ page }) => {
  await signIn(page)
  const { body } = await callApi(page, 'GET', '/api/shoots?limit=100')
  const shoot = (body as { id: string; name: string }[]).find(({ name }) => name === 'Circus posters')!
  await open(page, `/shoots/${shoot.id}/day`)
  // Nothing was filled in, and a schedule stands.
  await expect(page.getByTestId('day-end')).toContainText(/nine days in ten by \d\d:\d\d/)
  const first = await order(page)
  expect(first).toHaveLength(4)
  await expect(page.getByText('assumed').first()).toBeVisible()

  // By key: the first goes one later, and stays chosen.
  await page.locator('[data-block]').first().focus()
  await page.keyboard.press('ArrowDown')
  await expect.poll(() => order(page)).toEqual([first[1], first[0], first[2], first[3]])
  await page.keyboard.press('Control+z')
  await expect.poll(() => order(page)).toEqual(first)

  // By mouse: the last goes to the top; a better order is offered, not forced.
  const block = page.locator('[data-block]').last()
  await block.scrollIntoViewIfNeeded()
  const box = (await block.boundingBox())!
  await page.mouse.move(box.x + 60, box.y + box.height - 8)
  await page.mouse.down()
  await page.mouse.move(box.x + 60, 20, { steps: 6 })
  await page.mouse.up()
  await expect.poll(async () => (await order(page))[0]).toBe(first[3])
  await page.keyboard.press('Control+z')
  await expect.poll(() => order(page)).toEqual(first)

  // Somebody who must be there, and has to leave: said, with what would make it.
  await page.getByLabel('Name of somebody').fill('Ilse')
  await page.getByRole('button', { name: 'Add somebody' }).click()
  await page.getByLabel('Ilse until').fill('10:00')
  await page.getByLabel('Ilse until').press('Enter')
  await page.locator('[data-block]').first().click()
  await page.getByRole('checkbox', { name: 'Ilse' }).click()
  await expect(page.getByTestId('contradiction').first()).toContainText('Ilse cannot be there long enough')
  await page
    .getByTestId('contradiction')
    .first()
    .getByRole('button', { name: /^Ilse stays until/ })
    .click()
  await expect(page.getByTestId('contradiction')).toHaveCount(0)

  // Typed minutes stand, and what is wrong is said beside them.
  await page.getByLabel('Build, min').fill('soon')
  await page.getByLabel('Build, min').press('Enter')
  await expect(page.getByText('Minutes, such as 12')).toBeVisible()
  await page.getByLabel('Build, min').fill('55')
  await page.getByLabel('Build, min').press('Enter')
  await expect(page.getByTestId('day-end')).toContainText('nine days in ten')

  const [download] = await Promise.all([
    page.waitForEvent('download'),
    (async () => {
      await page.getByRole('button', { name: 'Export the day' }).click()
      await page.getByRole('menuitem', { name: 'Calendar (.ics)' }).click()
    })(),
  ])
  expect(download.suggestedFilename()).toBe('circus-posters-day.ics')
  expect((await readFile(await download.path(), 'utf8')).match(/BEGIN:VEVENT/g)).toHaveLength(2)

  await page.getByRole('link', { name: 'Call sheet' }).click()
  await expect(page.getByRole('table', { name: 'Order' }).getByRole('row')).toHaveCount(5)
  await expect(page.getByRole('table', { name: 'Calls' })).toContainText('Ilse')
  await page.reload()
  // It was kept.
  await expect(page.getByRole('table', { name: 'Calls' })).toContainText('Ilse')
})

test('a set-up is said in one line, and taken as one step', async ({ page }) => {
  await signIn(page)
  const { body } = await callApi(page, 'GET', '/api/shoots?limit=100')
  const setup = (body as { setups: { id: string; name: string }[] }[])
    .flatMap(shoot => shoot.setups)
    .find(({ name }) => name === 'Steel ball through a rice cracker')!
  await open(page, `/setups/${setup.id}`)
  await expect(page.getByTestId('delay')).toBeVisible()
  await page.keyboard.press('s')
  await page.getByTestId('say').fill('f/8 iso 400, key at 1/32, 200')
  await expect(page.getByTestId('said')).toHaveCount(3)
  await expect(page.getByTestId('say-ask')).toContainText('of what?')
  await expect(page.getByRole('button', { name: /^Set these/ })).toBeDisabled()
  await page.getByTestId('say-ask').getByRole('button', { name: 'shutter 1/200 s' }).click()
  await expect(page.getByTestId('said')).toHaveCount(4)
  await expect(page.getByTestId('say-effect')).toContainText('chance of a keeper')
  await page.getByTestId('say').press('Enter')
  await expect(page.getByTestId('say')).toHaveCount(0)
  await expect(page.locator('input[data-path="picture.iso"]')).toHaveValue('400')
  await page.keyboard.press('Control+z')
  await expect(page.locator('input[data-path="picture.iso"]')).not.toHaveValue('400')
})
