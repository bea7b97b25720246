import { blurred } from '../frame/blurred'
import type { Film } from '../../render'
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

/** A small picture made ready to compare: its light, and the roots of it blurred over neighbours. */
export const smallOf = (width: number, height: number, light: Float32Array): Small => ({
  width,
  height,
  light,
  // Over neighbours too: few samples of a computed picture make it noisy.
  roots: blurred(light, width, height, 1).map(value => Math.sqrt(Math.max(0, value))),
})

/** How a picture goes with a drawn one, made as bright. */
export interface Fit {
  /** Amount of light against the plan's. */
  gain: number
  /** Sum of squares left, of roots of light. */
  rest: number
}

/** How well two small frames fit, whatever their exposure. */
export function fitOf(picture: Small, seen: Small): Fit {
  let [cross, own, all] = [0, 0, 0]
  for (let i = 0; i < picture.roots.length; i++) {
    const [p, m] = [picture.roots[i]!, seen.roots[i]!]
    cross += p * m
    own += m * m
    all += p * p
  }
  const root = own > 0 ? Math.max(0.02, cross / own) : 1
  return { gain: root * root, rest: Math.max(0, all - 2 * root * cross + root * root * own) }
}

/** How far two pictures are apart: the sum of squares of what their roots of light differ by. */
export const apart = (one: Small, other: Small): number =>
  one.roots.reduce((total, root, i) => total + (root - other.roots[i]!) ** 2, 0)

/** What each pixel of a side takes of the pixels of a longer one: the first, and how much of each from it on. */
function shares(from: number, to: number): { first: number; parts: number[] }[] {
  const size = from / to
  return Array.from({ length: to }, (_, i) => {
    const [start, end] = [i * size, (i + 1) * size]
    const first = Math.floor(start)
    const count = Math.max(1, Math.min(from, Math.ceil(end - 1e-9)) - first)
    const parts = Array.from({ length: count }, (_, k) => Math.min(end, first + k + 1) - Math.max(start, first + k))
    return { first, parts: parts.map(part => part / size) }
  })
}

/** A picture made so small, each pixel the mean of the part it covers, to fractions of a pixel. */
export function shrunk(frame: Frame, width: number, height: number): Small {
  const light = new Float32Array(width * height)
  const [columns, rows] = [shares(frame.width, width), shares(frame.height, height)]
  rows.forEach((row, y) =>
    columns.forEach((column, x) => {
      let total = 0
      for (let v = 0; v < row.parts.length; v++) {
        const start = (row.first + v) * frame.width + column.first
        let line = 0
        for (let u = 0; u < column.parts.length; u++)
          line += column.parts[u]! * Math.min(WHITE, frame.level[start + u] ?? 0)
        total += row.parts[v]! * line
      }
      light[y * width + x] = total
    }),
  )
  return smallOf(width, height, light)
}

/** A computed picture, so many times as bright, as a file would hold it. */
export function filmed(film: Film, gain = 1): Small {
  const { width, height } = film
  const light = new Float32Array(width * height)
  for (let i = 0; i < light.length; i++) light[i] = clipped(gain * film.brightness(i % width, Math.floor(i / width)))
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
