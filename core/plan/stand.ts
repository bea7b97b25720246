import type { Setup } from '../setup/types'
import type { Plan } from './plan'
import { checksOf } from './checks'
import { type Figures, count } from './findings/types'

/** How far a set-up has come: planned, its tests made, its moment found, its keepers in. */
export const STANDS = ['planned', 'tested', 'calibrated', 'shot'] as const
export type Stand = (typeof STANDS)[number]

/** Takes of a set-up so far. */
export interface TakeCounts {
  takes: number
  /** Of them on the moment. */
  on: number
  keepers: number
  /** That used up a prop: all but misfires. */
  used: number
}

export interface SetupStand {
  stand: Stand
  /** What to do next, with figures in braces. */
  next: string
  figures: Figures
  /** Props left; null where none were counted. */
  left: number | null
}

/** Where a set-up stands, and what to do next about it. */
export function standOf(setup: Setup, plan: Plan, counts: TakeCounts): SetupStand {
  const made = checksOf(plan).map(check => check.outcome)
  const tested = made.filter(outcome => outcome !== 'open').length
  const left = setup.goal.stock > 0 ? Math.max(0, setup.goal.stock - counts.used) : null
  const stand: Stand =
    counts.keepers >= setup.goal.keepers
      ? 'shot'
      : counts.on + counts.keepers > 0
        ? 'calibrated'
        : tested === made.length
          ? 'tested'
          : 'planned'
  const wanting = setup.goal.keepers - counts.keepers
  const error = plan.findings.find(finding => finding.severity === 'error')
  const say = (next: string, figures: Figures = {}): SetupStand => ({ stand, next, figures, left })
  if (stand === 'shot') return say('Review the keepers')
  if (error) return say(`Mend: ${error.title}`, error.figures)
  if (left === 0) return say('Buy more props: none left')
  if (setup.lists.preparation.some(item => !item.done))
    return say('Prepare: {n} of the list to do', {
      n: count(setup.lists.preparation.filter(item => !item.done).length),
    })
  if (tested < made.length && counts.takes === 0) return say('Test: {n} to make', { n: count(made.length - tested) })
  if (counts.takes === 0) return say('Fire the first take')
  return say(counts.on + counts.keepers > 0 ? 'Fire on: {n} keepers wanted' : 'Find the moment: no take was on yet', {
    n: count(wanting),
  })
}
