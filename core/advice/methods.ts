import { changed } from '../defaults/choices'
import type { Change } from '../setup/paths'
import { recycleAt } from '../defaults/typical'
import type { Method, Setup, Trigger } from '../setup/types'
import { type Assessment, assess } from '../plan/assess'
import { keeperOf } from '../plan/keeper'
import { FASTEST_SHUTTER, NEAR_CORRECT, levelOf, methodWhole } from './method'
import type { Figures, MethodText } from '../plan/findings/types'
import { iso, length, shutter, stops, time } from '../plan/findings/types'

/** Why a method will not do for this subject. */
export interface RuledOut {
  reason: MethodText
  figures: Figures
}

/** One method for this subject: its whole set-up, what rules it out, and its headline figures. */
export interface MethodComparison {
  method: Method
  trigger: Trigger
  freezesBy: 'flash' | 'shutter'
  /** m of streak at the subject. */
  blur: number
  /** Chance that a take is on the moment once it is found, and the first, 0 to 1. */
  keep: number
  first: number
  /** Chance that the first take is a keeper, and one once the moment is found, all in; 0 where it is ruled out. */
  keeper: number
  later: number
  /** Frames of a burst in the window, each event; null: no burst. */
  framesPerEvent: number | null
  shutter: number
  /** Stops against correct at the ISO given. */
  exposure: number
  ambient: number
  /**
   * ISO as dialled: the one in use where that exposes well enough, else the step for correct exposure that the camera
   * has.
   */
  iso: number
  ruledOut: RuledOut[]
  /** What makes the set-up one of this method. */
  changes: Change[]
}

const VARIANTS: [Method, Trigger][] = [
  ['open-shutter', 'sensor'],
  ['open-shutter', 'hand'],
  ['sync-shutter', 'sensor'],
  ['sync-shutter', 'hand'],
  ['sync-shutter', 'burst'],
  ['fast-shutter', 'sensor'],
  ['fast-shutter', 'hand'],
  ['fast-shutter', 'burst'],
]

/** Less than this is a matter of luck, 0 to 1. */
const LUCK = 0.02

const unsigned = (value: number): Figures[string] => ({ value, quantity: 'stops', unit: 'unsigned' })

/** What light and shutter rule out. */
function ruledByLight(a: Assessment, found: number | null): RuledOut[] {
  const { setup, sharpness } = a
  const fast = setup.method === 'fast-shutter'
  const exposure = levelOf(a)
  const streak = {
    blur: length(sharpness.judged, 'mm'),
    limit: length(sharpness.limit, 'mm'),
    fastest: shutter(FASTEST_SHUTTER),
  }
  const out: RuledOut[] = []
  if (!fast && setup.flashes.length === 0) out.push({ reason: 'method.thereNoFlashMake', figures: {} })
  if (fast && found === null) out.push({ reason: 'method.streakEvenNoShutter', figures: streak })
  else if (sharpness.judged > sharpness.limit * (1 + 1e-9)) out.push({ reason: 'method.streakLimit', figures: streak })
  if (exposure < -NEAR_CORRECT) {
    // A camera that sets its own may stop short of it.
    const most = setup.picture.iso >= setup.camera.maximumIso
    out.push({
      reason: most ? 'method.underAtHighest' : 'method.underAt',
      figures: { iso: iso(setup.picture.iso), under: unsigned(-exposure) },
    })
  }
  if (exposure > 2 * NEAR_CORRECT)
    out.push({ reason: 'method.tooMuchLightLowest', figures: { over: unsigned(exposure) } })
  if (!fast && !a.exposure.black)
    out.push({ reason: 'method.roomLightWouldShow', figures: { ambient: stops(a.exposure.ambient) } })
  return out
}

/** What timing rules out. */
function ruledByTime(a: Assessment): RuledOut[] {
  const { setup, timing, keep } = a
  const out: RuledOut[] = []
  if (timing.moment === null) out.push({ reason: 'method.momentNeverReached', figures: {} })
  if (
    setup.trigger === 'sensor' &&
    timing.wanted !== null &&
    timing.wanted < setup.controller.delayMinimum - Math.max(setup.controller.delayStep / 2, keep.after)
  ) {
    out.push({
      reason: 'method.chainTakesEventLeaves',
      figures: { chain: time(timing.chainLatency), gap: time((timing.moment ?? 0) - (timing.sensed ?? 0)) },
    })
  }
  if (keep.perTake < LUCK) {
    const figures = {
      frame: time(1 / setup.camera.frameRate),
      scatter: time(a.spread.scatter),
      window: time(keep.before + keep.after),
    }
    out.push({
      reason: setup.trigger === 'burst' ? 'method.framesComeEveryMoment' : 'method.takesScatterMomentLasts',
      figures,
    })
  }
  const recycle = setup.flashes.reduce((longest, flash) => Math.max(longest, recycleAt(flash, flash.power)), 0)
  if (setup.trigger === 'burst' && setup.method !== 'fast-shutter' && recycle > 1 / setup.camera.frameRate) {
    out.push({
      reason: 'method.flashesNeedBetweenFrames',
      figures: { recycle: time(recycle), frame: time(1 / setup.camera.frameRate) },
    })
  }
  return out
}

function compareOne(setup: Setup, here: Assessment, method: Method, trigger: Trigger): MethodComparison {
  const { changes, found } = methodWhole(setup, here, method, trigger)
  const a = assess(changed(setup, changes))
  const ruledOut = [...ruledByLight(a, found), ...ruledByTime(a)]
  const { chance, later } = keeperOf(a)
  return {
    method,
    trigger,
    freezesBy: a.sharpness.by,
    blur: a.sharpness.subject,
    keep: a.keep.perTake,
    first: a.keep.firstTake,
    keeper: ruledOut.length > 0 ? 0 : chance,
    later: ruledOut.length > 0 ? 0 : later,
    framesPerEvent: a.keep.framesPerEvent,
    shutter: a.setup.picture.shutter,
    exposure: levelOf(a),
    ambient: a.exposure.ambient,
    iso: a.setup.picture.iso,
    ruledOut,
    changes,
  }
}

/**
 * Every method side by side for this subject and kit, each with the shutter and ISO it would need: those that will do
 * first, by their
 * chance of a keeper.
 *
 * @param setup validated
 */
export function compareMethods(setup: Setup): MethodComparison[] {
  const here = assess(setup)
  return VARIANTS.map(([method, trigger]) => compareOne(setup, here, method, trigger)).sort(
    (a, b) => a.ruledOut.length - b.ruledOut.length || b.keep - a.keep,
  )
}
