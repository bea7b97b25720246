import { BANDS } from '~~/core'
import type { LabInput } from '~~/core/lab'

/** A stretch of a recording or trace as so many points, each with the lowest and highest it stands for. */
export function windowOf(input: LabInput, from: number, to: number, points: number) {
  if (input.kind === 'frame') return { columns: [], times: [] }
  const [columns, rate, start] =
    input.kind === 'sound'
      ? [[input.sound.samples], input.sound.rate, 0]
      : [
          input.trace.columns,
          (input.trace.time.length - 1) / (input.trace.time[input.trace.time.length - 1]! - input.trace.time[0]!),
          input.trace.time[0]!,
        ]
  const length = columns[0]!.length
  const first = Math.max(0, Math.floor((from - start) * rate))
  const end = Math.min(length, Math.ceil((to - start) * rate) + 1)
  const count = Math.max(1, Math.min(points, end - first))
  const at = (k: number): number => first + Math.floor(((end - first) * k) / count)
  return {
    times: Array.from({ length: count }, (_, k) => start + at(k) / rate),
    columns: columns.map(column => rangesOf(column, count, at)),
  }
}

function rangesOf(column: Float32Array | Float64Array, count: number, at: (k: number) => number) {
  const [low, high]: [number[], number[]] = [[], []]
  for (let k = 0; k < count; k++) {
    let [least, most] = [Infinity, -Infinity]
    for (let i = at(k); i < Math.max(at(k) + 1, at(k + 1)); i++) {
      const value = column[i]!
      if (value < least) least = value
      if (value > most) most = value
    }
    low.push(least)
    high.push(most)
  }
  return { low, high }
}

/** A picture of which only the light is at hand, as bytes to be shown; or its stops, by the colours of the frame. */
export function pictureOfFrame(input: LabInput, stops = false) {
  if (input.kind !== 'frame') return { width: 1, height: 1, bytes: new Uint8ClampedArray(4) }
  const { width, height, level } = input.frame
  const bytes = new Uint8ClampedArray(width * height * 4)
  for (let i = 0; i < level.length; i++) {
    const light = Math.min(1, Math.max(0, level[i]!))
    if (stops) {
      const stops = Math.log2(Math.max(light, 1e-6) / 0.18)
      bytes.set(BANDS.find(band => stops < band.below)!.colour, i * 4)
      bytes[i * 4 + 3] = 255
      continue
    }
    const code = 255 * (light <= 0.0031308 ? 12.92 * light : 1.055 * light ** (1 / 2.4) - 0.055)
    bytes.fill(code, i * 4, i * 4 + 3)
    bytes[i * 4 + 3] = 255
  }
  return { width, height, bytes }
}
