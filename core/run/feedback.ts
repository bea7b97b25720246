import type { FiredTake } from '../calibration'
import type { Plan } from '../plan'

/** A take as it was logged. */
export interface LoggedTake {
  number: number
  /** s dialled. */
  delay: number
  /** s that the plan wanted when it was fired; null: not noted. */
  planned: number | null
  verdict: 'early' | 'on' | 'late' | 'missed' | 'misfire'
  keeper: boolean
  /** m past the mark, where the picture shows it. */
  position: number | null
}

/** Slower than this an object's place tells nothing about the time, m/s. */
const TELLING = 0.05

/** Whether a place in the picture tells how early or late it was: the moment is a place, and the object passes it. */
export function placeTells(plan: Plan): boolean {
  return plan.setup.moment.reference === 'travel' && plan.setup.motion.kind !== 'still' && plan.objectSpeed > TELLING
}

/**
 * The delay of a take as it would be today: where the set-up was changed since (a beam moved, say), what the plan had wrong then it has wrong now, so
 * the delay moves with the plan.
 */
export function delayToday(plan: Plan, take: LoggedTake): number {
  return take.planned === null || plan.timing.wanted === null ? take.delay : take.delay + plan.timing.wanted - take.planned
}

/** Offset a take shows, s, + = late; null where its picture does not show it. */
export function offsetOf(plan: Plan, take: LoggedTake): number | null {
  return take.position === null || !placeTells(plan) || take.verdict === 'misfire' ? null : take.position / plan.objectSpeed
}

/** What a take says to the search: the offset where it was measured, else the verdict; null where it says nothing about the delay. */
export function feedbackOf(plan: Plan, take: LoggedTake): FiredTake | null {
  const delay = delayToday(plan, take)
  const offset = offsetOf(plan, take)
  if (offset !== null) return { delay, offset }
  if (take.verdict === 'early' || take.verdict === 'late') return { delay, outcome: take.verdict }
  return take.verdict === 'on' ? { delay, outcome: 'keeper' } : null
}
