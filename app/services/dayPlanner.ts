import type { LoggedTake, Setup } from '~~/core'
import type { DayPlan, DayPlanInput, DaySoFar, FollowedDay, SurerOrder } from '~~/core/day'
import { workerCalls } from '~/services/workerCalls'
import type { DayAnswer, DayAsked } from '~/workers/day.worker'
import { servicesWords } from '~~/shared/texts/pages/services'

const calls = () =>
  workerCalls<DayAsked, DayAnswer>(
    () => new Worker(new URL('../workers/day.worker.ts', import.meta.url), { type: 'module' }),
    servicesWords('dayPlanner.dayCouldNotPlanned'),
  )
/** Takes are played beside the plan, which is asked for again and again meanwhile. */
const [planner, player] = [calls(), calls()]

const OVERTAKEN = 'overtaken'
let asked = 0

/** A day planned in a worker; null: another was asked for since. @throws Error with a sentence for the reader */
export async function planInWorker(
  input: DayPlanInput,
  order: number[] | null,
): Promise<{ plan: DayPlan; surer: SurerOrder | null } | null> {
  const mine = ++asked
  // What is asked anew is not waited for behind what nobody wants any more; a worker that is free is kept.
  if (planner.busy()) planner.end(OVERTAKEN)
  try {
    const answer = await planner.ask({ kind: 'plan', input, order })
    return mine === asked && 'plan' in answer ? answer : null
  } catch (error) {
    if ((error as Error).message === OVERTAKEN) return null
    throw error
  }
}

/** Takes that a set-up still needs, session by session. @throws Error with a sentence for the reader */
export async function takesInWorker(setup: Setup, logged: readonly LoggedTake[] = []): Promise<number[]> {
  const bare = JSON.parse(JSON.stringify({ setup, logged })) as { setup: Setup; logged: LoggedTake[] }
  const answer = await player.ask({ kind: 'takes', ...bare })
  return 'takes' in answer ? answer.takes : []
}

/** A day followed in a worker. @throws Error with a sentence for the reader */
export async function followInWorker(input: DayPlanInput, so: DaySoFar): Promise<FollowedDay | null> {
  const answer = await player.ask({ kind: 'follow', input, so })
  return 'followed' in answer ? answer.followed : null
}
