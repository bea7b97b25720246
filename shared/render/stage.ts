/// <reference lib="dom" />
import type { Plan, Setup } from '../../core'
import { focusedDistance, meanInputs, motionFor, traitsOf } from '../../core'
import { type Random, seededRandom } from '../../core/math/random'

/** A frame being drawn: the context, the scale, and where places of the plan fall in it. */
export interface Stage {
  context: CanvasRenderingContext2D
  plan: Plan
  width: number
  height: number
  /** px a metre. */
  scale: number
  /** Flash exposure the tones are drawn at, stops. */
  stops: number
  /** A place along the travel and m beside it, in px. */
  at(along: number, beside?: number): { x: number, y: number }
  /** Direction of travel in the frame, unit vector. */
  direction: { x: number, y: number }
  /** The same every time for the same seed. */
  random(seed: number): Random
  /** px that a point so many m behind the plane of focus is blurred over, diffraction included. */
  blur(behind: number): number
  /** m along the travel where the object is at a time, s. */
  placeAt(time: number): number
}

const DOWN = new Set(['fall', 'stream'])

/** How the travel lies in the frame: its direction, and the place on it, m, that is in the middle. */
export function frameAxis(setup: Setup): { direction: { x: number, y: number }, centre: number } {
  const direction = DOWN.has(setup.motion.kind) ? { x: 0, y: 1 } : setup.motion.kind === 'toss' ? { x: 0, y: -1 } : { x: 1, y: 0 }
  const burst = setup.motion.kind === 'still' || traitsOf(setup.recipe).cloud === true
  return { direction, centre: burst ? 0 : setup.subject.distance + (traitsOf(setup.recipe).splashes ? 0 : setup.subject.depth / 2) }
}

export function makeStage(context: CanvasRenderingContext2D, width: number, height: number, plan: Plan): Stage {
  const { setup } = plan
  const scale = width / plan.optics.fieldWidth
  const { direction, centre } = frameAxis(setup)
  const motion = motionFor(setup, plan.drag, meanInputs(setup))
  return {
    context, plan, width, height, scale, direction,
    stops: Math.max(-9, Math.min(7, plan.exposure.flash ?? plan.exposure.ambient)),
    at: (along, beside = 0) => ({
      x: width / 2 + (along - centre) * scale * direction.x + beside * scale * Math.abs(direction.y),
      y: height / 2 + (along - centre) * scale * direction.y - beside * scale * Math.abs(direction.x),
    }),
    blur: (behind) => {
      const { focalLength } = setup.lens
      const distance = focusedDistance(setup)
      const circle = (focalLength * focalLength * Math.abs(behind)) / (setup.picture.aperture * (distance - focalLength) * Math.max(0.1 * distance, distance + behind))
      return (Math.hypot(circle, plan.optics.airy / 2) / setup.camera.sensorWidth) * width
    },
    random: seededRandom,
    placeAt: time => motion.positionAt(time),
  }
}

/** A filled disc or ellipse. */
export function blob({ context }: Stage, x: number, y: number, rx: number, ry: number, fill: string | CanvasGradient, turn = 0): void {
  context.fillStyle = fill
  context.beginPath()
  context.ellipse(x, y, Math.max(0.3, rx), Math.max(0.3, ry), turn, 0, 2 * Math.PI)
  context.fill()
}
