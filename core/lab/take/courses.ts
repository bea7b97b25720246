import { type Assessment, assess } from '../../plan'
import { priorOf } from '../../run'
import { traitsOf } from '../../recipes/all'
import { withChanges } from '../../setup/paths'
import type { Setup } from '../../setup/types'

/**
 * Where offsets are expected: at which delay they are nothing, how sure that is and how takes scatter about it, beside
 * what speed and unfolding differ in.
 */
export interface Expected {
  delay: number
  uncertainty: number
  scatter: number
  /** s that a take is off the moment whose delay is not known, all in all. */
  whole: number
}

/** How much something differs from what is planned: for a whole run, and from take to take; natural logs. */
export interface Differs {
  error: number
  spread: number
}

/** How things may go, as one of the plans that are tried has it. */
export interface Course {
  /** ln of its speed against what is planned. */
  speed: number
  /** s that its moment wants the light later than expected, and s from its reference to its moment. */
  later: number
  unfolds: number
}

/** Speeds that are tried, standard deviations off, where the picture looks otherwise for each. */
const SPEEDS = [-1.5, -0.75, 0, 0.75, 1.5]
/** Less than this makes no difference, natural log. */
export const LEAST_SPREAD = 0.02

/** Nothing that differs. */
export const NONE: Differs = { error: 0, spread: 0 }
/** What differs from run to run and from take to take together. */
export const allOf = ({ error, spread }: Differs): number => Math.hypot(error, spread)

/** How much faster than planned what changes the look with its speed may go. */
export function speedOf({ motion, recipe }: Pick<Setup, 'motion' | 'recipe'>): Differs {
  return motion.kind === 'fall' || traitsOf(recipe).tears === true
    ? NONE
    : { error: motion.speedError, spread: motion.speedSpread }
}

/** How much slower than planned things may unfold: a slower tear looks like one that began later. */
export function unfoldingOf({ moment, subject, recipe }: Pick<Setup, 'moment' | 'subject' | 'recipe'>): Differs {
  if (moment.reference === 'travel') return NONE
  const tears = traitsOf(recipe).tears === true
  return {
    error: Math.hypot(moment.timeError, tears ? subject.crackSpeedError : 0),
    spread: Math.hypot(moment.timeSpread, tears ? subject.crackSpeedSpread : 0),
  }
}

/** The plans a picture may be of: the set-up's own, and where speed changes the look, quicker and slower ones. */
export function plansOf(plan: Assessment, speed: Differs): { plan: Assessment; of: Course }[] {
  // What evidence says of the speed is in the set-up already: it is not counted twice.
  const setup = { ...plan.setup, evidence: [] }
  return (allOf(speed) < LEAST_SPREAD ? [0] : SPEEDS.map(off => off * allOf(speed))).map(faster => {
    const own = setup.motion.speed * Math.exp(faster)
    const one = faster === 0 ? plan : assess(withChanges(setup, [{ path: 'motion.speed', value: own }]))
    const { moment, reference } = one.timing
    const later = (priorOf(one)?.delay ?? 0) - (priorOf(plan)?.delay ?? 0)
    return { plan: one, of: { speed: faster, later, unfolds: (moment ?? 0) - (reference ?? 0) } }
  })
}

/** Paths of what speed and unfolding differ in. */
const DIFFERENT = [
  'motion.speedError',
  'motion.speedSpread',
  'moment.timeError',
  'moment.timeSpread',
  'subject.crackSpeedError',
  'subject.crackSpeedSpread',
]

/** s within which a take keeps; never nothing. */
export const windowOf = ({ keep }: Assessment): number => Math.max(keep.before + keep.after, 1e-6)

/**
 * Where offsets are expected: at the plan's delay, as far off and scattered as what pictures do not tell is.
 *
 * @param tells whether place alone tells the moment: then all that may be off is off for its delay
 */
export function expectedOf(plan: Assessment, tells: boolean): Expected {
  const window = windowOf(plan)
  const prior = priorOf(plan) ?? { delay: 0, uncertainty: window, scatter: window }
  const whole = Math.hypot(prior.uncertainty, prior.scatter)
  if (tells) return { ...prior, whole }
  const rest = withChanges(
    { ...plan.setup, evidence: [] },
    DIFFERENT.map(path => ({ path, value: 0 })),
  )
  return { ...prior, ...priorOf(assess(rest)), delay: prior.delay, whole }
}
