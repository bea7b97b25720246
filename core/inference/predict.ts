import { chainStages, dragOf, meanInputs, motionFor, takeTimes, totalLatency } from '../take/chain'
import type { TakeTimes } from '../sensors/take'
import { uncertainInputs } from '../take/spread'
import { known } from '../defaults/typical'
import type { KnownSetup } from '../setup/known'
import { beamBlockTime } from '../physics/flight'
import { SENSOR } from '../sensors/all'
import type { Evidence, EventName, EvidenceKind, Setup } from '../setup/types'
import type { UnknownInput, UnknownInputs } from './types'

/** A set-up as it stood when something was seen, ready to be asked what should have been seen. */
export interface ChainModel {
  /** As it was entered, and with what was not entered filled in. */
  entered: Setup
  setup: KnownSetup
  drag: number
  /** s of the chain as it was entered, and what it scatters by beside the hand. */
  chain: number
  jitter: number
  handScatter: number
  /** s after the start at which the moment was planned, by hand. */
  planned: number | null
  mean: UnknownInputs
  /** What differs from take to take, each with its standard deviation. */
  scatter: { input: UnknownInput; sigma: number }[]
}

/**
 * The world that a set-up stands for.
 *
 * @param entered as it stood when something was seen (`asItStood`)
 */
export function chainModelOf(entered: Setup): ChainModel {
  const then = known(entered)
  const stages = chainStages(then)
  const drag = dragOf(then)
  const mean = { ...meanInputs(then), latency: 0, flinch: then.hand.flinch }
  return {
    entered,
    setup: then,
    drag,
    mean,
    chain: totalLatency(stages),
    jitter: Math.hypot(...stages.filter(stage => stage.id !== 'hand').map(stage => stage.jitter)),
    handScatter: then.trigger === 'hand' ? then.hand.scatter : 0,
    planned: then.trigger === 'hand' ? takeTimes(then, drag, mean).moment : null,
    scatter: uncertainInputs(then)
      .filter(entry => entry.kind === 'scatter')
      .map(({ input, sigma }) => ({ input, sigma })),
  }
}

/** When the picture was taken, s after the action starts; null: it never was. */
function capturedAt(world: ChainModel, evidence: Evidence, x: UnknownInputs, times: TakeTimes): number | null {
  const { setup, chain, planned } = world
  if (setup.trigger === 'sensor')
    return times.sensed === null || evidence.delay === null ? null : times.sensed + chain + x.latency + evidence.delay
  const lead = evidence.delay === null ? setup.hand.lead : -evidence.delay
  return planned === null || lead === null ? null : planned + chain + setup.hand.flinch - x.flinch - lead
}

/** The place of the dial at which picture and moment would meet, s; null where they cannot. */
function dialWanted({ setup, chain, planned }: ChainModel, x: UnknownInputs, times: TakeTimes): number | null {
  if (times.moment === null) return null
  if (setup.trigger === 'sensor') return times.sensed === null ? null : times.moment - times.sensed - chain - x.latency
  return planned === null ? null : times.moment - planned - chain - setup.hand.flinch + x.flinch
}

const eventAt = (name: EventName, { sensed, impact, moment }: TakeTimes): number | null =>
  ({ start: 0, sensed, impact, moment })[name]

/** How long a thing blocks the beam as it goes by, s; null without a beam, or where it never gets there. */
function blockedFor({ setup, drag }: ChainModel, x: UnknownInputs): number | null {
  const { motion, sensor } = setup
  if (setup.trigger !== 'sensor' || !SENSOR[sensor.kind].crossed) return null
  const moved = motionFor(setup, drag, x)
  const at = moved.timeAt(x.sensorPosition)
  const speed = at === null ? 0 : moved.speedAt(at)
  return speed > 0 ? beamBlockTime({ objectLength: motion.objectLength, beamWidth: sensor.beamWidth, speed }) : null
}

/**
 * What should have been seen were the inputs so, in the evidence's unit; null where it could not have been seen.
 * Light is another matter: it has no part in when things happen.
 */
export function predicted(world: ChainModel, evidence: Evidence, x: UnknownInputs): number | null {
  const { setup, drag } = world
  const times = takeTimes(setup, drag, x)
  switch (evidence.kind) {
    case 'place':
    case 'beyond':
    case 'short': {
      const captured = capturedAt(world, evidence, x, times)
      return captured === null ? null : motionFor(setup, drag, x).positionAt(captured) - x.subjectDistance
    }
    case 'late': {
      const captured = capturedAt(world, evidence, x, times)
      return captured === null || times.moment === null ? null : captured - times.moment
    }
    case 'found':
      return dialWanted(world, x, times)
    case 'speed': {
      const motion = motionFor(setup, drag, x)
      const at = motion.timeAt(evidence.at ?? x.subjectDistance)
      return at === null ? null : motion.speedAt(at)
    }
    case 'interval': {
      const [from, to] = [eventAt(evidence.from, times), eventAt(evidence.to, times)]
      return from === null || to === null ? null : to - from
    }
    case 'blocked':
      return blockedFor(world, x)
    case 'latency':
      return world.chain + x.latency
    case 'ambient':
    case 'light':
    case 'dark':
      return null
  }
}

const TIMING: Readonly<Record<EvidenceKind, boolean>> = {
  place: true,
  beyond: true,
  short: true,
  late: true,
  speed: true,
  interval: true,
  blocked: true,
  latency: true,
  found: true,
  ambient: false,
  light: false,
  dark: false,
}

/** Whether a kind of evidence bears on when things happen. */
export const isTiming = ({ kind }: Pick<Evidence, 'kind'>): boolean => TIMING[kind]
