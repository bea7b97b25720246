import { type LoggedTake, type Setup, sessionTakes } from '~~/core'
import { type DayPlan, type DayPlanInput, type DaySoFar, type FollowedDay, followDay, planDay } from '~~/core/day'
import { answering } from './answering'

/** What the page may ask of days: takes that a set-up needs, a day planned and played, or one followed. */
export type DayAsked =
  | { kind: 'takes'; setup: Setup; logged: LoggedTake[] }
  | { kind: 'plan'; input: DayPlanInput; order: number[] | null }
  | { kind: 'follow'; input: DayPlanInput; so: DaySoFar }
export type DayAnswer = { takes: number[] } | { plan: DayPlan } | { followed: FollowedDay }

answering<DayAsked, DayAnswer>(asked => {
  switch (asked.kind) {
    case 'takes':
      return { takes: sessionTakes(asked.setup, { takes: asked.logged }) }
    case 'plan':
      return { plan: planDay(asked.input, asked.order ?? undefined) }
    case 'follow':
      return { followed: followDay(asked.input, asked.so) }
  }
})
