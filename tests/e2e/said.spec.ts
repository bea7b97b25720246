import { type Page, expect } from '@playwright/test'
import { type Setup, evidenceOf, newKitItem, newSetup, withChanges } from '~~/core'
import { callApi, fillField, makeSetup, open, openNewSetup, pick, signIn } from './helpers'
import { keptPage as test } from './keptPage'
import { acknowledge } from './runHelpers'

/** What could not be said before: where it is said on the page, and what it does there. */

const changed = (setup: Setup, changes: Record<string, string | number | boolean | null>): Setup =>
  withChanges(
    setup,
    Object.entries(changes).map(([path, value]) => ({ path, value })),
  )
const whatIKnow = (page: Page) =>
  page.getByRole('group', { name: 'Which inputs' }).getByRole('button', { name: 'What I know' }).click()
const allInputs = (page: Page) =>
  page.getByRole('group', { name: 'Which inputs' }).getByRole('button', { name: 'Show all inputs' }).click()

test('a second subject in the line is placed by a figure and by mouse, and the delay follows', async ({ page }) => {
  await openNewSetup(page, changed(newSetup('projectile'), { 'subject.speedLost': 0.2, 'moment.offset': 0.15 }))
  const second = page.getByRole('slider', { name: 'Second subject: behind the first' })
  await expect(second).toHaveCount(0)
  await allInputs(page)
  await fillField(page, 'subject.secondGap', '80 mm')
  await expect(second).toHaveAttribute('aria-valuenow', '0.08')
  const delay = await page.getByTestId('delay').textContent()
  await fillField(page, 'subject.speedLost', '40 %')
  await expect(page.getByTestId('delay')).not.toHaveText(delay!)
  await second.press('Shift+ArrowRight')
  expect(Number(await second.getAttribute('aria-valuenow'))).toBeGreaterThan(0.08)
})

test('a hand catapult gives its speed by draw and pull, assumed until it is measured', async ({ page }) => {
  await openNewSetup(page, changed(newSetup('projectile'), { 'action.kind': 'catapult', 'motion.mass': 0.008 }))
  await whatIKnow(page)
  const know = page.getByTestId('know')
  await fillField(page, 'action.draw', '50 cm')
  await fillField(page, 'action.pull', '8 kg')
  await expect(know.locator('input[data-path="motion.speed"]')).toHaveValue(/^58\.59/)
  await expect(know.locator('[data-ask="motion.speed"]').getByText('use a typical value')).toHaveCount(0)
})

test('a phone sets its own shutter: the row goes, and a figure says what it takes', async ({ page }) => {
  await openNewSetup(
    page,
    changed(newSetup('pour', 'fast-shutter'), { 'trigger': 'burst', 'picture.ambientEv': 9, 'camera.baseIso': 50 }),
  )
  await allInputs(page)
  await expect(page.locator('input[data-path="picture.shutter"]')).toBeVisible()
  await page.getByRole('switch', { name: 'Automatic shutter and ISO' }).click()
  await expect(page.locator('input[data-path="picture.shutter"]')).toHaveCount(0)
  await page.getByRole('tab', { name: /^Figures/ }).click()
  await expect(page.getByText('Shutter speed set by the camera')).toBeVisible()
})

test('roles are named and added, and the run calls them by their names', async ({ page }) => {
  const id = await openNewSetup(page)
  await page.getByRole('tab', { name: /^Lists/ }).click()
  await page.getByLabel('Lights out', { exact: true }).fill('Mara')
  await page.getByLabel('Lights out', { exact: true }).press('Enter')
  await page.getByLabel('Reset', { exact: true }).fill('prop')
  await page.getByLabel('Reset', { exact: true }).press('Enter')
  await expect(page.getByTestId('save-state')).toHaveText('Saved')
  const { setup } = (await callApi(page, 'GET', `/api/setups/${id}`)).body as { setup: Setup }
  expect(setup.crew).toMatchObject({ 'lights-out': 'Mara', 'reset': 'prop', 'open': '' })
  await open(page, `/setups/${id}/run`)
  await acknowledge(page)
  await page.locator('#role').click()
  const roles = ['everyone', 'lead', 'Mara', 'shutter', 'action', 'prop']
  await expect(page.getByRole('option')).toHaveText(roles)
  await page.getByRole('option', { name: 'Mara' }).click()
  await expect(page.getByText('lead (not you)')).toBeVisible()
})

test('what another set-up has learnt is offered, taken over and marked', async ({ page }) => {
  await signIn(page)
  const there = { ...changed(newSetup('projectile'), { 'motion.mass': 0.00321 }), name: 'Shot before' }
  await makeSetup(page, {
    ...there,
    evidence: [evidenceOf(there, { kind: 'speed', value: 37, error: 0.1, at: 0, date: '2026-11-20' })],
  })
  await openNewSetup(page, changed(newSetup('projectile'), { 'motion.mass': 0.00321 }))
  await whatIKnow(page)
  const offers = page.getByTestId('elsewhere')
  await expect(offers).toContainText('on “Shot before”, 2026-11-20')
  const first = await page.getByTestId('delay').textContent()
  await offers.getByRole('button', { name: 'Use this figure' }).click()
  await expect(offers).toHaveCount(0)
  await expect(page.locator('input[data-path="motion.speed"]')).toHaveValue(/^36\.\d|^37/)
  await expect(page.getByTestId('delay')).not.toHaveText(first!)
})

test('a dark band is said, and the curtains’ travel follows', async ({ page }) => {
  await openNewSetup(page, changed(newSetup('toss'), { 'picture.shutter': 1 / 400 }))
  await whatIKnow(page)
  await page.getByRole('button', { name: 'Add a measurement' }).click()
  await pick(page.getByTestId('evidence-kind'), 'Dark band')
  await page.locator('input[data-path="seen.value"]').fill('45 %')
  await page.locator('input[data-path="seen.value"]').press('Enter')
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  await expect(page.getByTestId('evidence')).toContainText('45 % of the frame dark')
  await page.getByRole('tab', { name: /^Findings/ }).click()
  await expect(page.locator('[data-finding]').getByText(/4[45](\.\d)?\s% of the picture dark/)).toBeVisible()
})

test('what was seen is said in one line, its fields are filled, and what is not understood is said', async ({
  page,
}) => {
  await openNewSetup(page, newSetup('projectile'))
  await whatIKnow(page)
  await page.getByRole('button', { name: 'Add a measurement' }).click()
  const line = page.getByTestId('say-seen')
  await line.fill('12 past the mark')
  await expect(page.getByTestId('say-unheard')).toHaveText('Add the unit: mm, ms, m/s, stops.')
  await line.fill('36.5 m/s at 30 cm, ± 1 %')
  await expect(page.getByTestId('say-unheard')).toBeHidden()
  await expect(page.getByTestId('evidence-kind')).toContainText('Speed')
  await expect(page.locator('input[data-path="seen.value"]')).toHaveValue(/^36\.5.m\/s$/)
  await expect(page.locator('input[data-path="seen.at"]')).toHaveValue(/^0\.3.m$|^300.mm$|^30.cm$/)
  // Said and sent in one go: the fields need not have followed yet.
  await line.fill('already gone at 20 ms')
  await line.press('Enter')
  await expect(page.getByTestId('evidence')).toContainText(/past \d+.mm.*at 20.ms/)
  await page.getByRole('button', { name: 'Add a measurement' }).click()
  await line.fill('45 % dark along the top')
  await expect(page.getByTestId('say-unheard')).toContainText('nothing in this set-up could show that')
})

test('a table of durations is pasted from a spreadsheet', async ({ page }) => {
  await signIn(page)
  const made = await callApi(page, 'POST', '/api/kit', { items: [newKitItem('flash', 'Pasted lamp')] })
  expect(made.status).toBe(201)
  await open(page, `/kit?item=${(made.body as { ids: string[] }).ids[0]}`)
  await page.getByText('Paste a table from a spreadsheet').click()
  await page.getByLabel('Table of durations').fill('power\tt.5 (µs)\n1/1\t900\n1/16\t110\n1/64\tquick')
  await page.getByRole('button', { name: 'Add these rows' }).click()
  await expect(page.getByText('Row 3: “quick” is not understood')).toBeVisible()
  await page.getByLabel('Table of durations').fill('power\tt.5 (µs)\n1/1\t900\n1/16\t110')
  await page.getByRole('button', { name: 'Add these rows' }).click()
  await expect(page.getByText('2 rows added as rated')).toBeVisible()
  await expect(page.locator('input[data-path="table[1].t05"]')).toHaveValue(/^110.µs$/)
})

test('a burst’s buffer is watched in the run', async ({ page }) => {
  const id = await openNewSetup(
    page,
    changed(newSetup('pour', 'fast-shutter'), { 'trigger': 'burst', 'camera.frameRate': 5, 'camera.bufferFrames': 9 }),
  )
  await open(page, `/setups/${id}/run`)
  await acknowledge(page)
  await expect(page.getByTestId('buffer')).toHaveCount(0)
  for (let i = 0; i < 6 && (await page.getByTestId('buffer').count()) === 0; i++) {
    await page.keyboard.press('Space')
    await page.waitForTimeout(150)
  }
  await expect(page.getByTestId('buffer')).toContainText('of 9')
  await expect(page.getByTestId('buffer')).toContainText('full: stop the burst')
})
