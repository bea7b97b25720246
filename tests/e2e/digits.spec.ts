import { type Page, expect } from '@playwright/test'
import { test } from './base'
import { tooLong } from '../support/digits'
import { open, openDemo } from './helpers'

/** Everything a page says, line by line: text, figures in fields, and what a screen reader is told of drawings. */
const linesOf = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const fields = [...document.querySelectorAll<HTMLInputElement>('input:not([type=hidden], [type=range])')].map(
      input => `${input.dataset.path ?? input.getAttribute('aria-label') ?? 'field'}: ${input.value}`,
    )
    const told = [...document.querySelectorAll('[aria-valuetext]')].map(part => part.getAttribute('aria-valuetext')!)
    const drawn = [...document.querySelectorAll('svg text, svg title')].map(part => part.textContent ?? '')
    return [...document.body.innerText.split('\n'), ...fields, ...told, ...drawn]
  })

/** Lines with a figure of more than four digits. */
async function overlong(page: Page): Promise<string[]> {
  // Other tests name what they make after the clock, to the millisecond.
  const lines = (await linesOf(page)).map(line => line.replace(/\b\d{13}\b/g, ''))
  return [...new Set(lines.filter(line => tooLong(line).length > 0))]
}

test.use({ sessions: true })

test('no figure of the demo studio has more than four significant digits', async ({ page }) => {
  // Every view of every set-up is walked through; a slow machine takes its time.
  test.slow()
  page.setDefaultTimeout(20_000)
  await openDemo(page)
  expect(await overlong(page)).toEqual([])
  const shoots = (await (await page.request.get('/api/shoots?limit=100')).json()) as { setups: { id: string }[] }[]
  // Other tests leave set-ups here too: those of the demo were made first.
  const ids = shoots.flatMap(shoot => shoot.setups.map(setup => setup.id)).slice(-10)
  expect(ids.length).toBeGreaterThan(5)
  for (const id of ids) {
    await open(page, `/setups/${id}`)
    await expect(page.getByTestId('delay')).toBeVisible()
    for (const tab of ['Findings', 'Figures', 'Methods', 'Light', 'Tests', 'Lists']) {
      await page.getByRole('tab', { name: new RegExp(`^${tab}`) }).click()
      expect(await overlong(page), `${id} ${tab}`).toEqual([])
    }
    await page.getByRole('group', { name: 'Which inputs' }).getByRole('button', { name: 'Show all inputs' }).click()
    expect(await overlong(page), `${id} all inputs`).toEqual([])
    await open(page, `/setups/${id}/card`)
    await expect(page.getByTestId('delay')).toBeVisible()
    expect(await overlong(page), `${id} card`).toEqual([])
    await open(page, `/setups/${id}/sequence`)
    await expect(page.getByRole('heading').first()).toBeVisible()
    expect(await overlong(page), `${id} sequence`).toEqual([])
  }
  for (const path of ['/kit', '/log', '/devices', '/practice']) {
    await open(page, path)
    await expect(page.getByRole('heading').first()).toBeVisible()
    await page.waitForTimeout(800)
    expect(await overlong(page), path).toEqual([])
  }
})
