import type { Setup } from '../setup/types'
import { takeMinutes } from './minutes'
import { quantileOf } from './played'
import { quickTakes } from './shootDay'

/** Gaps between takes from which they are gone by, and what is a pause: so many medians, and at least so many min. */
const LEAST_GAPS = 3
const PAUSE = { medians: 4, minutes: 8 }

/**
 * min of a take as a session has them: the middle of the gaps between takes, pauses left out; by the rules until there
 * are some.
 *
 * @param fired when takes were fired, ms, in any order
 */
export function takePace(setup: Setup, fired: readonly number[]): number {
  const sorted = [...fired].sort((a, b) => a - b)
  const gaps = sorted.slice(1).map((at, i) => (at - sorted[i]!) / 60_000)
  if (gaps.length < LEAST_GAPS) return takeMinutes(setup)
  const longest = Math.max(PAUSE.minutes, PAUSE.medians * quantileOf(gaps, 0.5))
  const working = gaps.filter(gap => gap <= longest)
  return quantileOf(working, 0.5)
}

/**
 * What a set-up still needs, min: half of the times, and nine times in ten.
 *
 * @param chances of a keeper: at the next take, and once the moment is found
 * @param wanted keepers still to go
 * @returns null where no take would ever do, or none is wanted
 */
export function timeLeft(
  chances: { keeper: number; keeperLater: number },
  wanted: number,
  pace: number,
): { half: number; nine: number } | null {
  if (wanted <= 0) return null
  const takes = quickTakes({ stop: null, chance: chances.keeper, later: chances.keeperLater }, wanted)
  return takes.length === 0 ? null : { half: quantileOf(takes, 0.5) * pace, nine: quantileOf(takes, 0.9) * pace }
}
