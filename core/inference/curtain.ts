import { rootBetween } from '../math/root'
import { asMet, lightPulses } from '../plan/light'
import { shutterCheck } from '../plan/shutter'
import { asItStood } from '../setup/evidence'
import { FIELDS } from '../setup/fields'
import { known } from '../setup/typical'
import type { Evidence, Setup } from '../setup/types'

/** How far off a curtain travel may be that was assumed, and one that was entered or rated; shares of it. */
const ASSUMED = 0.3
const ENTERED = 0.1

/** Share of the picture that stays dark were the curtains to travel so long, s. */
function darkBy(then: Setup, curtainTravel: number): number {
  const setup = known({ ...then, camera: { ...then.camera, curtainTravel } })
  return shutterCheck(setup, asMet(setup, lightPulses(setup))).dark
}

/**
 * The curtain travel that one dark band tells, s, and its standard error: the travel at which the picture as it was
 * taken would be so dark.
 *
 * @returns null where no travel within the field's limits gives such a band
 */
function travelOf(setup: Setup, entry: Evidence): { travel: number; sigma: number } | null {
  const then = asItStood(setup, entry)
  if (then.camera.shutterKind !== 'focal-plane' || then.method === 'open-shutter') return null
  const { min, max } = FIELDS['camera.curtainTravel']
  const off = (travel: number): number => darkBy(then, travel) - entry.value
  if (off(min) * off(max) > 0) return null
  const travel = rootBetween(off, min, max, 1e-9)
  const slope = (darkBy(then, travel * 1.001) - darkBy(then, travel * 0.999)) / (0.002 * travel)
  return slope > 0 ? { travel, sigma: entry.error / slope } : null
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
  const prior = 1 / (curtainTravel * (told ? ENTERED : ASSUMED)) ** 2
  const weight = seen.reduce((sum, { sigma }) => sum + 1 / sigma ** 2, prior)
  const value = seen.reduce((sum, { travel, sigma }) => sum + travel / sigma ** 2, curtainTravel * prior) / weight
  return { value, sigma: Math.sqrt(1 / weight) }
}
