import { expect, test } from '@playwright/test'
import { newSetup } from '~~/core'
import { openNewSetup } from './helpers'

/** Frame times while the sensor is dragged: `npm run bench:frames`. */
test('dragging the sensor stays smooth', async ({ page }) => {
  for (const recipe of ['projectile', 'balloon', 'toss'] as const) {
    await openNewSetup(page, newSetup(recipe))
    const handle = page.getByRole('slider', { name: recipe === 'balloon' ? /^Microphone/ : /^Beam/ })
    const box = (await handle.locator('.grip').first().boundingBox())!
    const [x, y] = [box.x + box.width / 2, box.y + box.height / 2]
    await page.evaluate(() => {
      const frames: number[] = []
      let last = performance.now()
      // Only frames that a move fell into, from their start to the next one’s: the others have nothing to draw.
      let moved = false
      let drawn = false
      window.addEventListener(
        'pointermove',
        () => {
          moved = true
        },
        true,
      )
      const next = (now: number): void => {
        if (drawn) frames.push(now - last)
        drawn = moved
        moved = false
        last = now
        requestAnimationFrame(next)
      }
      requestAnimationFrame(next)
      Object.assign(window, { frames })
    })
    await page.mouse.move(x, y)
    await page.mouse.down()
    await page.evaluate(() => {
      ;(window as unknown as { frames: number[] }).frames.length = 0
    })
    for (let i = 1; i <= 240; i++)
      await page.mouse.move(
        x + (recipe === 'projectile' ? 60 * Math.sin(i / 20) : 0),
        y - (recipe === 'projectile' ? 0 : 30 + 25 * Math.sin(i / 20)),
      )
    const frames = await page.evaluate(() => [...(window as unknown as { frames: number[] }).frames])
    await page.mouse.up()
    const sorted = frames.sort((a, b) => a - b)
    const at = (share: number): string => `${sorted[Math.floor(share * (sorted.length - 1))]!.toFixed(1)} ms`
    console.log(`${recipe}: ${frames.length} frames, median ${at(0.5)}, 95 % ${at(0.95)}, longest ${at(1)}`)
    expect(frames.length).toBeGreaterThan(10)
  }
})
