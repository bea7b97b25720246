import type { FiredTake } from './search'
import { type Assessment, dialOf } from '../plan'

/** A take as it was logged. */
export interface LoggedTake {
  number: number
  /** s dialled; by hand, s after the moment at which was pressed, negative: before. */
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
export function placeTells(plan: Assessment): boolean {
  return plan.setup.moment.reference === 'travel' && plan.setup.motion.kind !== 'still' && plan.alongSpeed > TELLING
}

/**
 * The delay of a take as it would be today: where the set-up was changed since (a beam moved, say), what the plan had
 * wrong then it has wrong now, so
 * the delay moves with the plan.
 */
export function delayToday(plan: Assessment, take: LoggedTake): number {
  const wanted = dialOf(plan)?.wanted ?? null
  return take.planned === null || wanted === null ? take.delay : take.delay + wanted - take.planned
}

/** Offset a take's mark shows, s, + = late; null where its picture does not show it. */
export function markOffset(plan: Assessment, take: Pick<LoggedTake, 'position' | 'verdict'>): number | null {
  return take.position === null || !placeTells(plan) || take.verdict === 'misfire'
    ? null
    : take.position / plan.alongSpeed
}

/** A mark this share of the window past an end of it is not read wrong. */
const READING = 0.15

/** What the mark of a take says where its verdict says otherwise, to be asked about; null where they agree. */
export function contradicted(
  plan: Assessment,
  take: Pick<LoggedTake, 'position' | 'verdict'>,
): 'early' | 'on' | 'late' | null {
  const offset = markOffset(plan, take)
  if (offset === null || take.verdict === 'missed') return null
  const { before, after } = plan.keep
  const slack = READING * (before + after)
  const says = offset < -before ? 'early' : offset > after ? 'late' : 'on'
  if (says === take.verdict) return null
  if (says === 'on') return offset > -before + slack && offset < after - slack ? says : null
  // Early for late is wrong however little; beyond the window by more than can be misread is no keeper.
  return take.verdict !== 'on' || offset < -before - slack || offset > after + slack ? says : null
}

/**
 * Offset a take is counted with, s; null where its picture does not show it, or where what was said of it overrules the
 * mark.
 */
export function offsetOf(plan: Assessment, take: LoggedTake): number | null {
  return contradicted(plan, take) === null ? markOffset(plan, take) : null
}

/**
 * What a take says to the search: the offset where it was measured, else the verdict; null where it says nothing about
 * the delay.
 */
export function feedbackOf(plan: Assessment, take: LoggedTake): FiredTake | null {
  const delay = delayToday(plan, take)
  const offset = offsetOf(plan, take)
  if (offset !== null) return { delay, offset }
  if (take.verdict === 'early' || take.verdict === 'late') return { delay, outcome: take.verdict }
  return take.verdict === 'on' ? { delay, outcome: 'keeper' } : null
}
