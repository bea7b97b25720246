import { type LoggedTake, type Setup, sessionTakes } from '~~/core'
import { type DayPlan, type DayPlanInput, planDay } from '~~/core/day'
import { answering } from './answering'

/** What the page may ask of days: takes that a set-up needs, session by session; or a day planned and played. */
export type DayAsked =
  { kind: 'takes'; setup: Setup; logged: LoggedTake[] } | { kind: 'plan'; input: DayPlanInput; order: number[] | null }
export type DayAnswer = { takes: number[] } | { plan: DayPlan }

answering<DayAsked, DayAnswer>(asked =>
  asked.kind === 'takes'
    ? { takes: sessionTakes(asked.setup, { takes: asked.logged }) }
    : { plan: planDay(asked.input, asked.order ?? undefined) },
)
