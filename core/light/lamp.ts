import type { PulseShape } from '../physics/flash'

/** A place or direction in the scene, m: x to the right in the picture, y up, z towards the camera. */
export type Vector = readonly [x: number, y: number, z: number]

/** The way a surface faces that looks into the camera. */
export const TO_CAMERA: Vector = [0, 0, 1]

/** Where a light stands, and the face that gives its light. */
export interface LampShape {
  place: Vector
  /** Direction it is aimed in, of length 1. */
  aim: Vector
  /** Half sides of the face that gives the light, m. */
  across: Vector
  up: Vector
  /** m² of that face. */
  area: number
  /** Its brightness off the axis falls as the cosine to this power. */
  lobe: number
  /** Whether the face is large enough to tell: then it is sampled all over. */
  wide: boolean
}

/** One that gives light. */
export interface Shining extends LampShape {
  /** Level against correct exposure × m² of distance: a card that faces it d away is at this / d². */
  strength: number
}

/** A light as the picture meets it. */
export interface Lamp extends Shining {
  name: string
  /** s from the middle of all the light to its peak. */
  peak: number
  shape: PulseShape
  /** s from the contact to its peak, for a shutter that may cut it off. */
  lag: number
  /** Whether it flickers through the whole of the open time. */
  continuous: boolean
}

/** The power of the cosine by which a beam of this opening (full angle at half brightness, rad) falls off. */
export function lobeOf(beamAngle: number): number {
  const half = beamAngle / 2
  return half >= Math.PI / 2 ? 0 : Math.LN2 / -Math.log(Math.cos(half))
}

/** Brightness off the axis against that on it, 0 to 1; a lobe of 0 shines all round. */
export const beamShare = (lobe: number, cosine: number): number => (lobe === 0 ? 1 : cosine <= 0 ? 0 : cosine ** lobe)

/**
 * Light of a face against that of a point of the same strength, on its axis: no inverse square closer than its size.
 *
 * @param input.distance m, above 0
 * @param input.area m² of the face, taken as a disc
 * @param input.lobe power of the cosine, 0 or above
 * @remarks Integral over the disc; for a lobe of 1 it is d²/(d² + R²).
 */
export function faceShare(input: { distance: number; area: number; lobe: number }): number {
  const ratio = input.area / Math.PI / input.distance ** 2
  if (ratio < 1e-9) return 1
  const power = (input.lobe + 1) / 2
  return (1 - (1 + ratio) ** -power) / (ratio * power)
}

/** A basis of two directions square to one, each of length 1: level and upright as far as they can be. */
export function squareTo([x, y, z]: Vector): { across: Vector; up: Vector } {
  const flat = Math.hypot(x, z)
  const across: Vector = flat < 1e-9 ? [1, 0, 0] : [z / flat, 0, -x / flat]
  // The one across lies level: of the product only these terms are left.
  return { across, up: [y * across[2], z * across[0] - x * across[2], -y * across[0]] }
}

/** A vector times a factor. */
export const scaled = ([x, y, z]: Vector, by: number): Vector => [x * by, y * by, z * by]
/** The sum of two vectors. */
export const sum = (a: Vector, b: Vector): Vector => [a[0] + b[0], a[1] + b[1], a[2] + b[2]]
/** The difference of two vectors. */
export const minus = (a: Vector, b: Vector): Vector => [a[0] - b[0], a[1] - b[1], a[2] - b[2]]
/** The inner product of two vectors. */
export const dot = (a: Vector, b: Vector): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2]
/** A vector made of length 1. */
export const unit = (a: Vector): Vector => scaled(a, 1 / (Math.hypot(...a) || 1))
