import type { Setup } from '../setup/types'
import type { Plan } from '../plan/plan'
import { checksOf } from './checks'
import { type Figures, type FindingText, type NextText, count, said } from '../plan/findings/types'

/** How far a set-up has come: planned, its tests made, its moment found, its keepers in. */
export const STATUSES = ['planned', 'tested', 'calibrated', 'shot'] as const
/** How far a set-up has come, from a plan on paper to its keepers. */
export type Status = (typeof STATUSES)[number]

/** Takes of a set-up so far. */
export interface TakeCounts {
  takes: number
  /** Of them on the moment. */
  on: number
  keepers: number
  /** That used up a prop: all but misfires. */
  used: number
}

/** The status of a set-up with the counts that it follows from. */
export interface SetupStatus {
  stand: Status
  /** What to do next. */
  next: NextText
  figures: Figures
  /** Props left; null where none were counted. */
  left: number | null
}

/** What a set-up by itself has to do with how far it has come: worked out once for each revision, without its takes. */
export interface PlannedStatus {
  /** The first thing that stops it, with its figures; null: nothing does. */
  stopped: { title: FindingText; figures: Figures } | null
  tests: number
  tested: number
  /** Lines of the preparation that are not done. */
  toPrepare: number
  keepers: number
  /** Props that were counted; 0: none. */
  stock: number
}

/** @param plan of the set-up */
export function plannedStatus(setup: Setup, plan: Plan): PlannedStatus {
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

function standBy({ keepers, tests, tested }: PlannedStatus, counts: TakeCounts): Status {
  if (counts.keepers >= keepers) return 'shot'
  if (counts.on + counts.keepers > 0) return 'calibrated'
  return tested === tests ? 'tested' : 'planned'
}

/** Where a set-up stands with its takes, and what to do next about it. */
export function statusWith(planned: PlannedStatus, counts: TakeCounts): SetupStatus {
  const { stopped, tests, tested, toPrepare, keepers, stock } = planned
  const left = stock > 0 ? Math.max(0, stock - counts.used) : null
  const stand = standBy(planned, counts)
  const say = (next: NextText, figures: Figures = {}): SetupStatus => ({ stand, next, figures, left })
  if (stand === 'shot') return say('next.reviewKeepers')
  if (stopped) return say('next.fix', { finding: said(stopped.title, stopped.figures) })
  if (left === 0) return say('next.getMorePropsNone')
  if (toPrepare > 0) return say('next.prepareItemsLeft', { n: count(toPrepare) })
  if (tested < tests && counts.takes === 0) return say('next.testsGo', { n: count(tests - tested) })
  if (counts.takes === 0) return say('next.shootFirstTake')
  return say(counts.on + counts.keepers > 0 ? 'next.keepShootingKeepersGo' : 'next.findMomentNoTake', {
    n: count(keepers - counts.keepers),
  })
}

/** Where a set-up stands, and what to do next about it. */
export const statusOf = (setup: Setup, plan: Plan, counts: TakeCounts): SetupStatus =>
  statusWith(plannedStatus(setup, plan), counts)
