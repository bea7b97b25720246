import { readFile } from 'node:fs/promises'
import { type Locator, type Page, expect } from '@playwright/test'
import { newSetup } from '~~/core'
import { NEW_CHOICE, newShootDay } from '~~/core/day'
import { test } from './base'
import { callApi, open, signIn } from './helpers'
import { acknowledge } from './runHelpers'

const order = (page: Page): Promise<string[]> =>
  page
    .locator('[data-block]')
    .evaluateAll(blocks => blocks.map(block => block.getAttribute('aria-label')!.split(':')[0]!))

/** What a try before this one planned. */
async function forget(page: import('@playwright/test').Page, shoot: string): Promise<void> {
  const { body } = await callApi(page, 'GET', `/api/shoots/${shoot}/day`)
  if (body.revision > 0)
    await callApi(page, 'PUT', `/api/shoots/${shoot}/day`, { revision: body.revision, day: newShootDay() })
}

/** Takes a block by its middle, the soft edge of when it may end counted in. @returns where across */
async function taken(page: Page, block: Locator): Promise<number> {
  let x = 0
  // What comes in meanwhile moves the block away from under the pointer.
  await expect(async () => {
    await page.mouse.up()
    await block.scrollIntoViewIfNeeded()
    const box = (await block.boundingBox())!
    x = box.x + 60
    await page.mouse.move(x, box.y + box.height / 2)
    await page.mouse.down()
    await expect(block).toHaveClass(/dragged/, { timeout: 1000 })
  }).toPass()
  return x
}

/** When the day is over, in minutes; not a number until every set-up's sessions are played. */
async function over(page: Page): Promise<number> {
  const said = /^\s*over by (\d+):(\d+)/i.exec((await page.getByTestId('day-end').textContent()) ?? '')
  return said ? Number(said[1]) * 60 + Number(said[2]) : Number.NaN
}

test('a day stands at once; it is ordered by key and mouse, undone, and goes out on paper', async ({ page }) => {
  await signIn(page)
  const { body } = await callApi(page, 'GET', '/api/shoots?limit=100')
  const shoot = (body as { id: string; name: string }[]).find(({ name }) => name === 'Circus posters')!
  await forget(page, shoot.id)
  await open(page, `/shoots/${shoot.id}/day`)
  // Nothing was filled in, and a schedule stands.
  await expect(page.getByTestId('day-end')).toContainText(/nine days in ten by \d\d:\d\d/)
  // Once every set-up's sessions are played, which takes a busy machine its time, the best order is the best.
  await expect(page.getByTestId('day-end')).toContainText(/Over by \d/, { timeout: 60_000 })
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
  await expect(page.getByTestId('day-end')).toContainText(/Over by \d/)
  const block = page.locator('[data-block]').last()
  const x = await taken(page, block)
  await page.mouse.move(x, 20, { steps: 6 })
  // Held at the edge, the day scrolls along.
  const scrolled = page.getByRole('region', { name: 'Schedule' })
  await expect.poll(() => scrolled.evaluate(section => section.scrollTop)).toBe(0)
  await page.mouse.up()
  await expect.poll(async () => (await order(page))[0]).toBe(first[3])
  await page.keyboard.press('Control+z')
  await expect.poll(() => order(page)).toEqual(first)

  // Somebody who must be there, and has to leave: said, with what would make it.
  await page.getByLabel('Name of the person').fill('Ilse')
  await page.getByRole('button', { name: 'Add a person' }).click()
  await page.getByLabel('Ilse until').fill('10:00')
  await page.getByLabel('Ilse until').press('Enter')
  await page.locator('[data-block]').first().click()
  await page.getByRole('checkbox', { name: 'Ilse' }).click()
  await expect(page.getByTestId('contradiction').first()).toContainText('Ilse cannot be there long enough')
  await page
    .getByTestId('contradiction')
    .first()
    .getByRole('button', { name: /^Keep Ilse until/ })
    .click()
  await expect(page.getByTestId('contradiction')).toHaveCount(0)

  // Typed minutes stand, and what is wrong is said beside them.
  await page.getByLabel('Build, min').fill('soon')
  await page.getByLabel('Build, min').press('Enter')
  await expect(page.getByText('Minutes, such as 12')).toBeVisible()
  await page.getByLabel('Build, min').fill('55')
  await page.getByLabel('Build, min').press('Enter')
  await expect(page.getByTestId('day-end')).toContainText('nine days in ten')

  // What work takes in this studio, for every day: an hour to pack makes the day an hour and twenty longer.
  await expect.poll(() => over(page)).toBeGreaterThan(0)
  const before = await over(page)
  await page.getByRole('button', { name: 'Minutes by rule' }).click()
  const rules = page.getByRole('dialog', { name: 'What work takes in this studio' })
  await rules.getByLabel('Once a day: Packing and sweeping out, min').fill('soon')
  await rules.getByLabel('Once a day: Packing and sweeping out, min').press('Enter')
  await expect(rules.getByText('Minutes, such as 12')).toBeVisible()
  await rules.getByLabel('Once a day: Packing and sweeping out, min').fill('120')
  await rules.getByLabel('Once a day: Packing and sweeping out, min').press('Enter')
  await page.keyboard.press('Escape')
  await expect.poll(() => over(page)).toBe(before + 80)
  await page.getByRole('button', { name: 'Minutes by rule, 1 of your own' }).click()
  await rules.getByLabel('Once a day: Packing and sweeping out, min').fill('')
  await rules.getByLabel('Once a day: Packing and sweeping out, min').press('Enter')
  await page.keyboard.press('Escape')
  await expect.poll(() => over(page)).toBe(before)

  // Lit by the sun: where it has to stand, once the place is known.
  await page.getByRole('checkbox', { name: 'Lit by the sun' }).click()
  await expect(page.getByTestId('sun')).toContainText('Enter the location')
  await page.getByLabel('Latitude, north +').fill('52.5')
  await page.getByLabel('Latitude, north +').press('Tab')
  await page.getByLabel('Longitude, east +').fill('13.4')
  await page.getByLabel('Longitude, east +').press('Tab')
  await expect(page.getByTestId('sun')).toContainText(/The sun is there \d\d:\d\d to \d\d:\d\d\./)
  await page.getByLabel('At least, ° high').fill('80')
  await page.getByLabel('At least, ° high').press('Enter')
  await expect(page.getByTestId('sun')).toContainText('The sun is never there on this day')
  await expect(page.getByTestId('contradiction').first()).toContainText('no time is left')
  await page.getByRole('checkbox', { name: 'Lit by the sun' }).click()
  await expect(page.getByTestId('contradiction')).toHaveCount(0)

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

test('on a phone the order is changed by touch, and nothing runs off the side', async ({ browser, baseURL }) => {
  const context = await browser.newContext({
    baseURL,
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    isMobile: true,
    serviceWorkers: 'block',
  })
  const page = await context.newPage()
  await signIn(page)
  const made = await callApi(page, 'POST', '/api/shoots', {
    name: 'By touch',
    date: '2026-12-11',
    place: '',
    notes: '',
  })
  for (const recipe of ['toss', 'spin'] as const)
    await callApi(page, 'POST', `/api/shoots/${(made.body as { id: string }).id}/setups`, {
      setup: { ...newSetup(recipe), name: `The ${recipe}` },
    })
  await page.goto(`/shoots/${(made.body as { id: string }).id}/day`)
  await expect(page.getByTestId('day-end')).toContainText('nine days in ten')
  await expect(page.getByTestId('day-end')).not.toContainText('about')
  const first = await order(page)
  await page.getByRole('button', { name: `Later: ${first[0]}` }).tap()
  await expect.poll(() => order(page)).toEqual([first[1], first[0]])
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
  await context.close()
})

/** Takes back what was noted of shoots of that name: an earlier try's minutes would be learnt from too. */
async function takeBackNotes(page: Page, name: string): Promise<void> {
  const { body } = await callApi(page, 'GET', '/api/shoots?limit=100')
  const shoots = body as { id: string; name: string }[]
  for (const shoot of shoots.filter(one => one.name === name)) {
    const log = await callApi(page, 'GET', `/api/shoots/${shoot.id}/log`)
    for (const { id } of (log.body as { events: { id: string }[] }).events)
      expect((await callApi(page, 'PUT', `/api/day-events/${id}/strike`, { struck: true })).status).toBe(200)
  }
}

test('a day is followed through three set-ups: a fault makes it late, and what to leave out is offered', async ({
  page,
}) => {
  await signIn(page)
  const date = '2026-12-04'
  await takeBackNotes(page, 'A long Friday')
  const made = await callApi(page, 'POST', '/api/shoots', { name: 'A long Friday', date, place: '', notes: '' })
  const shoot = (made.body as { id: string }).id
  const ids: string[] = []
  for (const recipe of ['balloon', 'pour', 'spin'] as const) {
    const setup = newSetup(recipe)
    const { body } = await callApi(page, 'POST', `/api/shoots/${shoot}/setups`, {
      setup: { ...setup, name: `The ${recipe}`, goal: { ...setup.goal, keepers: 2 } },
    })
    ids.push((body as { id: string }).id)
  }
  const choice = { ...NEW_CHOICE, build: 40, test: 10, strike: 5 }
  const day = {
    ...newShootDay(),
    end: 16 * 60 + 30,
    breaks: [],
    zone: 'UTC',
    order: ids,
    setups: { [ids[0]!]: choice, [ids[1]!]: { ...choice, value: 'nice' }, [ids[2]!]: choice },
  }
  expect((await callApi(page, 'PUT', `/api/shoots/${shoot}/day`, { revision: 0, day })).status).toBe(200)

  const at = (time: string): Promise<void> => page.clock.setFixedTime(new Date(`${date}T${time}:00Z`))
  await at('10:40')
  await open(page, `/shoots/${shoot}/day`)
  const panel = page.getByTestId('day-now-panel')
  await expect(panel).toContainText('The balloon')
  await expect(panel).toContainText('Being built')
  await expect(page.getByTestId('day-now')).toBeVisible()
  await panel.getByRole('button', { name: 'Built' }).click()
  await expect(panel).toContainText('Being tested since 10:40')
  await panel.getByRole('button', { name: 'Fault' }).click()
  await expect(panel.getByRole('button', { name: 'Fault mended' })).toBeVisible()

  // Two hours later the chain is mended; everything is late, and the day no longer ends in time.
  await at('13:10')
  await panel.getByRole('button', { name: 'Fault mended' }).click()
  await at('13:20')
  await panel.getByRole('button', { name: 'Tests done' }).click()
  await expect(panel).toContainText('Firing')
  await expect(page.getByTestId('slips')).toContainText(/The pour begins some \d+ min late/)
  await expect(page.getByTestId('drop')).toContainText('Without The pour')
  // What was noted by mistake is taken back.
  await panel.getByRole('button', { name: /^Undo ‘Tests done’/ }).click()
  await expect(panel).toContainText('Being tested')
  await panel.getByRole('button', { name: 'Tests done' }).click()

  for (const [i, minute] of ['13:24', '13:28', '13:32', '13:36'].entries())
    await callApi(page, 'POST', `/api/setups/${ids[0]}/takes`, {
      key: `followed-${i}`,
      delay: 0.0005,
      verdict: 'on',
      keeper: i === 3,
      position: null,
      note: '',
      firedAt: `${date}T${minute}:00.000Z`,
    })
  await at('13:37')
  await panel.getByRole('button', { name: 'Firing done' }).click()
  await expect(panel).toContainText('The pour')
  await page.getByRole('button', { name: 'Leave out for today' }).click()
  await expect(panel).toContainText('The spin')
  await expect(page.getByTestId('drop')).toHaveCount(0)

  // Planned against real, and what the studio's own minutes have become.
  const review = page.getByTestId('review')
  await expect(review.getByRole('row', { name: /The balloon/ })).toContainText('150 min')
  await expect(review).toContainText(/Building: \d+\s% longer than the rule, from 1/)
  await expect(page.getByText('measured, 1').first()).toBeVisible()

  // Beside a run the studio's own clock counts, and by that it is another day.
  await open(page, `/setups/${ids[2]}/run`)
  await acknowledge(page)
  await page.getByRole('button', { name: 'Progress of the day' }).click()
  await expect(page.getByTestId('run-day')).toContainText('It is not the day of this shoot')
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
