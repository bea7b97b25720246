import { changed } from '../defaults/choices'
import type { Change } from '../setup/paths'
import { isTyped } from '../setup/typed'
import { ISOS, SHUTTERS_IN_SECONDS, stepDown, stepUp } from '../setup/steps'
import type { Method, Setup, Trigger } from '../setup/types'
import { type Assessment, assess, exposureLevel } from '../plan/assess'
import { acrossPicture } from '../take/bodies'

/** An open shutter is opened and closed by a person: shorter than this there is no calm in the dark, s. */
const CALM = 1
/** What an open shutter stands open unless a sequence needs longer, s. */
const OPEN = 2
/** The fastest shutter there is, s. */
export const FASTEST_SHUTTER = SHUTTERS_IN_SECONDS[0] as number
/** Exposure is well enough within this many stops of correct. */
export const NEAR_CORRECT = 0.5
const SLACK = 1 + 1e-9

/** Stops of the picture against correct; where there is no light but the room's, that. */
export const levelOf = (a: Assessment): number => exposureLevel(a) ?? a.exposure.ambient

/** s: the slowest shutter that keeps the streak of the subject within its limit, by the steps a camera has. */
function freezing(setup: Setup, here: Assessment): { longest: number; step: number | null } {
  const across = acrossPicture(here.markSpeed, setup.picture)
  const longest = across > 0 ? setup.picture.blurLimit / across : 1 / 2000
  return { longest, step: stepDown(SHUTTERS_IN_SECONDS, longest) }
}

/**
 * The shutter that a method would use for this subject, s: the one dialled where the method can do with it. `found` is
 * null where none is fast enough.
 */
export function shutterFor(method: Method, setup: Setup, here: Assessment): { shutter: number; found: number | null } {
  const own = method === setup.method || isTyped(setup, 'picture.shutter') ? setup.picture.shutter : null
  const kept = (shutter: number): { shutter: number; found: number } => ({ shutter, found: shutter })
  switch (method) {
    case 'open-shutter': {
      const needed = Math.max(CALM, here.sequence?.customary ?? 0)
      return kept(own !== null && own >= needed ? own : Math.max(OPEN, here.sequence?.customary ?? 0))
    }
    case 'sync-shutter': {
      const at = (shutter: number): Assessment => assess({ ...setup, method, picture: { ...setup.picture, shutter } })
      const needed = Math.max(at(setup.camera.syncSpeed).shutter.fastestClean, here.sequence?.least ?? 0)
      const does = own !== null && own * SLACK >= needed && (method === setup.method || at(own).exposure.black)
      return kept(does ? own : (stepUp(SHUTTERS_IN_SECONDS, needed) ?? needed))
    }
    case 'fast-shutter': {
      const { longest, step } = freezing(setup, here)
      const found = own !== null && own <= longest ? own : step
      return { shutter: found ?? FASTEST_SHUTTER, found }
    }
  }
}

/** The ISO in use where that exposes well enough, else the step for correct exposure that the camera has. */
export function isoFor(setup: Setup): number {
  const { iso } = setup.picture
  const level = levelOf(assess(setup))
  const step =
    Math.abs(level) <= NEAR_CORRECT ? iso : (stepUp(ISOS, iso * 2 ** -level * 0.9) ?? setup.camera.maximumIso)
  return Math.min(Math.max(step, setup.camera.baseIso), setup.camera.maximumIso)
}

/** What makes a set-up one of a method, and the shutter found for it; null: none is fast enough. */
export function methodWhole(
  setup: Setup,
  here: Assessment,
  method: Method,
  trigger: Trigger,
): { changes: Change[]; found: number | null } {
  const changes: Change[] = []
  if (method !== setup.method) changes.push({ path: 'method', value: method })
  if (trigger !== setup.trigger) changes.push({ path: 'trigger', value: trigger })
  const { shutter, found } = shutterFor(method, setup, here)
  if (method === setup.method) return { changes, found }
  if (shutter !== setup.picture.shutter) changes.push({ path: 'picture.shutter', value: shutter })
  if (isTyped(setup, 'picture.iso')) return { changes, found }
  const iso = isoFor(changed(setup, changes))
  if (iso !== setup.picture.iso) changes.push({ path: 'picture.iso', value: iso })
  return { changes, found }
}

/**
 * What makes a set-up one of a method and a trigger. A trigger changes nothing but itself. A method changes the shutter
 * where it cannot do with the one there is, and the ISO for what light there is then, unless somebody typed it: nothing
 * else. Applied by `changed`, what is replaced comes back with the method that is left.
 *
 * @param setup validated, as it is now
 */
export function methodChanges(setup: Setup, method: Method, trigger: Trigger): Change[] {
  return methodWhole(setup, assess(setup), method, trigger).changes
}
