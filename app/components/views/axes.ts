import { type MotionKind, type Plan, lastLight, secondOf, sensorOf, shoots, traitsOf } from '~~/core'
import { GRAVITY } from '~~/core/physics/constants'
import type { Linear } from './linear'
import { footprint } from './tableGeometry'

/**
 * A drawing over the line of travel: distance on one axis, which table plan and path chart share, and something else
 * across it. What flies runs to the
 * right with the other axis upright; what falls, pours or is tossed runs up or down with the other axis to the right.
 */
export interface Axes {
  upright: boolean
  along: Linear
  across: Linear
}

/** px that the figure of a tick takes up beside the next. */
const TICK = 58

/** How many ticks an axis has room for, at most so many: lying down their figures stand side by side. */
export function roomFor(scale: Linear, level: boolean, most: number): number {
  const [from, to] = scale.range()
  return level ? Math.max(2, Math.min(most, Math.floor(Math.abs(to - from) / TICK))) : most
}

export interface Point {
  x: number
  y: number
}

export const point = (axes: Axes, along: number, across: number): Point =>
  axes.upright ? { x: axes.across(across), y: axes.along(along) } : { x: axes.along(along), y: axes.across(across) }

/** m along and across that a point of the drawing stands for. */
export const alongOf = (axes: Axes, p: Point): number => axes.along.invert(axes.upright ? p.y : p.x)
export const acrossOf = (axes: Axes, p: Point): number => axes.across.invert(axes.upright ? p.x : p.y)

/** Steps to the right and down the sheet as steps along and across. */
export function plane(axes: Axes, right: number, down: number): { along: number; across: number } {
  const alongSense = axes.along(1) > axes.along(0) ? 1 : -1
  const acrossSense = axes.across(1) > axes.across(0) ? 1 : -1
  return axes.upright
    ? { along: alongSense * down, across: acrossSense * right }
    : { along: alongSense * right, across: acrossSense * down }
}

/** A straight line between two places, for `v-bind`. */
export function segment(
  axes: Axes,
  from: [number, number],
  to: [number, number],
): { x1: number; y1: number; x2: number; y2: number } {
  const a = point(axes, ...from)
  const b = point(axes, ...to)
  return { x1: a.x, y1: a.y, x2: b.x, y2: b.y }
}

/** The area between two places, for `v-bind`; never thinner than `least` px. */
export function area(
  axes: Axes,
  from: [number, number],
  to: [number, number],
  least = 1,
): { x: number; y: number; width: number; height: number } {
  const a = point(axes, ...from)
  const b = point(axes, ...to)
  const width = Math.max(least, Math.abs(b.x - a.x))
  const height = Math.max(least, Math.abs(b.y - a.y))
  return { x: (a.x + b.x - width) / 2, y: (a.y + b.y - height) / 2, width, height }
}

/** A curve through places, for `d`. */
export const curve = (axes: Axes, places: readonly [number, number][]): string =>
  places
    .map((place, i) => {
      const p = point(axes, ...place)
      return `${i ? 'L' : 'M'}${p.x.toFixed(2)} ${p.y.toFixed(2)}`
    })
    .join('')

/** Inside the range of a scale. */
export function clamped(scale: Linear, value: number): number {
  const [a, b] = scale.domain()
  return Math.min(Math.max(value, Math.min(a, b)), Math.max(a, b))
}

const UPRIGHT: ReadonlySet<MotionKind> = new Set(['fall', 'stream', 'toss'])
export const isUpright = (plan: Plan): boolean => UPRIGHT.has(plan.setup.motion.kind)

/**
 * The stretch of travel shown, m: all of the rig along it, and wide enough that the subject fits across; from the low
 * end of the drawing to its far end.
 */
export function travelExtent(plan: Plan, room: number, roomAcross: number): [number, number] {
  const { setup } = plan
  const cloud = traitsOf(setup.recipe).cloud && setup.subject.distance === 0
  const subject = setup.subject.distance
  const mark = setup.moment.reference === 'travel' ? subject + setup.moment.offset : subject
  const heard = sensorOf(setup).listens ? Math.hypot(setup.sensor.position, setup.sensor.offset) : setup.sensor.position
  const apex =
    setup.motion.kind === 'toss'
      ? (setup.motion.speed * Math.min(1.25, 1 + 2 * setup.motion.speedSpread)) ** 2 / (2 * GRAVITY)
      : 0
  const places = plan.sequence?.exposures.map(e => e.along) ?? []
  const far = Math.max(
    subject + setup.subject.depth,
    secondOf(setup) ? subject + secondOf(setup)!.gap + setup.subject.secondDepth : 0,
    mark,
    apex,
    setup.trigger === 'sensor' ? heard : 0,
    shoots(setup.action.kind) ? setup.catch.distance : 0,
    0.05,
    ...places,
  )
  const near = Math.min(cloud ? -setup.subject.depth / 2 : 0, ...places)
  const span = 1.11 * (far - near)
  const least =
    (room * (traitsOf(setup.recipe).flat ? setup.subject.height : footprint(setup))) / Math.max(1, 0.55 * roomAcross)
  const wide = Math.max(span, least)
  const low = near - 0.05 * (far - near) - (wide - span) / 2
  return [low, low + wide]
}

/** The stretch of time shown in the path chart, s, from the start of the action. */
export function pathTimeExtent(plan: Plan): [number, number] {
  const { moment, sensed } = plan.timing
  const last = Math.max(moment ?? 0, lastLight(plan) ?? 0, sensed ?? 0, 1e-5)
  return [0, last * 1.16]
}
