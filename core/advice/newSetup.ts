import { recipeStart } from '../recipes'
import { APERTURES, nearestStep } from '../setup/steps'
import { withChanges } from '../setup/paths'
import type { Method, Recipe, Setup, Trigger } from '../setup/types'
import { assess } from '../plan/assess'
import { isoFor, levelOf, shutterFor } from './method'

/** EV of the light that a fast shutter needs: open shade or a bright hall would not do, hazy daylight does. */
const DAYLIGHT = 14

/** Opens the aperture, as far as the lens goes, by what the light is short of at the highest ISO. */
function opened(setup: Setup): Setup {
  const short = levelOf(assess(setup))
  if (short >= -1 / 6) return setup
  const { picture, lens } = setup
  const wanted = Math.max(lens.widestAperture, picture.aperture * 2 ** (short / 2))
  const aperture = Math.max(lens.widestAperture, nearestStep(APERTURES, wanted))
  return { ...setup, picture: { ...picture, aperture } }
}

/** A set-up in which nothing was said yet, made whole for a method: its light, shutter, ISO and aperture follow. */
function wholeFor(start: Setup, method: Method): Setup {
  const there = {
    ...start,
    method,
    picture: { ...start.picture, ...(method === 'fast-shutter' ? { ambientEv: DAYLIGHT } : {}) },
  }
  const here = assess(there)
  const shuttered = {
    ...there,
    picture: { ...there.picture, shutter: shutterFor(method, { ...there, method: start.method }, here).shutter },
  }
  const exposed = { ...shuttered, picture: { ...shuttered.picture, iso: isoFor(shuttered) } }
  const wide = opened(exposed)
  return wide === exposed ? exposed : { ...wide, picture: { ...wide.picture, iso: isoFor(wide) } }
}

/**
 * A new set-up of a recipe, whole and ready to be changed: every figure in it is assumed. Page, import, command line
 * and tests make theirs here.
 *
 * @param method the recipe's own where left out
 * @param trigger the recipe's own where left out
 */
export function newSetup(recipe: Recipe, method?: Method, trigger?: Trigger): Setup {
  const start = recipeStart(recipe)
  const made = method && method !== start.method ? wholeFor(start, method) : start
  return trigger && trigger !== made.trigger ? withChanges(made, [{ path: 'trigger', value: trigger }]) : made
}
