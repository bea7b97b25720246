import { type Locator, type Page, expect } from '@playwright/test'
import { RECIPES, type Recipe, newSetup } from '~~/core'
import { openNewSetup, pick } from './helpers'
import { keptPage as test, ownPage } from './keptPage'

const read = (page: Page, path: string) =>
  page
    .locator(`input[data-path="${path}"]`)
    .first()
    .inputValue()
    .then(text => Number.parseFloat(text.replace('−', '-')))
const slider = (page: Page, name: RegExp | string): Locator => page.getByRole('slider', { name })

/** Presses a handle where it is taken hold of, and lifts again. */
async function touch(page: Page, handle: Locator, button: 'left' | 'right' = 'left'): Promise<void> {
  const box = (await handle.locator('.grip').first().boundingBox())!
  await page.mouse.click(box.x + box.width / 2, box.y + box.height / 2, { button })
}
async function drag(page: Page, handle: Locator, dx: number, dy: number): Promise<void> {
  await handle.focus()
  const box = (await handle.locator('.grip').first().boundingBox())!
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
  await page.mouse.move(x, y)
  await page.mouse.down()
  await page.mouse.move(x + dx / 2, y + dy / 2, { steps: 3 })
  await page.mouse.move(x + dx, y + dy, { steps: 3 })
  await page.mouse.up()
}
const delay = (page: Page) => page.getByTestId('delay').textContent()

/** What of each recipe is moved, and where to. */
const SENSOR: Record<Recipe, { name: RegExp; path: string; by: [number, number] } | null> = {
  projectile: { name: /^Beam/, path: 'sensor.position', by: [60, 0] },
  balloon: { name: /^Microphone/, path: 'sensor.offset', by: [0, -30] },
  pour: { name: /^Beam/, path: 'sensor.position', by: [0, 40] },
  drop: { name: /^Beam/, path: 'sensor.position', by: [0, 40] },
  throw: { name: /^Beam/, path: 'sensor.position', by: [60, 0] },
  powder: { name: /^Microphone/, path: 'sensor.offset', by: [0, 30] },
  toss: { name: /^Beam/, path: 'sensor.position', by: [0, -40] },
  swing: { name: /^Beam/, path: 'sensor.position', by: [50, 0] },
  grains: { name: /^Beam/, path: 'sensor.position', by: [0, 40] },
  run: { name: /^Beam/, path: 'sensor.position', by: [60, 0] },
  // A contact that the disc itself makes has no place of its own.
  spin: null,
  bubble: null,
}

const isUpright = (recipe: Recipe): boolean => ['pour', 'drop', 'toss', 'grains'].includes(recipe)
const byPlace = (recipe: Recipe): boolean => newSetup(recipe).moment.reference === 'travel'
/** What the drawings do differently: of recipes that are drawn alike the first is dragged. */
const drawnAs = (recipe: Recipe): string => {
  const { motion, moment, sensor } = newSetup(recipe)
  return [isUpright(recipe), motion.kind === 'still', moment.reference, sensor.kind].join()
}

for (const recipe of RECIPES.filter((one, i) => RECIPES.findIndex(other => drawnAs(other) === drawnAs(one)) === i)) {
  const upright = isUpright(recipe)
  const travel = byPlace(recipe)

  test(`${recipe}: every view is dragged by mouse and moved by key, and the others follow`, async ({ page }) => {
    await openNewSetup(page, newSetup(recipe))
    // Table plan: the sensor.
    const sensor = SENSOR[recipe]
    if (sensor) {
      const { name, path, by } = sensor
      const before = await delay(page)
      const place = await read(page, path)
      await drag(page, slider(page, name), ...by)
      expect(await read(page, path)).not.toBe(place)
      await expect(page.getByTestId('delay')).not.toHaveText(before!)
      const nudged = await read(page, path)
      await slider(page, name).press(
        upright ? 'Shift+ArrowDown' : recipe === 'balloon' || recipe === 'powder' ? 'Shift+ArrowUp' : 'Shift+ArrowLeft',
      )
      expect(await read(page, path)).not.toBe(nudged)
    }

    // Table plan: camera and a light.
    for (const [part, field, key] of [
      [/^Camera/, 'picture.distance', upright ? 'Shift+ArrowLeft' : 'Shift+ArrowDown'],
      [/: distance to the subject/, 'flashes[0].distance', 'Shift+ArrowUp'],
    ] as const) {
      const was = await read(page, field)
      await slider(page, part)
        .nth(part.source.startsWith('^') ? 0 : 1)
        .focus()
      await page.keyboard.press(key)
      expect(await read(page, field)).not.toBe(was)
    }

    // Path chart: the light, and the mark or the moment.
    const planned = await delay(page)
    await drag(page, slider(page, 'Light: delay dialled'), upright ? -40 : 0, upright ? 0 : -40)
    await expect(page.getByRole('paragraph').filter({ hasText: /^Dialled delay$/ })).toBeVisible()
    await expect(page.getByTestId('delay')).not.toHaveText(planned!)
    await page.getByRole('button', { name: 'Use the planned delay' }).click()
    const moment = travel ? slider(page, 'Mark: distance past the entry face') : slider(page, 'Moment').first()
    const marked = await moment.getAttribute('aria-valuenow')
    await moment.press(
      travel ? (upright ? 'Shift+ArrowDown' : 'Shift+ArrowRight') : upright ? 'Shift+ArrowRight' : 'Shift+ArrowDown',
    )
    await expect(moment).not.toHaveAttribute('aria-valuenow', marked!)

    // Time strip: the moment by mouse, the light by key.
    const onStrip = slider(page, 'Moment on the time strip')
    const time = Number(await onStrip.getAttribute('aria-valuenow'))
    await drag(page, onStrip, 30, 0)
    expect(Number(await onStrip.getAttribute('aria-valuenow'))).toBeGreaterThan(time)
    const light = slider(page, /^Light on the time strip/)
    const lit = Number(await light.getAttribute('aria-valuenow'))
    await light.press('Shift+ArrowRight')
    expect(Number(await light.getAttribute('aria-valuenow'))).toBeCloseTo(
      lit + 10 * newSetup(recipe).controller.delayStep,
      7,
    )
    await expect(page.getByTestId('save-state')).toHaveText('Saved')
  })
}

test('a launcher’s catch and its danger zone; nobody beyond', async ({ page }) => {
  await openNewSetup(page)
  await expect(page.locator('[data-danger]')).toBeVisible()
  await drag(page, slider(page, /^Backstop/), -80, 0)
  expect(await read(page, 'catch.distance')).toBeLessThan(1.75)
  await slider(page, /^Backstop/).press('ArrowRight')
  await expect(page.locator('[data-label="catch"]')).toHaveText(/keep clear behind/)
})

test('a part of a drawing is given exactly, in either system', async ({ page }) => {
  await openNewSetup(page)
  await slider(page, /^Beam/).press('Enter')
  const entry = page.getByRole('dialog', { name: 'Beam: distance from the start' })
  await entry.getByLabel('Distance from start to sensor').fill('16 in')
  await page.keyboard.press('Enter')
  await expect(entry).toBeHidden()
  expect(await read(page, 'sensor.position')).toBeCloseTo(0.4064, 4)
  await slider(page, 'Light: delay dialled').dblclick()
  await page.getByRole('dialog', { name: 'Light: delay dialled' }).getByLabel('Dialled delay').fill('fast')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('alert')).toContainText('not understood')
})

test('the sheet zooms about the pointer and by key, moves, and shows all again; the strip too', async ({ page }) => {
  await openNewSetup(page)
  const sheet = page.getByRole('group', { name: /^Table plan and path chart/ })
  const ticks = async () => (await sheet.locator('text.tabular').allTextContents()).join('|')
  const all = await ticks()
  const box = (await sheet.boundingBox())!
  await page.mouse.move(box.x + 370, box.y + 460)
  await page.mouse.wheel(0, -400)
  await expect.poll(ticks).not.toBe(all)
  await page.getByRole('button', { name: 'Fit everything' }).click()
  await expect.poll(ticks).toBe(all)
  await sheet.focus()
  await page.keyboard.press('+')
  await page.keyboard.press('ArrowRight')
  await expect.poll(ticks).not.toBe(all)
  await page.keyboard.press('0')
  await expect.poll(ticks).toBe(all)

  const strip = page.getByRole('group', { name: /^Time strip/ })
  await strip.focus()
  await page.keyboard.press('3')
  await expect(strip).toContainText('27.5 ms')
  await expect(strip).toContainText('50 µs at 1/64')
  await page.keyboard.press('1')
  await expect(strip.locator('text', { hasText: /^(500\sms|1\ss)$/ }).first()).toBeVisible()
})

test('two projections: raising a light in the camera’s view, distances follow in both', async ({ page }) => {
  await openNewSetup(page)
  await page.getByRole('button', { name: 'Camera view' }).click()
  await expect(page.getByRole('group', { name: 'Table plan, from the camera' })).toBeVisible()
  const key = slider(page, 'Key: distance to the subject')
  const before = await read(page, 'flashes[0].distance')
  await key.press('Shift+ArrowUp')
  expect(await read(page, 'flashes[0].elevation')).toBeGreaterThan(5)
  expect(await read(page, 'flashes[0].distance')).toBeGreaterThan(before)
  await expect(page.locator('[data-label="drop"]')).toContainText('drops')
  await page.getByRole('button', { name: 'Show fall-off' }).click()
  expect(await page.locator('[data-ring]').count()).toBeGreaterThan(4)
})

test('a replay runs through all four views, is scrubbed, and ends', async ({ page }) => {
  await openNewSetup(page)
  await page.getByLabel('Replay time').fill('0.02')
  await expect(page.locator('[data-replay]')).toHaveCount(3)
  await expect(page.getByTestId('instant')).toContainText('20 ms delay running')
  await expect(page.getByRole('img', { name: /Nothing recorded yet/ })).toBeVisible()
  await pick(page.getByLabel('Replay speed'), '1/10 speed')
  await page.getByRole('button', { name: 'Play in slow motion' }).click()
  await expect(page.getByTestId('instant')).toContainText('flash has fired')
  await expect(page.getByRole('img', { name: /Nothing recorded yet/ })).toBeHidden()
  await page.getByRole('button', { name: 'Close replay' }).click()
  await expect(page.locator('[data-replay]')).toHaveCount(0)
})

ownPage('without motion wanted the replay goes from event to event', async ({ page }) => {
  await page.emulateMedia({ reducedMotion: 'reduce' })
  await openNewSetup(page)
  const next = page.getByRole('button', { name: 'Step to next event' })
  await next.click()
  await next.click()
  await expect(page.getByTestId('instant')).toContainText('8.832 ms')
})

test.describe('with the predicted frame', () => {
  test.use({ frames: true })

  test('ten takes to come are shown in chart and frame; the frame is saved as a picture to scale', async ({ page }) => {
    await openNewSetup(page)
    await page.getByRole('button', { name: 'Ten takes' }).click()
    await expect(page.locator('.ghost')).toHaveCount(10)
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: 'Save the predicted frame as PNG' }).click(),
    ])
    expect(download.suggestedFilename()).toBe('steel-ball-through-a-rice-cracker.png')
    const bytes = await (await import('node:fs/promises')).readFile(await download.path())
    expect(bytes.subarray(1, 4).toString()).toBe('PNG')
    expect([bytes.readUInt32BE(16), bytes.readUInt32BE(20)]).toEqual([1440, 960])
    await page.getByRole('button', { name: 'Enlarge the predicted frame' }).click()
    await expect(page.getByRole('dialog', { name: 'Predicted frame' }).getByRole('img')).toBeVisible()
  })
})

test('a thing that is touched shows its figures beside it, to be changed there', async ({ page }) => {
  await openNewSetup(page)
  const camera = slider(page, /^Camera/)
  const beside = page.getByRole('dialog', { name: /^Camera/ })
  await touch(page, camera)
  await expect(beside.getByLabel('Aperture', { exact: true })).toBeVisible()
  // The camera itself stays in hand: the arrow keys still move it.
  await expect(camera).toBeFocused()
  await beside.getByLabel('Aperture', { exact: true }).fill('f/16')
  await page.keyboard.press('Tab')
  await expect(page.locator('input[data-path="picture.aperture"]').first()).toHaveValue('f/16')
  await expect(beside).toBeVisible()
  // Another thing takes its place; a drag does not open it.
  await touch(page, slider(page, /^Beam/), 'right')
  await expect(beside).toHaveCount(0)
  const beam = page.getByRole('dialog', { name: /^Beam/ })
  await expect(beam.getByLabel('Distance from start to sensor')).toBeFocused()
  await expect(beam.getByLabel('Microphone')).toHaveCount(0)
  await page.keyboard.press('Escape')
  await expect(beam).toHaveCount(0)
  await drag(page, slider(page, /^Backstop/), -40, 0)
  await expect(page.getByRole('dialog')).toHaveCount(0)
})

test('the launcher is touched, or where what moves begins, and its speed is changed there', async ({ page }) => {
  await openNewSetup(page)
  const before = await page.getByTestId('delay').textContent()
  await page.getByRole('button', { name: /^Launcher: its speed/ }).click()
  const beside = page.getByRole('dialog', { name: /^Launcher/ })
  await beside.locator('input[data-path="motion.speed"]').fill('40 m/s')
  await beside.locator('input[data-path="motion.speed"]').press('Enter')
  await expect(page.getByTestId('delay')).not.toHaveText(before!)
  await expect(beside).toBeHidden()
  await openNewSetup(page, newSetup('toss'))
  const start = page.getByRole('button', { name: /^Start: speed and size/ })
  await start.focus()
  await page.keyboard.press('Enter')
  await expect(
    page
      .getByRole('dialog', { name: /^Start/ })
      .locator('input')
      .first(),
  ).toBeFocused()
  await page.keyboard.press('Escape')
  await expect(page.getByRole('dialog')).toHaveCount(0)
})
