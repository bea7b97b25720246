import { type Page, expect } from '@playwright/test'
import { type Setup, newSetup } from '~~/core'
import { callApi, open, openNewSetup, pick } from './helpers'
import { keptPage as test } from './keptPage'
import { fallingKeys, pannedTop } from '../../scripts/demo/sequences'

const single = (setup: Setup): Setup => ({
  ...setup,
  sequence: { ...newSetup('projectile').sequence, stillWidth: setup.sequence.stillWidth },
  flashes: setup.flashes.map(flash => ({ ...flash, relay: 1 })),
})

async function compose(page: Page, setup: Setup): Promise<string> {
  const id = await openNewSetup(page, setup)
  await page.getByRole('link', { name: 'Plan a sequence of pops' }).click()
  await expect(page.getByRole('heading', { name: 'Sequence' })).toBeVisible()
  return id
}
const fill = async (page: Page, path: string, text: string): Promise<void> => {
  await page.locator(`input[data-path="${path}"]`).fill(text)
  await page.keyboard.press('Enter')
}
const asked = (page: Page) => page.getByRole('button', { name: 'Confirm that everyone was asked' }).click()

test('a juggler in six pops with a last front light, from an empty set-up', async ({ page }) => {
  const id = await compose(page, single(newSetup('swing')))
  await expect(page.getByText('One pop gives one position')).toBeVisible()
  await page.getByRole('button', { name: 'Add pops' }).click()
  await asked(page)
  const group = page.getByRole('region', { name: 'Pops', exact: true }).last()
  await group.getByLabel('Front').uncheck()
  await group.getByLabel('Type').fill('six at twelve')
  await group.getByLabel('Type').press('Enter')
  await expect(page.getByRole('alert')).toContainText('write it as 6 @ 12 Hz or 5 x 80 ms')
  await group.getByLabel('Type').fill('6 x 60 ms')
  await group.getByLabel('Type').press('Enter')
  await expect(page.getByTestId('composite')).toContainText('6 of 6 positions')
  await page.getByRole('button', { name: 'Add a group' }).click()
  await page.getByRole('switch', { name: 'Starts from the last pop' }).click()
  await expect(page.getByTestId('programme')).toHaveCount(3)
  await expect(page.getByTestId('programme').first()).toContainText(/Left × 3.*1\/32.*6.*60\sms · 16\.7 Hz/)
  await expect(page.getByTestId('flicker')).toContainText('can trigger seizures')
  await expect(page.getByTestId('still-gain')).toContainText(/\+2\.\d\sEV/)

  // Both schools can be dialled.
  await page.getByTestId('school-least').getByRole('button').click()
  await expect(page.getByTestId('school-least')).toContainText('in use')
  // Pops are dragged and nudged on their lane.
  const last = page.getByRole('slider', { name: 'Pops, pop 6 on Left' })
  const box = (await last.locator('.grip').boundingBox())!
  await page.mouse.move(box.x + 7, box.y + 10)
  await page.mouse.down()
  await page.mouse.move(box.x + 67, box.y + 10, { steps: 5 })
  await page.mouse.up()
  await expect(page.locator('input[data-path="sequence.groups[0].interval"]')).not.toHaveValue(/^60\sms/)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.locator('input[data-path="sequence.groups[0].interval"]')).toHaveValue(/^60\sms/)
  await last.press('ArrowRight')
  await expect(page.locator('input[data-path="sequence.groups[0].interval"]')).toHaveValue(/^60\.1\sms/)
  await page.getByLabel('Up to').fill('0.1')
  await expect(page.getByTestId('composite')).toContainText('2 of 6 positions')
  await expect(page.getByTestId('save-state')).toHaveText('Saved')
  expect((await callApi(page, 'GET', `/api/setups/${id}`)).body.setup.sequence.groups).toHaveLength(2)
  // The workspace shows them all: on the object's line, and on each light's lane.
  await open(page, `/setups/${id}`)
  await expect(page.getByTestId('sentence')).toContainText('The first of 6 pictures')
  await expect(page.getByRole('group', { name: /^Path chart/ }).locator('[data-pop]')).toHaveCount(5)
  await expect(page.getByRole('group', { name: /^Time strip/ }).locator('[data-pop]')).toHaveCount(13)
  await open(page, `/setups/${id}/sequence`)
  // Asked once in a session.
  await page.reload()
  await expect(page.getByTestId('composite')).toContainText('6 of 6 positions')
  await expect(page.getByRole('dialog', { name: 'Flicker' })).toBeHidden()
})

test('a key ring in seven evenly spaced places, shared by three units, from an empty set-up', async ({ page }) => {
  await compose(page, single(fallingKeys()))
  await page.getByRole('button', { name: 'Add pops' }).click()
  await asked(page)
  await pick(page.getByLabel('Placed'), 'Evenly across the frame')
  await fill(page, 'sequence.groups[0].count', '7')
  await fill(page, 'sequence.groups[0].from', '12 cm')
  await fill(page, 'sequence.groups[0].to', '66 cm')
  await expect(page.getByTestId('composite')).toContainText(
    /7 of 7 positions in the picture, at least (90|89\.\d+)\smm apart/,
  )
  const finding = page.locator('[data-finding="not-enough-units"]')
  await expect(finding).toContainText('needs 3 units to give 7 pops')
  await finding.getByRole('button', { name: /Alternate 3 sets/ }).click()
  await expect(finding).toBeHidden()
  await expect(page.getByTestId('programme')).toHaveCount(3)
  await expect(page.getByTestId('programme').first()).toContainText('Arm A × 2')
})

test('a spinning top with the camera panned, from an empty set-up', async ({ page }) => {
  const start = single(pannedTop())
  await compose(page, { ...start, sequence: { ...start.sequence, groundStops: 0 } })
  await page.getByRole('button', { name: 'Add pops' }).click()
  await page.getByLabel('Type').fill('6 @ 5 Hz')
  await page.getByLabel('Type').press('Enter')
  await asked(page)
  await expect(page.locator('[data-finding="steps-overlap"]')).toContainText('overlap by 100')
  const burnt = page.locator('[data-finding="still-parts"]')
  await burnt.getByRole('button', { name: /^Pan at/ }).hover()
  await expect(page.getByTestId('composite')).toContainText('at least')
  await burnt.getByRole('button', { name: /^Pan at/ }).click()
  await expect(burnt).toBeHidden()
  await expect(page.locator('input[data-path="sequence.panSpeed"]')).toHaveValue(/7\.\d+\s°\/s/)
  await expect(page.getByTestId('still-gain')).toContainText(/±0\.0\sEV/)
  await page.getByRole('button', { name: 'Remove Pops' }).click()
  await expect(page.getByText('One pop gives one position')).toBeVisible()
})

test('by hand, and by a table of places', async ({ page }) => {
  await compose(page, single(newSetup('swing')))
  await page.getByRole('button', { name: 'Add pops' }).click()
  await asked(page)
  await pick(page.getByLabel('Placed'), 'by hand')
  await page.getByRole('button', { name: 'Add a pop' }).click()
  await expect(page.locator('input[data-path="sequence.groups[0].times[6]"]')).toBeVisible()
  await page.getByRole('button', { name: 'Remove pop 7 of Pops' }).click()
  await fill(page, 'sequence.groups[0].times[1]', '55 ms')
  await expect(page.getByRole('slider', { name: 'Pops, pop 2 on Left' })).toHaveAttribute('aria-valuenow', '0.055')
  await page.getByText('Movement').click()
  for (let i = 0; i < 2; i++) await page.getByRole('button', { name: 'Add position' }).click()
  await fill(page, 'sequence.track[1].time', '900 ms')
  await fill(page, 'sequence.track[1].position', '1.5')
  await expect(page.getByText('Taken from this table')).toBeVisible()
  await expect(page.getByTestId('save-state')).toHaveText('Saved')
})

test('the schedule is on the printed dial card', async ({ page }) => {
  const id = await openNewSetup(page, newSetup('swing'))
  await open(page, `/setups/${id}/card`)
  await expect(page.getByTestId('programme')).toHaveCount(3)
  await expect(page.getByTestId('flicker')).toBeVisible()
})
