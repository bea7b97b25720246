import { expect } from '@playwright/test'
import { newSetup, withChanges } from '~~/core'
import { callApi, makeSetup, open, signIn } from './helpers'
import { keptPage as test } from './keptPage'
import { acknowledge, takesOf, toJudge } from './runHelpers'

test('a take is read from its picture, and logged so with one key', async ({ page }) => {
  test.slow()
  await signIn(page)
  const { id } = (await callApi(page, 'POST', '/api/practice', { exercise: 'cracker-beam', seed: 6 })).body as {
    id: string
  }
  await open(page, `/setups/${id}/run`)
  await acknowledge(page)
  await expect(page.getByTestId('bench')).toContainText('connected')
  for (let n = 1; n <= 2; n++) {
    await toJudge(page)
    const proposal = page.getByTestId('take-reading')
    await expect(proposal).toContainText(/read: (early|on|late), (over )?\d+\s?% sure/, { timeout: 90_000 })
    await expect(proposal).toContainText(/mm past the mark ±/)
    if (n === 2) await expect(page.getByTestId('agreement')).toHaveText('agreed with your verdict in 1 of 1 takes')
    await page.keyboard.press('a')
    await expect(page.getByTestId('call')).toHaveText(/Reset/)
    await expect.poll(async () => (await takesOf(page, id)).length).toBe(n)
    const take = (await takesOf(page, id))[0]! as unknown as {
      verdict: string
      position: number
      settings: Record<string, unknown>
    }
    expect(take.settings['read.verdict']).toBe(take.verdict)
    expect(Math.abs(Number(take.settings['read.past']) - take.position)).toBeLessThan(0.0002)
    await page.waitForTimeout(2500)
    await page.keyboard.press('Space')
  }
})

test('what will not work is named before anything is armed, and needs a word', async ({ page }) => {
  await signIn(page)
  // A streak of far more than its limit.
  const start = newSetup('balloon')
  const id = await makeSetup(page, withChanges(start, [{ path: 'flashes[0].power', value: 1 }]))
  await open(page, `/setups/${id}/run`)
  await acknowledge(page)
  const stops = page.getByTestId('open-stops')
  await expect(stops).toContainText('According to the plan, this will not work')
  await expect(stops).toContainText(/ streak: the flash is too long/)
  await page.keyboard.press('Space')
  await expect(page.getByTestId('call')).toHaveText('Ready?')
  await stops.getByRole('button', { name: 'Continue anyway' }).click()
  await expect(stops).toBeHidden()
  await page.keyboard.press('Space')
  await expect(page.getByTestId('call')).not.toHaveText('Ready?')
  await page.keyboard.press('q')
  await expect(page.getByTestId('call')).toHaveText('Ready?')
  await expect(page.getByText(/^Stopped\. First hands off, controller safe,.* then lights on\.$/)).toBeVisible()
})
