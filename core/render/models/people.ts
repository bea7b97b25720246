import type { Bodies, Vector } from '../bodies'
import { minus, scaled, sum, unit } from '../../light/lamp'
import type { Material } from '../material'
import { CLOTH, HAIR, SKIN, TROUSERS } from './colours'

/** A hand with its fingers, from the wrist in a direction. */
export function hand(bodies: Bodies, wrist: Vector, towards: Vector, size: number, side: number): void {
  const way = unit(towards)
  const aside: Vector = [-way[1] * side, way[0] * side, 0]
  const at = (along: number, off: number, deep = 0): Vector => [
    wrist[0] + way[0] * along * size + aside[0] * off * size,
    wrist[1] + way[1] * along * size + aside[1] * off * size,
    wrist[2] + deep * size,
  ]
  bodies.capsule(at(0.1, -0.1), at(0.48, -0.14), size * 0.17, SKIN)
  bodies.capsule(at(0.1, 0.1), at(0.48, 0.14), size * 0.17, SKIN)
  for (let finger = 0; finger < 4; finger++) {
    const off = -0.21 + 0.14 * finger
    bodies.capsule(at(0.52, off), at(0.9 + 0.08 * Math.sin(1.2 + finger), off * 1.2, 0.06), size * 0.068, SKIN)
  }
  bodies.capsule(at(0.16, 0.2), at(0.5, 0.44, 0.08), size * 0.078, SKIN)
}

/** An arm or leg of two bones of given length from one joint towards a place: the joint between bends to a side. */
export function limb(
  bodies: Bodies,
  from: Vector,
  to: Vector,
  length: number,
  radius: number,
  bends: Vector,
  upper: Material,
  lower: Material,
): Vector {
  const way = minus(to, from)
  const far = Math.min(Math.hypot(...way), length * 0.999)
  const end = sum(from, scaled(unit(way), far))
  const out = Math.sqrt(Math.max(0, (length / 2) ** 2 - (far / 2) ** 2))
  const joint = sum(scaled(sum(from, end), 0.5), scaled(unit(bends), out))
  bodies.capsule(from, joint, radius, upper)
  bodies.capsule(joint, end, radius * 0.8, lower)
  return end
}

/**
 * Somebody who stands facing the camera, as a jointed figure in proportion.
 *
 * @param foot middle between the feet, m
 * @param tall m
 * @param hands where they are, left and right of the picture; out of reach: as far that way as arms are long
 */
export function figure(bodies: Bodies, foot: Vector, tall: number, hands: readonly [Vector, Vector]): [Vector, Vector] {
  const at = (x: number, y: number, z = 0): Vector => [foot[0] + x * tall, foot[1] + y * tall, foot[2] + z * tall]
  // Proportions of an adult: head an eighth, shoulders at 0.82, hips at 0.52, knees at 0.28 of the height.
  bodies.sphere(at(0, 0.935), tall * 0.058, SKIN)
  bodies.sphere(at(0, 0.95, -0.008), tall * 0.059, HAIR)
  bodies.capsule(at(0, 0.86), at(0, 0.9), tall * 0.028, SKIN)
  bodies.capsule(at(-0.09, 0.815), at(0.09, 0.815), tall * 0.034, CLOTH)
  for (const side of [-1, 1]) bodies.capsule(at(side * 0.062, 0.79), at(side * 0.04, 0.58), tall * 0.056, CLOTH)
  bodies.capsule(at(0, 0.78), at(0, 0.56), tall * 0.062, CLOTH)
  bodies.capsule(at(-0.045, 0.535), at(0.045, 0.535), tall * 0.056, TROUSERS)
  for (const side of [-1, 1]) {
    limb(
      bodies,
      at(side * 0.05, 0.52),
      at(side * 0.085, 0.035),
      tall * 0.49,
      tall * 0.047,
      [side * 0.3, 0, 1],
      TROUSERS,
      TROUSERS,
    )
    bodies.capsule(at(side * 0.085, 0.02, 0), at(side * 0.1, 0.018, 0.08), tall * 0.022, HAIR)
  }
  const wrists = ([-1, 1] as const).map((side, i) => {
    const shoulder = at(side * 0.115, 0.81)
    const wrist = limb(bodies, shoulder, hands[i]!, tall * 0.34, tall * 0.027, [side * 0.6, -1, -0.2], CLOTH, SKIN)
    hand(bodies, wrist, minus(hands[i]!, shoulder), tall * 0.1, side)
    return wrist
  })
  return [wrists[0]!, wrists[1]!]
}

/**
 * Head and shoulders of somebody who faces what comes along the travel, to the left of the picture.
 *
 * @param foot middle of the shoulders' lower edge, m
 * @param tall m from there to the crown
 */
export function bust(bodies: Bodies, foot: Vector, tall: number): void {
  const at = (x: number, y: number, z = 0): Vector => [foot[0] + x * tall, foot[1] + y * tall, foot[2] + z * tall]
  bodies.sphere(at(0, 0.76), tall * 0.22, SKIN)
  bodies.sphere(at(0.05, 0.8), tall * 0.215, HAIR)
  bodies.capsule(at(-0.21, 0.73), at(-0.23, 0.71), tall * 0.03, SKIN)
  bodies.capsule(at(0.02, 0.4), at(0, 0.6), tall * 0.1, SKIN)
  bodies.capsule(at(0.02, 0.26, -0.36), at(0.02, 0.26, 0.36), tall * 0.14, CLOTH)
  bodies.capsule(at(0.02, 0.06), at(0.02, 0.3), tall * 0.22, CLOTH)
}
