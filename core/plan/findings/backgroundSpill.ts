import { sceneFigures } from '../../light/figures'
import type { Assessment } from '../assess'
import { flagOff } from './flag'
import { FARTHER, NEARER, asBrightAt, firstWithin, relit, rounded } from './candidateFixes'
import { type FixDraft, type Rule, length, power, share, stops, named } from './types'

/** A ground that throws back less than this is meant to be black. */
const DARK_GROUND = 0.1

/** A black ground shows from here on, stops against mid grey. */
const SHOWS = -4

/** Whether a ground that is meant to be black is. */
const isBlack = (after: Assessment): boolean => (sceneFigures(after).background.brightest ?? -Infinity) <= SHOWS

/** Stops below showing from which a light counts as one that spills. */
const PART = 3

/** Lights that spill on a black ground, the worst first. */
const spilling = (a: Assessment): number[] =>
  sceneFigures(a)
    .lights.filter(light => (light.background ?? -Infinity) > SHOWS - PART)
    .sort((one, other) => other.background! - one.background!)
    .map(light => light.light)

/** A flag between the worst light and the ground, where it takes nothing from the subject and stands in no way. */
function flagged(a: Assessment): FixDraft[] {
  const [worst] = spilling(a)
  if (worst === undefined) return []
  const changes = flagOff(a, worst, isBlack)
  return changes
    ? [
        {
          label: 'finding.backgroundSpill.flagOffBackground',
          figures: { light: named(a.setup.flashes[worst]!.name) },
          changes,
        },
      ]
    : []
}

/** The exposure may change by no more than this, stops. */
const SAME = 0.1

/** Lights brought nearer and turned down: as bright on the subject, and less on what is far behind. */
function nearer(a: Assessment): FixDraft[] {
  const lights = spilling(a).filter(i => a.setup.flashes[i]!.role !== 'ground')
  const { flashes } = a.setup
  const held = (after: Assessment): boolean =>
    isBlack(after) &&
    Math.abs((after.exposure.flash ?? 0) - (a.exposure.flash ?? 0)) <= SAME &&
    lights.every(i => after.setup.flashes[i]!.power >= after.setup.flashes[i]!.minimumPower)
  const changes = lights.length > 0 ? firstWithin(a, NEARER, times => asBrightAt(a, lights, times), held) : null
  if (!changes) return []
  const [first] = lights
  const [distance, turned] = [changes[0]!.value as number, changes[1]!.value as number]
  return [
    lights.length === 1
      ? {
          label: 'finding.backgroundSpill.bring',
          figures: { distance: length(distance, 'm'), power: power(turned), light: named(flashes[first!]!.name) },
          changes,
        }
      : {
          label: 'finding.backgroundSpill.moveLightsTheirDistance',
          figures: { nearer: share(distance / flashes[first!]!.distance) },
          changes,
        },
  ]
}

/** The ground moved back until it is black. */
function backgroundBack(a: Assessment): FixDraft[] {
  const { distance } = a.setup.scene.ground
  const changes = firstWithin(
    a,
    FARTHER,
    factor => [{ path: 'scene.ground.distance', value: Math.min(50, rounded(distance * factor)) }],
    isBlack,
    relit,
  )
  if (!changes) return []
  const figures = { distance: length(changes[0]!.value as number, 'm') }
  return [{ label: 'finding.backgroundSpill.moveBackgroundBack', figures, changes }]
}

const VELVET = 0.005

const velvet = ({ setup }: Assessment): FixDraft[] =>
  setup.scene.ground.reflectance > VELVET
    ? [
        {
          label: 'finding.backgroundSpill.hangBlackVelvet',
          changes: [{ path: 'scene.ground.reflectance', value: VELVET }],
        },
      ]
    : []

/** A black ground shows what the other lights spill on it. */
export const backgroundSpill: Rule = a => {
  const { ground } = a.setup.scene
  if (a.setup.flashes.length === 0 || a.setup.method === 'fast-shutter' || ground.reflectance >= DARK_GROUND)
    return null
  const { brightest } = sceneFigures(a).background
  if (brightest === null || brightest <= SHOWS) return null
  return {
    id: 'ground-spill',
    severity: 'note',
    title: 'finding.backgroundSpill.blackBackgroundShows',
    reason: 'finding.backgroundSpill.lightSpillsOntoFlag',
    figures: { brightest: stops(brightest) },
    paths: ['scene.ground.distance', 'scene.ground.reflectance'],
    fixes: () => [...flagged(a), ...nearer(a), ...backgroundBack(a), ...velvet(a)],
  }
}
