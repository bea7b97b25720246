import { stageOf } from '../../light/place'
import type { Assessment } from '../../plan'
import { Film, type Scene, pathOf, sceneOf } from '../../render'
import type { Frame } from '../types'
import { caughtAt } from './instants'
import { type Small, clipped, filmed, smallOf } from './small'

/** A part of a frame, px. */
export interface Part {
  left: number
  top: number
  wide: number
  tall: number
}

/** The plan with what travels caught at a time, as a scene, and where in the frame its leading edge is then, px. */
export interface Caught {
  scene: Scene
  x: number
  y: number
}

/** What a take caught so many seconds after the moment would show in a frame. */
export function caughtIn(frame: Frame, plan: Assessment, places: (time: number) => number, offset: number): Caught {
  const time = plan.timing.moment! + offset
  const caught = caughtAt(plan, time, places)
  const scene = sceneOf(caught)
  const [x, y] = pathOf(caught, stageOf(plan.known))(time)
  const perMetre = frame.width / scene.view.fieldWidth
  return { scene, x: frame.width / 2 + x * perMetre, y: frame.height / 2 - y * perMetre }
}

/** The part of a frame that reaches so many pixels about every one of some places; less where the frame ends. */
export function partAbout(frame: Frame, places: readonly Pick<Caught, 'x' | 'y'>[], reach: number): Part {
  const within = (value: number, most: number): number => Math.min(most, Math.max(0, Math.round(value)))
  const [xs, ys] = [places.map(({ x }) => x), places.map(({ y }) => y)]
  const left = within(Math.min(...xs) - reach, frame.width)
  const top = within(Math.min(...ys) - reach, frame.height)
  return {
    left,
    top,
    wide: within(Math.max(...xs) + reach, frame.width) - left,
    tall: within(Math.max(...ys) + reach, frame.height) - top,
  }
}

/** What a frame shows of a part. */
export function framed({ level, width }: Frame, { left, top, wide, tall }: Part): Small {
  const light = Float32Array.from({ length: wide * tall }, (_, i) =>
    clipped(level[(top + Math.floor(i / wide)) * width + left + (i % wide)]!),
  )
  return smallOf(wide, tall, light)
}

/** What a scene would show of a part of a frame, so many times as bright, with so many passes of light. */
export function drawn(
  scene: Scene,
  frame: Frame,
  { left, top, wide, tall }: Part,
  gain: number,
  passes: number,
): Small {
  const film = new Film(scene, wide, tall, 3, { left, top, wide: frame.width, tall: frame.height })
  film.pass(passes)
  return filmed(film, gain)
}

/** Pixels in a row that go wrong together. */
const TOGETHER = 3

/** Noise of a part by the sum of squares that its best picture leaves. */
export const noiseOf = (rest: number, { wide }: Part): number => (rest * TOGETHER) / wide
