import AxeBuilder from '@axe-core/playwright'
import { expect } from '@playwright/test'
import { newSetup } from '~~/core'
import { test } from './base'
import { brightestOfOtherHues, enterDemo, makeSetup, open, openNewSetup, showShoot, signIn } from './helpers'

type Page = import('@playwright/test').Page

/** Serious violations by axe, on the page or within a part of it. */
async function violationsOf(page: Page, rules: string[] | null, within?: string): Promise<string[]> {
  const whole = new AxeBuilder({ page }).setLegacyMode().options({ resultTypes: ['violations'] })
  const builder = within ? whole.include(within) : whole
  const { violations } = await (rules ? builder.withRules(rules) : builder).analyze()
  return violations
    .filter(v => v.impact === 'serious' || v.impact === 'critical')
    .map(
      v =>
        `${v.id}: ${v.nodes
          .map(n => n.target.join(' '))
          .slice(0, 4)
          .join(' | ')}`,
    )
}

/**
 * The same in both looks: the safelight differs from the work light in nothing but its colours. A run is dark in
 * either.
 */
async function serious(page: Page, within?: string): Promise<string[]> {
  const found = await violationsOf(page, null, within)
  const wear = (look: string) =>
    page.evaluate(to => {
      document.documentElement.dataset.look = to
    }, look)
  // A colour that is still on its way has no contrast of its own yet.
  await page.addStyleTag({ content: '*, ::before, ::after { transition: none !important }' })
  if ((await page.evaluate(() => document.documentElement.dataset.look)) === 'safelight') return found
  await wear('safelight')
  const there = await violationsOf(page, ['color-contrast', 'link-in-text-block'], within)
  await wear('work')
  return [...found, ...there.map(text => `safelight: ${text}`)]
}

test.use({ sessions: true })

test('no serious violation on any main view, in either look', async ({ page }) => {
  // Every view is walked through; a slow machine takes its time.
  test.slow()
  // A dialog that is still fading in has no contrast of its own yet.
  await page.emulateMedia({ reducedMotion: 'reduce' })
  await page.goto('/sign-in')
  await expect(page.getByRole('button', { name: 'Open demo studio' })).toBeVisible()
  expect(await serious(page)).toEqual([])
  await enterDemo(page)
  await showShoot(page)
  expect(await serious(page)).toEqual([])
  await page
    .getByRole('link', { name: /^Day of/ })
    .first()
    .click()
  await expect(page.getByTestId('day-end')).toContainText('nine days in ten')
  expect(await serious(page), 'day').toEqual([])
  await page.getByRole('link', { name: 'Call sheet' }).click()
  await expect(page.getByRole('table', { name: 'Order' })).toBeVisible()
  expect(await serious(page), 'call sheet').toEqual([])
  await open(page, '/')
  await showShoot(page)
  await page.getByRole('button', { name: 'New shoot' }).click()
  await expect(page.getByRole('dialog')).toBeVisible()
  expect(await serious(page)).toEqual([])

  await openNewSetup(page)
  expect(await serious(page)).toEqual([])
  for (const tab of ['Findings', 'Figures', 'Methods', 'Tests', 'Lists', 'Takes']) {
    await page.getByRole('tab', { name: tab }).click()
    expect(await serious(page, '#side-panel'), tab).toEqual([])
  }
  // Why a figure is what it is, opened.
  await page.getByTestId('delay').getByRole('button').click()
  await expect(page.locator('[data-sensitivity]').first()).toBeVisible()
  expect(await serious(page), 'why').toEqual([])
})

test('nor on kit, sequence, dial card and run', async ({ page }) => {
  await page.emulateMedia({ reducedMotion: 'reduce' })
  // Every view is walked through; a slow machine takes its time.
  test.slow()
  await signIn(page)
  const id = await makeSetup(page, newSetup('swing'))
  for (const [path, seen] of [
    ['/kit', page.getByRole('img', { name: /Duration against power/ })],
    [`/setups/${id}/sequence`, page.getByRole('button', { name: 'Confirm that everyone was asked' })],
    [`/setups/${id}/card`, page.getByTestId('delay')],
    [`/setups/${id}/run`, page.getByLabel('Your name')],
  ] as const) {
    await open(page, path)
    await expect(seen.first()).toBeVisible()
    expect(await serious(page), path).toEqual([])
    if (path.endsWith('sequence')) {
      await page.getByRole('button', { name: 'Confirm that everyone was asked' }).click()
      await expect(page.getByRole('dialog')).toBeHidden()
      expect(await serious(page), 'composer').toEqual([])
    }
  }
  for (const [path, seen] of [
    ['/log', page.getByTestId('log-take')],
    ['/practice', page.getByRole('button', { name: /^Begin/ })],
    ['/practice/course/search', page.getByTestId('question')],
    ['/log/answers', page.getByTestId('gear-changes')],
    ['/lab?tool=speed', page.getByRole('button', { name: 'Another sample' })],
    ['/devices', page.getByTestId('session')],
  ] as const) {
    await open(page, path)
    await expect(seen.first()).toBeVisible()
    if (path.startsWith('/lab')) {
      await page.getByRole('button', { name: 'Another sample' }).click()
      await expect(page.getByTestId('lab-gap')).toBeVisible()
    }
    if (path === '/devices') {
      await page.getByRole('button', { name: 'Create link', exact: true }).click()
      await expect(page.getByRole('img', { name: 'Code to scan' })).toBeVisible()
    }
    expect(await serious(page), path).toEqual([])
  }
  await open(page, `/setups/${id}/run`)
  await page.getByLabel('Your name').fill('Mara')
  for (const box of await page.getByRole('form', { name: 'Cautions' }).getByRole('checkbox').all()) await box.check()
  await page.getByRole('button', { name: /^Acknowledge/ }).click()
  for (let i = 0; i < 8; i++) await page.keyboard.press('Space')
  await expect(page.getByRole('button', { name: /Misfire/ })).toBeVisible()
  expect(await serious(page), 'verdicts').toEqual([])
})

test('safelight is there from the first byte, and shows nothing but red on black', async ({
  page,
  context,
  baseURL,
}) => {
  await context.addCookies([{ name: 'epiro-look', value: 'safelight', url: baseURL! }])
  const html = await (await context.request.get(`${baseURL}/sign-in`)).text()
  expect(html).toMatch(/<html[^>]*data-look="safelight"/)
  await openNewSetup(page)
  // No green or blue brighter than what deep red text carries.
  expect(await brightestOfOtherHues(page)).toBeLessThan(110)
})
