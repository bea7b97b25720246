/** Dimensions of one sample: place in the pixel, on the lens, in time, on a face, of a bounce, and spares. */
export const PIXEL = 0
export const LENS = 2
export const TIME = 4
export const FACE = 5
export const BOUNCE = 7
export const CHOICE = 9
export const BLUR = 10
const DIMENSIONS = 12

/** The root of x^(d + 1) = x + 1: its powers spread samples evenly in d dimensions. */
function golden(d: number): number {
  let x = 2
  for (let i = 0; i < 40; i++) x = (1 + x) ** (1 / (d + 1))
  return x
}
const ROOT = golden(DIMENSIONS)
const STEPS = Float64Array.from({ length: DIMENSIONS }, (_, k) => ROOT ** -(k + 1) % 1)

/**
 * Numbers from 0 to below 1 for one sample of one pixel: a low-discrepancy sequence, moved by the pixel's own offset;
 * the same for the same pixel, sample and seed.
 *
 * @remarks Roberts' additive sequence with a Cranley–Patterson rotation.
 */
export class Numbers {
  private hash = 0
  private sample = 0

  start(pixel: number, sample: number, seed: number): void {
    let z = (Math.imul(pixel + 1, 0x9e3779b9) ^ Math.imul(seed + 1, 0x85ebca6b)) >>> 0
    z = Math.imul(z ^ (z >>> 16), 0x21f0aaad)
    z = Math.imul(z ^ (z >>> 15), 0x735a2d97)
    this.hash = (z ^ (z >>> 15)) >>> 0
    this.sample = sample
  }

  /** @param more for another stream of the same dimension, as for another light */
  at(dimension: number, more = 0): number {
    let z = (this.hash + Math.imul(dimension + 13 * more + 1, 0x9e3779b9)) >>> 0
    z = Math.imul(z ^ (z >>> 16), 0x21f0aaad)
    const offset = ((z ^ (z >>> 15)) >>> 0) / 2 ** 32
    const value = offset + this.sample * STEPS[dimension]!
    return value - Math.floor(value)
  }
}
