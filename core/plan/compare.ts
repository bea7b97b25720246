import type { Change } from '../setup/paths'
import { withChanges } from '../setup/paths'
import { ISOS, SHUTTERS_IN_SECONDS, stepDown, stepUp } from '../setup/steps'
import type { Method, Setup, Trigger } from '../setup/types'
import { type Assessment, assess } from './assess'
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
  /** Props for the keepers wanted; null: beyond count. */
  props: number | null
  shutter: number
  /** Stops against correct at the ISO given. */
  exposure: number
  ambient: number
  /** ISO as dialled: the one in use where that exposes well enough, else the step for correct exposure that the camera has. */
  iso: number
  ruledOut: RuledOut[]
  /** What makes the set-up one of this method. */
  changes: Change[]
}

const VARIANTS: [Method, Trigger][] = [
  ['open-shutter', 'sensor'],
  ['sync-shutter', 'sensor'], ['sync-shutter', 'hand'], ['sync-shutter', 'burst'],
  ['fast-shutter', 'sensor'], ['fast-shutter', 'hand'], ['fast-shutter', 'burst'],
]

/** An open shutter is opened and closed by a person: shorter than this there is no calm in the dark, s. */
const CALM = 1
/** Exposure is well enough within this many stops of correct. */
const NEAR = 0.5

/** The shutter a method would use for this subject, s, the one dialled where that will do; null where none is fast enough. */
function shutterFor(method: Method, setup: Setup, here: Assessment): number | null {
  const own = method === setup.method ? setup.picture.shutter : null
  switch (method) {
    case 'open-shutter': return Math.max(CALM, own ?? 2, here.sequence?.customary ?? 0)
    case 'sync-shutter': {
      const trial = assess({ ...setup, method, picture: { ...setup.picture, shutter: setup.camera.syncSpeed } })
      const needed = Math.max(trial.shutter.fastestClean, here.sequence?.least ?? 0)
      return own !== null && own >= needed * (1 - 1e-9) ? own : stepUp(SHUTTERS_IN_SECONDS, needed) ?? needed
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

function compareOne(setup: Setup, here: Assessment, method: Method, trigger: Trigger): MethodComparison {
  const found = shutterFor(method, setup, here)
  const fastest = SHUTTERS_IN_SECONDS[0] as number
  const changes: Change[] = [{ path: 'method', value: method }, { path: 'trigger', value: trigger }, { path: 'picture.shutter', value: found ?? fastest }]
  // A delay dialled by hand is of the chain it was dialled for.
  if (method !== setup.method || trigger !== setup.trigger) changes.push({ path: 'delay', value: null })
  if (method !== 'fast-shutter') setup.flashes.forEach((flash, i) => { if (flash.highSpeedSync) changes.push({ path: `flashes[${i}].highSpeedSync`, value: false }) })

  const fast = method === 'fast-shutter'
  const trial = assess(withChanges(setup, changes))
  const level = lightLevel(trial, fast)
  const isoNeeded = setup.picture.iso * 2 ** -level
  const step = Math.abs(level) <= NEAR ? setup.picture.iso : stepUp(ISOS, isoNeeded * 0.9) ?? ISOS[ISOS.length - 1]!
  const set = Math.min(Math.max(step, setup.camera.baseIso), setup.camera.maximumIso)
  if (set !== setup.picture.iso) changes.push({ path: 'picture.iso', value: set })
  const a = assess(withChanges(setup, changes))
  const exposure = lightLevel(a, fast)

  const ruledOut: RuledOut[] = []
  const rule = (reason: string, figures: Figures): void => { ruledOut.push({ reason, figures }) }
  const { timing, sharpness } = a
  if (!fast && setup.flashes.length === 0) rule('There is no flash to make the picture.', {})
  if (timing.moment === null) rule('The moment is never reached.', {})
  if (trigger === 'sensor' && timing.wanted !== null && timing.wanted < setup.controller.delayMinimum - setup.controller.delayStep / 2) {
    rule('The chain of {chain} is longer than the {gap} the event allows.', { chain: time(timing.chainLatency), gap: time((timing.moment ?? 0) - (timing.sensed ?? 0)) })
  }
  if (fast && found === null) rule('No shutter is fast enough: at {fastest} the streak is {blur}, the limit {limit}.', { fastest: shutter(fastest), blur: length(sharpness.subject, 'mm'), limit: length(sharpness.limit, 'mm') })
  else if (sharpness.subject > sharpness.limit * (1 + 1e-9)) rule('The streak is {blur}, the limit {limit}.', { blur: length(sharpness.subject, 'mm'), limit: length(sharpness.limit, 'mm') })
  if (exposure < -NEAR) rule('It needs {iso}, more than this camera is trusted with: under by {under}.', { iso: iso(isoNeeded), under: { value: -exposure, quantity: 'stops', unit: 'unsigned' } })
  if (!fast && !a.exposure.black) rule('The room would show: ambient {ambient}.', { ambient: stops(a.exposure.ambient) })
  if (a.keep.perTake < LUCK) {
    rule(trigger === 'burst' ? 'Frames come every {frame}; the moment keeps for {window}.' : 'Takes scatter by {scatter}; the moment keeps for {window}.', {
      frame: time(1 / setup.camera.frameRate), scatter: time(a.spread.scatter), window: time(a.keep.before + a.keep.after),
    })
  }
  if (trigger === 'burst' && !fast && setup.flashes.some(flash => flash.recycleTime > 1 / setup.camera.frameRate)) {
    rule('The flashes need {recycle} between frames {frame} apart.', { recycle: time(Math.max(...setup.flashes.map(flash => flash.recycleTime))), frame: time(1 / setup.camera.frameRate) })
  }
  return {
    method, trigger, freezesBy: sharpness.by, blur: sharpness.subject, keep: a.keep.perTake, props: a.keep.props, shutter: found ?? fastest, exposure,
    ambient: a.exposure.ambient, iso: set, ruledOut, changes,
  }
}

function lightLevel(a: Assessment, fast: boolean): number {
  if (!fast) return a.exposure.flash ?? a.exposure.ambient
  return Math.log2((a.exposure.flash === null ? 0 : 2 ** a.exposure.flash) + 2 ** a.exposure.ambient)
}

/**
 * Every method side by side for this subject and kit, each with the shutter and ISO it would need: those that will do first, by their
 * chance of a keeper.
 *
 * @param setup validated
 */
export function compareMethods(setup: Setup): MethodComparison[] {
  const here = assess(setup)
  return VARIANTS.map(([method, trigger]) => compareOne(setup, here, method, trigger))
    .sort((a, b) => a.ruledOut.length - b.ruledOut.length || b.keep - a.keep)
}
