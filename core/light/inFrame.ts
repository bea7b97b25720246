import type { Setup } from '../setup/types'
import { type Vector, minus, scaled, squareTo, sum, unit } from './lamp'
import type { Framed } from './lit'
import { type Stage, cardPlace, lightPlace, stageOf } from './place'

/** A head, card or flag that the camera sees. */
export interface InFrame {
  /** Where it is, as a path of the set-up: `flashes[1]`, `scene.cards[0]`. */
  path: string
  /** Its place in that list. */
  index: number
  name: string
}

/** Nearer to the camera than this nothing stands, m. */
const AT_CAMERA = 0.05

interface PictureBox {
  low: [x: number, y: number]
  high: [x: number, y: number]
}

/** Where the corners of a face are seen, m in the plane of the subject; null where one is not before the camera. */
function seenAt(distance: number, corners: readonly Vector[]): PictureBox | null {
  const seen: [number, number][] = []
  for (const [x, y, z] of corners) {
    if (distance - z < AT_CAMERA) return null
    const scale = distance / (distance - z)
    seen.push([x * scale, y * scale])
  }
  const of = (k: 0 | 1): number[] => seen.map(at => at[k])
  return { low: [Math.min(...of(0)), Math.min(...of(1))], high: [Math.max(...of(0)), Math.max(...of(1))] }
}

const cornersOf = (centre: Vector, across: Vector, up: Vector): Vector[] =>
  [1, -1].flatMap(u => [1, -1].map(v => sum(centre, sum(scaled(across, u), scaled(up, v)))))

/** The subject as the camera sees it, from the side. */
function subjectBox({ subject }: Pick<Setup, 'subject'>, stage: Stage): PictureBox {
  const [x, y] = stage.at(stage.middle)
  const along = Math.abs(stage.direction[0]) > 0.5
  const [wide, tall] = along ? [subject.depth, subject.height] : [subject.height, subject.depth]
  return { low: [x - wide / 2, y - tall / 2], high: [x + wide / 2, y + tall / 2] }
}

/**
 * Heads, cards and flags of a set-up that stand in the picture.
 *
 * @returns none of what stands behind the ground, or wholly hidden by the subject
 * @remarks The whole face counts, whichever way it is turned; stands and cables are not known.
 */
export function inFrame({ setup, optics }: Framed): InFrame[] {
  const stage = stageOf(setup)
  const { distance } = setup.picture
  const subject = subjectBox(setup, stage)
  const edge: Vector = [optics.fieldWidth / 2, optics.fieldHeight / 2, 0]
  const shows = (centre: Vector, across: Vector, up: Vector): boolean => {
    if (centre[2] < -setup.scene.ground.distance) return false
    const box = seenAt(distance, cornersOf(centre, across, up))
    if (box === null) return false
    const within = ([0, 1] as const).every(k => box.low[k] < edge[k] && box.high[k] > -edge[k])
    const hidden =
      centre[2] < 0 && ([0, 1] as const).every(k => box.low[k] >= subject.low[k] && box.high[k] <= subject.high[k])
    return within && !hidden
  }
  const heads = setup.flashes.flatMap((flash, i) => {
    const place = lightPlace(stage, flash)
    const { across, up } = squareTo(unit(minus(stage.at(stage.middle), place)))
    const stands = shows(place, scaled(across, flash.headWidth / 2), scaled(up, flash.headHeight / 2))
    return stands ? [{ path: `flashes[${i}]`, index: i, name: flash.name }] : []
  })
  const cards = setup.scene.cards.flatMap((card, i) => {
    const { centre, across, up } = cardPlace(stage, card)
    return shows(centre, across, up) ? [{ path: `scene.cards[${i}]`, index: i, name: card.name }] : []
  })
  return [...heads, ...cards]
}
