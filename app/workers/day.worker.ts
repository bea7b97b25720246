import { type LoggedTake, type Setup, sessionTakes } from '~~/core'
import {
  type DayPlan,
  type DayPlanInput,
  type DaySoFar,
  type FollowedDay,
  type SurerOrder,
  followDay,
  groundOf,
  planDay,
  surerOrder,
} from '~~/core/day'
import { answering } from './answering'

/** What the page may ask of days: takes that a set-up needs, a day planned and played, or one followed. */
export type DayAsked =
  | { kind: 'takes'; setup: Setup; logged: LoggedTake[] }
  | { kind: 'plan'; input: DayPlanInput; order: number[] | null }
  | { kind: 'follow'; input: DayPlanInput; so: DaySoFar }
export type DayAnswer = { takes: number[] } | { plan: DayPlan; surer: SurerOrder | null } | { followed: FollowedDay }

/** A day planned; where the best order was sought, with one that keeps its fixed times more surely. */
function planned(input: DayPlanInput, order: number[] | null): DayAnswer {
  const plan = planDay(input, order ?? undefined)
  return { plan, surer: order === null ? surerOrder(groundOf(input), plan) : null }
}

answering<DayAsked, DayAnswer>(asked => {
  switch (asked.kind) {
    case 'takes':
      return { takes: sessionTakes(asked.setup, { takes: asked.logged }) }
    case 'plan':
      return planned(asked.input, asked.order)
    case 'follow':
      return { followed: followDay(asked.input, asked.so) }
  }
})
