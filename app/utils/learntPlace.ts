import { type LoggedTake, type Plan, freshTakes, runStateOf } from '~~/core'

/** A place of the dial, s, and how many takes say so. */
export interface LearntPlace {
  place: number
  takes: number
}

/** What the takes of a set-up say the delay should be; null where they say nothing. */
export function learntPlace(plan: Plan, logged: readonly LoggedTake[]): LearntPlace | null {
  const fresh = freshTakes(plan.setup, logged)
  const run = fresh.length > 0 ? runStateOf(plan, fresh) : null
  return run?.proposal && run.used.length > 0 ? { place: run.proposal.delay, takes: run.used.length } : null
}
