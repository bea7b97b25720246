import type { LabInput } from '../../core/lab'
import { frameOf } from '../../core/lab'
import { seededRandom } from '../../core/math/random'

export interface HardStreak {
  file: LabInput
  /** px of t.1 that the light drew the thing out by. */
  length: number
  /** px of the thing across. */
  size: number
}

const code = (light: number): number => {
  const value = Math.min(1, Math.max(0, light))
  return value <= 0.0031308 ? 12.92 * value : 1.055 * value ** (1 / 2.4) - 0.055
}

/**
 * A disc or a bar that is evenly bright, drawn out by a flash over up to three times its own size, either way; added up
 * instant by instant on a grid four times as fine.
 *
 * @param px of t.1; left out: drawn
 */
export function hardStreak(seed: number, px?: number): HardStreak {
  const random = seededRandom(seed * 104_729 + 3)
  const between = (low: number, high: number): number => low + (high - low) * random.uniform()
  const size = between(44, 76)
  const length = px ?? size * between(0.3, 2.6)
  const bar = random.uniform() < 0.4
  const cut = random.uniform() < 0.5 ? 8 : between(0.3, 1.6)
  const tau = length / Math.min(cut, Math.log(10))
  const left = random.uniform() < 0.5
  const [width, height] = [Math.ceil(size + 4 * length + 120), Math.ceil(size + 90)]
  const [x0, y0] = [left ? width - 60 - size / 2 : 60 + size / 2, height / 2 + between(-8, 8)]
  const [bright, soft] = [between(0.4, 0.8), between(0.7, 1.5)]
  const profile = (along: number, off: number): number => {
    const half = bar ? (Math.abs(off) < size / 2 ? size / 2 : 0) : Math.sqrt(Math.max(0, (size / 2) ** 2 - off ** 2))
    if (half === 0) return 0
    // The share of the light in which the thing covers the place: it went over it between two times.
    const out = (t: number): number => (t <= 0 ? 0 : -Math.expm1(-Math.min(t / tau, cut)) / -Math.expm1(-cut))
    return Math.max(0, out(along + half) - out(along - half))
  }
  const light = new Float64Array(width * height)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      let sum = 0
      for (const [dx, dy] of [
        [0.125, 0.375],
        [0.375, 0.875],
        [0.625, 0.125],
        [0.875, 0.625],
      ] as const) {
        const along = (left ? x0 - (x + dx) : x + dx - x0) as number
        sum += profile(along, y + dy - y0) / 4
      }
      light[y * width + x] = bright * sum + 0.012
    }
  const blurred = softened(softened(light, width, height, soft, 1), width, height, soft, width)
  const level = Uint8ClampedArray.from({ length: width * height * 4 }, (_, i) => {
    if (i % 4 === 3) return 255
    const value = blurred[i >> 2]!
    return Math.round(255 * code(value + 0.004 * Math.sqrt(value) * random.normal() + 0.0006 * random.normal()))
  })
  return {
    file: { kind: 'frame', name: `hard-streak-${seed}.png`, frame: frameOf({ width, height, rgba: level }) },
    length,
    size,
  }
}

function softened(light: Float64Array, width: number, height: number, sigma: number, stride: number): Float64Array {
  const reach = Math.ceil(4 * sigma)
  const weights = Array.from({ length: 2 * reach + 1 }, (_, i) => Math.exp(-((i - reach) ** 2) / (2 * sigma * sigma)))
  const total = weights.reduce((a, b) => a + b, 0)
  return light.map((_, at) => {
    const [x, y] = [at % width, Math.floor(at / width)]
    let sum = 0
    for (let k = -reach; k <= reach; k++) {
      const [u, v] = stride === 1 ? [x + k, y] : [x, y + k]
      const inside = Math.min(width - 1, Math.max(0, u)) + Math.min(height - 1, Math.max(0, v)) * width
      sum += (weights[k + reach]! / total) * light[inside]!
    }
    return sum
  })
}
