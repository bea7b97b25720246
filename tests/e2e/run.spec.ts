import { type Page, expect } from '@playwright/test'
import { type Setup, newSetup, plan } from '~~/core'
import { brightestOfOtherHues, callApi, makeSetup, open, openNewSetup, signIn } from './helpers'
import { keptPage as test, ownPage } from './keptPage'
import { acknowledge, secondServer, takesOf, toJudge, verdict } from './runHelpers'

async function openRun(page: Page, setup = newSetup('projectile')): Promise<string> {
  await signIn(page)
  const id = await makeSetup(page, setup)
  await open(page, `/setups/${id}/run`)
  await acknowledge(page)
  return id
}
test('from the cautions through the calls to a verdict, and the next delay follows', async ({ page }) => {
  const id = await openRun(page)
  await expect(page.getByTestId('call')).toHaveText(/Ready/)
  await page.keyboard.press('Space')
  await page.keyboard.press('Space')
  await expect(page.getByTestId('call')).toHaveText(/Eyes/)
  await page.keyboard.press('Space')
  await expect(page.getByTestId('call')).toHaveText(/Clear/)
  await page.keyboard.press('Space')
  await expect(page.getByTestId('call')).toHaveText(/Open/)
  await page.keyboard.press('Space')
  await expect(page.getByTestId('open')).toBeVisible()
  await toJudge(page)
  const scale = page.getByRole('slider', { name: 'Distance past the mark' })
  await scale.press('Shift+ArrowRight')
  await scale.press('Shift+ArrowRight')
  await expect(page.getByText('past the mark: 20 mm')).toBeVisible()
  await page.getByTestId('call').click()
  await page.keyboard.press('l')
  await expect(page.getByTestId('run-take')).toHaveCount(1)
  await expect(page.getByTestId('call')).toHaveText(/Reset/)
  await expect
    .poll(async () => (await takesOf(page, id)).map(take => [take.verdict, take.position]))
    .toEqual([['late', 0.02]])
  // 20 mm late at 34 m/s is 0.6 ms.
  await expect(page.getByTestId('proposal')).toContainText(/Dial 17\.9\sms/)
  await expect(page.getByTestId('why')).toContainText('most likely on time')
  await page.keyboard.press('d')
  await expect(page.getByTestId('dialled')).toHaveText(/17\.9/)
  await expect(page.getByText(/changed: delay 18\.4\sms → 17\.9\sms/)).toBeVisible()
  await expect(page.getByTestId('left')).toHaveText('23')
})

ownPage('two devices see the same step, delay and takes within a second', async ({ page, browser }) => {
  const id = await openRun(page)
  const state = await page.context().storageState()
  const phone = await browser.newContext({ viewport: { width: 390, height: 844 }, storageState: state })
  const other = await phone.newPage()
  await other.goto(`/setups/${id}/run`)
  await expect(other.getByTestId('call')).toHaveText(/Ready/)
  await page.keyboard.press('Space')
  await expect(other.getByTestId('call')).toHaveText(/Lights out/, { timeout: 5000 })
  await other.getByRole('button', { name: /Done/ }).click()
  await expect(page.getByTestId('call')).toHaveText(/Eyes/, { timeout: 5000 })
  await page.getByLabel('Other').fill('17 ms')
  await page.keyboard.press('Enter')
  await expect(other.getByTestId('dialled')).toHaveText(/^17/, { timeout: 5000 })
  await page.getByTestId('call').click()
  await toJudge(page)
  await page.keyboard.press('e')
  await expect(other.getByTestId('run-take')).toHaveCount(1, { timeout: 5000 })
  expect(await other.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390)
  await phone.close()
})

test('what is planned elsewhere meanwhile is taken over, and what somebody is at stays', async ({ page }) => {
  const id = await openRun(page)
  await page.locator('#role').click()
  await expect(page.getByRole('option', { name: 'everyone' })).toBeVisible()
  const planned = async () =>
    (await callApi(page, 'GET', `/api/setups/${id}`)).body as { setup: Setup; revision: number }
  await expect.poll(async () => (await planned()).setup.lists.acknowledged.length).toBeGreaterThan(0)
  const { setup, revision } = await planned()
  const renamed = { ...setup, name: 'Renamed on the phone' }
  expect((await callApi(page, 'PUT', `/api/setups/${id}`, { setup: renamed, revision })).status).toBe(200)
  await expect(page.getByText('Renamed on the phone')).toBeVisible()
  await expect(page.getByRole('option', { name: 'everyone' })).toBeVisible()
  await page.keyboard.press('Escape')
  await expect(page.getByTestId('call')).toHaveText(/Ready/)
})

ownPage(
  'a verdict pressed wrongly in the dark is put right, on every device, and the next delay with it',
  async ({ page, context }) => {
    const id = await openRun(page)
    const other = await context.newPage()
    await other.goto(`/setups/${id}/run`)
    await expect(other.getByTestId('call')).toHaveText(/Ready/)
    await toJudge(page)
    await verdict(page, 'e')
    const next = page.getByTestId('proposal')
    await expect(other.getByTestId('run-take')).toContainText('early')
    const wrong = await next.textContent()
    await page.getByTestId('run-take').getByRole('button').click()
    await expect(page.getByRole('region', { name: 'Take 1' }).getByText('Correct take 1')).toBeVisible()
    await expect(page.getByRole('button', { name: /^Early/ })).toHaveAttribute('aria-pressed', 'true')
    await expect(page.getByRole('region', { name: 'Take 1' })).toBeFocused()
    expect(await brightestOfOtherHues(page)).toBeLessThan(110)
    await page.keyboard.press('Escape')
    await expect(page.getByTestId('call')).toHaveText(/Reset/)
    await page.keyboard.press('u')
    await page.keyboard.press('l')
    await expect(page.getByTestId('run-take')).toContainText('late')
    await expect(next).not.toHaveText(wrong!)
    await expect(other.getByTestId('run-take')).toContainText('late', { timeout: 5000 })
    await expect
      .poll(async () => (await takesOf(page, id)).map(take => `${take.number} ${take.verdict}`))
      .toEqual(['1 late'])

    // Without a network too; and one that never was is struck out by the lead, and put back.
    await context.setOffline(true)
    await page.getByTestId('run-take').getByRole('button').click()
    await page.keyboard.press('m')
    await expect(page.getByTestId('run-take')).toContainText('misfire')
    await expect(page.getByTestId('unsent')).toContainText('1 take not sent yet')
    await context.setOffline(false)
    await expect.poll(async () => (await takesOf(page, id)).map(take => take.verdict)).toEqual(['misfire'])
    await page.goto(`/setups/${id}`)
    await page.getByRole('tab', { name: /Takes/ }).click()
    await page.getByRole('button', { name: 'Correct take 1' }).click()
    await page.getByLabel('Note').fill('cable was out')
    await page.getByRole('button', { name: 'Save correction' }).click()
    await expect(page.getByTestId('take')).toContainText('cable was out')
    await expect(page.getByTestId('former')).toHaveText('was early, then late, then misfire')
    await page.getByRole('button', { name: 'Correct take 1' }).click()
    await page.getByRole('button', { name: 'Discard take' }).click()
    await expect(page.getByTestId('take')).toHaveCount(0)
    await expect(other.getByTestId('run-take')).toHaveCount(0, { timeout: 5000 })
    await page.getByRole('button', { name: 'Restore take 1' }).click()
    await expect(page.getByTestId('take')).toContainText('cable was out')
    expect(
      (await callApi(page, 'PUT', '/api/takes/00000000-0000-4000-8000-000000000000', { delay: -11 })).body.errors.map(
        (e: { field: string }) => e.field,
      ),
    ).toContain('delay')
  },
)

ownPage('without a network no take is lost, and none is doubled when it comes back', async ({ page, context }) => {
  const id = await openRun(page)
  await toJudge(page)
  await context.setOffline(true)
  await verdict(page, 'e')
  await expect(page.getByTestId('unsent')).toContainText('1 take not sent yet')
  for (const key of ['o', 'l']) {
    await toJudge(page)
    await verdict(page, key)
  }
  await expect(page.getByTestId('unsent')).toContainText('3 takes not sent yet')
  await expect(page.getByTestId('run-take')).toHaveCount(3)
  await page.close()
  await context.setOffline(false)
  const again = await context.newPage()
  await again.goto(`/setups/${id}/run`)
  await expect(again.getByTestId('run-take')).toHaveCount(3)
  await expect
    .poll(async () => (await takesOf(again, id)).map(take => `${take.number} ${take.verdict}`))
    .toEqual(['3 late', '2 on', '1 early'])
  await expect(again.getByTestId('unsent')).toHaveText(/all sent/)
  const [take] = await takesOf(again, id)
  await callApi(again, 'POST', `/api/setups/${id}/takes`, { ...take, id: undefined, number: undefined })
  expect(await takesOf(again, id)).toHaveLength(3)
})

test.describe('with sessions played', () => {
  test.use({ sessions: true })
  test('a verdict against its own mark is asked about, and either answer is one press', async ({ page }) => {
    const id = await openRun(page)
    await toJudge(page)
    const scale = page.getByRole('slider', { name: 'Distance past the mark' })
    await scale.press('Shift+ArrowRight')
    await scale.press('Shift+ArrowRight')
    await page.getByTestId('call').click()
    await page.keyboard.press('e')
    await expect(page.getByTestId('contradiction')).toContainText(
      'At 20 mm past the mark it is late, but you chose early. Which is right?',
    )
    await expect(page.getByTestId('run-take')).toHaveCount(0)
    await page.getByRole('button', { name: 'Early, remove the mark' }).click()
    await expect
      .poll(async () => (await takesOf(page, id)).map(take => [take.verdict, take.position]))
      .toEqual([['early', null]])
    await expect(page.getByTestId('needed')).toHaveText(/^\s*\d+/)
  })
})

ownPage('a run is red on black, its first byte on', async ({ page }) => {
  await openRun(page)
  await toJudge(page)
  expect(await brightestOfOtherHues(page)).toBeLessThan(110)
})

test('what takes show is kept as evidence, marked measured, and taken back', async ({ page }) => {
  const setup = newSetup('projectile')
  const id = await openNewSetup(page, setup)
  const wanted = plan(setup).timing.wanted!
  for (const [i, [delay, position]] of (
    [
      [0.0185, 0.021],
      [0.0179, 0.003],
      [0.0177, -0.005],
      [0.0178, 0.001],
    ] as const
  ).entries()) {
    await callApi(page, 'POST', `/api/setups/${id}/takes`, {
      key: `learn-${id}-${i}`.slice(0, 60),
      delay,
      planned: wanted,
      verdict: position > 0.012 ? 'late' : 'on',
      keeper: false,
      position,
      note: '',
      firedAt: `2026-11-24T18:0${i}:00.000Z`,
    })
  }
  await page.reload()
  await page.getByRole('tab', { name: /Takes/ }).click()
  await expect(page.getByTestId('fit')).toContainText(/mark at 17\.\d+\sms/)
  await page.getByRole('button', { name: 'Use these results' }).click()
  await expect(page.getByTestId('kept-takes')).toContainText(/Right at 17\.\d+\sms ±.*takes 1, 2, 3, 4/)
  await expect(page.getByTestId('delay')).toHaveText(/17\.8\s*ms/)
  await expect(page.getByTestId('held').first()).toContainText(/measured: 3[45]\.\d+\sm\/s ± 0\.\d+\sm\/s/)
  await page.getByRole('button', { name: 'Undo this result' }).click()
  // Taken back it is no evidence; the card still says what the takes do, beside the plan, until it is dialled.
  await expect(page.getByText('Delay, learnt from 4 takes')).toBeVisible()
  await expect(page.getByTestId('learnt-delay')).toContainText(/planned 18\.4\sms/)
  await expect(page.getByTestId('save-state')).toHaveText('Saved')
})

test('another studio’s run is not found', async ({ page }) => {
  await signIn(page)
  for (const path of ['run', 'run/events'])
    expect((await callApi(page, 'GET', `/api/setups/00000000-0000-4000-8000-000000000000/${path}`)).status).toBe(404)
  expect(
    (
      await callApi(page, 'PUT', '/api/setups/00000000-0000-4000-8000-000000000000/run', {
        step: 0,
        delay: null,
        openedAt: null,
      })
    ).status,
  ).toBe(404)
})

ownPage(
  'two server processes serve one run together; one killed in mid-session loses no take',
  async ({ page, context }) => {
    const id = await openRun(page)
    const port = 3177
    let second = await secondServer(port)
    const other = await context.newPage()
    await other.goto(`${second.address}/setups/${id}/run`)
    await expect(other.getByTestId('call')).toHaveText(/Ready/)
    await page.keyboard.press('Space')
    await expect(other.getByTestId('call')).toHaveText(/Lights out/, { timeout: 5000 })
    await toJudge(other)
    await verdict(other, 'e')
    await expect(page.getByTestId('run-take')).toHaveCount(1, { timeout: 6000 })

    await second.kill()
    for (const key of ['o', 'l']) {
      await toJudge(other)
      await verdict(other, key)
    }
    await expect(other.getByTestId('unsent')).toContainText('2 takes not sent yet')
    // Meanwhile the first goes on.
    await toJudge(page)
    await verdict(page, 'm')
    await expect.poll(async () => (await takesOf(page, id)).length).toBe(2)
    second = await secondServer(port)
    await expect(other.getByTestId('unsent')).toHaveText(/all sent/)
    await expect
      .poll(async () => (await takesOf(page, id)).map(take => `${take.number} ${take.verdict}`))
      .toEqual(['4 late', '3 on', '2 misfire', '1 early'])
    await second.kill()
  },
)
