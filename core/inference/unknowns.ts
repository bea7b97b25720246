import { chainStages, totalLatency } from '../take/chain'
import { BY_FACTOR, uncertainInputs } from '../take/spread'
import { sensorOf } from '../sensors/all'
import { known } from '../defaults/typical'
import { TYPICAL_LINKS } from '../setup/known'
import type { Setup } from '../setup/types'
import type { UnknownInput, Unknown } from './types'

/**
 * How wrong a latency may be that was assumed by the kind of link or sensor, and one that was entered; shares of it.
 */
const ASSUMED_LATENCY = 0.3
const ENTERED_LATENCY = 0.1

/** What the chain's latency may have wrong where parts of it are assumed, s. */
function latencyError(setup: Pick<Setup, 'trigger' | 'sensor' | 'link'>): number {
  const { trigger, sensor, link } = setup
  if (trigger !== 'sensor') return 0
  const of = (latency: number | null, typical: number): number => (latency === null ? ASSUMED_LATENCY * typical : 0)
  return Math.hypot(
    of(sensor.latency, sensorOf(setup).typical.latency),
    of(link.latency, TYPICAL_LINKS[link.kind].latency),
  )
}

/** What an input's unknown belongs to: where the thing stood, which moment it was, which chain. */
function belongsTo(
  setup: Pick<Setup, 'subject' | 'sensor' | 'moment'>,
  input: UnknownInput,
  chain: number,
): string | number {
  const { subject, sensor, moment } = setup
  switch (input) {
    case 'subjectDistance':
      return subject.distance
    case 'sensorPosition':
      return sensor.position
    case 'sensorOffset':
      return sensor.offset
    case 'phaseScale':
      return [moment.reference, moment.model, moment.fraction, moment.time].join('/')
    case 'latency':
      return chain
    default:
      return ''
  }
}

/** Whether two unknowns are one: the same input of the same place, moment or chain. */
export const sameUnknown = (a: Unknown, b: Unknown): boolean => a.input === b.input && a.of === b.of

/**
 * The unknowns of a set-up: every input that the plan may have wrong, with what was entered as its prior.
 *
 * @param setup validated
 * @param measured true: the chain's latency was measured, and an entered figure is no longer taken for certain
 */
export function unknownsOf(setup: Setup, measured = false): Unknown[] {
  const assumed = latencyError(setup)
  // The chain is summed only where its latency is an unknown.
  const chain = assumed > 0 || measured ? totalLatency(chainStages(known(setup))) : 0
  const latency = Math.max(assumed, measured ? ENTERED_LATENCY * Math.abs(chain) : 0)
  const unknown = (input: UnknownInput, prior: number, sigma: number): Unknown => ({
    input,
    of: belongsTo(setup, input, chain),
    prior,
    sigma,
    log: BY_FACTOR.has(input as never),
  })
  const unknowns: Unknown[] = []
  for (const { kind, input, sigma } of uncertainInputs(setup))
    if (kind === 'uncertainty') unknowns.push(unknown(input, priorOf(setup, input), sigma))
  if (latency > 0) unknowns.push(unknown('latency', 0, latency))
  if (setup.trigger === 'hand' && setup.hand.flinchError > 0)
    unknowns.push(unknown('flinch', setup.hand.flinch, setup.hand.flinchError))
  return unknowns
}

function priorOf(
  { motion, subject, sensor, air }: Pick<Setup, 'motion' | 'subject' | 'sensor' | 'air'>,
  input: UnknownInput,
): number {
  switch (input) {
    case 'speed':
      return motion.speed
    case 'subjectDistance':
      return subject.distance
    case 'sensorPosition':
      return sensor.position
    case 'sensorOffset':
      return sensor.offset
    case 'temperatureC':
      return air.temperatureC
    case 'crackSpeed':
      return subject.crackSpeed
    case 'waveSpeed':
      return sensor.waveSpeed
    case 'speedLost':
      return subject.speedLost
    case 'phaseScale':
      return 1
    case 'latency':
    case 'flinch':
      return 0
  }
}

/** Standard deviation in which an unknown is inferred: of its logarithm where it is by factor. */
export const inferredSigma = ({ log, prior, sigma }: Unknown): number =>
  log ? Math.sqrt(Math.log1p((sigma / prior) ** 2)) : sigma

/** From the scale it is inferred in to its own unit, about a base. */
export const offBase = ({ log }: Pick<Unknown, 'log'>, base: number, change: number): number =>
  log ? base * Math.exp(change) : base + change
