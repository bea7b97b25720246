import { significant } from '../math/significant'
import { traitsOf } from '../recipes/all'
import { type Change, valueAt } from '../setup/paths'
import type { Setup } from '../setup/types'
import { heldAt } from './held'
import { conditionedOnEvidence } from './conditioned'

/** Something that another set-up has learnt and that bears on this one. */
export interface LearntElsewhere {
  what: 'speed' | 'tear' | 'hand'
  /** Name of the set-up it was learnt on, and the day of its last reading, yyyy-mm-dd; empty: not said. */
  from: string
  date: string
  /** m/s, or s of a hand's flinch, and its standard deviation; the same as it is held here. */
  value: number
  sigma: number
  held: number
  heldSigma: number
  /** What taking it over changes. */
  changes: Change[]
}

/** Things are alike whose figures differ by no more than this, shares; a launcher set otherwise throws otherwise. */
const ALIKE = 0.05
const ALIKE_SIZE = 0.15
const ALIKE_SPEED = 0.5
/** It must be better known there than here, share of the standard deviation; as a share where figures may differ. */
const BETTER = 0.8

const alike = (a: number, b: number, by: number): boolean => Math.abs(a - b) <= by * Math.max(a, b)

/** Whether two set-ups look as if they were fired with the same launcher, skin or hand. */
export const LOOKS_SHARED: Readonly<Record<LearntElsewhere['what'], (a: Setup, b: Setup) => boolean>> = {
  speed: (a, b) =>
    a.action.kind === b.action.kind &&
    a.motion.kind === b.motion.kind &&
    !['still', 'fall'].includes(a.motion.kind) &&
    alike(a.motion.mass, b.motion.mass, ALIKE) &&
    alike(a.motion.diameter, b.motion.diameter, ALIKE) &&
    alike(a.motion.speed, b.motion.speed, ALIKE_SPEED),
  tear: (a, b) =>
    traitsOf(a.recipe).tears === true &&
    a.recipe === b.recipe &&
    a.subject.filling === b.subject.filling &&
    alike(a.subject.height, b.subject.height, ALIKE_SIZE),
  hand: (a, b) => a.trigger === 'hand' && b.trigger === 'hand',
}

interface Subject {
  what: LearntElsewhere['what']
  path: string
  /** Whether it is known by so many per cent: half as fast, it is as well known with half the error. */
  byFactor: boolean
  /** Standard deviation of the figure as it is held, in its unit. */
  sigma: (setup: Setup) => number
  changes: (learnt: Setup, sigma: number) => Change[]
}

const SUBJECTS: readonly Subject[] = [
  {
    what: 'speed',
    path: 'motion.speed',
    byFactor: true,
    sigma: ({ motion }) => motion.speed * motion.speedError,
    changes: ({ motion }, sigma) => [
      { path: 'motion.speed', value: significant(motion.speed) },
      { path: 'motion.speedError', value: significant(sigma / motion.speed) },
      { path: 'motion.speedSpread', value: significant(motion.speedSpread) },
    ],
  },
  {
    what: 'tear',
    path: 'subject.crackSpeed',
    byFactor: true,
    sigma: ({ subject }) => subject.crackSpeed * subject.crackSpeedError,
    changes: ({ subject }, sigma) => [
      { path: 'subject.crackSpeed', value: significant(subject.crackSpeed) },
      { path: 'subject.crackSpeedError', value: significant(sigma / subject.crackSpeed) },
      { path: 'subject.crackSpeedSpread', value: significant(subject.crackSpeedSpread) },
    ],
  },
  {
    what: 'hand',
    path: 'hand.flinch',
    byFactor: false,
    sigma: ({ hand }) => hand.flinchError,
    changes: ({ hand }, sigma) => [
      { path: 'hand.flinch', value: significant(hand.flinch) },
      { path: 'hand.flinchError', value: significant(sigma) },
      { path: 'hand.scatter', value: significant(hand.scatter) },
    ],
  },
]

const lastDay = ({ evidence }: Pick<Setup, 'evidence'>): string =>
  evidence.reduce((day, entry) => (entry.date > day ? entry.date : day), '')
/**
 * What other set-ups with the same launcher, skin or hand have learnt and know better than this one: of each the best
 * known. Whether it really is the same is for whoever takes it over to say.
 *
 * @param setup validated
 * @param others validated, each with its name in the set-up
 */
export function learntElsewhere(setup: Setup, others: readonly Setup[]): LearntElsewhere[] {
  const here = conditionedOnEvidence(setup)
  return SUBJECTS.flatMap(({ what, path, byFactor, sigma, changes }) => {
    const held = valueAt(here, path) as number
    const heldSigma = heldAt(setup, here, path)?.sigma ?? sigma(here)
    const doubt = (by: number, of: number): number => (byFactor ? by / of : by)
    const [best] = others
      .filter(other => LOOKS_SHARED[what](setup, other))
      .flatMap(other => {
        const learnt = conditionedOnEvidence(other)
        const told = heldAt(other, learnt, path)
        if (!told) return []
        const doubted = doubt(told.sigma, told.value)
        return doubted < BETTER * doubt(heldSigma, held) ? [{ other, learnt, told, doubted }] : []
      })
      .sort((a, b) => a.doubted - b.doubted)
    if (!best) return []
    const { other, learnt, told } = best
    return [
      {
        what,
        from: other.name,
        date: lastDay(other),
        value: told.value,
        sigma: told.sigma,
        held,
        heldSigma,
        changes: changes(learnt, told.sigma),
      },
    ]
  })
}
