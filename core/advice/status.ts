import type { Setup } from '../setup/types'
import type { Plan } from '../plan/plan'
import { checksOf } from './checks'
import { type Figures, count } from '../plan/findings/types'

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

/** What a set-up by itself has to do with how far it has come: worked out once for each revision, without its takes. */
export interface PlannedStand {
  /** The first thing that stops it, with its figures; null: nothing does. */
  stopped: { title: string; figures: Figures } | null
  tests: number
  tested: number
  /** Lines of the preparation that are not done. */
  toPrepare: number
  keepers: number
  /** Props that were counted; 0: none. */
  stock: number
}

/** @param plan of the set-up */
export function plannedStand(setup: Setup, plan: Plan): PlannedStand {
  const outcomes = checksOf(plan).map(check => check.outcome)
  const stopped = plan.findings.find(finding => finding.severity === 'error')
  return {
    stopped: stopped ? { title: stopped.title, figures: stopped.figures } : null,
    tests: outcomes.length,
    tested: outcomes.filter(outcome => outcome !== 'open').length,
    toPrepare: setup.lists.preparation.filter(item => !item.done).length,
    keepers: setup.goal.keepers,
    stock: setup.goal.stock,
  }
}

function standBy({ keepers, tests, tested }: PlannedStand, counts: TakeCounts): Stand {
  if (counts.keepers >= keepers) return 'shot'
  if (counts.on + counts.keepers > 0) return 'calibrated'
  return tested === tests ? 'tested' : 'planned'
}

/** Where a set-up stands with its takes, and what to do next about it. */
export function standWith(planned: PlannedStand, counts: TakeCounts): SetupStand {
  const { stopped, tests, tested, toPrepare, keepers, stock } = planned
  const left = stock > 0 ? Math.max(0, stock - counts.used) : null
  const stand = standBy(planned, counts)
  const say = (next: string, figures: Figures = {}): SetupStand => ({ stand, next, figures, left })
  if (stand === 'shot') return say('Review the keepers')
  if (stopped) return say(`Fix: ${stopped.title}`, stopped.figures)
  if (left === 0) return say('Get more props: none left')
  if (toPrepare > 0) return say('Prepare: {n} items left', { n: count(toPrepare) })
  if (tested < tests && counts.takes === 0) return say('Tests: {n} to go', { n: count(tests - tested) })
  if (counts.takes === 0) return say('Shoot the first take')
  return say(
    counts.on + counts.keepers > 0 ? 'Keep shooting: {n} keepers to go' : 'Find the moment: no take on time yet',
    { n: count(keepers - counts.keepers) },
  )
}

/** Where a set-up stands, and what to do next about it. */
export const standOf = (setup: Setup, plan: Plan, counts: TakeCounts): SetupStand =>
  standWith(plannedStand(setup, plan), counts)
