import { type Page, expect } from '@playwright/test'
import { exerciseById, exerciseSetup, plan, stageOf } from '~~/core'
import { callApi } from './helpers'

const setup = exerciseSetup(exerciseById('cracker-beam')!)
const planned = plan(setup)
/** The exercise that is played. */
export const crackerByBeam = { setup, planned }
/** Share of the frame at which the far face of the cracker stands. */
const farFace = 0.5 + (setup.subject.distance + setup.subject.depth - stageOf(setup).centre) / planned.optics.fieldWidth

/**
 * Where in the newest picture the ball's leading edge is, as somebody sees it: share of the width; null: the frame is
 * black.
 */
export async function seenAt(page: Page, id: string): Promise<number | null> {
  const [newest] = (await callApi(page, 'GET', `/api/setups/${id}/pictures`)).body as { id: string }[]
  return page.evaluate(
    async ([path, face]) => {
      const image = new Image()
      image.src = path as string
      await image.decode()
      const canvas = new OffscreenCanvas(image.width, image.height)
      const context = canvas.getContext('2d')!
      context.drawImage(image, 0, 0)
      const { data, width, height } = context.getImageData(0, 0, image.width, image.height)
      const bright = (x: number): boolean => {
        for (let y = Math.round(height * 0.42); y < height * 0.58; y++) if (data[4 * (y * width + x)]! > 70) return true
        return false
      }
      const columns = Array.from({ length: width }, (_, x) => x).filter(bright)
      if (columns.length === 0) return null
      const last = columns.at(-1)! / width
      // Nothing beyond the cracker: the ball is still in front of it.
      if (last > (face as number) + 0.01) return last
      const first = columns.findIndex((x, i) => columns[i + 1] !== x + 1)
      return columns[first]! / width
    },
    [`/api/pictures/${newest!.id}/full`, farFace] as const,
  )
}

/** Looks at the picture, marks where the ball is, and calls it; `before` is done once it is marked. */
export async function judgeCracker(
  page: Page,
  id: string,
  before: () => Promise<void> = async () => {},
): Promise<void> {
  // This take's own: that of the one before can be marked no more.
  await expect(page.getByTestId('window')).toBeVisible()
  const share = await seenAt(page, id)
  if (share === null) {
    await page.keyboard.press('m')
    return
  }
  const box = (await page.getByTestId('mark-picture').boundingBox())!
  await page.mouse.click(box.x + share * box.width, box.y + box.height * 0.2)
  const past =
    (share - 0.5) * planned.optics.fieldWidth + stageOf(setup).centre - setup.subject.distance - setup.moment.offset
  await expect(page.getByText(/past the mark: /)).not.toContainText('not marked')
  await before()
  const { beforeDistance, afterDistance } = setup.moment.window
  if (past < -beforeDistance) await page.keyboard.press('e')
  else if (past > afterDistance) await page.keyboard.press('l')
  else {
    await page.keyboard.press('k')
    await page.keyboard.press('o')
  }
}
