import { type Plan, lastLight, latencyOf, midExposure, shutterMoves, timesOfLight } from '~~/core'
import { CHAIN_TEXTS } from '~~/shared/texts/chain'
import { pulseLevel, pulseMiddle } from '~~/core/physics/flash'
import { viewsWords } from '~~/shared/texts/pages/views'

/** A lane of the time strip. */
export interface Lane {
  id: string
  label: string
  role: 'action' | 'sensing' | 'light' | 'shutter'
}

/** Lanes from the action to what is always on, each light its own. */
export function lanesOf({ setup }: Plan): Lane[] {
  const lanes: Lane[] = [{ id: 'action', label: 'action', role: 'action' }]
  if (setup.trigger === 'sensor')
    lanes.push(
      { id: 'sensing', label: 'sensing', role: 'sensing' },
      { id: 'controller', label: 'controller', role: 'sensing' },
    )
  setup.flashes.forEach((flash, i) => lanes.push({ id: `light${i}`, label: flash.name, role: 'light' }))
  return [
    ...lanes,
    { id: 'shutter', label: 'shutter', role: 'shutter' },
    { id: 'ambient', label: viewsWords('stripGeometry.roomLight'), role: 'shutter' },
  ]
}

export interface Stretch {
  id: string
  label: string
  from: number
  to: number
}

/**
 * The stages of the chain on the time axis, the set delay among them, from the sensor to the middle of the light; empty
 * where no sensor fires.
 */
export function chainStretches(plan: Plan): Stretch[] {
  const { sensed, used } = plan.timing
  if (sensed === null || used === null || plan.setup.trigger !== 'sensor') return []
  let at = sensed
  const stretches: Stretch[] = []
  for (const stage of plan.stages) {
    stretches.push({ id: stage.id, label: CHAIN_TEXTS[stage.say], from: at, to: (at += stage.latency) })
    if (stage.id === 'controller') stretches.push({ id: 'delay', label: 'delay', from: at, to: (at += used) })
  }
  return stretches
}

export interface ShutterTimes {
  /** s at which it is asked for, and the first curtain starts; an open shutter is asked for by hand. */
  released: number | null
  opens: number
  /** First curtain home; second curtain starts; closed. */
  full: number
  closing: number
  closed: number
}

/** When the shutter moves, s after the action starts; null where nothing is captured. */
export function shutterTimes(plan: Plan): ShutterTimes | null {
  const { captured } = plan.timing
  const { setup } = plan
  if (captured === null) return null
  const { shutter } = setup.picture
  const moves = shutterMoves(setup)
  const travel = moves.full - moves.opens
  if (setup.method === 'open-shutter') {
    // Opened by hand before the action and closed after the last light, the more of what is to spare before it, and
    // never too late to see that light if it can be helped.
    const last = lastLight(plan) ?? captured
    const opens = Math.max(Math.min(captured - 0.6 * (shutter - (last - captured)), -0.05 * shutter), last - shutter)
    return { released: null, opens, full: opens + travel, closing: opens + shutter, closed: opens + shutter + travel }
  }
  const flash = plan.stages.find(stage => stage.id === 'flash')?.latency ?? 0
  // Where the lag ends: half an exposure before the middle of it, or, by flash, where the contact closes.
  const lagged = setup.method === 'fast-shutter' ? captured - midExposure(setup) : captured - flash - moves.full
  return {
    released: lagged - setup.camera.lag,
    opens: lagged + moves.opens,
    full: lagged + moves.full,
    closing: lagged + moves.closing,
    closed: lagged + moves.closed,
  }
}

/** When the middle of each light falls, s: the lights differ by their own latencies. */
export function lightTimes(plan: Plan): number[] {
  const { captured } = plan.timing
  if (captured === null) return []
  const mean = plan.stages.find(stage => stage.id === 'flash')?.latency ?? 0
  return plan.known.flashes.map(flash => captured - mean + latencyOf(plan.known, flash))
}

/**
 * When the middle of every pop of one light falls, s: one, or those of a sequence; none where the sequence leaves it
 * out.
 */
export function popTimes(plan: Plan, index: number): number[] {
  const first = lightTimes(plan)[index]
  if (first === undefined) return []
  return plan.sequence ? timesOfLight(plan.sequence.pops, index).map(time => first + time) : [first]
}

/**
 * The shape of one light's pulse between two times, as level 0 to 1 of its peak; empty where none of it falls between.
 */
export function pulseOutline(
  plan: Plan,
  index: number,
  from: number,
  to: number,
  middle: number | undefined = popTimes(plan, index)[0],
  steps = 120,
): [time: number, level: number][] {
  const pulse = plan.pulses[index]
  if (!pulse || middle === undefined) return []
  const peak = middle - pulseMiddle(pulse.shape)
  const start = Math.max(from, peak)
  const end = Math.min(to, peak + pulse.shape.cut)
  if (end <= start) return []
  return [
    [start, 0],
    ...Array.from({ length: steps + 1 }, (_, i): [number, number] => {
      const time = start + ((end - start) * i) / steps
      return [time, pulseLevel(pulse.shape, time - peak)]
    }),
    [end, 0],
  ]
}

/** Stretches worth looking at: all of it, the action, the light. */
export function stripExtents(plan: Plan): { all: [number, number]; action: [number, number]; light: [number, number] } {
  const { captured, moment, sensed } = plan.timing
  const last = Math.max(lastLight(plan) ?? 0, moment ?? 0, sensed ?? 0, 1e-5)
  const shutter = shutterTimes(plan)
  const low = Math.min(0, shutter?.released ?? 0, shutter?.opens ?? 0)
  const high = Math.max(last, shutter?.closed ?? 0)
  const half = Math.max(plan.sharpness.by === 'flash' ? plan.sharpness.duration * 2 : plan.setup.picture.shutter, 5e-6)
  const centre = captured ?? last
  return {
    all: [low - 0.04 * (high - low), high + 0.06 * (high - low)],
    action: [-0.08 * last, 1.25 * last],
    light: [centre - half, centre + half],
  }
}

/** Outline of a light's pulse as a path: over a stretch of time, standing on a base, so many px tall at its peak. */
export function outlineOf(
  plan: Plan,
  light: number,
  at: number,
  [from, to]: readonly [number, number],
  x: (time: number) => number,
  base: number,
  tall: number,
): string {
  const places = pulseOutline(plan, light, from, to, at)
  return places.length === 0
    ? ''
    : `M${places.map(([time, level]) => `${x(time).toFixed(2)} ${(base - tall * level).toFixed(2)}`).join('L')}Z`
}
