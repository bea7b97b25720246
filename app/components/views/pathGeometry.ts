import {
  type DrawnTake,
  type Plan,
  followed,
  followedOff,
  natureOf,
  followedScatters,
  hitsMoment,
  latencyBeforeDelay,
  sensing,
  sensorOf,
  soundDistance,
  soundPlace,
  trackOf,
  traitsOf,
} from '~~/core'

export type PathPoint = [along: number, time: number]

const STEPS = 90

/** A curve of what is followed, in places of the chart, cut where it leaves the distance axis. */
function curveOf(at: (time: number) => number, from: number, to: number, low: number, high: number): PathPoint[] {
  const places: PathPoint[] = []
  for (let i = 0; i <= STEPS; i++) {
    const time = from + ((to - from) * i) / STEPS
    const place = at(time)
    if (place < low || place > high) {
      if (places.length > 0) break
      continue
    }
    places.push([place, time])
  }
  return places
}

/** The area between two curves, held within the distance axis; empty where it never is in there. */
function bandOf(
  upper: (time: number) => number,
  lower: (time: number) => number,
  from: number,
  to: number,
  low: number,
  high: number,
): PathPoint[] {
  const times = Array.from({ length: STEPS + 1 }, (_, i) => from + ((to - from) * i) / STEPS)
  const side = (at: (time: number) => number): PathPoint[] =>
    times.map(time => [Math.min(Math.max(at(time), low), high), time])
  const [a, b] = [side(upper), side(lower)]
  return a.every(([place], i) => place === b[i]![0]) ? [] : [...a, ...b.reverse()]
}

/** Where sound starts from, and when; null where nothing is heard of. */
function soundSource({ setup, timing, soundSpeed }: Plan): PathPoint | null {
  const hears = sensorOf(setup).listens && setup.trigger === 'sensor'
  if (!hears && setup.action.kind !== 'launcher') return null
  if (hears && setup.sensor.source !== 'start') {
    // Heard after what made it, by its way to the microphone: the place along the travel it comes from.
    const from = soundPlace(setup)
    return timing.impact === null || timing.sensed === null
      ? null
      : [from, Math.max(timing.impact, timing.sensed - soundDistance(setup) / soundSpeed)]
  }
  return [0, 0]
}

/** Arrival of the bow shock at a microphone as far beside the flight as the one set up, place by place. */
function shockLine({ setup, soundSpeed, drag }: Plan, low: number, high: number, last: number): PathPoint[] {
  const { motion, sensor } = setup
  if (motion.kind !== 'flight' || motion.speed <= soundSpeed || !sensorOf(setup).listens) return []
  return Array.from({ length: STEPS + 1 }, (_, i) => low + ((high - low) * i) / STEPS).flatMap((along): PathPoint[] => {
    const time = sensing.shockTime({
      downrange: along,
      offset: sensor.offset,
      speed: motion.speed,
      soundSpeed,
      dragPerMetre: drag,
    })
    return time === null || time > last ? [] : [[along, time]]
  })
}

export interface PathGeometry {
  object: PathPoint[]
  /** Two deviations either side; empty where nothing scatters. */
  band: PathPoint[]
  /** What is followed runs out to both sides of the centre. */
  mirrored: PathPoint[]
  takes: { line: PathPoint[]; light: PathPoint | null }[]
  sound: PathPoint[]
  /** Bow shock of what flies faster than sound. */
  shock: PathPoint[]
  /** Where the sensor stands on the distance axis: its place on the travel, or as far from its sound. */
  sensorAt: number
  stretches: { sensed: number; delayFrom: number; delayTo: number; captured: number } | null
  markAt: number | null
  /** Where what is followed is when the light falls. */
  picture: PathPoint | null
  /** One standard deviation of that place over takes, m. */
  spreadAlong: number
  /** Whether the moment is within the window. */
  hit: boolean
  /** Pops of a sequence after the one the delay leads to, each where the camera sees the object. */
  pops: { number: number; at: PathPoint }[]
  /** The way of all pops as a turning camera sees it; empty where it stands still. */
  panned: PathPoint[]
}

/**
 * Everything the path chart draws, as places of distance and time.
 *
 * @param extent of the distance axis, m, low end first
 * @param times shown, s
 * @param takes drawn from their spreads, to be shown as faint lines
 */
export function pathGeometry(
  plan: Plan,
  extent: readonly [number, number],
  times: readonly [number, number],
  takes: readonly DrawnTake[] = [],
): PathGeometry {
  const { setup, known, timing } = plan
  const [low, high] = extent
  const first = Math.max(0, times[0])
  const last = times[1]
  const still = setup.motion.kind === 'still'
  // A table of places against time says better where the object is than its motion does.
  const at =
    setup.sequence.track.length > 1 && plan.sequence
      ? trackOf(known, natureOf(known).motion).positionAt
      : followed(known)
  const line = (f: (time: number) => number): PathPoint[] => curveOf(f, first, last, low, high)
  const cloud = traitsOf(setup.recipe).cloud && setup.subject.distance === 0

  const source = soundSource(plan)
  const fan = (speed: number): PathPoint[] => {
    if (!source) return []
    const [from, start] = source
    const reach = Math.max(0, last - start) * speed
    const arrival = (along: number): PathPoint => [along, start + Math.abs(along - from) / speed]
    return [arrival(Math.max(low, from - reach)), [from, start], arrival(Math.min(high, from + reach))]
  }
  const { sensor, subject, moment } = setup
  const from = sensor.source !== 'start' && !still ? subject.distance : 0
  const sensorAt = sensorOf(setup).crossed
    ? sensor.position
    : sensorOf(setup).listens
      ? from + Math.hypot(sensor.position - from, sensor.offset) * (sensor.position >= from ? 1 : -1)
      : sensor.source !== 'start'
        ? subject.distance
        : 0

  const { captured, sensed, used } = timing
  const delayFrom = sensed === null ? 0 : sensed + latencyBeforeDelay(plan.stages)
  const picture: PathPoint | null = captured === null ? null : [at(captured), captured]
  const seen =
    captured === null || !plan.sequence
      ? []
      : plan.sequence.exposures.map((e, i) => ({ number: i + 1, at: [e.along, captured + e.time] as PathPoint }))
  return {
    object: line(at),
    band: followedScatters(setup) ? bandOf(followedOff(known, 2), followedOff(known, -2), first, last, low, high) : [],
    mirrored: cloud ? line(time => -at(time)) : [],
    takes: takes.map(take => ({
      line: line(followed(known, take.inputs)),
      light: take.captured === null ? null : [followed(known, take.inputs)(take.captured), take.captured],
    })),
    sound: fan(plan.soundSpeed),
    shock: shockLine(plan, Math.max(0, low), high, last),
    sensorAt,
    stretches:
      sensed === null || used === null || setup.trigger !== 'sensor'
        ? null
        : { sensed, delayFrom, delayTo: delayFrom + used, captured: captured as number },
    markAt: moment.reference === 'travel' && !still ? subject.distance + moment.offset : null,
    picture,
    spreadAlong: still ? 0 : plan.spread.scatter * plan.alongSpeed,
    hit: hitsMoment(plan),
    pops: seen.filter(pop => pop.at[1] > captured! + 1e-9),
    panned:
      setup.sequence.panSpeed === 0 && setup.sequence.moveSpeed === 0
        ? []
        : seen.map(pop => pop.at).filter(([place]) => place >= low && place <= high),
  }
}
