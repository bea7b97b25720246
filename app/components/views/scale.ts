import { scaleLinear } from 'd3-scale'
import type { Plan } from '~~/core'

/** Linear scale with nice ticks and its labels' format left to the caller. */
export function linear(domain: [number, number], range: [number, number]) {
  return scaleLinear().domain(domain).range(range)
}

/** The stretch of travel shown in table plan and path chart, m. */
export function travelExtent(plan: Plan): [number, number] {
  const { setup } = plan
  const still = setup.motion.kind === 'still'
  const subject = setup.subject.distance
  const mark = setup.moment.reference === 'travel' ? subject + setup.moment.offset : subject
  const heard = setup.sensor.kind === 'sound' ? Math.hypot(setup.sensor.position, setup.sensor.offset) : setup.sensor.position
  const far = Math.max(subject + setup.subject.depth, mark, setup.trigger === 'sensor' ? heard : 0, setup.action.kind === 'launcher' ? setup.catch.distance : 0, 0.05)
  const near = still ? -setup.subject.depth / 2 : 0
  const span = far - near
  return [near - 0.05 * span, far + 0.06 * span]
}

/** The stretch of time shown in the path chart, s, from the start of the action. */
export function pathTimeExtent(plan: Plan): [number, number] {
  const { moment, captured, sensed } = plan.timing
  const last = Math.max(moment ?? 0, captured ?? 0, sensed ?? 0, 1e-5)
  return [0, last * 1.16]
}
