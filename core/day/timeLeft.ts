import type { Setup } from '../setup/types'
import { gapOf } from './follow'
import { takeMinutes } from './minutes'
import { quantileOf } from '../math/orderQuantile'
import { quickTakes } from './shootDay'

/**
 * min of a take as a session has them: the middle of the gaps between takes, rests left out; by the rules until there
 * are some.
 *
 * @param fired when takes were fired, ms, in any order
 */
export const takePace = (setup: Setup, fired: readonly number[]): number =>
  gapOf(fired.map(at => at / 60_000)) ?? takeMinutes(setup)

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
