import type { Region } from './decode'
import { type Edge, edgeOf } from './edge'
import type { Frame } from '../types'
import { lineThrough } from '../statistics'

/** Bins for each px across the edge. */
const FINE = 4
/** px each way from the edge that are looked at. */
const MOST_REACH = 60

interface Crossing {
  line: number
  at: number
}

/** Where the steepest change of each row, or column, lies. */
function crossings(frame: Frame, { x0, y0, x1, y1 }: Region, upright: boolean): Crossing[] {
  const lines = upright ? y1 - y0 : x1 - x0
  const length = upright ? x1 - x0 : y1 - y0
  const at = (line: number, i: number): number =>
    upright ? frame.level[(y0 + line) * frame.width + x0 + i]! : frame.level[(y0 + i) * frame.width + x0 + line]!
  const found: Crossing[] = []
  for (let line = 0; line < lines; line++) {
    const row = Float64Array.from({ length }, (_, i) => at(line, i))
    const edge = edgeOf(row)
    if (edge) found.push({ line, at: edge.at })
  }
  return found
}

/** Whether the edge in a part of a picture stands rather than lies. */
function stands(frame: Frame, { x0, y0, x1, y1 }: Region): boolean {
  let [across, down] = [0, 0]
  for (let y = y0; y < y1 - 1; y++)
    for (let x = x0; x < x1 - 1; x++) {
      const here = frame.level[y * frame.width + x]!
      across += (frame.level[y * frame.width + x + 1]! - here) ** 2
      down += (frame.level[(y + 1) * frame.width + x]! - here) ** 2
    }
  return across > down
}

/**
 * Spread of a straight edge in a part of a picture, finer than its pixels: each pixel is laid by its distance from the
 * edge, as ISO 12233 does.
 *
 * @returns px of the frame from a tenth to nine tenths; null where there is no one straight edge
 */
export function slantedEdge(frame: Frame, box: Region): (Edge & { angle: number }) | null {
  const upright = stands(frame, box)
  const found = crossings(frame, box, upright)
  const lines = upright ? box.y1 - box.y0 : box.x1 - box.x0
  const length = upright ? box.x1 - box.x0 : box.y1 - box.y0
  if (found.length < Math.max(6, lines * 0.6)) return null
  const line = lineThrough(
    found.map(point => point.line),
    found.map(point => point.at),
  )
  if (line.scatter > Math.max(1.5, length * 0.08)) return null
  const cosine = 1 / Math.hypot(1, line.slope)
  const reach = Math.min(MOST_REACH, (length / 2) * cosine * 0.95)
  const bins = Math.floor(reach * 2 * FINE)
  const [sums, counts] = [new Float64Array(bins), new Float64Array(bins)]
  for (let l = 0; l < lines; l++)
    for (let i = 0; i < length; i++) {
      const distance = (i - line.height - line.slope * l) * cosine
      const bin = Math.floor((distance + reach) * FINE)
      if (bin < 0 || bin >= bins) continue
      const [x, y] = upright ? [box.x0 + i, box.y0 + l] : [box.x0 + l, box.y0 + i]
      sums[bin]! += frame.level[y * frame.width + x]!
      counts[bin]!++
    }
  const profile: number[] = []
  for (let i = 0; i < bins; i++) profile.push(counts[i]! > 0 ? sums[i]! / counts[i]! : (profile.at(-1) ?? NaN))
  const edge = edgeOf(profile.filter(Number.isFinite))
  if (!edge) return null
  return {
    ...edge,
    at: line.height + (line.slope * lines) / 2,
    width: edge.width / FINE,
    widthError: Math.hypot(edge.widthError / FINE, 0.03 * (edge.width / FINE)),
    angle: Math.atan(line.slope),
  }
}
