import { BRIGHTNESS } from '../../render/brightness'
import type { Frame, FrameExposure } from '../types'

/** Light of an 18 % card exposed correctly, where white is 1. */
export const GREY = 0.18

/** How a file's codes, 0 to 255, tell light, with 1 for white. */
export interface Tone {
  name: string
  light: Float64Array
}

const tone = (name: string, light: (code: number) => number): Tone => ({
  name,
  light: Float64Array.from({ length: 256 }, (_, code) => light(code / 255)),
})

/** The standard curve of a display, IEC 61966-2-1: a camera's own curve is steeper in the middle. */
export const STANDARD = tone('sRGB', code => (code <= 0.04045 ? code / 12.92 : ((code + 0.055) / 1.055) ** 2.4))

/** The curve of the simulated camera: a soft shoulder, see `shown`. */
export const BENCH = tone('bench', code => -Math.log1p(-Math.min(0.9985, code ** 2.2)) / 1.6)

/** Model that the simulated camera writes into its files. */
export const BENCH_CAMERA = 'Practice bench'

/**
 * Light of each pixel of a picture, means over squares of `factor` px.
 *
 * @param pixels red, green, blue and opacity of each, by rows
 */
export function frameOf(
  pixels: { width: number; height: number; rgba: Uint8ClampedArray | Uint8Array },
  options: { tone?: Tone; factor?: number; exposure?: Partial<FrameExposure> } = {},
): Frame {
  const { light, name } = options.tone ?? STANDARD
  const factor = Math.max(1, Math.floor(options.factor ?? 1))
  const width = Math.max(1, Math.floor(pixels.width / factor))
  const height = Math.max(1, Math.floor(pixels.height / factor))
  const level = new Float32Array(width * height)
  const { rgba } = pixels
  const [red, green, blue] = BRIGHTNESS
  const share = 1 / (factor * factor)
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      let total = 0
      for (let dy = 0; dy < factor; dy++) {
        let at = ((y * factor + dy) * pixels.width + x * factor) * 4
        for (let dx = 0; dx < factor; dx++, at += 4)
          total += red * light[rgba[at]!]! + green * light[rgba[at + 1]!]! + blue * light[rgba[at + 2]!]!
      }
      level[y * width + x] = total * share
    }
  const { shutter = null, aperture = null, iso = null } = options.exposure ?? {}
  return { width, height, level, factor, exposure: { shutter, aperture, iso }, tone: name }
}

/** A whole number of px to take together so that the longer side stays within `most`. */
export const factorFor = (width: number, height: number, most: number): number =>
  Math.max(1, Math.ceil(Math.max(width, height) / most))

/** A part of a picture, px of the file. */
export interface Region {
  x0: number
  y0: number
  x1: number
  y1: number
}

/** The same in px of the frame, within it and at least 2 px each way. */
export function boxIn({ width, height, factor }: Frame, box: Region): Region {
  const between = (value: number, low: number, high: number): number => Math.min(high, Math.max(low, Math.round(value)))
  const x0 = between(Math.min(box.x0, box.x1) / factor, 0, width - 2)
  const y0 = between(Math.min(box.y0, box.y1) / factor, 0, height - 2)
  return {
    x0,
    y0,
    x1: between(Math.max(box.x0, box.x1) / factor, x0 + 2, width),
    y1: between(Math.max(box.y0, box.y1) / factor, y0 + 2, height),
  }
}

/** Levels of a part of a picture, by rows; px of the frame. */
export function levelsIn(frame: Frame, { x0, y0, x1, y1 }: Region): Float32Array {
  const levels = new Float32Array((x1 - x0) * (y1 - y0))
  for (let y = y0; y < y1; y++)
    levels.set(frame.level.subarray(y * frame.width + x0, y * frame.width + x1), (y - y0) * (x1 - x0))
  return levels
}

/** Mean along one way of a part of a picture: of each column, or of each row. */
export function profileOf(frame: Frame, { x0, y0, x1, y1 }: Region, along: 'x' | 'y'): Float64Array {
  const profile = new Float64Array(along === 'x' ? x1 - x0 : y1 - y0)
  for (let y = y0; y < y1; y++)
    for (let x = x0; x < x1; x++) profile[along === 'x' ? x - x0 : y - y0]! += frame.level[y * frame.width + x]!
  const across = along === 'x' ? y1 - y0 : x1 - x0
  return profile.map(total => total / across)
}

/** Stops against an 18 % card exposed correctly. */
export const stopsOfLevel = (level: number): number => Math.log2(level / GREY)
