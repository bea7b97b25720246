import AxeBuilder from '@axe-core/playwright'
import { expect } from '@playwright/test'
import { newSetup } from '~~/core'
import { test } from './base'
import { brightestOfOtherHues, enterDemo, makeSetup, open, openNewSetup, showShoot, signIn } from './helpers'

type Look = 'work' | 'safelight'

/**
 * Serious violations, on the page or within a part of it; the safelight differs from the work light in nothing but its
 * colours.
 */
async function serious(page: import('@playwright/test').Page, look: Look, within?: string): Promise<string[]> {
  const whole = new AxeBuilder({ page }).setLegacyMode().options({ resultTypes: ['violations'] })
  const builder = within ? whole.include(within) : whole
  const { violations } = await (
    look === 'work' ? builder : builder.withRules(['color-contrast', 'link-in-text-block'])
  ).analyze()
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

for (const look of ['work', 'safelight'] as const) {
  test(`no serious violation on any main view, ${look}`, async ({ page, context, baseURL }) => {
    // Every view is walked through; a slow machine takes its time.
    test.slow()
    // A dialog that is still fading in has no contrast of its own yet.
    await page.emulateMedia({ reducedMotion: 'reduce' })
    await context.addCookies([{ name: 'epiro-look', value: look, url: baseURL! }])
    await page.goto('/sign-in')
    await expect(page.getByRole('button', { name: 'Open demo studio' })).toBeVisible()
    expect(await serious(page, look)).toEqual([])
    await enterDemo(page)
    await showShoot(page)
    expect(await serious(page, look)).toEqual([])
    await page
      .getByRole('link', { name: /^Day of/ })
      .first()
      .click()
    await expect(page.getByTestId('day-end')).toContainText('nine days in ten')
    expect(await serious(page, look), 'day').toEqual([])
    await page.getByRole('link', { name: 'Call sheet' }).click()
    await expect(page.getByRole('table', { name: 'Order' })).toBeVisible()
    expect(await serious(page, look), 'call sheet').toEqual([])
    await open(page, '/')
    await showShoot(page)
    await page.getByRole('button', { name: 'New shoot' }).click()
    await expect(page.getByRole('dialog')).toBeVisible()
    expect(await serious(page, look)).toEqual([])

    await openNewSetup(page)
    expect(await serious(page, look)).toEqual([])
    for (const tab of ['Findings', 'Figures', 'Methods', 'Tests', 'Lists', 'Takes']) {
      await page.getByRole('tab', { name: tab }).click()
      expect(await serious(page, look, '#side-panel'), tab).toEqual([])
    }
    // Why a figure is what it is, opened.
    await page.getByTestId('delay').getByRole('button').click()
    await expect(page.locator('[data-sensitivity]').first()).toBeVisible()
    expect(await serious(page, look), 'why').toEqual([])
  })

  test(`nor on kit, sequence, dial card and run, ${look}`, async ({ page, context, baseURL }) => {
    // Every view is walked through; a slow machine takes its time.
    test.slow()
    await context.addCookies([{ name: 'epiro-look', value: look, url: baseURL! }])
    await signIn(page)
    const id = await makeSetup(page, newSetup('swing'))
    for (const [path, seen] of [
      ['/kit', page.getByRole('img', { name: /Duration against power/ })],
      [`/setups/${id}/sequence`, page.getByRole('button', { name: 'Confirm that everyone was asked' })],
      [`/setups/${id}/card`, page.getByTestId('delay')],
      [`/setups/${id}/run`, page.getByLabel('Acknowledged by')],
    ] as const) {
      await open(page, path)
      await expect(seen.first()).toBeVisible()
      expect(await serious(page, look), path).toEqual([])
      if (path.endsWith('sequence')) {
        await page.getByRole('button', { name: 'Confirm that everyone was asked' }).click()
        await expect(page.getByRole('dialog')).toBeHidden()
        expect(await serious(page, look), 'composer').toEqual([])
      }
    }
    for (const [path, seen] of [
      ['/log', page.getByTestId('log-take')],
      ['/practice', page.getByRole('button', { name: /^Begin/ })],
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
      expect(await serious(page, look), path).toEqual([])
    }
    await open(page, `/setups/${id}/run`)
    await page.getByLabel('Acknowledged by').fill('Mara')
    for (const box of await page.getByRole('form', { name: 'Cautions' }).getByRole('checkbox').all()) await box.check()
    await page.getByRole('button', { name: /^Acknowledge/ }).click()
    for (let i = 0; i < 8; i++) await page.keyboard.press('Space')
    await expect(page.getByRole('button', { name: /Misfire/ })).toBeVisible()
    expect(await serious(page, look), 'verdicts').toEqual([])
  })
}

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
