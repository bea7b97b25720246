import { type Locator, type Page, expect } from '@playwright/test'
import { RECIPE, type Setup, momentOf, newSetup, withChanges } from '~~/core'
import { callApi, fillField, makeSetup, open, openDemo, openNewSetup, pick, signIn } from '../helpers'
import { keptPage as test, ownPage } from '../keptPage'
import { acknowledge, takesOf, toJudge } from '../runHelpers'

/** Evenings as practitioners have them, walked in the page; each figure beside its hand value. */

const changed = (setup: Setup, changes: Record<string, string | number | boolean | null>): Setup =>
  withChanges(
    setup,
    Object.entries(changes).map(([path, value]) => ({ path, value })),
  )
const field = (page: Page, path: string): Locator => page.locator(`input[data-path="${path}"]`)
async function say(page: Page, figures: Record<string, string>): Promise<void> {
  for (const [path, text] of Object.entries(figures)) await fillField(page, path, text)
}
/** A figure asked the other way round: opens it, and finds an input for what is wanted. */
async function findInput(page: Page, result: string, input: RegExp, wanted: string): Promise<Locator> {
  await page.getByRole('tab', { name: 'Figures' }).click()
  const row = page.getByTestId(`result-${result}`)
  await row.getByRole('button').first().click()
  await row.getByRole('button', { name: input }).click()
  await fillField(page, 'find.wanted', wanted)
  return row.getByTestId('find')
}

test('1: the paper that was hit, the poppadom behind it, and a streak that no flash here can draw', async ({
  page,
}) => {
  await openNewSetup(page)
  await say(page, {
    'sensor.position': '10 centimetres',
    'moment.offset': '0 mm',
    'sensor.response': '5 us',
    'sensor.latency': '80 us',
    'controller.latency': '20 us',
    'link.latency': '5 us',
  })
  // Sensor, controller, cable and flash 0.2 ms together: 0.616 m without drag.
  const found = await findInput(page, 'delay', /^Find .*[Dd]istance from start to subject/, '15 ms')
  await expect(found.getByRole('status')).toContainText(/0\.61[56]\d*\sm/)
  await found.getByRole('button', { name: 'take it' }).click()
  await say(page, { 'subject.depth': '12 mm', 'moment.offset': '32 mm' })
  await expect(page.getByTestId('delay')).toHaveText(/^\s*15\.9/)
  const streak = page.getByTestId('result-blur')
  await expect(streak).toContainText(/1\.69\smm/)
  await streak.getByRole('button').first().click()
  await fillField(page, 'find.streak', '0.5 mm')
  await expect(streak.getByTestId('find-duration')).toContainText(/14\.8\sµs or shorter/)
  await expect(streak.getByTestId('find-duration')).toContainText(
    /Key: short enough at no power; its shortest is 31\sµs/,
  )
  await pick(page.getByLabel('Link', { exact: true }).first(), 'Radio')
  await fillField(page, 'link.latency', '3 ms')
  await expect(page.getByTestId('delay')).toHaveText(/^\s*(12\.9|13)\s*ms/)
  // Back on the cable it has the latency that was typed for the cable.
  await pick(page.getByLabel('Link', { exact: true }).first(), 'Cable')
  await expect(field(page, 'link.latency')).toHaveValue(/^5\sµs/)
})

test('3: what was typed stays when the hand takes over, and the face bounds the headline', async ({ page }) => {
  await openNewSetup(page, newSetup('toss', 'fast-shutter'))
  await say(page, { 'picture.shutter': '1/500', 'picture.iso': '500', 'delay': '170 ms' })
  const trigger = page.getByLabel('Fired by', { exact: true }).first()
  const typed = async (): Promise<string[]> =>
    Promise.all(['picture.shutter', 'picture.iso'].map(path => field(page, path).inputValue()))
  const before = await typed()
  await pick(trigger, 'By hand, on the count')
  expect(await typed()).toEqual(before)
  await pick(trigger, 'Sensor')
  expect(await typed()).toEqual(before)
  await expect(field(page, 'delay')).toHaveValue(/^170\sms/)
  // A method takes the shutter that it cannot do without, says so in place, and gives it back.
  const method = page.getByLabel('Method', { exact: true }).first()
  await pick(method, 'Open shutter')
  await expect(page.locator('[data-followed="method"]')).toContainText(
    /Changed with it: Shutter speed 1\/500\ss → 2\ss/,
  )
  await expect(field(page, 'picture.iso')).toHaveValue(before[1]!)
  await pick(method, 'Fast shutter')
  expect(await typed()).toEqual(before)
  await say(page, {
    'picture.shutter': '1/8000',
    'motion.turns': '18 turns a second',
    'motion.diameter': '40 mm',
    'motion.faceWithin': '20°',
  })
  await fillField(page, 'delay', '')
  await expect(page.getByTestId('keeper-parts')).toContainText(/its face seen\s*\d\d(\.\d)?\s%/)
})

test('4: the floor of the tank lies under the picture: it is said, and one press lowers the camera', async ({
  page,
}) => {
  const tank = changed(newSetup('drop'), { 'subject.distance': 0.5, 'subject.liquidDepth': 0.15 })
  await openNewSetup(
    page,
    withChanges(
      tank,
      momentOf(
        tank,
        RECIPE.drop.moments.find(m => m.name.includes('bottom'))!,
      ),
    ),
  )
  await expect(page.getByTestId('keep')).toContainText('The moment lies outside the picture')
  const finding = page.locator('[data-finding="out-of-frame"]')
  await finding.getByRole('button', { name: /^Lower the camera by/ }).click()
  await expect(finding).toHaveCount(0)
  await expect(page.getByTestId('keep')).toHaveText(/\d\s*%/)
})

test('6: a trigger without delay: where its microphone has to stand', async ({ page }) => {
  await openNewSetup(page, changed(newSetup('projectile'), { 'sensor.riseTime': 0 }))
  await pick(page.getByLabel('Sensor', { exact: true }).first(), 'Microphone')
  await say(page, { 'sensor.position': '0 m', 'sensor.latency': '120 us', 'controller.delayMaximum': '0 s' })
  const found = await findInput(page, 'delay', /^Find .*distance from the path/i, '0 ms')
  // (27.4 ms − 0.25 ms) × 344 m/s.
  await expect(found.getByRole('status')).toContainText(/9\.3\d*\sm/)
})

test('7: the skater: six of eight bodies in the picture, and one open time on every panel', async ({ page }) => {
  const start = changed(newSetup('run'), {
    'motion.speed': 3.2,
    'subject.distance': 4,
    'picture.distance': 10.1,
    'lens.focalLength': 0.1,
    'picture.shutter': 2,
  })
  const pops = { placing: 'interval' as const, count: 8, interval: 0.2, start: 0, joinsLast: false, from: 0, to: 1 }
  const id = await openNewSetup(page, {
    ...start,
    sequence: { ...start.sequence, groups: [{ name: 'Pops', lights: [0, 1], times: [], ...pops }] },
  })
  await open(page, `/setups/${id}/sequence`)
  const asked = page.getByRole('button', { name: 'Confirm that everyone was asked' })
  await asked.click()
  await page.getByRole('button', { name: /^Begin as it enters the picture/ }).click()
  await expect(page.getByText('6 of 8 positions in the picture')).toBeVisible()
  await expect(page.getByTestId('school-least')).toContainText(/1\.41\ss/)
  await expect(page.getByTestId('school-customary')).toContainText(/1\.6\ss/)
  await expect(page.locator('[data-finding="out-of-frame"]')).toContainText('6 of 8 positions are in the picture')
  // Asked once of this set-up and person, not at every visit.
  await page.reload()
  await expect(page.getByTestId('school-least')).toBeVisible()
  await expect(asked).toHaveCount(0)
})

test('9: three lines of a leaflet in one form', async ({ page }) => {
  await openDemo(page)
  await open(page, '/kit')
  await page.getByRole('button', { name: 'Add to the kit' }).click()
  await page.getByRole('menuitem', { name: 'Flash from data sheet' }).click()
  const dialog = page.getByRole('dialog')
  const name = `Three lines ${Date.now() % 1e6}`
  await dialog.locator('input[data-path="leaflet.name"]').fill(name)
  const lines = [
    ['full power', '1/1000'],
    ['1/16', '1/9000'],
    ['1/128', '1/20000'],
  ] as const
  for (const [i, [power, duration]] of lines.entries()) {
    if (i > 0) await dialog.getByRole('button', { name: 'Add a duration' }).click()
    const line = dialog.locator(`[data-line="${i}"]`)
    await line.locator('input[data-path="leaflet.power"]').fill(power)
    await line.locator('input[data-path="leaflet.duration"]').fill(duration)
    await page.keyboard.press('Tab')
  }
  await dialog.locator('input[data-path="leaflet.guideNumber"]').fill('36 m')
  await dialog.locator('input[data-path="leaflet.recycleTime"]').fill('2.2 seconds')
  await page.keyboard.press('Tab')
  await dialog.getByRole('button', { name: 'Add the flash' }).click()
  await expect(page.getByRole('region', { name: 'Item' }).getByRole('heading', { name })).toBeVisible()
  const { body } = await callApi(page, 'GET', '/api/kit')
  const { item } = (body as { item: { name: string; table: { power: number; t05: number; basis: string }[] } }[]).find(
    record => record.item.name === name,
  )!
  const rated = item.table.filter(row => row.basis === 'rated').map(row => [row.power, row.t05])
  expect(rated).toEqual([
    [1, 1 / 1000],
    [1 / 16, 1 / 9000],
    [1 / 128, 1 / 20_000],
  ])
  // As it was typed.
  await expect(
    page
      .locator('input[data-path="table[1].t05"], input[data-path^="table"]')
      .filter({ hasNot: page.locator('x') })
      .first(),
  ).toBeVisible()
  await page.getByRole('button', { name: 'Archive' }).click()
})

ownPage(
  '10: the evening: a phone without a network says so at once, and every take has its number in the end',
  async ({ page, browser }) => {
    await signIn(page)
    const id = await makeSetup(page, newSetup('projectile'))
    await open(page, `/setups/${id}/run`)
    await acknowledge(page)
    const phone = await browser.newContext({
      viewport: { width: 390, height: 844 },
      storageState: await page.context().storageState(),
    })
    const other = await phone.newPage()
    await other.goto(`/setups/${id}/run`)
    await expect(other.getByTestId('call')).toHaveText(/Ready/)
    await toJudge(page)
    await page.keyboard.press('e')
    // Another's take is told as theirs.
    await expect(other.getByText(/^Take 1 by .*: early$/)).toBeVisible()
    await phone.setOffline(true)
    await expect(other.getByTestId('unsent')).toContainText(/Offline since \d\d.\d\d/)
    await toJudge(other)
    await other.keyboard.press('l')
    await expect(other.getByTestId('run-take')).toHaveCount(2)
    // It has a mark of its own until it has its number.
    await expect(other.getByTestId('run-take').first()).toContainText(/^\s*a/)
    await expect(other.getByTestId('unsent')).toContainText('1 take not sent yet')
    await phone.setOffline(false)
    await expect(other.getByTestId('run-take').first()).toContainText(/^\s*2/, { timeout: 30_000 })
    expect((await takesOf(page, id)).map(take => [take.number, take.verdict]).sort()).toEqual([
      [1, 'early'],
      [2, 'late'],
    ])
    await phone.close()
    // Safelight ends with the run.
    await expect(page.locator('html')).toHaveAttribute('data-look', 'safelight')
    await open(page, `/setups/${id}`)
    await expect(page.locator('html')).toHaveAttribute('data-look', 'work')
    // What the takes say stands on the dial card by itself, until it is dialled.
    await expect(page.getByTestId('learnt-delay')).toBeVisible()
    await page.getByTestId('learnt-delay').getByRole('button', { name: 'dial it' }).click()
    await expect(page.getByRole('paragraph').filter({ hasText: /^Dialled delay$/ })).toBeVisible()
    const { body } = await callApi(page, 'GET', `/api/setups/${id}`)
    await open(page, `/shoots/${(body as { shootId: string }).shootId}/report`)
    await expect(page.getByTestId('took')).toContainText('in 2 takes')
    await expect(page.getByTestId('takes')).toContainText(/1.*Early/)
  },
)
