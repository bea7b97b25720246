import { median, quantileOf, spreadOf } from '../statistics'
import type { Frame } from '../types'
import type { Region } from './decode'

/** Levels of a picture as they look: a root, so that noise is about the same in dark and light. */
export const perceived = (frame: Frame): Float32Array => frame.level.map(level => Math.sqrt(Math.max(0, level)))

/** What stands out of its surroundings in a picture. */
export interface Stands {
  box: Region
  /** Share of each column and row of the box that stands out. */
  columns: Float64Array
  rows: Float64Array
  /** px of the frame. */
  area: number
  /** px of the next largest part. */
  next: number
}

const NEIGHBOURS = [-1, 1] as const

/** The largest connected part of what is above a level. */
export function largestPart(above: Uint8Array, width: number, height: number): Stands | null {
  const seen = new Uint8Array(above.length)
  const queue = new Int32Array(above.length)
  let best: { start: number; size: number } | null = null
  let next = 0
  const flood = (start: number, visit?: (at: number) => void): number => {
    let [head, tail] = [0, 0]
    queue[tail++] = start
    seen[start] = visit ? 2 : 1
    while (head < tail) {
      const at = queue[head++]!
      visit?.(at)
      const x = at % width
      const push = (next: number): void => {
        if (above[next] && seen[next] !== (visit ? 2 : 1)) {
          seen[next] = visit ? 2 : 1
          queue[tail++] = next
        }
      }
      for (const step of NEIGHBOURS) {
        if (x + step >= 0 && x + step < width) push(at + step)
        const next = at + step * width
        if (next >= 0 && next < width * height) push(next)
      }
    }
    return tail
  }
  for (let i = 0; i < above.length; i++) {
    if (!above[i] || seen[i]) continue
    const size = flood(i)
    next = Math.max(next, Math.min(size, best?.size ?? 0))
    if (!best || size > best.size) best = { start: i, size }
  }
  if (!best) return null
  let box: Region = { x0: width, y0: height, x1: 0, y1: 0 }
  const members: number[] = []
  flood(best.start, at => {
    members.push(at)
    const [x, y] = [at % width, Math.floor(at / width)]
    box = { x0: Math.min(box.x0, x), y0: Math.min(box.y0, y), x1: Math.max(box.x1, x + 1), y1: Math.max(box.y1, y + 1) }
  })
  const columns = new Float64Array(box.x1 - box.x0)
  const rows = new Float64Array(box.y1 - box.y0)
  for (const at of members) {
    columns[(at % width) - box.x0]!++
    rows[Math.floor(at / width) - box.y0]!++
  }
  return { box, columns, rows, area: members.length, next }
}

/** A bright thing on a darker ground. */
export function brightThing(frame: Frame, within: Region): Stands | null {
  const { width, height } = frame
  const seen = perceived(frame)
  const inside = new Float32Array((within.x1 - within.x0) * (within.y1 - within.y0))
  for (let y = within.y0, k = 0; y < within.y1; y++)
    for (let x = within.x0; x < within.x1; x++) inside[k++] = seen[y * width + x]!
  const [ground, top] = [median(inside), quantileOf(inside, 0.998)]
  const level = ground + Math.max((top - ground) / 2, 5 * spreadOf(inside))
  const above = new Uint8Array(width * height)
  for (let y = within.y0; y < within.y1; y++)
    for (let x = within.x0; x < within.x1; x++) if (seen[y * width + x]! > level) above[y * width + x] = 1
  const found = largestPart(above, width, height)
  return found && found.area >= 12 ? found : null
}

/** What is in one picture and not in another of the same place and size. */
export function changedThing(frame: Frame, empty: Frame, within: Region, least = 8): Stands | null {
  const { width, height } = frame
  const [now, was] = [perceived(frame), perceived(empty)]
  const difference = new Float32Array(width * height)
  for (let i = 0; i < difference.length; i++) difference[i] = now[i]! - was[i]!
  const sample = Float32Array.from({ length: Math.ceil(difference.length / 7) }, (_, i) => difference[i * 7]!)
  const [usual, noise] = [median(sample), Math.max(spreadOf(sample), 0.004)]
  const above = new Uint8Array(width * height)
  for (let y = within.y0; y < within.y1; y++)
    for (let x = within.x0; x < within.x1; x++) {
      const i = y * width + x
      // Two px beside each other at the least: one alone is noise.
      if (Math.abs(difference[i]! - usual) > 6 * noise && Math.abs((difference[i + 1] ?? 0) - usual) > 3 * noise)
        above[i] = 1
    }
  const found = largestPart(above, width, height)
  return found && found.area >= least ? found : null
}
