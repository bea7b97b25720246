import { type Assessment, assess, dialOf } from '../plan/assess'
import { evidenceOf, readingError } from '../setup/evidence'
import { type Change, valueAt, withChanges, withinLimits } from '../setup/paths'
import type { Evidence, Setup } from '../setup/types'
import { isTiming, predicted, chainModelOf } from '../inference/predict'
import { meanInputs } from '../take/chain'

/** Every kind of measurement that can be proposed. */
export const MEASUREMENTS = [
  'control',
  'control-3',
  'chronograph',
  'recording',
  'trace',
  'tape-subject',
  'tape-sensor',
  'thermometer',
] as const
/** A measurement by name. */
export type Measurement = (typeof MEASUREMENTS)[number]

/** What a measurement would do to the plan. */
export interface MeasurementPromise {
  id: Measurement
  /** s that the plan may be off by after it. */
  uncertainty: number
  /** Chance that the first take is on the moment after it, 0 to 1. */
  first: number
  /** The set-up with what the measurement would show in it: to play its sessions. */
  setup: Setup
}

/** Errors that careful hands read with: tape, thermometer. */
const TAPE = 0.001
const THERMOMETER = 0.3
/** A measurement that narrows by less than this share is not worth it. */
const WORTH = 0.03

/** A reading as the plan expects it: what it would be does not change how much it narrows. */
function expected(setup: Setup, seen: Partial<Evidence> & Pick<Evidence, 'kind'>): Evidence | null {
  const entry = evidenceOf(setup, { value: 0, ...seen })
  const world = chainModelOf(setup)
  const value = predicted(world, entry, { ...meanInputs(setup), latency: latencyOf(setup), flinch: setup.hand.flinch })
  return value === null ? null : { ...entry, value, error: readingError(entry.kind, value) }
}
const latencyOf = ({ posterior }: Pick<Setup, 'posterior'>): number =>
  posterior?.values[posterior.inputs.indexOf('latency')] ?? 0

/** Evidence that a measurement would give; empty: it cannot be made here. */
function wouldSee(a: Assessment, id: Measurement): (Evidence | null)[] {
  const { setup } = a
  const dial = dialOf(a)?.used ?? null
  const moves = setup.motion.kind !== 'still'
  const byPlace = moves && setup.moment.reference === 'travel'
  switch (id) {
    case 'control':
    case 'control-3': {
      if (dial === null || setup.trigger === 'burst') return []
      const shots = id === 'control' ? 1 : 3
      return Array.from({ length: shots }, () => expected(setup, { kind: byPlace ? 'place' : 'late', delay: dial }))
    }
    case 'chronograph':
      return moves && setup.motion.kind !== 'fall' ? [expected(setup, { kind: 'speed' })] : []
    case 'recording': {
      const to = setup.moment.reference === 'travel' ? 'impact' : 'moment'
      return moves || to === 'moment' ? [expected(setup, { kind: 'interval', from: 'start', to })] : []
    }
    case 'trace':
      return setup.trigger === 'sensor' ? [expected(setup, { kind: 'latency' })] : []
    default:
      return []
  }
}

/** Fields that a measurement would enter better. */
const BETTER: Partial<Record<Measurement, Change>> = {
  'tape-subject': { path: 'subject.distanceError', value: TAPE },
  'tape-sensor': { path: 'sensor.positionError', value: TAPE },
  'thermometer': { path: 'air.temperatureError', value: THERMOMETER },
}

function after(a: Assessment, id: Measurement): Assessment | null {
  const better = BETTER[id]
  if (better) {
    const now = valueAt(a.entered, better.path) as number
    return withinLimits(better) && now > (better.value as number) ? assess(withChanges(a.entered, [better])) : null
  }
  const seen = wouldSee(a, id)
  if (seen.length === 0 || seen.some(entry => entry === null)) return null
  // Each would be a firing of its own: what it expects is the same for all of them.
  const named = (seen as Evidence[]).map((entry, i) => ({ ...entry, id: `would-${i}`, firing: `would-${i}` }))
  return assess({ ...a.entered, evidence: [...a.entered.evidence.filter(isTiming), ...named] })
}

/**
 * What to measure next, the most telling first: how far each test at hand would narrow the delay, and what that does to
 * the first take. Empty where nothing is worth it.
 *
 * @param a assessed
 */
export function measureNext(a: Assessment): MeasurementPromise[] {
  if (a.timing.moment === null || a.setup.trigger === 'burst') return []
  return MEASUREMENTS.flatMap(id => {
    const then = after(a, id)
    if (then === null || then.spread.uncertainty > a.spread.uncertainty * (1 - WORTH)) return []
    return [{ id, uncertainty: then.spread.uncertainty, first: then.keep.firstTake, setup: then.entered }]
  }).sort((x, y) => x.uncertainty - y.uncertainty)
}
