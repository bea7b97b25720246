import { rootBetween } from '../math/root'
import { asMet, lightPulses } from '../light/pulses'
import { shutterCheck } from '../light/shutter'
import { asItStood } from '../setup/evidence'
import { FIELDS } from '../setup/fields'
import { known } from '../defaults/typical'
import type { Evidence, Setup } from '../setup/types'
import { weightedMean } from '../math/weightedMean'

/** How far off a curtain travel may be that was assumed, and one that was entered or rated; shares of it. */
const ASSUMED = 0.3
const ENTERED = 0.1

/** Share of the picture that stays dark, by how long the curtains travel, s; when each light comes does not change. */
function darkBy(then: Setup): (curtainTravel: number) => number {
  const setup = known(then)
  const lights = asMet(setup, lightPulses(setup))
  return curtainTravel => shutterCheck({ ...setup, camera: { ...setup.camera, curtainTravel } }, lights).dark
}

/**
 * The curtain travel that one dark band tells, s, and its standard error: the travel at which the picture as it was
 * taken would be so dark.
 *
 * @returns null where no travel within the field's limits gives such a band
 */
function travelOf(setup: Setup, entry: Evidence): { value: number; error: number } | null {
  const then = asItStood(setup, entry)
  if (then.camera.shutterKind !== 'focal-plane' || then.method === 'open-shutter') return null
  const { min, max } = FIELDS['camera.curtainTravel']
  const dark = darkBy(then)
  const error = (travel: number): number => dark(travel) - entry.value
  if (error(min) * error(max) > 0) return null
  const value = rootBetween(error, min, max, 1e-9)
  const slope = (dark(value * 1.001) - dark(value * 0.999)) / (0.002 * value)
  return slope > 0 ? { value, error: entry.error / slope } : null
}

/**
 * Curtain travel after the dark bands that were seen: the weighted mean with what was held of it before, s, and its
 * standard error.
 *
 * @returns null where no band tells
 */
export function curtainSeen(setup: Setup): { value: number; sigma: number } | null {
  const seen = setup.evidence.flatMap(entry =>
    entry.on && entry.kind === 'dark' ? (travelOf(setup, entry) ?? []) : [],
  )
  if (seen.length === 0) return null
  const { curtainTravel } = setup.camera
  const told = setup.marks.some(mark => mark.path === 'camera.curtainTravel' && mark.from !== 'assumed')
  return weightedMean(curtainTravel, curtainTravel * (told ? ENTERED : ASSUMED), seen)
}
