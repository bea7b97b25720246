import { expect } from '@playwright/test'
import { newSetup } from '~~/core'
import { callApi, fillField, makeSetup, open, openDemo, openNewSetup, pick, showShoot } from './helpers'
import { keptPage as test, ownPage } from './keptPage'

test('why: the delay opens to its formula, its sources in order and what it answers to', async ({ page }) => {
  await openNewSetup(page)
  await page.getByTestId('delay').getByRole('button').click()
  const result = page.getByTestId('result-delay')
  await expect(result).toContainText(/moment 27\.4\sms − sensed 8\.83\sms − chain 214\sµs/)
  await expect(result.locator('li').first()).toContainText('speed uncertainty')
  await expect(result.locator('[data-sensitivity]').first()).toContainText(
    /Distance from start to subject.*\+1\.45 % for 1 % more/,
  )
  await fillField(page, 'subject.distance', '1.2')
  await expect(result).not.toContainText(/moment 27\.4\sms/)
  await page.getByTestId('result-depth').getByRole('button').click()
  await expect(page.getByTestId('result-depth')).toContainText('exact thin lens')
})

test('tests: a frame that is not black says which light that implies, and the plan takes it over', async ({ page }) => {
  await openNewSetup(page)
  await page.getByRole('tab', { name: 'Tests' }).click()
  const check = page.getByTestId('check-black')
  await expect(check).toContainText(/Black: the room is at −9\.8\sEV/)
  await check.getByText('Differs').click()
  await expect(check).toContainText('read from the histogram')
  await fillField(page, 'tests.black.stops', '-4')
  await expect(check).toContainText(/The room light is EV\s1\.8, not EV\s−4/)
  await check.getByRole('button', { name: 'Use in the plan' }).click()
  await expect(page.locator('input[data-path="picture.ambientEv"]')).toHaveValue(/^1\.8/)
  await page.getByRole('tab', { name: /Findings/ }).click()
  await expect(page.locator('[data-finding="ambient"]')).toBeVisible()
  await page.getByRole('tab', { name: 'Tests' }).click()
  await page.getByTestId('check-control').getByText('Differs').click()
  await fillField(page, 'tests.control.position', '45 mm')
  await expect(page.getByTestId('check-control')).toContainText(/the speed is 34\.8\sm\/s/)
  await page.getByTestId('check-control').getByRole('button', { name: 'Add as a measurement' }).click()
  await expect(page.getByTestId('held').first()).toContainText(/measured: 34\.\d+\sm\/s ± 0\.\d+\sm\/s/)
})

test('lists: cautions that apply are acknowledged, lines ticked, changed and added', async ({ page }) => {
  const id = await openNewSetup(page)
  await page.getByRole('tab', { name: 'Lists' }).click()
  await expect(page.getByTestId('caution-projectile')).toContainText('“eyes”, “clear”')
  await page.getByTestId('caution-projectile').getByRole('checkbox').check()
  const preparation = page.getByRole('region', { name: 'Preparation' })
  await preparation.getByLabel('Beam square to the path').check()
  await expect(preparation).toContainText('5 left')
  await preparation.getByRole('button', { name: 'edit' }).click()
  await page.locator('input[data-path="lists.preparation[0].text"]').fill('Backstop of sand, tried with two shots')
  await page.keyboard.press('Enter')
  await preparation.getByLabel('New item for Preparation').fill('Spare batteries')
  await preparation.getByRole('button', { name: /Add the line/ }).click()
  await expect(page.getByTestId('save-state')).toHaveText('Saved')
  const { lists } = (await callApi(page, 'GET', `/api/setups/${id}`)).body.setup
  expect(lists.acknowledged).toEqual(['projectile'])
  expect(lists.preparation[0].text).toBe('Backstop of sand, tried with two shots')
  expect(lists.preparation.at(-1)).toEqual({ text: 'Spare batteries', done: false })
})

test('a new set-up from recipe, moment, method and kit; a copy; another shoot; the archive and back', async ({
  page,
}) => {
  await openDemo(page)
  const [from, to] = [`From ${Date.now()}`, `To ${Date.now()}`]
  for (const name of [from, to])
    await callApi(page, 'POST', '/api/shoots', { name, date: '2026-11-24', place: '', notes: '' })
  await page.reload()
  await page.getByRole('region', { name: from }).getByRole('button', { name: 'New set-up' }).click()
  const dialog = page.getByRole('dialog', { name: 'New set-up' })
  await dialog.getByText('Drop', { exact: true }).click()
  await dialog.getByText('cavity open').click()
  await dialog.getByText('Shutter at sync speed').click()
  await pick(dialog.getByLabel('Controller'), 'Tally F controller')
  await expect(dialog.getByTestId('new-plan')).toContainText('Delay')
  await dialog.getByLabel('Name').fill('Cavity')
  await dialog.getByRole('button', { name: 'Create set-up' }).click()
  await expect(page.getByRole('heading', { name: 'Cavity' })).toBeVisible()
  await expect(page.locator('input[data-path="controller.delayStep"]')).toHaveValue(/10\sµs/)

  await page.getByRole('link', { name: 'Shoots' }).click()
  const menu = async (name: string, item: string) => {
    await page.getByRole('button', { name: `Actions for ${name}`, exact: true }).click()
    await page.getByRole('menuitem', { name: item }).click()
  }
  await menu('Cavity', 'Duplicate')
  await expect(page.getByRole('region', { name: from }).getByRole('link', { name: 'Cavity copy' })).toBeVisible()
  await menu('Cavity copy', `Move to ${to}`)
  await expect(page.getByRole('region', { name: to }).getByRole('link', { name: 'Cavity copy' })).toBeVisible()
  await menu('Cavity copy', 'Archive')
  await expect(page.getByRole('region', { name: to })).toContainText('No set-ups yet.')
  await page.getByRole('button', { name: 'Restore set-up' }).click()
  await expect(page.getByRole('region', { name: to }).getByRole('link', { name: 'Cavity copy' })).toBeVisible()
})

ownPage('a set-up is copied and pasted, and kit it does not own is forgotten', async ({ page, context }) => {
  await context.grantPermissions(['clipboard-read', 'clipboard-write'])
  const id = await openNewSetup(page)
  await page.getByRole('button', { name: 'Copy set-up to paste' }).click()
  const text = await page.evaluate(() => navigator.clipboard.readText())
  const foreign = JSON.parse(text) as ReturnType<typeof newSetup>
  foreign.kit.camera = '11111111-1111-4111-8111-111111111111'
  foreign.name = `Pasted ${Date.now()}`
  await open(page, '/')
  await showShoot(page)
  await page.getByRole('button', { name: 'Paste a set-up into Snack bar campaign' }).click()
  await page.getByLabel('Set-up as text').fill('{"format":"other"}')
  await page.getByRole('button', { name: 'Add set-up' }).click()
  await expect(page.getByRole('alert')).toContainText('The pasted text could not be read as a set-up')
  await page.getByRole('button', { name: 'Paste a set-up into Snack bar campaign' }).click()
  await page.getByLabel('Set-up as text').fill(JSON.stringify(foreign))
  await page.getByRole('button', { name: 'Add set-up' }).click()
  await expect(page.getByRole('heading', { name: foreign.name })).toBeVisible()
  const made = page.url().split('/').at(-1)!
  expect(made).not.toBe(id)
  expect((await callApi(page, 'GET', `/api/setups/${made}`)).body.setup.kit.camera).toBe('')
  await callApi(page, 'DELETE', `/api/setups/${made}`)
})

test.describe('with sessions played', () => {
  ownPage.use({ sessions: true })
  ownPage('the dial card: as text, as one printed page, and on a phone', async ({ page, context }) => {
    await context.grantPermissions(['clipboard-read', 'clipboard-write'])
    const id = await openNewSetup(page)
    // Sessions are played in a worker; before they are, the card has no chance to tell.
    await expect(page.getByText(/for 3 keepers at 90\s%/)).toBeVisible()
    await page.getByRole('button', { name: 'Copy the dial card as text' }).click()
    await expect(page.getByText('Copied')).toBeVisible()
    expect(await page.evaluate(() => navigator.clipboard.readText())).toMatch(
      /Delay\s+18\.4\sms[\s\S]*Keeper\s+27\.\d\s% this take \(on time 35\s%, kept 80\s%/,
    )
    await page.keyboard.press('p')
    await expect(page).toHaveURL(`/setups/${id}/card`)
    await expect(page.getByTestId('delay')).toHaveText(/18\.4\s*ms/)
    const pdf = await page.pdf({ preferCSSPageSize: true })
    expect((pdf.toString('latin1').match(/\/Type\s*\/Page\b/g) ?? []).length).toBe(1)
    await page.setViewportSize({ width: 390, height: 844 })
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
  })
})

test('a moment is chosen by name in the set-up, and the plan follows', async ({ page }) => {
  await openNewSetup(page, newSetup('drop'))
  await pick(page.getByRole('combobox', { name: 'Moment', exact: true }), 'cavity closing')
  await expect(page.locator('input[data-path="moment.fraction"]')).toHaveValue(/100/)
  await expect(page.getByTestId('save-state')).toHaveText('Saved')
})

test('where the delay cannot be, the findings say so on the shoots page too', async ({ page }) => {
  await openDemo(page)
  const name = `Late ${Date.now()}`
  const setup = newSetup('projectile')
  await makeSetup(page, { ...setup, name, catch: { distance: 0.5 } })
  await page.reload()
  await expect(page.getByRole('article', { name: new RegExp(name) })).toContainText(
    'Fix: No backstop behind the subject',
  )
})
