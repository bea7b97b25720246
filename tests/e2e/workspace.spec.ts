import { expect } from '@playwright/test'
import { newSetup, withChange } from '~~/core'
import { callApi, enterDemo, fillField, openNewSetup, showShoot } from './helpers'
import { keptPage as test, ownPage } from './keptPage'

test('from sign-in to a logged take: change, fix, log, reload', async ({ page }) => {
  await enterDemo(page)
  await (await showShoot(page)).getByRole('link', { name: 'Steel ball' }).click()
  // Its takes have taught a delay; the planned one stands beside it.
  const planned = page.getByTestId('learnt-delay')
  await expect(planned).toContainText(/planned 18\.4\sms/)
  await page.getByRole('tab', { name: 'Figures' }).click()
  const spread = page.getByTestId('result-spread')
  const spreadBefore = await spread.textContent()

  await fillField(page, 'sensor.position', '0.6')
  await expect(planned).toContainText(/planned 9\.5\sms/)
  await expect(spread).not.toHaveText(spreadBefore!)

  // A shutter past the sync, in a method where that matters, brings a finding; its fix takes it away.
  await page.getByRole('tab', { name: 'Findings' }).click()
  await fillField(page, 'flashes[0].power', '1/16')
  const blur = page.locator('[data-finding="blur"]')
  await expect(blur).toBeVisible()
  await blur.getByRole('button').first().click()
  await expect(blur).toBeHidden()
  await expect(page.locator('input[data-path="flashes[0].power"]')).toHaveValue(/^1\/64/)

  await page.getByRole('tab', { name: /Takes/ }).click()
  await expect(page.getByTestId('take')).toHaveCount(3)
  await page.getByText('Late', { exact: true }).click()
  await page.getByLabel('Distance past the mark').fill('14')
  await page.getByRole('textbox', { name: 'Note' }).fill('plume already open')
  await page.getByRole('button', { name: 'Log take' }).click()
  await expect(page.getByTestId('take')).toHaveCount(4)
  await expect(page.getByTestId('save-state')).toHaveText('Saved')

  await page.reload()
  // The take says another delay; the planned one stands beside it until that is dialled.
  await expect(page.getByText(/Delay, learnt from \d takes?/)).toBeVisible()
  await expect(planned).toContainText(/planned 9\.5\sms/)
  await page.getByRole('tab', { name: /Takes/ }).click()
  const first = page.getByTestId('take').first()
  await expect(first).toContainText('Late')
  await expect(first).toContainText('14 mm')
  await expect(first).toContainText('plume already open')
})

test.describe('findings of the slice', () => {
  const cases: [string, string, string | number][] = [
    ['negative-delay', 'sensor.position', 0.945],
    ['beam-too-short', 'sensor.response', 0.001],
    ['ambient', 'picture.ambientEv', 3],
    ['depth', 'picture.depthWanted', 0.05],
    ['catch', 'catch.distance', 0.5],
    ['seconds-for-milliseconds', 'delay', 18.5],
  ]
  for (const [id, path, value] of cases) {
    test(`${id} shows and its first fix removes it`, async ({ page }) => {
      await openNewSetup(page, withChange(newSetup('projectile'), { path, value }))
      const finding = page.locator(`[data-finding="${id}"]`)
      await expect(finding).toBeVisible()
      await finding.getByRole('button').first().click()
      await expect(finding).toBeHidden()
    })
  }

  test('past-sync shows a band at the edge the curtain leaves first, and hovering its fix previews it', async ({
    page,
  }) => {
    const setup = { ...newSetup('projectile'), method: 'sync-shutter' as const }
    await openNewSetup(
      page,
      withChange(withChange(setup, { path: 'picture.shutter', value: 1 / 400 }), { path: 'camera.lag', value: 0.005 }),
    )
    const finding = page.locator('[data-finding="past-sync"]')
    await expect(finding).toContainText('bottom edge')
    await expect(page.getByRole('img', { name: /dark band/ })).toBeVisible()
    await finding.getByRole('button').first().hover()
    await expect(page.getByRole('img', { name: /dark band/ })).toBeHidden()
    await expect(finding).toBeVisible()
    // Side by side with the frame as it is.
    await expect(page.getByTestId('frame-before')).toBeVisible()
    await page.mouse.move(5, 5)
    await expect(page.getByTestId('frame-before')).toHaveCount(0)
    await expect(page.getByRole('img', { name: /dark band/ })).toBeVisible()
  })
})

test('wrong input is told in place and nothing changes', async ({ page }) => {
  await openNewSetup(page)
  const input = page.locator('input[data-path="motion.speed"]')
  for (const [typed, message] of [
    ['fast', /not understood/],
    ['5000', /Allowed: 0\.01\sm\/s to 1500\sm\/s/],
  ] as const) {
    await fillField(page, 'motion.speed', typed)
    await expect(page.getByRole('alert')).toContainText(message)
    await expect(input).toHaveAttribute('aria-invalid', 'true')
  }
  await expect(page.getByTestId('delay')).toHaveText(/18\.4/)
  await input.press('Escape')
  await fillField(page, 'motion.speed', '110 ft/s')
  await expect(input).toHaveValue(/33\.528/)
  await expect(page.getByRole('alert')).toBeHidden()

  // What two fields only forbid together is told too.
  await page.getByText('Duration against power').first().click()
  // A rating of one's own is typed; what is only assumed is drawn to it, and its other duration estimated.
  await fillField(page, 'flashes[0].table[0].t01', '1 ms')
  await expect(page.locator('input[data-path="flashes[0].table[0].t05"]')).toHaveValue('')
  await expect(page.locator('input[data-path="flashes[0].table[1].t01"]')).toHaveValue(/^355\.3\sµs$/)
  await fillField(page, 'flashes[0].table[0].t05', '2 ms')
  await expect(page.getByRole('alert')).toContainText('t.1 is never shorter than t.5')
})

test('the beam, the mark and the light are dragged and nudged; undo takes a drag back whole', async ({ page }) => {
  await openNewSetup(page)
  const position = page.locator('input[data-path="sensor.position"]')
  const beam = page.getByRole('slider', { name: 'Beam: distance from the start' })
  await beam.focus()
  await beam.press('ArrowRight')
  await expect(position).toHaveValue(/0\.301/)
  await beam.press('Shift+ArrowRight')
  await expect(position).toHaveValue(/0\.311/)

  const box = (await beam.boundingBox())!
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
  await page.mouse.down()
  await page.mouse.move(box.x + 60, box.y + 20, { steps: 6 })
  await page.mouse.move(box.x + 120, box.y + 20, { steps: 6 })
  await page.mouse.up()
  const dragged = await position.inputValue()
  expect(Number.parseFloat(dragged)).toBeGreaterThan(0.5)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(position).toHaveValue(/0\.311/)

  const light = page.getByRole('slider', { name: 'Light: delay dialled' })
  await light.focus()
  await light.press('ArrowDown')
  await expect(page.getByRole('paragraph').filter({ hasText: /^Dialled delay$/ })).toBeVisible()
  await page.getByRole('button', { name: 'Use the planned delay' }).click()
  await expect(page.getByRole('paragraph').filter({ hasText: /^Planned delay$/ })).toBeVisible()

  const mark = page.getByRole('slider', { name: 'Mark: distance past the entry face' })
  await mark.focus()
  await mark.press('ArrowRight')
  await expect(page.locator('input[data-path="moment.offset"]')).toHaveValue(/31/)
})

ownPage('two tabs never overwrite each other unseen', async ({ page, context }) => {
  const id = await openNewSetup(page)
  const other = await context.newPage()
  await other.goto(`/setups/${id}`)
  await expect(other.getByTestId('delay')).toBeVisible()

  await fillField(page, 'motion.speed', '40')
  await expect(page.getByTestId('save-state')).toHaveText('Saved')
  await fillField(other, 'picture.iso', '400')
  const dialog = other.getByRole('dialog', { name: 'Changed elsewhere' })
  await expect(dialog).toContainText('Launch speed')
  await expect(dialog).toContainText('ISO')
  expect((await callApi(page, 'GET', `/api/setups/${id}`)).body.setup.motion.speed).toBe(40)

  await dialog.getByRole('button', { name: 'Use theirs' }).click()
  await expect(other.locator('input[data-path="motion.speed"]')).toHaveValue(/40/)
  await other.getByRole('button', { name: 'Undo' }).click()
  await expect(other.locator('input[data-path="picture.iso"]')).toHaveValue('400')
  await expect(other.getByTestId('save-state')).toHaveText('Saved')
  expect((await callApi(page, 'GET', `/api/setups/${id}`)).body.setup.picture.iso).toBe(400)
})

ownPage('what the server did not get is kept in the browser and sent later', async ({ page, context }) => {
  const id = await openNewSetup(page)
  await page.route('**/api/setups/**', route => route.abort())
  await fillField(page, 'motion.speed', '36')
  await expect(page.getByTestId('save-state')).toContainText('saved in this browser')
  await page.close()
  const again = await context.newPage()
  await again.goto(`/setups/${id}`)
  await expect(again.locator('input[data-path="motion.speed"]')).toHaveValue(/36/)
  await expect(again.getByTestId('save-state')).toHaveText('Saved')
  expect((await callApi(again, 'GET', `/api/setups/${id}`)).body.setup.motion.speed).toBe(36)
})

test(
  'what was not entered is assumed with a mark, and follows the kind; every moving part has its streak; lights ' +
    'come back',
  async ({ page }) => {
    await openNewSetup(page)
    const latency = page.locator('input[data-path="link.latency"]')
    await expect(latency).toHaveAttribute('placeholder', /^5\sµs$/)
    await page.getByLabel('Link', { exact: true }).click()
    await page.getByRole('option', { name: 'Radio' }).click()
    await expect(latency).toHaveAttribute('placeholder', /^500\sµs$/)
    await expect(page.getByTestId('delay')).toHaveText(/17\.9\s*ms/)
    await fillField(page, 'link.latency', '1.2 ms')
    await expect(page.getByTestId('delay')).toHaveText(/17\.2\s*ms/)

    const ball = page.locator('[data-body="object"]')
    await expect(ball).toContainText(/by object’s own motion · streak 1\.69\smm/)
    await fillField(page, 'bodies[1].speed', '60')
    await page.locator('[data-body="own"]').getByRole('checkbox').check()
    await expect(page.locator('[data-finding="blur"]')).toContainText(/Fragments moves [\d.]+\smm .* at 60\sm\/s/)
    await page
      .locator('[data-finding="blur"]')
      .getByRole('button', { name: /Let Fragments blur/ })
      .click()
    await expect(page.locator('[data-finding="blur"]')).toBeHidden()

    await fillField(page, 'picture.shutter', '250')
    await expect(page.getByText('read as 1/250 s; write 250 s for seconds')).toBeVisible()
    await page.getByRole('button', { name: 'Remove Rim' }).click()
    await page.getByRole('button', { name: 'Remove Key' }).click()
    await page.getByRole('button', { name: 'Add a light' }).click()
    await expect(page.locator('input[data-path="flashes[0].name"]')).toHaveValue('Light 1')
  },
)

test('imperial units throughout', async ({ page }) => {
  await openNewSetup(page)
  await page.getByRole('button', { name: /Units/ }).click()
  await expect(page.locator('input[data-path="motion.diameter"]')).toHaveValue(/^0\.315\sin$/)
  // What gear is marked with stays as it is marked.
  await expect(page.locator('input[data-path="lens.focalLength"]')).toHaveValue(/^100\smm$/)
  await fillField(page, 'motion.diameter', '0.25')
  await page.getByRole('button', { name: /Units/ }).click()
  await expect(page.locator('input[data-path="motion.diameter"]')).toHaveValue(/^6\.35\smm$/)
})

test('methods stand side by side with what rules each out, and one is applied with a press', async ({ page }) => {
  await openNewSetup(page, newSetup('powder'))
  await page.getByRole('tab', { name: 'Methods' }).click()
  await expect(page.getByTestId('method-fast-shutter-hand')).toContainText('the highest acceptable ISO')
  const open = page.getByTestId('method-open-shutter-sensor')
  await open.getByRole('button', { name: 'Use this method' }).click()
  await expect(open).toContainText('In use')
  await expect(page.getByTestId('save-state')).toHaveText('Saved')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(open).not.toContainText('In use')
})

test('the light is solved for blur and depth', async ({ page }) => {
  await openNewSetup(
    page,
    withChange(withChange(newSetup('projectile'), { path: 'flashes[0].power', value: 1 }), {
      path: 'picture.aperture',
      value: 4,
    }),
  )
  await page.getByRole('tab', { name: 'Methods' }).click()
  await page.getByTestId('light-solution').getByRole('button', { name: 'Use this light setting' }).click()
  await page.getByRole('tab', { name: 'Findings' }).click()
  await expect(page.locator('[data-finding="blur"], [data-finding="depth"]')).toHaveCount(0)
})

test('falls and tosses stand upright: the beam goes down, or up, as it is dragged', async ({ page }) => {
  for (const [recipe, key, expected] of [
    ['drop', 'ArrowDown', /0\.101/],
    ['toss', 'ArrowUp', /0\.151/],
  ] as const) {
    await openNewSetup(page, newSetup(recipe))
    await expect(page.getByRole('group', { name: 'Table plan, side view' })).toBeVisible()
    const beam = page.getByRole('slider', { name: 'Beam: distance from the start' })
    await beam.focus()
    await beam.press(key)
    await expect(page.locator('input[data-path="sensor.position"]')).toHaveValue(expected)
    const box = (await beam.boundingBox())!
    const before = Number.parseFloat(await page.locator('input[data-path="sensor.position"]').inputValue())
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2)
    await page.mouse.down()
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2 + (recipe === 'drop' ? 40 : -40), { steps: 8 })
    await page.mouse.up()
    expect(Number.parseFloat(await page.locator('input[data-path="sensor.position"]').inputValue())).toBeGreaterThan(
      before + 0.01,
    )
  }
})
