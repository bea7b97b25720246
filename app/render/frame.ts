import type { Plan } from '~~/core'
import { DRAW, drawObject } from './recipes'
import { type Stage, makeStage } from './stage'
import { GROUND, ROOM, tone } from './tone'

export interface FrameOptions {
  /** Show where the next takes may fall, as faint ghosts. */
  ghosts?: boolean
}

/**
 * The frame the sensor will record, to scale: field of view, subject and object where the light catches them with their streak, exposure, dark band,
 * ambient, grain. Draws on a context already scaled to `width` × `height`; the same plan always gives the same picture.
 */
export function drawFrame(context: CanvasRenderingContext2D, width: number, height: number, plan: Plan, options: FrameOptions = {}): void {
  const stage = makeStage(context, width, height, plan)
  const { setup } = plan
  context.save()
  context.fillStyle = tone(GROUND, stage.stops)
  context.fillRect(0, 0, width, height)
  if (plan.exposure.ambient > -9 && setup.method !== 'fast-shutter') {
    context.fillStyle = tone(ROOM, 0, Math.min(1, 2 ** (plan.exposure.ambient / 2.2)))
    context.fillRect(0, 0, width, height)
  }

  const inFocus = plan.optics.depth === null ? 1 : plan.optics.depth / setup.picture.depthWanted
  if (inFocus < 1) context.filter = `blur(${Math.min(4, (1 / inFocus - 1) * 1.2).toFixed(2)}px)`
  if (plan.timing.captured !== null) {
    DRAW[setup.recipe](stage)
    if (setup.recipe === 'projectile' && plan.caughtAt !== null) drawObject(stage, setup.subject.distance + plan.caughtAt, 1)
    if (options.ghosts) drawGhosts(stage)
  }
  context.filter = 'none'
  drawBand(stage)
  drawGrain(stage)
  context.restore()
}

/** Where the next ten takes may fall, for what moves along a line. */
function drawGhosts(stage: Stage): void {
  const { plan } = stage
  if (plan.caughtAt === null || plan.setup.motion.kind === 'still') return
  const random = stage.random(11)
  for (let take = 0; take < 10; take++) {
    drawObject(stage, plan.setup.subject.distance + plan.caughtAt + random.normal() * plan.spread.scatter * plan.objectSpeed, 0.16)
  }
}

/** What the second curtain covers before the light is out: the right edge of the picture. */
function drawBand({ context, width, height, plan }: Stage): void {
  if (plan.shutter.notFullyLit <= 0) return
  const dark = plan.shutter.dark * width
  const dim = plan.shutter.notFullyLit * width
  const fade = context.createLinearGradient(width - dim, 0, width - dark, 0)
  fade.addColorStop(0, 'rgb(0 0 0 / 0)')
  fade.addColorStop(1, 'rgb(0 0 0 / 0.97)')
  context.fillStyle = fade
  context.fillRect(width - dim, 0, dim - dark, height)
  context.fillStyle = 'rgb(0 0 0 / 0.97)'
  context.fillRect(width - dark, 0, dark, height)
}

function drawGrain(stage: Stage): void {
  const { context, width, height } = stage
  const strength = Math.log2(Math.max(1, stage.plan.setup.picture.iso / 200)) * 0.012
  if (strength <= 0) return
  const random = stage.random(3)
  for (let grain = 0; grain < width * height * 0.05; grain++) {
    context.fillStyle = random.uniform() < 0.5 ? `rgb(255 255 255 / ${strength})` : `rgb(0 0 0 / ${strength * 2})`
    context.fillRect(random.uniform() * width, random.uniform() * height, 1, 1)
  }
}
