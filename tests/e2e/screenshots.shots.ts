import { type Page, expect, test } from '@playwright/test'
import { seededRandom } from '~~/core/math/random'
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
  await page.screenshot({ path: `${folder}/${name}.png` })
}
async function openSetup(page: Page, name: string): Promise<void> {
  await page.goto('/')
  await page.getByRole('link', { name: new RegExp(`^${name}`) }).click()
  await expect(page.getByTestId('delay')).toBeVisible()
}

test('main views', async ({ page }) => {
  test.slow()
  await page.context().clearCookies({ name: 'epiro-panel' })
  await openDemo(page)
  await expect(page.getByRole('heading', { name: 'Snack bar campaign' })).toBeVisible()
  await take(page, 'shoots')

  await page.getByRole('link', { name: 'Day of Circus posters' }).click()
  await expect(page.getByTestId('day-end')).toContainText('nine days in ten')
  await take(page, 'day')
  await openSetup(page, 'Steel ball')
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

  await openSetup(page, 'Diabolo')
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

  await openSetup(page, 'Steel ball')
  await page.getByRole('button', { name: 'Safelight' }).click()
  await page.mouse.move(640, 790)
  await take(page, 'workspace-safelight')
})

test('run, practice, log with pictures, report', async ({ page }) => {
  test.slow()
  await page.context().clearCookies({ name: 'epiro-panel' })
  await openDemo(page)
  await page.goto('/log')
  const choose = page.getByRole('button', { name: /^Choose cracker/ })
  await choose.nth(0).click()
  await choose.nth(2).click()
  for (let i = 0; i < 3; i++) await page.getByRole('group').first().press('+')
  await take(page, 'side-by-side')
  await page.goto('/')
  await page.getByRole('link', { name: 'Report of Snack bar campaign' }).click()
  await expect(page.getByRole('img', { name: 'Keeper, take 3' })).toBeVisible()
  await take(page, 'report')

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
    if (n === 3) await expect(page.getByTestId('take-reading')).toContainText('Log it so', { timeout: 60_000 })
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
  await page.getByRole('button', { name: 'Reveal' }).click()
  await expect(page.getByTestId('result')).toBeVisible()
  await page.mouse.move(5, 790)
  await take(page, 'practice')
})

test('answers', async ({ page }) => {
  test.slow()
  await openDemo(page)
  const { body } = await callApi(page, 'GET', '/api/shoots?limit=100')
  const setups = (body as { setups: { id: string; recipe: string }[] }[]).flatMap(shoot => shoot.setups)
  const random = seededRandom(7)
  const among = <T>(list: readonly T[]): T => list[Math.floor(random.uniform() * list.length)]!
  for (const [s, { id, recipe }] of setups.entries()) {
    for (let i = 0; i < 22; i++) {
      const chance = Math.min(0.9, Math.max(0.1, 0.2 + 0.06 * s + 0.1 * random.uniform()))
      const thick = i % 4 === 0 || i % 4 === 3
      const keeper = random.uniform() < chance * (recipe === 'pour' && thick ? 1.5 : 0.9)
      const verdict = keeper ? 'on' : among(['late', 'late', 'early', 'on', 'on', 'missed', 'misfire'] as const)
      await callApi(page, 'POST', `/api/setups/${id}/takes`, {
        key: `shot-${s}-${i}`,
        delay: 0.01,
        verdict,
        keeper,
        position: null,
        note: '',
        cause: keeper || verdict !== 'on' ? null : among(['burnt', 'dark', 'double', 'dull', null] as const),
        variant: recipe === 'pour' ? (thick ? 'Thick cream' : 'Thin cream') : null,
        said: { chance, delay: null, error: null, takes: null },
        firedAt: new Date(Date.UTC(2026, 9, 1 + s, 18, i)).toISOString(),
      })
    }
  }
  await page.goto('/log/answers')
  await expect(page.getByTestId('word')).toContainText('Points')
  await take(page, 'answers')
})
