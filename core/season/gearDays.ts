import { grouped } from '../math/grouped'
import { type Assessment, assess, dialOf } from '../plan'
import { type LoggedTake, type TakeSettings, foundEvidence, offsetOf, runStateOf } from '../run'
import { traitsOf } from '../recipes/all'
import { type Change, withChanges } from '../setup/paths'
import type { Setup } from '../setup/types'
import { meanInputs, wantedDelayBeforeChain } from '../take'
import type { TakeInputs } from '../sensors/take'
import type { GearDay } from './gear'

/** Kinds of gear whose takes tell how it is. */
export const GEAR_KINDS = ['launcher', 'mixture', 'skin', 'hand'] as const
/** A kind of gear whose takes tell how it is. */
export type GearKind = (typeof GEAR_KINDS)[number]

/** A take as the days of gear need it. */
export interface GearTake extends LoggedTake {
  /** Day it was fired on, counted from any first one. */
  day: number
  settings: TakeSettings | null
}

interface Told {
  /** The figure in a set-up, and the cause of the spread that is not knowing it. */
  path: string
  cause: string
  /** Input of a take that it is; null: of whoever presses, in s. */
  input: 'speed' | 'phaseScale' | 'crackSpeed' | null
  /** Value in the set-up. */
  value: (setup: Setup) => number
  /** Whether a set-up has such gear. */
  suits: (setup: Setup) => boolean
  /** Keys of its kit figures: value, error, spread. */
  keys: readonly [value: string, error: string, spread: string]
}

/** What is learnt of each kind. */
export const GEAR: Readonly<Record<GearKind, Told>> = {
  launcher: {
    path: 'motion.speed',
    cause: 'speed-error',
    input: 'speed',
    value: ({ motion }) => motion.speed,
    suits: ({ motion }) => motion.kind !== 'still' && motion.kind !== 'fall',
    keys: ['speed', 'speedError', 'speedSpread'],
  },
  mixture: {
    path: 'moment.time',
    cause: 'phase-error',
    input: 'phaseScale',
    value: ({ moment }) => moment.time,
    suits: ({ moment }) => moment.reference !== 'travel' && moment.model === 'time' && moment.time > 0,
    keys: ['time', 'timeError', 'timeSpread'],
  },
  skin: {
    path: 'subject.crackSpeed',
    cause: 'crack-error',
    input: 'crackSpeed',
    value: ({ subject }) => subject.crackSpeed,
    suits: ({ recipe }) => traitsOf(recipe).tears === true,
    keys: ['crackSpeed', 'crackSpeedError', 'crackSpeedSpread'],
  },
  hand: {
    path: 'hand.flinch',
    cause: 'hand-flinch',
    input: null,
    value: ({ hand }) => hand.flinch,
    suits: ({ trigger }) => trigger === 'hand',
    keys: ['flinch', 'flinchError', 'scatter'],
  },
}

/** What may be set otherwise from take to take and bears on when its moment came. */
const AS_FIRED = ['method', 'trigger', 'sensor.kind', 'sensor.position', 'sensor.offset', 'subject.distance'] as const

/** A set-up as it stood at a take, what was learnt since taken out, so that gear does not confirm itself. */
function asFired(setup: Setup, settings: TakeSettings | null): Setup {
  const changes = AS_FIRED.flatMap((path): Change[] => {
    const value = settings?.[path]
    return value === undefined || value === null ? [] : [{ path, value }]
  })
  return withChanges({ ...setup, evidence: [] }, changes)
}

const STEPS = 12
const CLOSE = 1e-7

/** The figure that makes a delay the right one, as it is kept (a logarithm, or s); null: none does. */
function figureFor(plan: Assessment, told: Told, ideal: number, wanted: number): number | null {
  const off = ideal - wanted
  if (told.input === null) return told.value(plan.entered) + off
  const mean = meanInputs(plan.known)
  const { input } = told
  const at = (log: number): number | null => {
    const inputs: TakeInputs = { ...mean, [input]: Math.exp(log) }
    return wantedDelayBeforeChain({ ...plan.known, trigger: plan.setup.trigger }, plan.drag, inputs)
  }
  const start = Math.log(mean[input])
  const here = at(start)
  if (here === null || mean[input] <= 0) return null
  let [log, value] = [start, 0]
  let [before, valueBefore] = [start + 0.01, (at(start + 0.01) ?? NaN) - here]
  for (let step = 0; step < STEPS && Math.abs(value - off) > CLOSE; step++) {
    const slope = (value - valueBefore) / (log - before)
    if (!Number.isFinite(slope) || slope === 0) return null
    ;[before, valueBefore] = [log, value]
    log += Math.max(-0.3, Math.min(0.3, (off - value) / slope))
    value = (at(log) ?? NaN) - here
  }
  if (!(Math.abs(value - off) <= 10 * CLOSE)) return null
  return log - start + Math.log(told.value(plan.entered))
}

/** d(right delay)/d(figure as it is kept), s; null where the delay does not tell of it. */
function slopeOf(plan: Assessment, told: Told): { slope: number; others: number } | null {
  const { causes } = plan.spread
  const own = causes.find(({ id }) => id === told.cause)
  if (!own || own.seconds <= 0) return null
  const slope = told.input === null ? 1 : Math.abs(own.derivative) * meanInputs(plan.known)[told.input]
  const others = causes.reduce(
    (sum, { id, kind, seconds }) => (kind === 'uncertainty' && id !== told.cause ? sum + seconds ** 2 : sum),
    0,
  )
  return slope > 0 ? { slope, others } : null
}

/** Takes of one day that were fired alike, as a day of the gear; null: they tell nothing of it. */
function dayOf(setup: Setup, told: Told, takes: readonly GearTake[]): GearDay | null {
  const plan = assess(asFired(setup, takes[0]!.settings))
  const wanted = dialOf(plan)?.wanted ?? null
  const found = slopeOf(plan, told)
  if (wanted === null || found === null) return null
  const { slope, others } = found
  const own = takes.map(take => ({ ...take, planned: null }))
  const error = others / slope ** 2
  const { day } = takes[0]!
  const figures = own.flatMap(take => {
    const offset = offsetOf(plan, take)
    return offset === null ? [] : (figureFor(plan, told, take.delay - offset, wanted) ?? [])
  })
  if (figures.length > 0) {
    const mean = figures.reduce((sum, y) => sum + y, 0) / figures.length
    const squares = figures.reduce((sum, y) => sum + (y - mean) ** 2, 0)
    return { day, takes: figures.length, mean, squares, error }
  }
  // Early, late and on the moment tell where it lies as well, less sharply, and nothing of how takes differ.
  const run = runStateOf(plan, own)
  const said = run && foundEvidence(plan, run, '')
  const mean = said && figureFor(plan, told, said.value, wanted)
  if (!run || !said || mean === null) return null
  const spread = plan.spread.scatter / slope
  const inMean = (said.error / slope) ** 2
  return {
    day,
    takes: run.used.length,
    mean,
    squares: 0,
    error: error + Math.max(0, inMean - spread ** 2 / run.used.length),
    free: 0,
  }
}

/** Days of gear on which takes of several kinds were fired, made one each, by how sure each is. */
export function pooledDays(days: readonly GearDay[], spread: number): GearDay[] {
  return [...grouped(days, ({ day }) => day)]
    .sort(([one], [other]) => one - other)
    .map(([day, some]) => {
      if (some.length === 1) return some[0]!
      const weights = some.map(({ error, takes }) => 1 / (error + spread ** 2 / takes))
      const all = weights.reduce((sum, weight) => sum + weight, 0)
      const over = (of: (one: GearDay) => number, power: 1 | 2): number =>
        some.reduce((sum, one, i) => sum + (weights[i]! / all) ** power * of(one), 0)
      return {
        day,
        takes: some.reduce((sum, one) => sum + one.takes, 0),
        mean: over(({ mean }) => mean, 1),
        squares: some.reduce((sum, one) => sum + one.squares, 0),
        error: over(({ error }) => error, 2),
        free: some.reduce((sum, one) => sum + (one.free ?? one.takes - 1), 0),
      }
    })
}

/**
 * What the takes of a set-up say of a piece of gear, day by day, as logarithms (a hand: s). Only the takes speak: what
 * was typed of the gear, or filled in from its earlier days, is not among it.
 *
 * @param setup as it is now; what was set otherwise at a take is taken from the take
 * @param takes of it that were fired with that gear, in any order; excluded ones left out
 */
export function gearDaysOf(setup: Setup, kind: GearKind, takes: readonly GearTake[]): GearDay[] {
  const alike = grouped(takes, ({ day, settings }) =>
    JSON.stringify([day, ...AS_FIRED.map(path => settings?.[path] ?? null)]),
  )
  return [...alike.values()].flatMap(some => {
    const ordered = some.toSorted((one, other) => one.number - other.number)
    return dayOf(setup, GEAR[kind], ordered) ?? []
  })
}
