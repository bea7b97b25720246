import type { Assessment } from '../../plan'
import type { Scene } from '../../render'
import type { Frame } from '../types'
import { type Part, caughtIn, drawn, framed, noiseOf, partAbout } from './closer'
import { placesOf } from './instants'
import { fitOf } from './small'

/** A streak against the plan's: how many times as long, with its standard error. */
export interface Streaked {
  times: number
  error: number
}

/** Times the plan's streak that are tried, even steps of their logarithm. */
const TRIED = Array.from({ length: 9 }, (_, i) => 2 ** ((i - 3) / 2))
/** px by which the longest of them must draw things out: else none is told from another. */
const TELLING = 4
/** px to each side of the leading edge that are looked at, at the most. */
const MOST = 26
const PASSES = 2
/** How far streaks are off the plan beforehand, standard deviation of the natural log: powers are mostly as planned. */
const USUAL = 0.7
/** Least standard error, share: what the plan does not draw. */
const LEAST = 0.15

/** A scene with its streak so many times as long: about the middle of the light, where it was caught. */
const streaking = (scene: Scene, times: number): Scene => ({
  ...scene,
  instants: scene.instants.map(instant => ({
    ...instant,
    velocity: instant.velocity.map(speed => speed * times) as [number, number, number],
  })),
})

/**
 * How long the streak of a thing that travels is, against the plan: the plan's picture with its streak so many times
 * as long is laid over the frame where the thing was found.
 *
 * @param offset s from the moment at which it was caught
 * @param gain of the frame's light against the plan's
 * @returns null where the frame is too coarse to tell, or the thing is not all in it
 */
export function streakedOf(frame: Frame, plan: Assessment, offset: number, gain: number): Streaked | null {
  const caught = caughtIn(frame, plan, placesOf(plan), offset)
  const [instant] = caught.scene.instants
  if (caught.scene.instants.length !== 1 || !instant) return null
  const perMetre = frame.width / caught.scene.view.fieldWidth
  const longest = Math.hypot(instant.velocity[0], instant.velocity[1]) * plan.pulses[0]!.t01 * perMetre * TRIED.at(-1)!
  if (longest < TELLING) return null
  const reach = Math.ceil(Math.min(MOST, plan.setup.motion.objectLength * perMetre + longest))
  const part = partAbout(frame, [caught], reach)
  if (part.wide < 2 * reach || part.tall < 2 * reach) return null
  const seen = framed(frame, part)
  return likeliest(
    TRIED.map(times => fitOf(seen, drawn(streaking(caught.scene, times), frame, part, gain, PASSES)).rest),
    part,
  )
}

/** Mean and standard error of what is tried, by what each leaves and how likely it was beforehand. */
function likeliest(rests: readonly number[], part: Part): Streaked {
  const least = Math.min(...rests)
  const noise = Math.max(1e-9, noiseOf(least, part))
  const weights = rests.map((rest, i) =>
    Math.exp(-(rest - least) / (2 * noise) - 0.5 * (Math.log(TRIED[i]!) / USUAL) ** 2),
  )
  const whole = weights.reduce((a, b) => a + b, 0)
  const ln = weights.reduce((total, weight, i) => total + weight * Math.log(TRIED[i]!), 0) / whole
  const spread = Math.sqrt(weights.reduce((total, w, i) => total + w * (Math.log(TRIED[i]!) - ln) ** 2, 0) / whole)
  const times = Math.exp(ln)
  return { times, error: times * Math.hypot(spread, LEAST) }
}
