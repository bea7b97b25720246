import { expect } from '@playwright/test'
import { type Setup, newKitItem, newSetup } from '~~/core'
import { labTool } from '~~/core/lab'
import { LAB } from '~~/shared/text/lab'
import { fileOf } from '../support/labFiles'
import { brightestOfOtherHues, callApi, makeSetup, open, pick, signIn } from './helpers'
import { keptPage as test, ownPage } from './keptPage'

/** Opens a tool for a set-up and gives it the files of a stand-in. */
async function given(page: import('@playwright/test').Page, tool: string, seed: number, setup = ''): Promise<void> {
  await open(page, `/lab?tool=${tool}${setup ? `&setup=${setup}` : ''}`)
  await expect(page.getByRole('heading', { name: LAB.tell(labTool(tool)!.title), exact: true })).toBeVisible()
  if (setup) await expect(page.getByTestId('lab-setup')).toHaveAttribute('data-setup', setup)
  const files = await Promise.all(labTool(tool)!.sample(seed).files.map(fileOf))
  await page.getByTestId('lab-files').setInputFiles(files)
  // The sample that a tool opens with makes room, and its figures with it.
  await expect(page.getByText('A sample, already read')).toHaveCount(0)
}
const setting = (page: import('@playwright/test').Page, key: string) => page.locator(`input[data-path="lab.${key}"]`)
async function enter(page: import('@playwright/test').Page, key: string, text: string): Promise<void> {
  await setting(page, key).fill(text)
  await setting(page, key).press('Enter')
}
const stored = async (page: import('@playwright/test').Page, id: string): Promise<Setup> =>
  (await callApi(page, 'GET', `/api/setups/${id}`)).body.setup as Setup

test('a recording of shots gives a speed to the set-up, and takes it back', async ({ page }) => {
  await signIn(page)
  const id = await makeSetup(page, newSetup('projectile'))
  const { settings, truth } = labTool('speed')!.sample(7)
  await given(page, 'speed', 7, id)
  await enter(page, 'distance', `${settings.distance} m`)
  await enter(page, 'sourceToMic', `${settings.sourceToMic} m`)
  await enter(page, 'targetToMic', `${settings.targetToMic} m`)
  await enter(page, 'air', `${settings.air}`)
  const speed = page.getByTestId('lab-speed')
  await expect(speed).toContainText(
    `${truth
      .speed!.toPrecision(2)
      .replace(/\.?0+$/, '')
      .slice(0, 2)}`,
  )
  await page.getByRole('button', { name: 'Use this speed in the set-up' }).click()
  await expect.poll(async () => (await stored(page, id)).evidence.length).toBe(1)
  const evidence = (await stored(page, id)).evidence[0]!
  expect(evidence.kind).toBe('speed')
  expect(evidence.value / truth.speed! - 1).toBeLessThan(0.01)
  expect(evidence.how).toBe('Lab, report and impact: shots.wav')
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByText('undone')).toBeVisible()
  await expect.poll(async () => (await stored(page, id)).evidence.length).toBe(0)
})

test('a mark is moved by key, and read again when it is taken away', async ({ page }) => {
  await signIn(page)
  await given(page, 'speed', 7)
  const gap = page.getByTestId('lab-gap').locator('b')
  await expect(gap).toBeVisible()
  const read = await gap.textContent()
  await page.getByRole('button', { name: 'impact 1', exact: true }).click()
  const mark = page.getByRole('slider', { name: 'Impact 1', exact: true })
  await mark.focus()
  for (let i = 0; i < 3; i++) await page.keyboard.press('Shift+ArrowRight')
  await expect(page.getByRole('slider', { name: 'Impact 1, set by hand' })).toBeVisible()
  await expect(gap).not.toHaveText(read!)
  await page.getByRole('slider', { name: 'Impact 1, set by hand' }).press('Delete')
  await expect(gap).toHaveText(read!)
})

test('a light trace goes to a flash in Kit at its power, and back', async ({ page }) => {
  await signIn(page)
  const flash = newKitItem('flash', `Lab flash ${Date.now()}`)
  const made = await callApi(page, 'POST', '/api/kit', { items: [flash] })
  expect(made.status).toBe(201)
  const kitId = made.body.ids[0] as string
  const rowOf = async () => {
    const kit = (await callApi(page, 'GET', '/api/kit')).body as { id: string; item: typeof flash }[]
    return kit.find(record => record.id === kitId)!.item.table.find(row => row.power === 1 / 16)
  }
  const readings = async (): Promise<number> => {
    const { gear } = (await callApi(page, 'GET', '/api/gear')).body as {
      gear: { kitId: string; readings: unknown[] }[]
    }
    return gear.find(one => one.kitId === kitId)!.readings.length
  }
  const before = await rowOf()
  const { truth } = labTool('trace')!.sample(6)
  await given(page, 'trace', 6)
  await enter(page, 'power', '1/16')
  await pick(page.getByLabel('Which flash was measured').first(), flash.name)
  await page.getByRole('button', { name: 'Save these durations to the flash in Kit' }).click()
  await expect.poll(async () => (await rowOf())?.basis).toBe('measured')
  const row = (await rowOf())!
  expect(Math.abs(row.t01! / truth.t01! - 1)).toBeLessThan(0.03)
  await expect.poll(readings).toBe(1)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(rowOf).toEqual(before)
  await expect.poll(readings).toBe(0)

  // What a meter says is kept with its day, and taken back.
  await open(page, `/kit?item=${kitId}`)
  const shown = page.getByTestId('gear')
  await shown.getByRole('button', { name: 'Add reading' }).click()
  await expect(shown.getByRole('alert').first()).toHaveText('Missing')
  await shown.getByLabel('Power').fill('1/16')
  await shown.getByLabel('Duration t.1').fill('120 µs')
  await shown.getByRole('button', { name: 'Add reading' }).click()
  await expect(shown).toContainText(/Flash duration \(t\.1\) at 1\/16: 12\d\sµs ± [\d.]+\s% expected on a new day/)
  await shown.getByRole('button', { name: /^Undo: 120\sµs at 1\/16/ }).click()
  await expect(shown).toContainText('Nothing read yet')
})

test('frames past the sync measure the curtains for the set-up', async ({ page }) => {
  await signIn(page)
  const id = await makeSetup(page, newSetup('powder'))
  const was = (await stored(page, id)).camera.curtainTravel
  const { truth } = labTool('sync')!.sample(3)
  await given(page, 'sync', 3, id)
  await enter(page, 'reference', '1/60')
  await expect(page.getByTestId('lab-travel')).toBeVisible()
  await page.getByRole('button', { name: 'Use this curtain travel in the set-up' }).click()
  await expect
    .poll(async () => Math.abs((await stored(page, id)).camera.curtainTravel / truth.travel! - 1))
    .toBeLessThan(0.1)
  expect((await stored(page, id)).marks.find(mark => mark.path === 'camera.curtainTravel')).toMatchObject({
    from: 'measured',
    how: expect.stringMatching(/^Lab, sync: sync-1\.png/),
  })
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(async () => (await stored(page, id)).camera.curtainTravel).toBe(was)
})

test('what the ground shows goes as a note to the newest take, and back', async ({ page }) => {
  await signIn(page)
  const id = await makeSetup(page, newSetup('pour'))
  const take = {
    key: crypto.randomUUID(),
    delay: 0.1,
    verdict: 'on',
    keeper: true,
    position: null,
    note: 'first',
    planned: null,
    sharp: true,
    exposed: true,
    clean: true,
    settings: null,
    firedAt: new Date().toISOString(),
  }
  expect((await callApi(page, 'POST', `/api/setups/${id}/takes`, take)).status).toBe(201)
  const note = async (): Promise<string> => (await callApi(page, 'GET', `/api/setups/${id}/takes`)).body[0].note
  await given(page, 'ground', 2, id)
  await expect(page.getByTestId('lab-evenness')).toBeVisible()
  await page.getByRole('button', { name: 'Add as a note to the log' }).click()
  await expect.poll(note).toMatch(/^first; Background: \d\.\d\sEV from brightest to darkest$/)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect.poll(note).toBe('first')
})

// Every tool reads the files of a stand-in as a studio would have them.
for (const tool of [
  'black',
  'exposure',
  'sharpness',
  'streak',
  'place',
  'specks',
  'disc',
  'chain',
  'clock',
  'levels',
  'bounces',
])
  test(`${tool} reads files`, async ({ page }) => {
    await signIn(page)
    await given(page, tool, 2)
    const reading = page.getByTestId('lab-reading')
    await expect(reading).toBeVisible({ timeout: 30_000 })
    await expect(reading.getByRole('list', { name: 'Limits of this reading' })).not.toBeEmpty()
    await expect(page.getByTestId('lab-files-shown').locator('figure').first()).toBeVisible()
    const asks = new Set(['place', 'chain'])
    if (!asks.has(tool)) await expect(reading.locator('td b').first()).not.toHaveText('not read')
    else await expect(reading).toContainText('Enter how')
  })

test('a stand-in shows its truth, and broken files get a sentence', async ({ page }) => {
  await signIn(page)
  await open(page, '/lab?tool=exposure')
  await page.getByRole('button', { name: 'Another sample' }).click()
  await expect(page.getByTestId('lab-stops').locator('td')).toHaveCount(2)
  await page
    .getByTestId('lab-files')
    .setInputFiles({ name: 'broken.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('no') })
  await expect(page.getByRole('alert')).toContainText('broken.jpg: this browser cannot read this picture.')
  await open(page, '/lab?tool=trace')
  await expect(page.getByRole('heading', { name: 'Light trace', exact: true })).toBeVisible()
  await page
    .getByTestId('lab-files')
    .setInputFiles({ name: 'few.csv', mimeType: 'text/csv', buffer: Buffer.from('1,2\n2,3\n') })
  await expect(page.getByRole('alert')).toContainText('few.csv: rows is 2; it must be at least 20 rows')
})

test('an exercise of measuring hides its truth until it is asked for', async ({ page }) => {
  await signIn(page)
  await open(page, '/practice')
  await page.getByRole('list', { name: 'Exercises of measuring' }).getByRole('link', { name: 'Exposure' }).click()
  const cells = page.getByTestId('lab-stops').locator('td')
  await expect(cells).toHaveCount(1)
  await page.getByRole('button', { name: 'Show true figures' }).click()
  await expect(cells).toHaveCount(2)
  await page.getByLabel('false colour').check()
  await expect(page.getByText('grey within ⅓ of correct')).toBeVisible()
})

ownPage('pictures to be measured are red on black in the safelight', async ({ page, context, baseURL }) => {
  await context.addCookies([{ name: 'epiro-look', value: 'safelight', url: baseURL! }])
  await signIn(page)
  await open(page, '/lab?tool=place')
  await page.getByRole('button', { name: 'Another sample' }).click()
  await expect(page.getByRole('img', { name: 'take.jpg' })).toBeVisible()
  await expect(page.getByText('take.jpg, 360 × 240 px')).toBeVisible()
  expect(await brightestOfOtherHues(page)).toBeLessThan(110)
})

test('the running clock runs', async ({ page }) => {
  await signIn(page)
  await open(page, '/lab/clock')
  await page.getByRole('button', { name: 'Start' }).click()
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible()
  await expect(page.getByRole('status')).toContainText('times per second')
})
