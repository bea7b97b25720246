import { type Locator, type Page, expect } from '@playwright/test'
import { newSetup } from '~~/core'
import { fillField, open, openNewSetup, pick, signIn } from './helpers'
import { keptPage as test } from './keptPage'

test.use({ frames: true })

const number = async (page: Page, path: string): Promise<number> =>
  Number.parseFloat((await page.locator(`input[data-path="${path}"]`).first().inputValue()).replace('−', '-'))
const slider = (page: Page, name: RegExp | string): Locator => page.getByRole('slider', { name })
const frame = (page: Page): Locator => page.locator('canvas[data-passes]').first()
async function drag(page: Page, handle: Locator, dx: number, dy: number): Promise<void> {
  await handle.focus()
  const box = (await handle.locator('.grip').first().boundingBox())!
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.mouse.move(x + dx, y + dy, { steps: 5 })
  await page.mouse.up()
}
const choose = (page: Page, path: string, option: string): Promise<void> =>
  pick(page.locator(`[data-path="${path}"]`).first(), option)
/** Light of the picture in a part of it, 0 to 255. */
const brightness = (page: Page, from: [number, number], to: [number, number]): Promise<number> =>
  frame(page).evaluate(
    (canvas: HTMLCanvasElement, [[x0, y0], [x1, y1]]) => {
      const { width, height } = canvas
      const part = [x0! * width, y0! * height, (x1! - x0!) * width, (y1! - y0!) * height].map(Math.round)
      const { data } = canvas.getContext('2d')!.getImageData(part[0]!, part[1]!, part[2]!, part[3]!)
      let sum = 0
      for (let i = 0; i < data.length; i += 4) sum += data[i + 1]!
      return sum / (data.length / 4)
    },
    [from, to] as const,
  )
const settled = (page: Page, passes = 4): Promise<void> =>
  expect
    .poll(async () => Number(await frame(page).getAttribute('data-passes')), { timeout: 60_000 })
    .toBeGreaterThanOrEqual(passes)

test('lights and cards are placed from above and as the camera sees them, by mouse and by key', async ({ page }) => {
  await openNewSetup(page, newSetup('projectile'))
  for (const view of ['Top view', 'Camera view']) {
    await page.getByRole('button', { name: view, exact: true }).click()
    const rim = slider(page, 'Rim: distance to the subject')
    const before = await number(page, 'flashes[1].distance')
    await drag(page, rim, 40, -12)
    expect(await number(page, 'flashes[1].distance')).not.toBe(before)
    const raised = await number(page, 'flashes[1].elevation')
    const dragged = await number(page, 'flashes[1].distance')
    await rim.press('Shift+ArrowUp')
    expect(await number(page, 'flashes[1].distance')).not.toBe(dragged)
    if (view === 'Camera view') expect(await number(page, 'flashes[1].elevation')).toBeGreaterThan(raised)
    else expect(await number(page, 'flashes[1].elevation')).toBe(raised)
  }
  await page.getByRole('button', { name: 'Top view', exact: true }).click()
  const aim = slider(page, 'Key: aim')
  await expect(aim).toHaveAttribute('aria-valuetext', 'at the subject')
  await drag(page, aim, 24, 4)
  expect(await number(page, 'flashes[0].aimAlong')).not.toBe(0)
  await expect(aim).toHaveAttribute('aria-valuetext', /^beside the subject: /)
  const turned = await number(page, 'flashes[0].aimAlong')
  await aim.press('ArrowRight')
  expect(await number(page, 'flashes[0].aimAlong')).toBeCloseTo(turned + 0.01, 3)
  await page.keyboard.press('Control+z')
  await page.getByRole('button', { name: 'Add white card', exact: true }).click()
  const card = slider(page, 'White card 1: position')
  const [along, across] = [await number(page, 'scene.cards[0].along'), await number(page, 'scene.cards[0].across')]
  await drag(page, card, 30, 10)
  expect(await number(page, 'scene.cards[0].along')).toBeGreaterThan(along)
  expect(await number(page, 'scene.cards[0].across')).toBeLessThan(across)
  await card.press('ArrowLeft')
  await card.press('Enter')
  await expect(page.getByRole('dialog', { name: /White card 1/ })).toBeVisible()
  await page.keyboard.press('Escape')
  await page.getByRole('button', { name: 'Remove White card 1' }).click()
  await expect(card).toHaveCount(0)
})

test('a light aimed beside its subject gives it less', async ({ page }) => {
  await openNewSetup(page, newSetup('projectile'))
  const stops = async (): Promise<number> => {
    const label = (await frame(page).getAttribute('aria-label')) ?? ''
    return Number.parseFloat(/flash ([+−±][\d.]+)/.exec(label)![1]!.replace('−', '-').replace('±', ''))
  }
  const straight = await stops()
  await fillField(page, 'flashes[0].aimAlong', '0.3 m')
  await expect.poll(stops).toBeLessThan(straight - 0.3)
})

test('a white-ground pour is composed from nothing in under three minutes', async ({ page }) => {
  test.setTimeout(150_000)
  await openNewSetup(page, newSetup('pour'))
  const began = Date.now()
  await settled(page)
  const black = await brightness(page, [0.02, 0.02], [0.15, 0.3])
  await fillField(page, 'scene.ground.reflectance', '85 %')
  await fillField(page, 'scene.ground.distance', '0.9 m')
  for (const [i, side] of [
    [2, '70°'],
    [3, '-70°'],
  ] as const) {
    await page.getByRole('button', { name: 'Add a light' }).click()
    await choose(page, `flashes[${i}].role`, 'Background')
    await fillField(page, `flashes[${i}].angle`, '0')
    await fillField(page, `flashes[${i}].elevation`, side)
    await fillField(page, `flashes[${i}].distance`, '1.4 m')
    await fillField(page, `flashes[${i}].power`, '1/1')
  }
  await page.getByRole('tab', { name: 'Light' }).click()
  const figures = page.getByTestId('ground-figures')
  const middle = Number.parseFloat((await figures.locator('dd').first().textContent())!.replace('−', '-'))
  expect(middle).toBeGreaterThan(1)
  await expect(page.locator('[data-light="2"]')).toContainText('ground')
  await settled(page)
  expect(await brightness(page, [0.02, 0.02], [0.15, 0.3])).toBeGreaterThan(Math.max(150, 4 * black))
  console.log(`white-ground pour: ${((Date.now() - began) / 1000).toFixed(1)} s, ground ${middle} EV`)
  expect(Date.now() - began).toBeLessThan(180_000)
})

test('a rim-lit performer is composed from nothing in under three minutes', async ({ page }) => {
  test.setTimeout(150_000)
  await openNewSetup(page, newSetup('swing'))
  const began = Date.now()
  for (const [i, angle] of [
    [0, '140°'],
    [1, '40°'],
  ] as const) {
    await choose(page, `flashes[${i}].role`, 'Rim')
    await fillField(page, `flashes[${i}].angle`, angle)
    await choose(page, `flashes[${i}].head`, 'Grid')
  }
  await page.getByRole('tab', { name: 'Light' }).click()
  const rim = page.locator('[data-light="0"] td')
  // To the camera it gives nothing, to the edge it does.
  await expect(rim.nth(1)).toHaveText('–')
  await expect(rim.nth(2)).toContainText('EV')
  await settled(page, 2)
  console.log(`rim-lit performer: ${((Date.now() - began) / 1000).toFixed(1)} s`)
  expect(Date.now() - began).toBeLessThan(180_000)
})

test('a light on the shoe of an open shutter is told, and a slave is given the light it sees', async ({ page }) => {
  await openNewSetup(page, newSetup('projectile'))
  await choose(page, 'flashes[1].fired', 'Hot shoe')
  await expect(page.locator('[data-finding]').getByText('Rim fires too early, as the shutter opens')).toBeVisible()
  await expect(page.getByTestId('keep')).toContainText('Rim fires too early, as the shutter opens')
  await choose(page, 'flashes[1].fired', 'Optical slave')
  await expect(page.locator('[data-path="flashes[1].follows"]')).toHaveText(newSetup('projectile').flashes[0]!.name)
  await expect(page.getByText('Rim fires too early, as the shutter opens')).toHaveCount(0)
})

test('the desk: a third of a stop of aperture paid by ISO, told in stops, and back', async ({ page }) => {
  await openNewSetup(page, newSetup('projectile'))
  await page.getByRole('tab', { name: 'Light' }).click()
  await pick(page.getByLabel('Setting that compensates for a change'), 'iso')
  const darker = page.getByRole('button', { name: 'Aperture: darker by a third of a stop' })
  for (let i = 0; i < 3; i++) await darker.click()
  const told = page.getByTestId('desk-told')
  await expect(told).toContainText('aperture −1.0 EV, iso +1.0 EV')
  expect(await number(page, 'picture.iso')).toBeGreaterThan(630)
  await page.getByRole('button', { name: 'Restore starting point' }).click()
  expect(await number(page, 'picture.iso')).toBe(320)
  await expect(page.getByTestId('same-on')).toContainText('ISO 138')
})

test('the picture: one light alone, false colour, stops under the pointer; wiring into the list', async ({ page }) => {
  await openNewSetup(page, newSetup('pour'))
  await settled(page)
  await frame(page).hover({ position: { x: 5, y: 5 } })
  await expect(page.getByTestId('probe').first()).toContainText(/EV here|black here/)
  await page.keyboard.press('f')
  const large = page.getByRole('dialog', { name: 'Predicted frame' })
  await large.getByLabel('false colour').check()
  await expect(large.getByRole('list', { name: 'False-colour scale' }).getByRole('listitem')).toHaveCount(10)
  await pick(large.getByLabel('Lights that are shown'), `${newSetup('projectile').flashes[0]!.name} only`)
  await expect(large.locator('canvas')).toHaveAttribute('data-passes', /^([1-9]|\d\d)$/, { timeout: 60_000 })
  await page.keyboard.press('Escape')
  await page.getByRole('tab', { name: 'Light' }).click()
  await page.getByTestId('wiring').locator('summary').click()
  await expect(page.getByTestId('wiring')).toContainText('Beam to Controller: cable')
  await page.getByRole('button', { name: 'Add to preparation list' }).click()
  await page.getByRole('tab', { name: 'Lists' }).click()
  await expect(page.getByText('Connect Beam to Controller', { exact: false }).first()).toBeVisible()
})

test('an exercise of light is judged by the computed frame, and done once its goals are met', async ({ page }) => {
  await signIn(page)
  await open(page, '/practice')
  await page.getByRole('button', { name: 'Begin: Freezing at the right power' }).click()
  const goals = page.getByTestId('light-goals')
  await page.getByRole('button', { name: 'Look at the picture' }).click()
  await expect(goals.locator('[data-met=false]').first()).toContainText('Streak of the ball 1.2 mm or less')
  for (const [path, text] of [
    ['flashes[0].power', '1/128'],
    ['flashes[1].power', '1/128'],
    ['picture.iso', '640'],
    ['picture.aperture', '16'],
  ] as const)
    await fillField(page, path, text)
  await page.getByRole('button', { name: 'Look at the picture' }).click()
  await expect(goals).toContainText('Done.')
  // From the end of the travel: the third view lights are placed in.
  const rim = slider(page, 'Rim: position across and height')
  await expect(rim.locator('.grip')).toHaveCSS('fill', 'rgba(0, 0, 0, 0)')
  const before = await number(page, 'flashes[1].elevation')
  await drag(page, rim, 0, -20)
  const raised = await number(page, 'flashes[1].elevation')
  expect(raised).toBeGreaterThan(before)
  await rim.press('Shift+ArrowDown')
  expect(await number(page, 'flashes[1].elevation')).toBeLessThan(raised)
})
