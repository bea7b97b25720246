import AxeBuilder from '@axe-core/playwright'
import { expect, test } from '@playwright/test'
import { openDemo, openNewSetup } from './helpers'

async function serious(page: import('@playwright/test').Page): Promise<string[]> {
  const { violations } = await new AxeBuilder({ page }).analyze()
  return violations.filter(v => v.impact === 'serious' || v.impact === 'critical').map(v => `${v.id}: ${v.nodes.map(n => n.target.join(' ')).slice(0, 4).join(' | ')}`)
}

for (const look of ['work', 'safelight'] as const) {
  test(`no serious violation on any main view, ${look}`, async ({ page, context, baseURL }) => {
    await context.addCookies([{ name: 'epiro-look', value: look, url: baseURL! }])
    await page.goto('/sign-in')
    await expect(page.getByRole('button', { name: 'Open the demo studio' })).toBeVisible()
    expect(await serious(page)).toEqual([])
    await openDemo(page)
    await expect(page.getByRole('heading', { name: 'Snack bar campaign' })).toBeVisible()
    expect(await serious(page)).toEqual([])
    await page.getByRole('button', { name: 'New shoot' }).click()
    await expect(page.getByRole('dialog')).toBeVisible()
    expect(await serious(page)).toEqual([])

    await openNewSetup(page)
    for (const tab of ['Findings', 'Figures', 'Methods', 'Takes']) {
      await page.getByRole('tab', { name: tab }).click()
      expect(await serious(page), tab).toEqual([])
    }
  })
}

test('safelight is there from the first byte, and shows nothing but red on black', async ({ page, context, baseURL }) => {
  await context.addCookies([{ name: 'epiro-look', value: 'safelight', url: baseURL! }])
  const html = await (await context.request.get(`${baseURL}/sign-in`)).text()
  expect(html).toMatch(/<html[^>]*data-look="safelight"/)
  await openNewSetup(page)
  const png = await page.screenshot()
  const bright = await page.evaluate(async (data) => {
    const image = new Image()
    image.src = `data:image/png;base64,${data}`
    await image.decode()
    const canvas = new OffscreenCanvas(image.width, image.height)
    const context2d = canvas.getContext('2d')!
    context2d.drawImage(image, 0, 0)
    const pixels = context2d.getImageData(0, 0, image.width, image.height).data
    let most = 0
    for (let i = 0; i < pixels.length; i += 4) most = Math.max(most, pixels[i + 1]!, pixels[i + 2]!)
    return most
  }, png.toString('base64'))
  // No green or blue brighter than what deep red text carries.
  expect(bright).toBeLessThan(110)
})
