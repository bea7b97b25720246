import { blurred } from '../frame/blurred'
import type { Frame } from '../types'

/** White of a file: what is brighter is not told apart. */
const WHITE = 0.98

/** A picture as small as a take is read at: roots of its light, by rows. */
export interface Small {
  width: number
  height: number
  /** Light, linear. */
  light: Float32Array
  roots: Float32Array
}

export const smallOf = (width: number, height: number, light: Float32Array): Small => ({
  width,
  height,
  light,
  // Over neighbours too: few samples of a computed picture make it noisy.
  roots: blurred(light, width, height, 1).map(value => Math.sqrt(Math.max(0, value))),
})

/** A picture made so small, each pixel the mean of the part it covers. */
export function shrunk(frame: Frame, width: number, height: number): Small {
  const light = new Float32Array(width * height)
  const [wide, tall] = [frame.width / width, frame.height / height]
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const [x0, x1] = [Math.floor(x * wide), Math.max(Math.floor(x * wide) + 1, Math.floor((x + 1) * wide))]
      const [y0, y1] = [Math.floor(y * tall), Math.max(Math.floor(y * tall) + 1, Math.floor((y + 1) * tall))]
      let total = 0
      for (let v = y0; v < y1; v++)
        for (let u = x0; u < x1; u++) total += Math.min(WHITE, frame.level[v * frame.width + u] ?? 0)
      light[y * width + x] = total / ((x1 - x0) * (y1 - y0))
    }
  return smallOf(width, height, light)
}

/** Light as a file would hold it. */
export const clipped = (light: number): number => Math.min(WHITE, Math.max(0, light))

/** Brings a picture's light to so much of it, as a file would hold it. */
export const dimmed = (small: Small, by: number): Small =>
  smallOf(
    small.width,
    small.height,
    small.light.map(value => clipped(value * by)),
  )
