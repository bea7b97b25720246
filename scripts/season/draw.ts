import sharp from 'sharp'
import { Film, pictureOf, sceneOf, toneMapped } from '../../core'
import type { PlayedSetup } from './play'

/** px across, passes of the renderer and quality of the file: of what is kept, and of what was lost. */
const KEPT = { wide: 2000, passes: 2, quality: 62 }
const LOST = { wide: 640, passes: 3, quality: 55 }
/** s that an open shutter stood open. */
const OPEN = 1
/** Lost takes of a set-up of which the picture is kept. */
const MOST_LOST = 3

/** Which takes of a set-up have a picture: one keeper, and some of the lost, of as many kinds as there are. */
export function picturedTakes({ takes }: PlayedSetup): number[] {
  const keeper = takes.findLastIndex(take => take.keeper)
  const lost = takes.flatMap((take, i) => (take.keeper || take.verdict === 'misfire' ? [] : [i]))
  const kinds = [...new Set(lost.map(i => `${takes[i]!.verdict} ${takes[i]!.cause ?? ''}`))]
  const first = kinds.map(kind => lost.find(i => `${takes[i]!.verdict} ${takes[i]!.cause ?? ''}` === kind)!)
  const chosen = [...new Set([...first, ...lost])].slice(0, MOST_LOST)
  return [...(keeper < 0 ? [] : [keeper]), ...chosen].sort((a, b) => a - b)
}

/** px of the longer side of what lists show, as for pictures that come in. */
const THUMB = { wide: 320, quality: 70 }

/** A picture as lists show it. */
export const thumbOf = (file: Buffer): Promise<Buffer> =>
  sharp(file).resize(THUMB.wide).webp({ quality: THUMB.quality, effort: 6 }).toBuffer()

/** The picture of a take, as a modern file. */
export async function drawTake({ setup, rig, takes, shots }: PlayedSetup, at: number): Promise<Buffer> {
  const { wide, passes, quality } = takes[at]!.keeper ? KEPT : LOST
  const { camera, method, picture } = setup
  const plan = pictureOf(rig, setup, shots[at]!, method === 'open-shutter' ? OPEN : picture.shutter)
  const high = Math.round((wide * camera.sensorHeight) / camera.sensorWidth)
  const film = new Film(sceneOf(plan), wide, high)
  for (let pass = 0; pass < passes; pass++) film.pass()
  return sharp(toneMapped(film), { raw: { width: wide, height: high, channels: 4 } })
    .removeAlpha()
    .median(3)
    .webp({ quality, effort: 6 })
    .toBuffer()
}
