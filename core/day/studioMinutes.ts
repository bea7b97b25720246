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
  rule: number
  minutes: number
  /** From how many that were timed; 0: the rule alone. */
  of: number
}

/** Minutes of a kind of work by the rule, drawn towards what the studio's own work took. */
export function ruledMinutes(learnt: StudioMinutes, kind: WorkKind, rule: number): RuledMinutes {
  const timed = (learnt[kind] ?? []).slice(0, NEWEST)
  if (timed.length === 0 || rule <= 0) return { rule, minutes: rule, of: 0 }
  const spread = kind.startsWith('take:') ? SPREAD.take : SPREAD[kind as 'build' | 'test' | 'strike']
  const { minutes, of } = learntMinutes(1, timed, spread)
  return { rule, minutes: rule * minutes, of }
}
