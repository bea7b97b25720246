import type { Assessment } from '../plan'
import { evidenceOf } from '../setup/evidence'
import { valueAt, withChanges } from '../setup/paths'
import type { Evidence, Setup } from '../setup/types'
import { type RunState, priorOf } from './learn'

/**
 * The set-up with the assumed figures back that an earlier version had replaced by learnt ones, as far as nobody
 * changed
 * them since.
 */
export function withoutLearnt(setup: Setup): Setup {
  const back = setup.learnt
    .filter(entry => valueAt(setup, entry.path) === entry.value)
    .map(entry => ({ path: entry.path, value: entry.was }))
  return { ...withChanges(setup, back), learnt: [] }
}

/** Least share of what the plan may have wrong that takes must have narrowed to be worth keeping. */
const TELLING = 0.05

/**
 * What the takes of a run say by themselves, the plan's own guess taken out of it, so that nothing counts twice.
 *
 * @param plan as it stood for the run
 * @param date yyyy-mm-dd
 * @returns null where they say next to nothing
 */
export function foundEvidence(plan: Assessment, run: RunState, date: string): Evidence | null {
  const found = run.proposal?.posterior
  const prior = priorOf(plan)
  if (!found || !prior || run.used.length === 0) return null
  const [held, before] = [found.uncertainty ** -2, prior.uncertainty ** -2]
  const said = held - before
  if (said < TELLING * before) return null
  return evidenceOf(plan.entered, {
    kind: 'found',
    value: (found.delay * held - prior.delay * before) / said,
    error: 1 / Math.sqrt(said),
    scatter: run.used.length > 1 ? found.scatter : null,
    takes: [...run.used],
    date,
  })
}

/** Takes that no learnt figure and no evidence rests on yet: those the search goes by. */
export function freshTakes<T extends { number: number }>(setup: Setup, takes: readonly T[]): T[] {
  const kept = setup.evidence.filter(entry => entry.on)
  const behind = new Set([...setup.learnt, ...kept].flatMap(entry => entry.takes))
  return takes.filter(take => !behind.has(take.number))
}
