import type { Assessment } from '../../plan'
import type { Frame } from '../types'
import { type Part, caughtIn, drawn, framed, noiseOf, partAbout } from './closer'
import { placesOf } from './instants'
import { fitOf } from './small'

/** Where a thing was caught: s from the moment, with the standard error. */
export interface Placed {
  offset: number
  error: number
}

/** Standard errors to either side that are looked at, and at how many places first: few where that is a few pixels. */
const REACH = 2.4
const FIRST = { few: 5, many: 9 }
const FEW = 8
/** Passes of light to find the place, and to settle it. */
const [FINDING, SETTLING] = [1, 2]
/** px about the thing that are looked at with it. */
const ABOUT = 6
/** px of the part at the most: a larger one would keep people waiting. */
const MOST = 20_000
/** Least standard error, px. */
const LEAST = 0.5

/**
 * A thing that travels placed by the frame itself, where its picture made small leaves it uncertain: what is dark
 * before black, or half hidden, shows in more pixels.
 *
 * @param first where it seems to be
 * @param gain of the frame's light against the plan's
 */
export function placedCloser(frame: Frame, plan: Assessment, first: Placed, gain: number): Placed {
  const places = placesOf(plan)
  const at = (offset: number) => caughtIn(frame, plan, places, offset)
  const perMetre = frame.width / plan.optics.fieldWidth
  const pixel = 1 / (perMetre * plan.alongSpeed)
  const reach = REACH * first.error
  const count = reach > FEW * pixel ? FIRST.many : FIRST.few
  const offsets = Array.from({ length: count }, (_, i) => first.offset + reach * ((2 * i) / (count - 1) - 1))
  const part = partAbout(
    frame,
    [offsets[0]!, offsets.at(-1)!].map(at),
    Math.ceil(plan.setup.motion.objectLength * perMetre) + ABOUT,
  )
  if (part.wide < 8 || part.tall < 8 || part.wide * part.tall > MOST) return first
  const seen = framed(frame, part)
  const left = (offset: number, passes: number) => fitOf(seen, drawn(at(offset).scene, frame, part, gain, passes)).rest
  const known = new Map<number, number>()
  const rest = (offset: number): number => {
    if (!known.has(offset)) known.set(offset, left(offset, FINDING))
    return known.get(offset)!
  }
  const lowest = (among: readonly number[]): number => among.reduce((a, b) => (rest(a) <= rest(b) ? a : b))
  let best = lowest(offsets)
  // At the end of what is looked at it may lie beyond.
  if (best === offsets[0] || best === offsets.at(-1)) return first
  let step = offsets[1]! - offsets[0]!
  while (step > 2 * pixel) {
    step /= 2
    best = lowest([best, best - step, best + step])
  }
  return settled(best, step, offset => left(offset, SETTLING), part, LEAST * pixel)
}

/** Where the parabola through the lowest and its neighbours is lowest, and how far off that may be. */
function settled(best: number, step: number, rest: (offset: number) => number, part: Part, least: number): Placed {
  const [before, at, after] = [rest(best - step), rest(best), rest(best + step)]
  const bow = (before + after - 2 * at) / step ** 2
  if (bow <= 0) return { offset: best, error: Math.max(step, least) }
  const shift = Math.max(-step, Math.min(step, (before - after) / (2 * step) / bow))
  return { offset: best + shift, error: Math.hypot(least, Math.sqrt((2 * noiseOf(at, part)) / bow)) }
}
