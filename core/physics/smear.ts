import { type PulseShape, pulseMiddle, pulseShare } from './flash'
import { rootBetween } from '../math/root'

/** A light as it falls in the picture: when its peak is, s, and its share of all the light. */
export interface FallingLight {
  shape: PulseShape
  lag: number
  share: number
}

/** What light draws of something that moves, in time: times its speed it is the length in the picture. */
export interface Smear {
  /** s: the sharp core. Of one flash alone, its t.1. */
  core: number
  /** s from the start of the core until what is still lit is too dark to be seen; as long as the core: no ghost. */
  ghost: number
  /** Stops that the ghost lies under the core, on average; Infinity where there is none. */
  under: number
}

/** A time is found to so much of the span it is looked for in. */
const FINE = 1e-9
/** Of the light that falls, this share is the core's by definition, and the rest may be a ghost. */
const HALF = 0.5

/** Light that is out by a time, of all of it, 0 to 1. */
function outBy(lights: readonly FallingLight[], time: number): number {
  let sum = 0
  for (const { shape, lag, share } of lights) sum += share * pulseShare(shape, time - lag)
  return sum
}

/** Lights that fall alike are one, and one that gives nothing is none. */
function merged(lights: readonly FallingLight[]): FallingLight[] {
  const kinds: FallingLight[] = []
  for (const light of lights) {
    if (light.share <= 0 && lights.length > 1) continue
    const same = kinds.findIndex(
      ({ shape, lag }) => lag === light.lag && shape.tau === light.shape.tau && shape.cut === light.shape.cut,
    )
    if (same < 0) kinds.push(light)
    else kinds[same] = { ...light, share: kinds[same]!.share + light.share }
  }
  return kinds
}

/** The shortest time within which half of the light falls, s, and when it begins: at the peak of some light. */
function shortestHalf(lights: readonly FallingLight[], end: number): { start: number; half: number } {
  let best = { start: 0, half: Infinity }
  for (const start of new Set(lights.map(light => light.lag))) {
    const before = outBy(lights, start)
    if (1 - before < HALF) continue
    const half = rootBetween(time => outBy(lights, start + time) - before - HALF, 0, end - start, (end - start) * FINE)
    if (half < best.half) best = { start, half }
  }
  return best
}

const alone = ({ shape, lag }: FallingLight) => ({ start: lag, half: pulseMiddle(shape) })

/** Of one flash alone t.1 over the time in which half of its light is out. */
const tailOf = (shape: PulseShape): number => shape.t01 / pulseMiddle(shape)

/**
 * What several lights together draw of an edge that moves: the shortest time in which half of the light falls, drawn
 * out to t.1 as each light's own shape has it, and what is seen beyond that. Both follow every input without a jump: a
 * slow light that grows lengthens the core little by little, and its ghost comes up out of the dark.
 *
 * @param falling at least one; shares add up to 1
 * @param dwell s for which one place in the picture is covered by what moves, above 0
 * @param level stops of the whole light against correct exposure
 * @param floor stops against correct below which nothing is seen
 */
export function smearOf(
  falling: readonly FallingLight[],
  { dwell, level, floor }: { dwell: number; level: number; floor: number },
): Smear {
  const lights = merged(falling)
  if (lights.length === 0) return smearOf(falling.slice(0, 1), { dwell, level, floor })
  const end = Math.max(...lights.map(({ lag, shape }) => lag + shape.cut))
  const { start, half } = lights.length === 1 ? alone(lights[0]!) : shortestHalf(lights, end)
  const inHalf = lights.map(
    ({ shape, lag, share }) => share * (pulseShare(shape, start + half - lag) - pulseShare(shape, start - lag)),
  )
  const all = inHalf.reduce((sum, part) => sum + part, 0)
  const tail = lights.reduce((sum, { shape }, i) => sum + (inHalf[i]! / all) * tailOf(shape), 0)
  // No longer than the last of them above a tenth of its own.
  const [only] = lights
  const core =
    lights.length === 1
      ? only!.shape.t01
      : Math.min(half * tail, Math.max(...lights.map(({ lag, shape }) => lag + shape.t01)) - start)
  const seen = (time: number): number => outBy(lights, time + dwell) - outBy(lights, time)
  const darkest = 2 ** (floor - level)
  const edge = start + core
  if (edge >= end || seen(edge) < darkest) return { core, ghost: core, under: Infinity }
  const last = rootBetween(time => seen(time) - darkest, edge, end, (end - edge) * FINE)
  const ghost = last - start
  // What falls beyond the core, over as long as it is seen.
  const spread = Math.max(last - edge, dwell)
  const brightness = ((outBy(lights, last + dwell) - outBy(lights, edge)) / (spread + dwell)) * dwell
  const peak = outBy(lights, start + dwell) - outBy(lights, start)
  return { core, ghost, under: Math.log2(peak / brightness) }
}
