import { type Change, withChanges } from '../setup/paths'
import { recycleAt } from '../setup/typical'
import { ISOS, SHUTTERS_IN_SECONDS, stepDown, stepUp } from '../setup/steps'
import type { Method, Setup, Trigger } from '../setup/types'
import { type Assessment, assess, exposureLevel } from './assess'
import type { Figures } from './findings/types'
import { iso, length, shutter, stops, time } from './findings/types'

/** Why a method will not do for this subject: text with figures in braces. */
export interface RuledOut {
  reason: string
  figures: Figures
}

export interface MethodComparison {
  method: Method
  trigger: Trigger
  freezesBy: 'flash' | 'shutter'
  /** m of streak at the subject. */
  blur: number
  /** Chance of a keeper per try, 0 to 1. */
  keep: number
  /** The same for the very first take. */
  first: number
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

/** An open shutter is opened and closed by a person: shorter than this there is no calm in the dark, s. */
const CALM = 1
/** Exposure is well enough within this many stops of correct. */
const NEAR = 0.5

/**
 * The shutter a method would use for this subject, s, the one dialled where that will do; null where none is fast
 * enough.
 */
function shutterFor(method: Method, setup: Setup, here: Assessment): number | null {
  const own = method === setup.method ? setup.picture.shutter : null
  switch (method) {
    case 'open-shutter':
      return Math.max(CALM, own ?? 2, here.sequence?.customary ?? 0)
    case 'sync-shutter': {
      const trial = assess({ ...setup, method, picture: { ...setup.picture, shutter: setup.camera.syncSpeed } })
      const needed = Math.max(trial.shutter.fastestClean, here.sequence?.least ?? 0)
      return own !== null && own >= needed * (1 - 1e-9) ? own : (stepUp(SHUTTERS_IN_SECONDS, needed) ?? needed)
    }
    case 'fast-shutter': {
      const across = here.markSpeed * Math.abs(Math.cos(setup.picture.angleToSensor))
      const longest = across > 0 ? setup.picture.blurLimit / across : 1 / 2000
      return own !== null && own <= longest ? own : stepDown(SHUTTERS_IN_SECONDS, longest)
    }
  }
}

/** Less than this is a matter of luck, 0 to 1. */
const LUCK = 0.02

/**
 * What makes a set-up whole as one of a method: its shutter, no high-speed sync where that is none, the delay as
 * planned, and the ISO for what
 * light there is then.
 *
 * @param setup validated, as it is now
 */
export function methodChanges(setup: Setup, method: Method, trigger: Trigger): Change[] {
  return wholeOf(setup, assess(setup), method, trigger).changes
}

function wholeOf(
  setup: Setup,
  here: Assessment,
  method: Method,
  trigger: Trigger,
): { changes: Change[]; found: number | null } {
  const found = shutterFor(method, setup, here)
  const changes: Change[] = [
    { path: 'method', value: method },
    { path: 'trigger', value: trigger },
    { path: 'picture.shutter', value: found ?? FASTEST },
  ]
  // A delay dialled by hand is of the chain it was dialled for.
  if (method !== setup.method || trigger !== setup.trigger)
    changes.push({ path: 'delay', value: null }, { path: 'hand.lead', value: null })
  if (method !== 'fast-shutter')
    setup.flashes.forEach((flash, i) => {
      if (flash.highSpeedSync) changes.push({ path: `flashes[${i}].highSpeedSync`, value: false })
    })
  const level = levelOf(assess(withChanges(setup, changes)))
  const isoNeeded = setup.picture.iso * 2 ** -level
  const step = Math.abs(level) <= NEAR ? setup.picture.iso : (stepUp(ISOS, isoNeeded * 0.9) ?? setup.camera.maximumIso)
  const set = Math.min(Math.max(step, setup.camera.baseIso), setup.camera.maximumIso)
  if (set !== setup.picture.iso) changes.push({ path: 'picture.iso', value: set })
  return { changes, found }
}

const levelOf = (a: Assessment): number => exposureLevel(a) ?? a.exposure.ambient
const FASTEST = SHUTTERS_IN_SECONDS[0] as number
const unsigned = (value: number): Figures[string] => ({ value, quantity: 'stops', unit: 'unsigned' })

/** What light and shutter rule out. */
function ruledByLight(a: Assessment, found: number | null): RuledOut[] {
  const { setup, sharpness } = a
  const fast = setup.method === 'fast-shutter'
  const exposure = levelOf(a)
  const streak = {
    blur: length(sharpness.subject, 'mm'),
    limit: length(sharpness.limit, 'mm'),
    fastest: shutter(FASTEST),
  }
  const out: RuledOut[] = []
  if (!fast && setup.flashes.length === 0) out.push({ reason: 'There is no flash to make the picture.', figures: {} })
  if (fast && found === null)
    out.push({
      reason: 'No shutter is fast enough: at {fastest} the streak is {blur}, the limit {limit}.',
      figures: streak,
    })
  else if (sharpness.subject > sharpness.limit * (1 + 1e-9))
    out.push({ reason: 'The streak is {blur}, the limit {limit}.', figures: streak })
  if (exposure < -NEAR) {
    // A camera that sets its own may stop short of it.
    const most = setup.picture.iso >= setup.camera.maximumIso ? ', the most this camera is trusted with' : ''
    out.push({
      reason: `Under by {under} at {iso}${most}.`,
      figures: { iso: iso(setup.picture.iso), under: unsigned(-exposure) },
    })
  }
  if (exposure > 2 * NEAR)
    out.push({ reason: 'Too much light at the lowest ISO: over by {over}.', figures: { over: unsigned(exposure) } })
  if (!fast && !a.exposure.black)
    out.push({ reason: 'The room would show: ambient {ambient}.', figures: { ambient: stops(a.exposure.ambient) } })
  return out
}

/** What timing rules out. */
function ruledByTime(a: Assessment): RuledOut[] {
  const { setup, timing, keep } = a
  const out: RuledOut[] = []
  if (timing.moment === null) out.push({ reason: 'The moment is never reached.', figures: {} })
  if (
    setup.trigger === 'sensor' &&
    timing.wanted !== null &&
    timing.wanted < setup.controller.delayMinimum - Math.max(setup.controller.delayStep / 2, keep.after)
  ) {
    out.push({
      reason: 'The chain of {chain} is longer than the {gap} the event allows.',
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
      reason:
        setup.trigger === 'burst'
          ? 'Frames come every {frame}; the moment keeps for {window}.'
          : 'Takes scatter by {scatter}; the moment keeps for {window}.',
      figures,
    })
  }
  const recycle = setup.flashes.reduce((longest, flash) => Math.max(longest, recycleAt(flash, flash.power)), 0)
  if (setup.trigger === 'burst' && setup.method !== 'fast-shutter' && recycle > 1 / setup.camera.frameRate) {
    out.push({
      reason: 'The flashes need {recycle} between frames {frame} apart.',
      figures: { recycle: time(recycle), frame: time(1 / setup.camera.frameRate) },
    })
  }
  return out
}

function compareOne(setup: Setup, here: Assessment, method: Method, trigger: Trigger): MethodComparison {
  const { changes, found } = wholeOf(setup, here, method, trigger)
  const a = assess(withChanges(setup, changes))
  return {
    method,
    trigger,
    freezesBy: a.sharpness.by,
    blur: a.sharpness.subject,
    keep: a.keep.perTake,
    first: a.keep.firstTake,
    framesPerEvent: a.keep.framesPerEvent,
    shutter: found ?? FASTEST,
    exposure: levelOf(a),
    ambient: a.exposure.ambient,
    iso: a.setup.picture.iso,
    ruledOut: [...ruledByLight(a, found), ...ruledByTime(a)],
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
