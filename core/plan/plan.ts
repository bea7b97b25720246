import type { Setup } from '../setup/types'
import { type Assessment, assess } from './assess'
import { type Finding, findingsOf } from './findings'
import { type KeeperChance, keeperOf } from './keeper'

/** The whole plan of a set-up: everything computed, and what to say about it. */
export interface Plan extends Assessment {
  findings: Finding[]
  /** Chance that this take is a keeper, in closed form, or what leaves none. */
  keeper: KeeperChance
}

/**
 * The plan of a set-up, as one pure function.
 *
 * @param setup validated: every field within the limits of `FIELDS`; SI units
 * @returns events with times (s), delay, budget of spread, keep rate, sharpness, exposure, shutter, optics and
 * findings; nothing in it is
 * NaN, and what cannot happen is null
 */
export function plan(setup: Setup): Plan {
  const assessment = assess(setup)
  const findings = findingsOf(assessment)
  return { ...assessment, findings, keeper: keeperOf(assessment, findings) }
}
