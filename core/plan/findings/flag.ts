import { reflectorsOf } from '../../light/reflectors'
import { backgroundPlaces, sceneFigures } from '../../light/figures'
import { isOpen } from '../../light/level'
import type { Vector } from '../../light/lamp'
import { lightSpot, stageOf } from '../../light/place'
import { MOST_CARDS } from '../../setup/fields'
import type { Change } from '../../setup/paths'
import type { Assessment } from '../assess'
import { relit, rounded } from './candidateFixes'

/** Shares of the way from the light to the ground at which a flag may stand, and its sides, m. */
const ALONG = [0.12, 0.2, 0.3, 0.4, 0.5]
const SIDES = [0.3, 0.6, 1]
/** Stops that a flag may take from what a light gives the subject. */
const SPARED = 0.1

/** A flag so far on the way from a light to the middle of the ground, square to that way. */
function flagAt(a: Assessment, light: number, far: number, side: number): Change[] {
  const { flashes, scene } = a.setup
  const from = lightSpot(flashes[light]!)
  const to = { along: 0, across: scene.ground.distance, out: 0 }
  const way = { along: to.along - from.along, across: to.across - from.across, out: to.out - from.out }
  const path = `scene.cards[${scene.cards.length}]`
  const values = {
    name: `Flag for ${flashes[light]!.name}`.slice(0, 80),
    kind: 'black',
    along: rounded(from.along + far * way.along),
    across: rounded(from.across + far * way.across),
    out: rounded(from.out + far * way.out),
    width: side,
    height: side,
    turn: Number(Math.atan2(way.along, -way.across).toFixed(3)),
    tilt: Number(Math.asin(way.out / Math.hypot(way.along, way.across, way.out)).toFixed(3)),
  }
  return Object.entries(values).map(([key, value]) => ({ path: `${path}.${key}`, value }))
}

/** Whether the last of the cards keeps out of the picture and off the way of what flies. */
function outOfTheWay(a: Assessment): boolean {
  const { setup } = a
  const stage = stageOf(setup)
  const flags = reflectorsOf(setup, stage).slice(-1)
  const camera: Vector = [0, 0, setup.picture.distance]
  const flies = isOpen(flags, stage.at(0), stage.at(Math.max(setup.subject.distance * 2, setup.catch.distance)))
  return flies && backgroundPlaces(a).places.every(place => isOpen(flags, camera, place))
}

/** Whether every light gives the subject what it gave. */
function spared(before: Assessment, after: Assessment): boolean {
  const [was, is] = [sceneFigures(before).lights, sceneFigures(after).lights]
  return was.every((light, i) =>
    (['front', 'edge'] as const).every(
      where => light[where] === null || Math.abs((is[i]![where] ?? -Infinity) - light[where]) <= SPARED,
    ),
  )
}

/**
 * A flag that keeps a light off the ground: the smallest, nearest to the light, that does, spares the subject, and
 * stands neither in the picture nor in the way of what flies.
 *
 * @param light its place in the list
 * @param good whether the ground is as it should be
 * @returns the changes that put it there; null where none does
 */
export function flagOff(a: Assessment, light: number, good: (after: Assessment) => boolean): Change[] | null {
  if (a.entered.scene.cards.length >= MOST_CARDS) return null
  for (const side of SIDES)
    for (const far of ALONG) {
      const changes = flagAt(a, light, far, side)
      const after = relit(a, changes)
      if (outOfTheWay(after) && good(after) && spared(a, after)) return changes
    }
  return null
}
