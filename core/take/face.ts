import { normalCdf } from '../math/normal'
import type { Setup } from '../setup/types'
import type { Held } from '../setup/parts'
import { takeTimes } from './chain'
import type { Nature } from './nature'
import { offMean, uncertainInputs } from './spread'

/** How the face of what turns stands when the light falls. */
export interface FaceShown {
  /** Chance per take that a face is within what counts as seen, 0 to 1. */
  chance: number
  /** rad from straight at the camera to the nearest face, on average; + turned on too far. */
  turned: number
  /** rad, standard deviation from take to take. */
  scatter: number
}

/** Turned over more deviations than this of a whole turn every side is as likely, share of the way between faces. */
const ANY_SIDE = 0.75

/**
 * s by which the light itself falls earlier or later from take to take, counted from the start of the action: not
 * against a moment that moves with it.
 */
function lightScatter(setup: Held & Pick<Setup, 'trigger'>, { drag, mean, stages }: Nature): number {
  const sensed = (entry: ReturnType<typeof uncertainInputs>[number], z: number): number | null =>
    takeTimes(setup, drag, { ...mean, [entry.input]: offMean(entry, mean[entry.input], z) }).sensed
  const moved = uncertainInputs(setup).map(entry => {
    if (entry.kind !== 'scatter' || setup.trigger !== 'sensor') return 0
    const [later, sooner] = [sensed(entry, 1), sensed(entry, -1)]
    return later === null || sooner === null ? 0 : (later - sooner) / 2
  })
  return Math.hypot(...moved, ...stages.map(stage => stage.jitter))
}

/**
 * Chance that a face of what turns is seen: the angle at the light is normal about where its turns have brought it, and
 * comes round again with every face.
 *
 * @param setup validated
 * @param nature of that set-up
 * @param captured s after the action starts at which the light falls; null: it does not
 * @returns null where any side will do, or there is no picture
 */
export function faceShown(
  setup: Held & Pick<Setup, 'trigger'>,
  nature: Nature,
  captured: number | null,
): FaceShown | null {
  const { turns, turnsSpread, faces, faceWithin, faceAtStart } = setup.motion
  if (faceWithin === null || captured === null) return null
  const between = (2 * Math.PI) / faces
  const angle = faceAtStart + 2 * Math.PI * turns * captured
  const turned = angle - between * Math.round(angle / between)
  const sigma = 2 * Math.PI * turns * Math.hypot(captured * turnsSpread, lightScatter(setup, nature))
  const base = { turned, scatter: sigma }
  if (2 * faceWithin >= between) return { ...base, chance: 1 }
  if (sigma > ANY_SIDE * between) return { ...base, chance: (2 * faceWithin) / between }
  if (sigma <= 0) return { ...base, chance: Math.abs(turned) <= faceWithin ? 1 : 0 }
  const rounds = Math.ceil((6 * sigma + between) / between)
  let chance = 0
  for (let k = -rounds; k <= rounds; k++) {
    const middle = k * between - turned
    chance += normalCdf((middle + faceWithin) / sigma) - normalCdf((middle - faceWithin) / sigma)
  }
  return { ...base, chance: Math.min(1, chance) }
}
