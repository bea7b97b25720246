import { type BrowserContext, type Locator, type Page, expect } from '@playwright/test'
import { newSetup } from '~~/core'
import { test } from './base'
import { makeSetup, open, signIn } from './helpers'
import { takesOf } from './runHelpers'

/** How far the page is wider than the screen, px. */
const over = (page: Page): Promise<number> =>
  page.evaluate(() => document.documentElement.scrollWidth - document.documentElement.clientWidth)

/** Pairs of what stands in the head of the page that lie over each other. */
const overlaps = (page: Page): Promise<string[]> =>
  page.evaluate(() => {
    const parts = [...document.querySelectorAll('header a, header button')].flatMap(part => {
      const box = part.getBoundingClientRect()
      return box.width > 0 && box.height > 0 ? [{ box, name: part.getAttribute('aria-label') ?? part.textContent }] : []
    })
    return parts.flatMap(({ box: a, name }, i) =>
      parts
        .slice(i + 1)
        .filter(
          ({ box: b }) => a.left < b.right - 1 && b.left < a.right - 1 && a.top < b.bottom - 1 && b.top < a.bottom - 1,
        )
        .map(other => `${name} over ${other.name}`),
    )
  })

/** One finger from the middle of a handle, so far. */
async function draggedByFinger(
  context: BrowserContext,
  page: Page,
  handle: Locator,
  x: number,
  y: number,
): Promise<void> {
  const box = (await handle.boundingBox())!
  const touch = await context.newCDPSession(page)
  const at = (share: number) => [{ x: box.x + box.width / 2 + share * x, y: box.y + box.height / 2 + share * y, id: 0 }]
  await touch.send('Input.dispatchTouchEvent', { type: 'touchStart', touchPoints: at(0) })
  for (const share of [0.25, 0.5, 0.75, 1])
    await touch.send('Input.dispatchTouchEvent', { type: 'touchMove', touchPoints: at(share) })
  await touch.send('Input.dispatchTouchEvent', { type: 'touchEnd', touchPoints: [] })
}

for (const [way, viewport] of [
  ['upright', { width: 820, height: 1180 }],
  ['on its side', { width: 1180, height: 820 }],
] as const) {
  test(`on a tablet ${way}: nothing runs off or lies over, a finger moves the beam, a take is judged by touch`, async ({
    browser,
  }) => {
    const context = await browser.newContext({ viewport, hasTouch: true, isMobile: true })
    const page = await context.newPage()
    await signIn(page)
    const id = await makeSetup(page, newSetup('projectile'))
    for (const path of ['/', '/log', '/log/answers', '/kit', '/lab', '/practice', '/devices', `/setups/${id}`]) {
      await open(page, path)
      await expect(page.locator('main, [data-testid="delay"]').first()).toBeVisible()
      expect([path, await over(page), await overlaps(page)]).toEqual([path, 0, []])
    }

    const drawings = page.getByRole('button', { name: 'Drawings' })
    const beam = page.getByRole('slider', { name: 'Beam: distance from the start' })
    await expect(drawings.or(beam).first()).toBeVisible()
    if (await drawings.isVisible()) await drawings.tap()
    const before = await beam.getAttribute('aria-valuenow')
    await draggedByFinger(context, page, beam, 40, 0)
    await expect.poll(() => beam.getAttribute('aria-valuenow')).not.toBe(before)
    expect(Number(await beam.getAttribute('aria-valuenow'))).toBeGreaterThan(Number(before))

    await open(page, `/setups/${id}/run`)
    const gate = page.getByRole('form', { name: 'Cautions' })
    await gate.getByLabel('Your name').fill('Mara')
    for (const box of await gate.getByRole('checkbox').all()) await box.tap()
    await gate.getByRole('button', { name: /^Acknowledge/ }).tap()
    const call = page.getByTestId('call')
    for (let step = 0; step < 14 && !/Look/.test((await call.textContent()) ?? ''); step++)
      await page.getByRole('button', { name: /^Done/ }).tap()
    await expect(call).toHaveText(/Look/)
    expect([await over(page), await overlaps(page)]).toEqual([0, []])
    await page.getByRole('button', { name: /^Late/ }).tap()
    await expect.poll(async () => (await takesOf(page, id)).map(take => take.verdict)).toEqual(['late'])
    await context.close()
  })
}
