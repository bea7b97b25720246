import type { Random } from '../../math/random'
import { frameOf } from '../frame/decode'
import type { Frame, FrameExposure } from '../types'

/** Light of a scene at a place, px from the top left; 1 is white. */
export type Light = (x: number, y: number) => number

/** How the simulated camera takes a frame: noise, gain, blur. */
export interface CameraOptions {
  width: number
  height: number
  /** Standard deviation of the picture's softness, px. */
  blur?: number
  /** Electrons that a white pixel holds, and read noise in electrons. */
  well?: number
  read?: number
  exposure?: Partial<FrameExposure>
  /** Quality of the JPEG; null: none. */
  quality?: number | null
}

/** How finely each pixel is looked at, each way. */
const FINE = 3

/** Exact code of light by the standard curve, 0 to 255. */
const codeOf = (light: number): number => {
  const value = Math.min(1, Math.max(0, light))
  return 255 * (value <= 0.0031308 ? 12.92 * value : 1.055 * value ** (1 / 2.4) - 0.055)
}

const kernelOf = (sigma: number): number[] => {
  const reach = Math.max(1, Math.ceil(sigma * 4))
  const weights = Array.from({ length: 2 * reach + 1 }, (_, i) => Math.exp(-((i - reach) ** 2) / (2 * sigma * sigma)))
  const total = weights.reduce((a, b) => a + b, 0)
  return weights.map(weight => weight / total)
}

/** Softens in place by a Gaussian, rows then columns. */
function soften(light: Float32Array, width: number, height: number, sigma: number): void {
  const kernel = kernelOf(sigma)
  const reach = (kernel.length - 1) / 2
  const copy = new Float32Array(Math.max(width, height))
  const line = (n: number, start: number, step: number): void => {
    for (let i = 0; i < n; i++) copy[i] = light[start + i * step]!
    for (let i = 0; i < n; i++) {
      let total = 0
      for (let k = -reach; k <= reach; k++) total += kernel[k + reach]! * copy[Math.min(n - 1, Math.max(0, i + k))]!
      light[start + i * step] = total
    }
  }
  for (let y = 0; y < height; y++) line(width, y * width, 1)
  for (let x = 0; x < width; x++) line(height, x, width)
}

/** Steps of the usual table for brightness at quality 50. */
const TABLE = [
  16, 11, 10, 16, 24, 40, 51, 61, 12, 12, 14, 19, 26, 58, 60, 55, 14, 13, 16, 24, 40, 57, 69, 56, 14, 17, 22, 29, 51,
  87, 80, 62, 18, 22, 37, 56, 68, 109, 103, 77, 24, 35, 55, 64, 81, 104, 113, 92, 49, 64, 78, 87, 103, 121, 120, 101,
  72, 92, 95, 98, 112, 100, 103, 99,
]
const COSINES = Array.from({ length: 64 }, (_, i) => {
  const [u, x] = [Math.floor(i / 8), i % 8]
  return (u === 0 ? Math.SQRT1_2 : 1) * 0.5 * Math.cos(((2 * x + 1) * u * Math.PI) / 16)
})

/** What JPEG leaves of brightness: blocks of 8, rounded in their cosines. */
function asJpeg(codes: Float32Array, width: number, height: number, quality: number): void {
  const scale = quality < 50 ? 5000 / quality : 200 - 2 * quality
  const steps = TABLE.map(step => Math.max(1, Math.floor((step * scale + 50) / 100)))
  const [block, between] = [new Float64Array(64), new Float64Array(64)]
  const turn = (from: Float64Array, to: Float64Array, forward: boolean): void => {
    for (let a = 0; a < 8; a++)
      for (let b = 0; b < 8; b++) {
        let total = 0
        for (let k = 0; k < 8; k++) total += (forward ? COSINES[b * 8 + k]! : COSINES[k * 8 + b]!) * from[a * 8 + k]!
        // Turned over, so that the next time does the other way.
        to[b * 8 + a] = total
      }
  }
  for (let by = 0; by < height; by += 8)
    for (let bx = 0; bx < width; bx += 8) {
      const index = (i: number): number =>
        Math.min(height - 1, by + Math.floor(i / 8)) * width + Math.min(width - 1, bx + (i % 8))
      for (let i = 0; i < 64; i++) block[i] = codes[index(i)]! - 128
      turn(block, between, true)
      turn(between, block, true)
      for (let i = 0; i < 64; i++) block[i] = Math.round(block[i]! / steps[i]!) * steps[i]!
      turn(block, between, false)
      turn(between, block, false)
      for (let i = 0; i < 64; i++)
        if (by + Math.floor(i / 8) < height && bx + (i % 8) < width) codes[index(i)] = block[i]! + 128
    }
}

/** A scene's light, each pixel the mean of a few places in it. */
export function lightOf(scene: Light, width: number, height: number): Float32Array {
  const light = new Float32Array(width * height)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      let total = 0
      for (let v = 0; v < FINE; v++)
        for (let u = 0; u < FINE; u++) total += scene(x + (u + 0.5) / FINE, y + (v + 0.5) / FINE)
      light[y * width + x] = total / (FINE * FINE)
    }
  return light
}

/** A file of a simulated camera: softness, noise of light and of reading, the standard curve, JPEG. */
export function photographed(light: Float32Array, options: CameraOptions, random: Random): Frame {
  const { width, height, blur = 0.8, well = 30_000, read = 5, quality = 90 } = options
  if (blur > 0) soften(light, width, height, blur)
  const codes = new Float32Array(width * height)
  for (let i = 0; i < codes.length; i++) {
    const electrons = Math.max(0, light[i]!) * well
    codes[i] = codeOf((electrons + random.normal() * Math.sqrt(electrons + read * read)) / well)
  }
  if (quality !== null) asJpeg(codes, width, height, quality)
  const rgba = new Uint8ClampedArray(width * height * 4)
  for (let i = 0, at = 0; i < codes.length; i++, at += 4) rgba[at] = rgba[at + 1] = rgba[at + 2] = Math.round(codes[i]!)
  return frameOf({ width, height, rgba }, { ...(options.exposure ? { exposure: options.exposure } : {}) })
}

/** The same of a scene told by a function. */
export const shot = (scene: Light, options: CameraOptions, random: Random): Frame =>
  photographed(lightOf(scene, options.width, options.height), options, random)
