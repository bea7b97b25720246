import { significant } from '../math/significant'
import { solveNear } from '../math/solve'
import type { DelayPrior } from '../calibration'
import { type Plan, assess, dialOf } from '../plan'
import { momentAt } from '../plan/moving'
import { type Change, valueAt, withChange, withChanges, withinLimits } from '../setup/paths'
import type { LearntFigure, Setup } from '../setup/types'
import type { RunState } from './learn'

/** Spread left after everything else that scatters, s; at least a little. */
const without = (whole: number, rest: number): number =>
  Math.sqrt(Math.max((0.05 * whole) ** 2, whole * whole - rest * rest))

/** The figure along the travel that takes tell about: the launch speed, or the height of a fall. */
const unknownOf = (plan: Plan): 'motion.speed' | 'subject.distance' =>
  plan.setup.motion.kind === 'fall' ? 'subject.distance' : 'motion.speed'

/** What a moment along the travel was found to want, put into launch speed or height. */
function alongTravel(plan: Plan, found: DelayPrior): Change[] {
  const { setup, spread } = plan
  const path = unknownOf(plan)
  const now = valueAt(setup, path) as number
  const real
    = now > 0 ? solveNear(x => assess(withChange(setup, { path, value: x })).timing.wanted, found.delay, now) : null
  if (real === null) return []
  const slope
    = Math.abs((assess(withChange(setup, { path, value: real * 1.001 })).timing.wanted ?? 0) - found.delay)
      / (0.001 * real)
  if (!(slope > 0)) return []
  if (path === 'subject.distance') {
    return [
      { path, value: significant(real) },
      { path: 'subject.distanceError', value: significant(Math.min(1, found.uncertainty / slope)) },
    ].filter(withinLimits)
  }
  const others = Math.sqrt(
    Math.max(
      0,
      spread.scatter ** 2
      - spread.causes.filter(c => c.id === 'speed-spread').reduce((sum, c) => sum + c.seconds ** 2, 0),
    ),
  )
  return [
    { path, value: significant(real) },
    { path: 'motion.speedError', value: significant(Math.min(1, found.uncertainty / (slope * real))) },
    { path: 'motion.speedSpread', value: significant(Math.min(0.5, without(found.scatter, others) / (slope * real))) },
  ].filter(withinLimits)
}

/** What a person on the count was found to do: how early the press comes, how well that is known, and how it scatters. */
function ofHand({ setup, spread }: Plan, found: DelayPrior, wanted: number): Change[] {
  const others = Math.sqrt(Math.max(0, spread.scatter ** 2 - setup.hand.scatter ** 2))
  return [
    { path: 'hand.flinch', value: significant(setup.hand.flinch + found.delay - wanted) },
    { path: 'hand.flinchError', value: significant(found.uncertainty) },
    { path: 'hand.scatter', value: significant(without(found.scatter, others)) },
    { path: 'hand.lead', value: null },
  ].filter(withinLimits)
}

/**
 * Figures of the set-up as the takes have shown them: the speed, the height, the time to the moment or the person's press that makes the plan want what
 * was found; how well it is known; and its spread from take to take. Empty where the takes say nothing yet.
 */
export function learntChanges(plan: Plan, run: RunState): Change[] {
  const { setup, timing } = plan
  const found = run.proposal?.posterior
  const dial = dialOf(plan)
  if (!found || dial === null || run.used.length === 0) return []
  if (dial.path === 'hand.lead') return ofHand(plan, found, dial.wanted)
  if (timing.sensed === null) return []
  if (setup.moment.reference === 'travel' && setup.motion.kind !== 'still') return alongTravel(plan, found)
  const changes = momentAt(plan, timing.sensed + timing.chainLatency + found.delay)
  if (changes.length === 0) return []
  const after = assess(withChanges(setup, changes))
  const { reference } = after.setup.moment
  const from = reference === 'impact' ? (after.timing.impact ?? 0) : reference === 'apex' ? (after.timing.apex ?? 0) : 0
  const phase = (after.timing.moment ?? 0) - from
  if (phase <= 0) return changes
  return [
    ...changes,
    { path: 'moment.timeError', value: significant(Math.min(1, found.uncertainty / phase)) },
    { path: 'moment.timeSpread', value: significant(Math.min(0.5, found.scatter / phase)) },
  ].filter(withinLimits)
}

/** The set-up with its assumed figures replaced by learnt ones, each noted with what it was, the day and the takes behind it. */
export function withLearnt(setup: Setup, changes: readonly Change[], takes: readonly number[], date: string): Setup {
  const known = new Map(setup.learnt.map(entry => [entry.path, entry]))
  for (const { path, value } of changes) {
    const before = known.get(path)
    // Learnt again: what is taken back is still the figure that was assumed first.
    const was = before ? before.was : (valueAt(setup, path) as LearntFigure['was'])
    known.set(path, {
      path,
      was,
      value: value as LearntFigure['value'],
      date,
      takes: [...new Set([...(before?.takes ?? []), ...takes])].sort((a, b) => a - b),
    })
  }
  return { ...withChanges(setup, changes), delay: null, learnt: [...known.values()] }
}

/** The set-up with the assumed figures back, as far as nobody changed them since. */
export function withoutLearnt(setup: Setup): Setup {
  const back = setup.learnt
    .filter(entry => valueAt(setup, entry.path) === entry.value)
    .map(entry => ({ path: entry.path, value: entry.was }))
  return { ...withChanges(setup, back), learnt: [] }
}

/** Takes that no learnt figure rests on yet: those the search goes by. */
export function freshTakes<T extends { number: number }>(setup: Setup, takes: readonly T[]): T[] {
  const behind = new Set(setup.learnt.flatMap(entry => entry.takes))
  return takes.filter(take => !behind.has(take.number))
}
