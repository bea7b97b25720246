/** Dimensions of one sample, two by two: place in the pixel, on the lens, in time, on a face, of a bounce, of blur. */
export const PIXEL = 0
/** Where a path's place on the lens stands among its random numbers. */
export const LENS = 2
/** Where its instant stands. */
export const TIME = 4
/** Where its place on a lamp's face stands. */
export const FACE = 6
/** Where the direction of its bounce stands. */
export const BOUNCE = 8
/** Where its choices stand. */
export const CHOICE = 10
/** Where its blur at a rough surface stands. */
export const BLUR = 12

/** Samples that are spread evenly among themselves; the next so many are spread anew. */
const BLOCK = 256

/** The bits of a byte the other way round. */
const TURNED = Uint8Array.from({ length: 256 }, (_, byte) => {
  let turned = 0
  for (let bit = 0; bit < 8; bit++) turned |= ((byte >> bit) & 1) << (7 - bit)
  return turned
})
const turned32 = (x: number): number =>
  ((TURNED[x & 255]! << 24) |
    (TURNED[(x >>> 8) & 255]! << 16) |
    (TURNED[(x >>> 16) & 255]! << 8) |
    TURNED[x >>> 24]!) >>>
  0

/** Second component of the (0, 2)-sequence for a sample of a block, its bits the other way round. */
const SECOND = Uint32Array.from({ length: BLOCK }, (_, sample) => {
  let direction = 0x80000000
  let sum = 0
  for (let rest = sample; rest > 0; rest >>>= 1) {
    if (rest & 1) sum ^= direction
    direction = (direction ^ (direction >>> 1)) >>> 0
  }
  return turned32(sum >>> 0)
})

/** Changes each bit by those below it alone, and by the seed. */
function permuted(x: number, seed: number): number {
  let v = (x + seed) | 0
  v ^= Math.imul(v, 0x6c50b47c)
  v ^= Math.imul(v, 0xb82f1e52)
  v ^= Math.imul(v, 0xc7afe638)
  return v ^ Math.imul(v, 0x8d22f6e6)
}

function hashed(x: number): number {
  let z = x
  z = Math.imul(z ^ (z >>> 16), 0x21f0aaad)
  z = Math.imul(z ^ (z >>> 15), 0x735a2d97)
  return z ^ (z >>> 15)
}

/**
 * Numbers from 0 to below 1 for one sample of one pixel: each pair of dimensions is spread evenly over its square by
 * the samples so far, independently of other pairs and pixels; the same for the same pixel, sample and seed.
 *
 * @remarks Sobol' (0, 2)-sequence, its order shuffled and its digits scrambled after Owen by hashing (Laine and Karras
 *   2011; Burley 2020), padded to more dimensions.
 */
export class Numbers {
  private hash = 0
  private sample = 0

  start(pixel: number, sample: number, seed: number): void {
    const block = Math.floor(sample / BLOCK)
    this.hash = hashed(
      Math.imul(pixel + 1, 0x9e3779b9) ^ Math.imul(seed + 1, 0x85ebca6b) ^ Math.imul(block, 0x632be59b),
    )
    this.sample = TURNED[sample % BLOCK]!
  }

  /** @param more for another stream of the same dimension, as for another light */
  at(dimension: number, more = 0): number {
    const pair = hashed(this.hash + Math.imul((dimension >> 1) + 8 * more + 1, 0x9e3779b9))
    const index = TURNED[permuted(this.sample, pair) & 255]!
    const second = dimension & 1
    const digits = permuted(second ? SECOND[index]! : index, hashed(pair + second + 1))
    return turned32(digits >>> 0) / 2 ** 32
  }
}
