import { type Speck, type Standing, specksOf, standingIn } from '../frame/specks'
import type { Frame } from '../types'
import { type Small, shrunk } from './small'

/** px across at which spots are looked for: smaller ones are not seen in a print. */
const WIDE = 384
/** Takes in which a spot must be at the same place. */
const TAKES = 3
/** px that a spot is wide at the least, and its contrast. */
const LEAST = 3
const STANDS = 0.2
/** A place is not plain where the plan's light, as a root, differs so much between neighbours or from time to time. */
const UNEVEN = 0.1
const CHANGES = 0.1
const DARK = 0.05
/** Several in a row or column are the parts of an edge: share of the picture. */
const LINE = 0.01
/** Share of the picture's width within which two spots are one. */
const SAME = 0.015

const smaller = (frame: Frame): Frame => {
  const height = Math.round((WIDE * frame.height) / frame.width)
  const { light } = shrunk(frame, WIDE, height)
  return { ...frame, width: WIDE, height, level: light, factor: (frame.factor * frame.width) / WIDE }
}

/** Which parts of a picture the plan leaves plain at every instant: what stands there is none of its doing. */
export class Plain {
  private readonly busy: Uint8Array
  private readonly width: number
  private readonly height: number

  /** @param seen pictures of the plan at all instants, of one size */
  constructor(seen: readonly Small[]) {
    const { width, height } = seen[0]!
    this.width = width
    this.height = height
    this.busy = new Uint8Array(width * height)
    const mean = new Float32Array(width * height)
    const square = new Float32Array(width * height)
    for (const { roots } of seen)
      roots.forEach((root, i) => {
        mean[i]! += root / seen.length
        square[i]! += (root * root) / seen.length
      })
    for (let i = 0; i < mean.length; i++) {
      const about = this.about(i % width, Math.floor(i / width), 1).map(k => mean[k]!)
      const uneven = Math.max(...about) - Math.min(...about)
      const changes = Math.sqrt(Math.max(0, square[i]! - mean[i]! ** 2))
      if (uneven > UNEVEN * (mean[i]! + DARK) || changes > CHANGES * (mean[i]! + DARK)) this.busy[i] = 1
    }
  }

  private about(x: number, y: number, reach: number): number[] {
    const { width, height } = this
    const [left, right] = [Math.max(0, Math.floor(x - reach)), Math.min(width - 1, Math.ceil(x + reach))]
    const [top, bottom] = [Math.max(0, Math.floor(y - reach)), Math.min(height - 1, Math.ceil(y + reach))]
    return Array.from({ length: (right - left + 1) * (bottom - top + 1) }, (_, i) => {
      const wide = right - left + 1
      return (top + Math.floor(i / wide)) * width + left + (i % wide)
    })
  }

  /** Whether it is plain about a place, in shares of width and height, so far about it as a share of the width. */
  at(x: number, y: number, reach: number): boolean {
    const { width, height } = this
    return this.about(x * width - 0.5, y * height - 0.5, reach * width).every(k => this.busy[k] === 0)
  }
}

/**
 * Spots that stay at the same place in the takes of a run and that the plan does not have: drops and dust on the lens.
 * Each is told once.
 */
export class Spots {
  private readonly frames = new Map<string, Standing>()
  private readonly told: Speck[] = []

  constructor(private readonly plain: Plain) {}

  /** Another run begins. */
  forget(): void {
    this.frames.clear()
    this.told.length = 0
  }

  /**
   * Looks at one more take.
   *
   * @param id of the take
   * @returns spots that are new
   */
  look(id: string, frame: Frame): Speck[] {
    this.frames.delete(id)
    this.frames.set(id, standingIn(smaller(frame)))
    const last = [...this.frames].slice(-TAKES)
    for (const [old] of [...this.frames].slice(0, -TAKES)) this.frames.delete(old)
    const frames = last.map(([, one]) => one)
    if (frames.length < TAKES || frames.some(one => one.height !== frames[0]!.height)) return []
    const clear = specksOf(frames).filter(({ x, y, size }) => this.plain.at(x, y, (2 * size) / WIDE))
    const inLine = ({ x, y }: Speck): boolean =>
      clear.filter(one => Math.abs(one.y - y) < LINE || Math.abs(one.x - x) < LINE).length > 1
    const found = clear.filter(speck => speck.size >= LEAST && Math.abs(speck.contrast) >= STANDS && !inLine(speck))
    const news = found.filter(({ x, y }) => !this.told.some(one => Math.hypot(one.x - x, one.y - y) < SAME))
    this.told.push(...news)
    return news
  }
}
