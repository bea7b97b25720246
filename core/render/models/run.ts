import { dot, minus, scaled, sum } from '../../light/lamp'
import type { Bodies, Vector } from '../bodies'
import { BENCH, CLOTH, HAIR, RUBBER, SKIN, TROUSERS } from './colours'
import { hand, limb } from './people'
import { type SubjectModel, objectMiddle } from './model'

/** m that a stride takes a runner on, as a share of their height. */
const STRIDE = 0.75

/**
 * Somebody seen from the side, running to the right: legs and arms swing against each other with the way come.
 *
 * @param hip m
 * @param phase turns of the stride, 0 to 1
 */
function runner(bodies: Bodies, hip: Vector, tall: number, phase: number): Vector {
  const at = (from: Vector, x: number, y: number, z = 0): Vector => sum(from, [x * tall, y * tall, z * tall])
  const neck = at(hip, 0.075, 0.31)
  bodies.capsule(hip, at(hip, 0.055, 0.24), tall * 0.068, CLOTH)
  bodies.capsule(at(hip, 0.05, 0.2, 0.04), at(hip, 0.066, 0.27, 0.05), tall * 0.05, CLOTH)
  bodies.capsule(neck, at(neck, 0.012, 0.05), tall * 0.028, SKIN)
  bodies.sphere(at(neck, 0.03, 0.105), tall * 0.058, SKIN)
  bodies.sphere(at(neck, 0.022, 0.118), tall * 0.06, HAIR)
  let leading: Vector = hip
  for (const side of [1, -1] as const) {
    const swing = Math.cos(2 * Math.PI * phase) * side
    const lift = Math.max(0, Math.sin(2 * Math.PI * phase) * side)
    const ankle = at(hip, 0.24 * swing - 0.06, -0.43 + 0.13 * lift + 0.06 * Math.abs(swing), side * 0.05)
    const foot = limb(
      bodies,
      at(hip, 0, -0.01, side * 0.05),
      ankle,
      tall * 0.49,
      tall * 0.05,
      [1, 0, 0],
      TROUSERS,
      TROUSERS,
    )
    bodies.capsule(foot, at(foot, 0.075, -0.012), tall * 0.024, HAIR)
    const shoulder = at(neck, -0.01, -0.02, side * 0.1)
    const reach = at(shoulder, 0.02 - 0.19 * swing, -0.17 + 0.05 * Math.abs(swing), side * 0.02)
    const wrist = limb(bodies, shoulder, reach, tall * 0.34, tall * 0.029, [-1, -0.6, 0], CLOTH, SKIN)
    hand(bodies, wrist, [1, 0.4, 0], tall * 0.075, side)
    if (side === 1) leading = wrist
  }
  return leading
}

/** Half of a ribbon's width, m. */
const EDGE: Vector = [0, 0.02, 0.004]

/** A ribbon that trails behind a hand in waves. */
function ribbon(bodies: Bodies, from: Vector, long: number): void {
  const pieces = 60
  const at = (i: number): Vector => {
    const share = i / pieces
    const wave = Math.sin(share * 15 - 0.4) * 0.1 * Math.sqrt(share)
    return [from[0] - share * long, from[1] + wave + share * 0.12, from[2] + Math.cos(share * 11) * 0.07 * share]
  }
  for (let i = 1; i <= pieces; i++) {
    const [a, b] = [at(i - 1), at(i)]
    const half = scaled(minus(b, a), 0.56)
    // Square to the way it runs.
    const edge = minus(EDGE, scaled(half, dot(EDGE, half) / dot(half, half)))
    bodies.plate(scaled(sum(a, b), 0.5), half, edge, RUBBER)
  }
}

/** A runner with a ribbon, where the run has brought them. */
export const run: SubjectModel = input => {
  const { bodies, plan } = input
  const { subject } = plan.setup
  const [x, y, z] = objectMiddle(input)
  const tall = subject.height
  const floor = y - tall / 2
  const phase = (x / (STRIDE * tall * 2) + 0.06) % 1
  bodies.riders(() => {
    const hold = runner(bodies, [x, floor + tall * 0.53, z], tall, phase < 0 ? phase + 1 : phase)
    ribbon(bodies, hold, tall * 0.8)
  })
  bodies.disc([x, floor - 0.005, z], [0, 1, 0], 4, BENCH)
}
