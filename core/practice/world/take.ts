import { GRAVITY } from '../../physics/constants'
import type { KnownSetup } from '../../setup/known'
import { airAt } from './air'
import { type WorldPath, walk } from './path'

/** What one shot really starts from, SI. */
export interface ShotInputs {
  speed: number
  subjectDistance: number
  sensorPosition: number
  sensorOffset: number
  temperatureC: number
  crackSpeed: number
  /** m/s of a knock in the table. */
  waveSpeed: number
  /** Factor on the time from the reference to the moment. */
  phaseScale: number
  /** Share of its speed that it loses in what it goes through; rigs of earlier days have none. */
  speedLost?: number
  /** Factor on its turns a second. */
  turnsScale?: number
}

/** What the world has that the plan leaves out, for one shot; nothing of it: as planned. */
export interface Extras {
  /** m the thing passes beside the middle of a beam. */
  offAxis: number
  /** This shot's peak at the sensor over the usual one. */
  loudness: number
}

/** One take of the simulated rig, with all that nature made of it. */
export interface WorldTake {
  path: WorldPath
  impact: number | null
  /** s at which the sensor answers, its own latency included; null: never. */
  answered: number | null
  moment: number | null
}

const G = GRAVITY

/**
 * When the front of a thing that passes beside the middle of a beam blocks it: later by what the curve of its front
 * falls back.
 */
function beamCrossed(setup: KnownSetup, path: WorldPath, x: ShotInputs, extras: Extras): number | null {
  const radius = setup.motion.diameter / 2
  const beside = Math.min(Math.abs(extras.offAxis), radius * 0.999)
  const back = radius - Math.sqrt(radius * radius - beside * beside)
  const crossed = path.whenAt(x.sensorPosition + back)
  if (crossed === null) return null
  return crossed + Math.max(setup.sensor.latency, setup.sensor.response)
}

/**
 * Depth reached in a liquid by a stream or a thing after a time, until a floor: s; null where it comes to rest before.
 */
function toFloor(setup: KnownSetup, speed: number): number | null {
  const { diameter, mass, kind } = setup.motion
  const volume = (Math.PI * diameter ** 3) / 6
  const own = kind === 'stream' ? 1000 * volume : mass
  const area = Math.PI * (diameter / 2) ** 2
  let [t, depth, v] = [0, 0, speed]
  const h = Math.min(1e-4, setup.subject.liquidDepth / speed / 400)
  for (let n = 0; depth < setup.subject.liquidDepth; n++) {
    if (n > 20_000) return null
    const a = ((own - 1000 * volume) * G - 250 * area * v * v) / (own + 500 * volume)
    const middle = v + (a * h) / 2
    const am = ((own - 1000 * volume) * G - 250 * area * middle * middle) / (own + 500 * volume)
    const on = v * h + (am * h * h) / 2
    if (depth + on >= setup.subject.liquidDepth) return t + (h * (setup.subject.liquidDepth - depth)) / on
    depth += on
    v += am * h
    t += h
    if (v <= 0 || t > 20) return null
  }
  return t
}

/** Place and time of what a microphone or contact answers to. */
function eventAt(
  setup: KnownSetup,
  path: WorldPath,
  x: ShotInputs,
  impact: number | null,
): { at: number; t: number } | null {
  const { source, bounceAfter } = setup.sensor
  if (source === 'start') return { at: 0, t: 0 }
  if (impact === null) return null
  const near = setup.motion.kind === 'still' ? 0 : x.subjectDistance
  if (source === 'impact') return { at: near, t: impact }
  if (source === 'bounce') return { at: near, t: impact + bounceAfter }
  return floorStruck(setup, path, near, impact)
}

/** Place and time at which the floor under a liquid, or behind the subject, is struck. */
function floorStruck(
  setup: KnownSetup,
  path: WorldPath,
  near: number,
  impact: number,
): { at: number; t: number } | null {
  const liquid = (setup.recipe === 'drop' || setup.recipe === 'pour') && setup.subject.liquidDepth > 0
  if (!liquid) {
    const t = path.whenAt(near + setup.subject.depth)
    return t === null ? null : { at: near + setup.subject.depth, t }
  }
  const sunk = toFloor(setup, Math.max(1e-6, path.at(impact).vx))
  return sunk === null ? null : { at: near + setup.subject.liquidDepth, t: impact + sunk }
}

/** First arrival at a microphone: from the event itself, or from a point of a path faster than sound. */
function soundHeard(
  setup: KnownSetup,
  path: WorldPath,
  x: ShotInputs,
  event: { at: number; t: number },
  sound: number,
): number {
  const from = (at: number): number => Math.hypot(x.sensorPosition - at, x.sensorOffset) / sound
  let first = event.t + from(event.at)
  if (setup.sensor.source !== 'start' || setup.motion.kind !== 'flight') return first
  for (const p of path.points) {
    if (p.vx <= sound) break
    if (p.x <= x.sensorPosition) first = Math.min(first, p.t + from(p.x))
  }
  return first
}

/** How a peak thins out over the distance: sound in the room over a ball, a knock in the table round a ring. */
const inRoom = (nearer: number): number => nearer
const inTable = (nearer: number): number => Math.sqrt(nearer)

/** s a sound or knock needs from its arrival to the threshold, rising evenly to its peak. */
function rising(
  setup: KnownSetup,
  x: ShotInputs,
  event: { at: number },
  loudness: number,
  thins: (nearer: number) => number,
): number {
  const { riseTime, threshold, eventPeak, peakDistance } = setup.sensor
  if (threshold === null || eventPeak === null) return riseTime / 2
  const usual =
    peakDistance === null
      ? eventPeak
      : eventPeak * thins(peakDistance / Math.max(0.01, Math.hypot(x.sensorPosition - event.at, x.sensorOffset)))
  return riseTime * Math.min(1, threshold / (usual * loudness))
}

function answeredAt(
  setup: KnownSetup,
  path: WorldPath,
  x: ShotInputs,
  impact: number | null,
  extras: Extras,
  sound: number,
): number | null {
  switch (setup.sensor.kind) {
    case 'beam':
      return beamCrossed(setup, path, x, extras)
    case 'hand':
      return setup.sensor.latency
    // Eyes have it at once; the time they take is their own.
    case 'sight':
    case 'contact': {
      const event = eventAt(setup, path, x, impact)
      return event === null ? null : event.t + setup.sensor.latency
    }
    case 'ear': {
      const event = eventAt(setup, path, x, impact)
      return event === null ? null : soundHeard(setup, path, x, event, sound) + setup.sensor.latency
    }
    case 'phone':
    case 'sound': {
      const event = eventAt(setup, path, x, impact)
      return event === null
        ? null
        : soundHeard(setup, path, x, event, sound) +
            rising(setup, x, event, extras.loudness, inRoom) +
            setup.sensor.latency
    }
    case 'vibration': {
      const event = eventAt(setup, path, x, impact)
      if (event === null) return null
      const far = Math.hypot(x.sensorPosition - event.at, x.sensorOffset)
      return event.t + far / x.waveSpeed + rising(setup, x, event, extras.loudness, inTable) + setup.sensor.latency
    }
  }
}

/** s after its reference at which what unfolds has come as far as is wanted. */
function unfolded(setup: KnownSetup, path: WorldPath, x: ShotInputs, impact: number | null): number {
  const { moment, subject, motion } = setup
  switch (moment.model) {
    case 'time':
      return moment.time
    case 'tear':
      return (moment.fraction * Math.PI * subject.height) / 2 / x.crackSpeed
    case 'hang':
      return Math.sqrt((2 * moment.fraction * subject.height) / G)
    case 'turn':
      return motion.turns > 0 ? moment.fraction / motion.turns : moment.time
    case 'cavity':
      return moment.fraction * 2.285 * Math.sqrt(motion.diameter / 2 / G)
    case 'splash': {
      const v = impact === null ? 0 : Math.hypot(path.at(impact).vx, path.at(impact).vy)
      if (v <= 0) return moment.time
      const deep = motion.diameter * ((v * v) / (3 * G * motion.diameter)) ** 0.25
      return moment.fraction * 1.3506 * Math.sqrt(deep / G)
    }
  }
}

/** When what the moment is timed from happens, or the place of it is reached. */
function momentFrom(setup: KnownSetup, path: WorldPath, x: ShotInputs, impact: number | null): number | null {
  const { moment, motion, subject } = setup
  switch (moment.reference) {
    case 'travel':
      return path.whenAt(x.subjectDistance + moment.offset, moment.descending && motion.kind === 'toss')
    case 'start':
      return 0
    case 'impact':
      return impact
    case 'apex':
      return path.top
    case 'floor':
      return impact === null
        ? null
        : (floorStruck(setup, path, motion.kind === 'still' ? 0 : x.subjectDistance, impact)?.t ?? null)
    case 'second': {
      const gap = setup.recipe === 'projectile' ? (subject.secondGap ?? 0) : 0
      return path.whenAt(x.subjectDistance + (gap > 0 ? Math.max(gap, subject.depth) : 0))
    }
  }
}

/** One take as it happens, event by event. */
export function happen(setup: KnownSetup, x: ShotInputs, extras: Extras): WorldTake {
  const air = airAt(setup.air, x.temperatureC)
  const { moment } = setup
  const far =
    Math.max(
      x.subjectDistance +
        Math.max(0, moment.offset, setup.subject.secondGap ?? 0) +
        setup.subject.depth +
        setup.subject.liquidDepth,
      x.sensorPosition + setup.motion.diameter,
      0.01,
    ) + 0.02
  const path = walk(setup, air, x.speed, x.subjectDistance, far, x.speedLost ?? setup.subject.speedLost)
  const impact = path.whenAt(x.subjectDistance)
  const from = momentFrom(setup, path, x, impact)
  const later = moment.reference === 'travel' ? 0 : unfolded(setup, path, x, impact) * x.phaseScale
  return {
    path,
    impact,
    answered: answeredAt(setup, path, x, impact, extras, air.sound),
    moment: from === null ? null : from + later,
  }
}
