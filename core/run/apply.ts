import { significant } from '../math/significant'
import { solveNear } from '../math/solve'
import { type Plan, assess } from '../plan'
import { momentAt } from '../plan/moving'
import { type Change, valueAt, withChange, withChanges, withinLimits } from '../setup/paths'
import type { LearntFigure, Setup } from '../setup/types'
import type { RunState } from './learn'

/** Spread left after everything else that scatters, s; at least a little. */
const without = (whole: number, rest: number): number => Math.sqrt(Math.max((0.05 * whole) ** 2, whole * whole - rest * rest))

/**
 * Figures of the set-up as the takes have shown them: the speed, or the time to the moment, that makes the plan want the delay that was found; how well it is
 * known; and its spread from take to take. Empty where the takes say nothing yet.
 */
export function learntChanges(plan: Plan, run: RunState): Change[] {
  const { setup, spread } = plan
  const found = run.proposal?.posterior
  if (!found || run.used.length === 0 || plan.timing.sensed === null) return []
  const cause = spread.causes.find(c => c.id === 'speed-error' || c.id === 'speed-spread')
  if (setup.moment.reference === 'travel' && cause && setup.motion.kind !== 'still') {
    const speed = solveNear(x => assess(withChange(setup, { path: 'motion.speed', value: x })).timing.wanted, found.delay, setup.motion.speed)
    if (speed === null) return []
    const perShare = Math.abs(cause.derivative) * speed
    const others = Math.sqrt(Math.max(0, spread.scatter ** 2 - spread.causes.filter(c => c.id === 'speed-spread').reduce((sum, c) => sum + c.seconds ** 2, 0)))
    return [
      { path: 'motion.speed', value: significant(speed) }, { path: 'motion.speedError', value: significant(Math.min(1, found.uncertainty / perShare)) },
      { path: 'motion.speedSpread', value: significant(Math.min(0.5, without(found.scatter, others) / perShare)) },
    ].filter(withinLimits)
  }
  const changes = momentAt(plan, plan.timing.sensed + plan.timing.chainLatency + found.delay)
  if (changes.length === 0) return []
  const after = assess(withChanges(setup, changes))
  const from = setup.moment.reference === 'impact' ? after.timing.impact ?? 0 : setup.moment.reference === 'apex' ? after.timing.apex ?? 0 : 0
  const phase = (after.timing.moment ?? 0) - from
  if (phase <= 0) return changes
  return [...changes, { path: 'moment.timeError', value: significant(Math.min(1, found.uncertainty / phase)) }, { path: 'moment.timeSpread', value: significant(Math.min(0.5, found.scatter / phase)) }].filter(withinLimits)
}

/** The set-up with its assumed figures replaced by learnt ones, each noted with what it was, the day and the takes behind it. */
export function withLearnt(setup: Setup, changes: readonly Change[], takes: readonly number[], date: string): Setup {
  const known = new Map(setup.learnt.map(entry => [entry.path, entry]))
  for (const { path, value } of changes) {
    const before = known.get(path)
    // Learnt again: what is taken back is still the figure that was assumed first.
    const was = before ? before.was : valueAt(setup, path) as LearntFigure['was']
    known.set(path, { path, was, value: value as LearntFigure['value'], date, takes: [...new Set([...before?.takes ?? [], ...takes])].sort((a, b) => a - b) })
  }
  return { ...withChanges(setup, changes), delay: null, learnt: [...known.values()] }
}

/** The set-up with the assumed figures back, as far as nobody changed them since. */
export function withoutLearnt(setup: Setup): Setup {
  const back = setup.learnt.filter(entry => valueAt(setup, entry.path) === entry.value).map(entry => ({ path: entry.path, value: entry.was }))
  return { ...withChanges(setup, back), learnt: [] }
}

/** Takes that no learnt figure rests on yet: those the search goes by. */
export function freshTakes<T extends { number: number }>(setup: Setup, takes: readonly T[]): T[] {
  const behind = new Set(setup.learnt.flatMap(entry => entry.takes))
  return takes.filter(take => !behind.has(take.number))
}
