import type { Lighting, Optics } from '../setup/parts'
import type { KnownFlash } from '../setup/known'
import { recycleAt } from '../defaults/typical'
import { SHUTTERS_IN_SECONDS, stepUp } from '../setup/steps'
import type { Setup } from '../setup/types'
import type { Motion } from '../physics/travel'
import { type LightPulse, type LightWay, latencyOf, lightLevel } from '../light/pulses'
import { curtainTime } from '../light/shutter'
import { type Pop, instantsOf, popEnergy, popsOf, timesOfLight, trackOf } from '../take/pops'
import { type Schedule, type UnitLimits, repeatAt, scheduleLight } from './schedule'

/** What the pops add up to, in stops against correct. */
export interface SequenceExposure {
  /** s after the trigger's own pop. */
  time: number
  lights: number[]
  /**
   * m along the travel of the moving thing, and where it falls in the frame: along and across the travel, the camera's
   * own turn taken off.
   */
  place: number
  along: number
  across: number
  /** Stops of the moving thing at this pop against correct. */
  stops: number
}

/** The schedule of one light's units. */
export interface LightSchedule {
  light: number
  times: number[]
  limits: UnitLimits
  schedule: Schedule
  /** Units the set-up has taking turns. */
  units: number
}

/** Several pops in one frame: when, where, how bright, by which units. */
export interface SequencePlan {
  pops: Pop[]
  exposures: SequenceExposure[]
  /** Places asked for that the thing never reaches. */
  unreached: number
  /** s after the trigger's own pop. */
  firstPop: number
  lastPop: number
  /** s that all pops take: from the first, or the trigger's own where that is earlier, to the last. */
  span: number
  /**
   * s of open time, by both schools, counted from where the span begins, room for lags in the first; and the settings
   * of a camera that are next.
   */
  least: number
  customary: number
  leastDial: number | null
  customaryDial: number | null
  /** s of lag that the open time must hold besides the pops. */
  lag: number
  /** s from opening to the first pop for the end of the open time chosen. */
  lead: number
  /** Shortest time between two pops of all, and between two that one light must follow, s; null: only one. */
  closest: number | null
  closestOfOneLight: number | null
  /** m between successive positions, the least; share of the body re-exposed there; most pops on one place of it. */
  step: number | null
  overlap: number
  deepest: number
  /** Stops that still parts gain over one pop of the first instant, and over correct by the end. */
  stillStops: number
  stillLevel: number | null
  /** Most pops on one place of the still part, once the camera's turn is counted. */
  stillDeepest: number
  /** rad/s at which still parts come apart; null: nothing to part. */
  panNeeded: number | null
  lights: LightSchedule[]
}

/** A pop of lights that stand behind leaves what faces the camera dark, stops. */
const UNLIT = -20

/** Most exposures that cover one place of a body of some width at places along a line: a sweep over its ends. */
export function deepestCover(places: readonly number[], width: number): number {
  const ends = places
    .flatMap(
      place =>
        [
          [place - width / 2, 1],
          [place + width / 2, -1],
        ] as [number, number][],
    )
    .sort((a, b) => a[0] - b[0] || a[1] - b[1])
  let depth = 0
  let most = 0
  for (const [, change] of ends) most = Math.max(most, (depth += change))
  return most
}

const limitsOf = (flash: KnownFlash): UnitLimits => ({
  recycle: recycleAt(flash, flash.power),
  popEnergy: popEnergy(flash),
  heatLimit: flash.heatLimit,
  repeat: repeatAt(flash.repeat, flash.power),
})

/**
 * s after the action starts at which the last light of a take falls: of a single pop, that pop; null where nothing is
 * captured.
 */
export function lastLight({
  timing,
  sequence,
}: {
  timing: { captured: number | null }
  sequence: SequencePlan | null
}): number | null {
  return timing.captured === null ? null : timing.captured + Math.max(0, sequence?.lastPop ?? 0)
}

/** Whether a set-up has more than one pop. */
export const isSequence = (setup: Pick<Setup, 'sequence'>): boolean => setup.sequence.groups.length > 0

/** What the light of a pop goes by besides its lights. */
type Lit = Pick<Setup, 'recipe' | 'subject' | 'scene' | 'method'>

/** m/s that everything slides the other way, seen through a camera that turns or moves. */
const slideOf = ({ sequence, picture }: Pick<Setup, 'sequence' | 'picture'>): number =>
  sequence.panSpeed * picture.distance + sequence.moveSpeed

/** What each pop shows, and where. @param base s after the action starts from which pops count */
function exposuresOf(
  setup: Optics & Lighting & Lit & Pick<Setup, 'motion' | 'sequence'>,
  instants: ReturnType<typeof instantsOf>,
  positionAt: (time: number) => number,
  base: number,
  met: LightWay,
): SequenceExposure[] {
  const { sequence } = setup
  const still = setup.motion.kind === 'still' && sequence.track.length < 2
  const slide = slideOf(setup)
  return instants.map(({ time, lights }) => {
    const place = still ? 0 : positionAt(base + time)
    return {
      time,
      lights,
      place,
      stops: lightLevel(setup, met, lights) ?? UNLIT,
      along: place - slide * Math.cos(sequence.panAngle) * time,
      across: -slide * Math.sin(sequence.panAngle) * time,
    }
  })
}

/** How the units of each light that pops share its pops. */
const schedulesOf = ({ flashes }: Pick<Lighting, 'flashes'>, pops: ReturnType<typeof popsOf>): LightSchedule[] =>
  flashes.flatMap((flash, light) => {
    const times = timesOfLight(pops, light)
    const limits = limitsOf(flash)
    return times.length === 0
      ? []
      : [{ light, times, limits, schedule: scheduleLight({ times, limits }), units: flash.relay }]
  })

/**
 * Everything about a sequence of pops in one frame: when and where they fall, what they add up to, how long the shutter
 * must be open, and how units share them.
 *
 * @param setup validated
 * @param motion of its mean take
 * @param pulses of its lights
 * @param captured s after the action starts at which a single pop would fall
 * @param met by the light on its way into the picture
 * @returns null where the set-up has no sequence
 */
export function sequenceOf(
  setup: Optics & Lighting & Lit & Pick<Setup, 'motion' | 'sequence'>,
  motion: Motion,
  pulses: readonly LightPulse[],
  captured: number | null,
  met: LightWay,
): SequencePlan | null {
  const { sequence, picture } = setup
  if (!isSequence(setup)) return null
  const pops = popsOf(setup, motion)
  const instants = instantsOf(pops)
  if (instants.length === 0) return null
  const asked = sequence.groups.reduce(
    (sum, group) => sum + (group.lights.length === 0 ? 0 : group.placing === 'hand' ? group.times.length : group.count),
    0,
  )
  const slide = slideOf(setup)
  const exposures = exposuresOf(setup, instants, trackOf(setup, motion).positionAt, captured ?? 0, met)

  const longest = pulses.reduce((most, pulse) => Math.max(most, pulse.t01), 0)
  const first = instants[0]!.time
  const lastPop = instants.at(-1)!.time
  const meanInterval = instants.length > 1 ? (lastPop - first) / (instants.length - 1) : 0
  const lag =
    setup.link.latency +
    setup.flashes.reduce((most, flash) => Math.max(most, latencyOf(setup, flash)), 0) +
    (setup.method === 'open-shutter' ? 0 : curtainTime(setup))
  const span = lastPop - Math.min(0, first)
  const least = span + longest + lag + sequence.margin
  const customary = span + meanInterval
  const gaps = (times: readonly number[]): number | null =>
    times.slice(1).reduce<number | null>((shortest, time, i) => Math.min(shortest ?? Infinity, time - times[i]!), null)

  const width = Math.max(1e-6, setup.motion.objectLength)
  const steps = exposures
    .slice(1)
    .map((e, i) => Math.hypot(e.along - exposures[i]!.along, e.across - exposures[i]!.across))
  const step = steps.length > 0 ? Math.min(...steps) : null
  // Places along the way they are strung on, which a camera's turn may have tilted.
  const way: number[] = [0]
  steps.forEach((s, i) => way.push(way[i]! + s))
  const stillPlaces = exposures.map(e => slide * e.time)
  const light = (es: readonly SequenceExposure[]): number => es.reduce((sum, e) => sum + 2 ** e.stops, 0)
  const stillDeepest = slide === 0 ? exposures.length : deepestCover(stillPlaces, Math.max(1e-6, sequence.stillWidth))
  const parted = exposures.length > 0 ? stillDeepest / exposures.length : 1
  const total = light(exposures) * parted
  const closest = gaps(instants.map(instant => instant.time))

  const lights = schedulesOf(setup, pops)
  const closestOfOne = lights.map(({ times }) => gaps(times)).filter((gap): gap is number => gap !== null)
  return {
    pops,
    exposures,
    unreached: asked - pops.length,
    firstPop: first,
    lastPop,
    span,
    least,
    customary,
    lag,
    leastDial: stepUp(SHUTTERS_IN_SECONDS, least),
    customaryDial: stepUp(SHUTTERS_IN_SECONDS, customary),
    lead: sequence.curtain === 'front' ? 0 : Math.max(0, picture.shutter - least),
    closest,
    closestOfOneLight: closestOfOne.length > 0 ? Math.min(...closestOfOne) : null,
    step,
    overlap: step === null ? 0 : Math.max(0, 1 - step / width),
    deepest: deepestCover(way, width),
    stillStops: Math.log2(Math.max(1e-9, total / Math.max(...exposures.map(e => 2 ** e.stops)))),
    stillLevel: setup.flashes.length > 0 ? sequence.groundStops + Math.log2(Math.max(1e-9, total)) : null,
    stillDeepest,
    panNeeded: closest !== null && closest > 0 ? sequence.stillWidth / (closest * picture.distance) : null,
    lights,
  }
}
