import type { Recipe } from '../setup/types'
import type { DayEventKind } from './follow'
import { learntMinutes } from './learn'

/** Kinds of work whose minutes a studio learns; a take's by its recipe. */
export type WorkKind = 'build' | 'test' | 'strike' | `take:${Recipe}`

/** What a studio's work took against the rule (1 as long, 1.5 half as long again), by kind, the newest first. */
export type StudioMinutes = Readonly<Partial<Record<WorkKind, readonly number[]>>>

/** Log-sd of each kind from time to time. A set-up's take is the middle of many. */
const SPREAD = { build: 0.3, test: 0.4, strike: 0.2, take: 0.2 } as const
/** Of older work the newest so many count. */
const NEWEST = 40

/** The work that something noted on the day ends; null: none. */
export function kindOfWork(kind: DayEventKind, recipe: string | null): WorkKind | null {
  switch (kind) {
    case 'built':
      return 'build'
    case 'tested':
      return 'test'
    case 'struck':
      return 'strike'
    case 'done':
      return recipe === null ? null : (`take:${recipe}` as WorkKind)
    default:
      return null
  }
}

/** Minutes of a kind of work: by the rule, and as the studio's own log has them. */
export interface RuledMinutes {
  /** By the rule of thumb, against which work is timed. */
  thumb: number
  minutes: number
  /** From how many that were timed; 0: the rule alone. */
  of: number
  /** Whether the studio's own rules are in it. */
  typed: boolean
}

/**
 * Minutes of a kind of work, drawn towards what the studio's own work took. Work is timed against the rule of thumb, so
 * that a rule typed later counts no timing twice: it stands where the rule stood, and the timings draw it as before.
 *
 * @param thumb min by the rule of thumb
 * @param rule min by the studio's own rules
 */
export function ruledMinutes(learnt: StudioMinutes, kind: WorkKind, thumb: number, rule = thumb): RuledMinutes {
  const timed = (learnt[kind] ?? []).slice(0, NEWEST)
  const typed = rule !== thumb
  if (timed.length === 0 || rule <= 0 || thumb <= 0) return { thumb, minutes: rule, of: 0, typed }
  const spread = kind.startsWith('take:') ? SPREAD.take : SPREAD[kind as 'build' | 'test' | 'strike']
  const { minutes, of } = learntMinutes(rule / thumb, timed, spread)
  return { thumb, minutes: thumb * minutes, of, typed }
}
