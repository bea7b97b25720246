import { scaleLinear } from 'd3-scale'
import type { Plan } from '~~/core'

/** Linear scale with nice ticks and its labels' format left to the caller. */
export function linear(domain: [number, number], range: [number, number]) {
  return scaleLinear().domain(domain).range(range)
}

/** The stretch of travel shown in table plan and path chart, m: all of the rig along it, and wide enough that the subject fits across. */
export function travelExtent(plan: Plan, width: number, tableHeight: number): [number, number] {
  const { setup } = plan
  const still = setup.motion.kind === 'still'
  const subject = setup.subject.distance
  const mark = setup.moment.reference === 'travel' ? subject + setup.moment.offset : subject
  const heard = setup.sensor.kind === 'sound' ? Math.hypot(setup.sensor.position, setup.sensor.offset) : setup.sensor.position
  const far = Math.max(subject + setup.subject.depth, mark, setup.trigger === 'sensor' ? heard : 0, setup.action.kind === 'launcher' ? setup.catch.distance : 0, 0.05)
  const near = still ? -setup.subject.depth / 2 : 0
  const span = 1.11 * (far - near)
  const least = (width * setup.subject.height) / Math.max(1, 0.55 * tableHeight)
  const wide = Math.max(span, least)
  const low = near - 0.05 * (far - near) - (wide - span) / 2
  return [low, low + wide]
}

/** The stretch of time shown in the path chart, s, from the start of the action. */
export function pathTimeExtent(plan: Plan): [number, number] {
  const { moment, captured, sensed } = plan.timing
  const last = Math.max(moment ?? 0, captured ?? 0, sensed ?? 0, 1e-5)
  return [0, last * 1.16]
}
