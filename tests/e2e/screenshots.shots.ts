import { type Page, expect, test } from '@playwright/test'
import { callApi, openDemo } from './helpers'
import { crackerByBeam, judgeCracker } from './player'
import { acknowledge, takesOf, toJudge } from './runHelpers'

/** The pictures of docs/screenshots, from demo data: `npm run screenshots`. */
const folder = 'docs/screenshots'
const take = async (page: Page, name: string): Promise<void> => {
  await page.waitForTimeout(700)
  // Frames are computed while one looks: they are taken once they are quiet.
  await page.waitForFunction(
    () =>
      [...document.querySelectorAll<HTMLCanvasElement>('canvas[data-passes]')]
        .filter(canvas => canvas.clientWidth > 0)
        .every(canvas => Number(canvas.dataset.passes) >= 8),
    null,
    { timeout: 120_000 },
  )
  // Pictures are read as they come into view, and drawn when they are unpacked.
  await page.evaluate(async () => {
    const seen = [...document.images].filter(image => image.getBoundingClientRect().top < innerHeight)
    await Promise.all(seen.map(image => image.decode().catch(() => {})))
  })
  await page.screenshot({ path: `${folder}/${name}.png` })
}
async function openSetup(page: Page, name: string): Promise<void> {
  await page.goto('/')
  await page
    .getByRole('link', { name: new RegExp(`^${name}`) })
    .first()
    .click()
  await expect(page.getByTestId('delay')).toBeVisible()
}

test('main views', async ({ page }) => {
  test.slow()
  await page.context().clearCookies({ name: 'epiro-panel' })
  await openDemo(page)
  await expect(page.getByRole('heading', { name: 'Poster day' })).toBeVisible()
  await take(page, 'shoots')

  await page.getByRole('link', { name: 'Day of Poster day' }).click()
  await expect(page.getByTestId('day-end')).toContainText('nine days in ten')
  await take(page, 'day')
  await openSetup(page, 'Steel ball through')
  await take(page, 'workspace')
  await page.getByRole('button', { name: 'Camera view' }).click()
  for (let i = 0; i < 3; i++) await page.getByRole('button', { name: 'Zoom in on the picture' }).click()
  await page.getByRole('button', { name: 'Ten takes' }).click()
  await page.getByRole('button', { name: 'Light', exact: true }).click()
  await page.getByTestId('delay').getByRole('button').click()
  await expect(page.locator('[data-sensitivity]').first()).toBeVisible()
  await take(page, 'workspace-zoom')

  await openSetup(page, 'Cream into iced coffee')
  await page.getByRole('tab', { name: 'Methods' }).click()
  await take(page, 'workspace-upright')

  await openSetup(page, 'Diabolo juggler')
  await page.getByRole('link', { name: 'Plan a sequence of pops' }).click()
  await page.getByRole('button', { name: 'Confirm that everyone was asked' }).click()
  await take(page, 'sequence')

  await page.goto('/log')
  await expect(page.getByTestId('log-take').first()).toBeVisible()
  await take(page, 'log')
  await page.goto('/kit')
  await expect(page.getByRole('img', { name: /longer at low power/ })).toBeVisible()
  await take(page, 'kit')
  await page.goto('/lab?tool=speed')
  await page.getByRole('button', { name: 'Another sample' }).click()
  await expect(page.getByTestId('lab-gap')).toBeVisible()
  await take(page, 'lab')
  await page.goto('/devices')
  for (const [name, role] of [
    ['Kim', 'Assistant'],
    ['Mara', 'Viewer'],
  ] as const) {
    await page.getByLabel('Name', { exact: true }).fill(name)
    await page.getByRole('radio', { name: new RegExp(`^${role}`) }).check()
    await page.getByRole('button', { name: 'Create link', exact: true }).click()
    await expect(
      page.getByTestId('member').filter({ has: page.getByLabel(`Name of ${name}`, { exact: true }) }),
    ).toBeVisible()
  }
  await take(page, 'people')

  await openSetup(page, 'Steel ball through')
  await page.getByRole('button', { name: 'Safelight' }).click()
  await page.mouse.move(640, 790)
  await take(page, 'workspace-safelight')
})

test('run, practice, pictures side by side', async ({ page }) => {
  test.slow()
  await page.context().clearCookies({ name: 'epiro-panel' })
  await openDemo(page)
  await page.goto('/log?text=Steel+ball+through')
  const choose = page.getByRole('button', { name: /^Select cracker/ })
  await choose.nth(0).click()
  await choose.nth(2).click()
  for (let i = 0; i < 3; i++) await page.getByRole('group').first().press('+')
  await take(page, 'side-by-side')
  const { id } = (await callApi(page, 'POST', '/api/practice', { exercise: 'cracker-beam', seed: 6 })).body as {
    id: string
  }
  await page.goto(`/setups/${id}/run`)
  await acknowledge(page)
  await expect(page.getByTestId('bench')).toContainText('connected')
  // Played by somebody who reads the pictures and follows the proposals.
  for (let n = 1; n <= crackerByBeam.setup.goal.stock; n++) {
    await toJudge(page)
    await expect
      .poll(async () => ((await callApi(page, 'GET', `/api/setups/${id}/pictures`)).body as unknown[]).length)
      .toBe(n)
    await expect(page.getByText('newest: not logged yet')).toBeVisible()
    if (n === 3) await expect(page.getByTestId('take-reading')).toContainText('Log this verdict', { timeout: 60_000 })
    await judgeCracker(page, id, async () => {
      if (n !== 3) return
      await page.mouse.move(5, 790)
      await take(page, 'run')
      await page.setViewportSize({ width: 390, height: 844 })
      await take(page, 'run-phone')
      await page.setViewportSize({ width: 1280, height: 800 })
    })
    await expect(page.getByTestId('call')).toHaveText(/Reset/)
    await expect.poll(async () => (await takesOf(page, id)).length).toBe(n)
    if ((await takesOf(page, id)).filter(kept => kept.keeper).length >= 3) break
    await page.waitForTimeout(2500)
    await page.keyboard.press('d')
    await page.keyboard.press('Space')
  }
  await page.goto(`/practice/${id}`)
  await page.getByRole('button', { name: 'Show true figures' }).click()
  await expect(page.getByTestId('result')).toBeVisible()
  await page.mouse.move(5, 790)
  await take(page, 'practice')

  // A lesson, answered wrongly: what is right, and what the answer would have caught.
  await page.goto('/practice/course/freezing')
  await page.getByRole('group', { name: 'Most power' }).getByRole('button').nth(1).click()
  await expect(page.getByRole('img', { name: 'The picture this answer would have given' })).toBeVisible()
  await page.mouse.move(5, 790)
  await take(page, 'course')
})

test('answers, contact sheet and a report of the season', async ({ page }) => {
  test.slow()
  await openDemo(page)
  await page.goto('/log/answers')
  await expect(page.getByTestId('word')).toContainText('Points')
  await take(page, 'answers')
  await page.goto('/log?as=sheet&pictures=1')
  await expect(page.getByTestId('frame').first()).toBeVisible()
  await take(page, 'contact-sheet')
  const { body } = await callApi(page, 'GET', '/api/shoots?limit=100')
  const shoot = (body as { id: string; name: string }[]).find(({ name }) => name === 'Iced coffee, summer')!
  await page.goto(`/shoots/${shoot.id}/report`)
  await expect(page.getByRole('img', { name: /^Keeper/ }).first()).toBeVisible()
  await take(page, 'report')
})
