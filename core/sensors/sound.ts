import { goldenMaximum } from '../math/golden'
import { intoLiquid } from '../recipes/through'
import type { Setup } from '../setup/types'
import type { SensorFacts, Sensing } from './facts'

const HEARD_AS = { start: 'report', impact: 'impact', floor: 'floor', bounce: 'bounce' } as const

/** Steps in which a path faster than sound is looked over, and rounds in which the first arrival is closed in on. */
const LOOKED_OVER = 24
const ROUNDS = 30

/**
 * When the first sound of something faster than sound arrives, s: the least of t(e) + r(e)/c over the path for as long
 * as it is faster; null where it comes behind every such place.
 */
function shockHeard({ x, motion, soundSpeed }: Sensing): number | null {
  const { sensorPosition: far, sensorOffset: aside } = x
  const arrival = (e: number): number => (motion.timeAt(e) ?? Infinity) + Math.hypot(far - e, aside) / soundSpeed
  const faster = (e: number): boolean => {
    const time = motion.timeAt(e)
    return time !== null && motion.speedAt(time) > soundSpeed
  }
  let end = far
  if (!faster(end)) {
    let low = 0
    for (let i = 0; i < ROUNDS; i++) {
      const middle = (low + end) / 2
      if (faster(middle)) low = middle
      else end = middle
    }
    end = low
  }
  const places = Array.from({ length: LOOKED_OVER + 1 }, (_, i) => (end * i) / LOOKED_OVER)
  const best = places.reduce((least, e, i) => (arrival(e) < arrival(places[least]!) ? i : least), 0)
  // At the start itself it is the report.
  if (best === 0) return null
  const at = goldenMaximum(e => -arrival(e), places[best - 1]!, places[Math.min(LOOKED_OVER, best + 1)]!, ROUNDS)
  return Math.min(arrival(at), arrival(places[best]!))
}

/** When a microphone hears its event, and as what: of a projectile faster than sound its bow shock may come first. */
function heardAt(take: Sensing): ReturnType<SensorFacts['sensed']> {
  const { setup, x, soundSpeed } = take
  const sensed = arrivalOf(take, soundSpeed)
  if (sensed === null) return { sensed, heard: null }
  if (setup.sensor.source === 'start' && setup.motion.kind === 'flight' && x.speed > soundSpeed) {
    const shock = shockHeard(take)
    if (shock !== null && shock < sensed) return { sensed: shock, heard: 'shock' }
  }
  return { sensed, heard: HEARD_AS[setup.sensor.source] }
}

/** m beside the path at which a microphone stands well: not in the way of what flies. */
export const WELL_BESIDE = 0.15

/** Where a microphone stands to what it hears. */
type Listening = Pick<Setup, 'recipe' | 'sensor' | 'motion' | 'subject'>

/** Where the sound comes from that is answered to, m along the travel. */
export function soundPlace({ recipe, sensor, motion, subject }: Listening): number {
  if (sensor.source === 'start' || motion.kind === 'still') return 0
  if (sensor.source !== 'floor') return subject.distance
  return subject.distance + (intoLiquid(recipe) && subject.liquidDepth > 0 ? subject.liquidDepth : subject.depth)
}

/** m from a microphone to where the sound comes from. */
export const soundDistance = (setup: Listening): number =>
  Math.hypot(setup.sensor.position - soundPlace(setup), setup.sensor.offset)

/** A place to a tenth of a millimetre. */
const fine = (place: number): number => Number(place.toFixed(4))

/**
 * Where a microphone stands that is so far from what it hears: moved out or in beside the travel, where it stood along
 * it; nearer than that, along it too.
 *
 * @param far m, 0 or above
 * @returns m along the travel, never before the start, and m beside it
 */
export function micAt(setup: Listening, far: number): { position: number; offset: number } {
  const place = soundPlace(setup)
  const along = setup.sensor.position - place
  const kept = Math.abs(along) <= far ? setup.sensor.position : place + Math.sign(along) * far
  const position = fine(Math.max(0, kept))
  return { position, offset: fine(Math.sqrt(Math.max(0, far ** 2 - (position - place) ** 2))) }
}

/**
 * True peak at the sensor where it stands; null: not noted.
 *
 * @param fallsBy power of the distance by which it falls from where it was noted: 1 for sound in the air
 */
export function peakAtSensor(setup: Listening, fallsBy: number): number | null {
  const { eventPeak, peakDistance } = setup.sensor
  if (eventPeak === null || peakDistance === null) return eventPeak
  return eventPeak * (peakDistance / Math.max(0.01, soundDistance(setup))) ** fallsBy
}

/**
 * s from the arrival of a sound or knock until it has risen to the threshold; half its rise where either peak or
 * threshold is not known.
 */
function riseToThreshold(setup: Listening, fallsBy: number): number {
  const { riseTime, threshold } = setup.sensor
  const peak = peakAtSensor(setup, fallsBy)
  return riseTime * (peak === null || threshold === null ? 0.5 : Math.min(1, threshold / peak))
}

/** Rows of a sensor that answers once what it takes in has risen to its threshold. */
export const PEAK_ROWS = ['bounceAfter', 'threshold', 'falsePeak', 'eventPeak', 'peakDistance', 'riseTime'] as const

/** What such a sensor has of its peak, which falls with a power of the distance. */
export const byPeak = (fallsBy: number): Pick<SensorFacts, 'fallsBy' | 'latency'> => ({
  fallsBy,
  latency: setup => setup.sensor.latency + riseToThreshold(setup, fallsBy),
})

/** When waves of a speed, m/s, come from what is answered to, s; null: it never happens. */
export const arrivalOf = ({ x, event }: Sensing, speed: number): number | null =>
  event === null ? null : event.time + Math.hypot(x.sensorPosition - event.place, x.sensorOffset) / speed

/** A microphone: it answers to a sound of the action, once that has come to it and has risen. */
export const sound: SensorFacts = {
  typical: { latency: 40e-6, jitter: 60e-6 },
  crossed: false,
  listens: true,
  knocks: false,
  answersToEvent: true,
  rows: ['source', 'position', 'offset', ...PEAK_ROWS],
  sensed: heardAt,
  ...byPeak(1),
}
