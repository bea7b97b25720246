/// <reference lib="dom" />
import { type Plan, meanInputs, motionFor, traitsOf } from '../../core'
import { DRAW, drawObject, drawSequence } from './recipes'
import { type Stage, blob, makeStage } from './stage'
import { GROUND, ROOM, STEEL, tone } from './tone'

export interface FrameOptions {
  /** Where the next takes catch the object, m past the near face, as faint ghosts. */
  ghosts?: readonly number[]
  /** Number the pops of a sequence. */
  numbered?: boolean
  /** The scene at an instant of a replay, s after the action starts, before the light has fallen: dim, for nothing is recorded yet. */
  instant?: number | null
}

/** How dark what is not recorded yet is shown, stops. */
const UNSEEN = -3.2

/** The plan as it would be if the light fell at an instant. */
function planAt(plan: Plan, instant: number): Plan {
  const place = motionFor(plan.setup, plan.drag, meanInputs(plan.setup)).positionAt(instant)
  return {
    ...plan, timing: { ...plan.timing, captured: instant }, caughtAt: plan.caughtAt === null ? null : place - plan.setup.subject.distance,
    exposure: { ...plan.exposure, flash: UNSEEN, ambient: UNSEEN }, shutter: { ...plan.shutter, dark: 0, notFullyLit: 0 }, sharpness: { ...plan.sharpness, subject: 0 },
  }
}

/**
 * The frame the sensor will record, to scale: field of view, subject and object where the light catches them with their streak, exposure, dark band,
 * ambient, depth of field, diffraction, grain. Draws on a context already scaled to `width` × `height`; the same plan always gives the same picture.
 */
export function drawFrame(context: CanvasRenderingContext2D, width: number, height: number, plan: Plan, options: FrameOptions = {}): void {
  const { captured } = plan.timing
  const early = options.instant != null && captured !== null && options.instant < captured && plan.sequence === null
  const shown = early ? planAt(plan, options.instant as number) : plan
  const stage = makeStage(context, width, height, shown)
  const { setup } = shown
  context.save()
  context.fillStyle = tone(GROUND, stage.stops)
  context.fillRect(0, 0, width, height)
  if (!early && shown.exposure.ambient > -9 && setup.method !== 'fast-shutter') drawAmbient(stage)

  // What lies in the plane of focus is blurred by diffraction alone.
  const sharp = stage.blur(0)
  if (sharp > 0.6) context.filter = `blur(${(sharp / 2).toFixed(2)}px)`
  if (shown.timing.captured !== null) {
    if (shown.sequence) drawSequence(stage, { until: options.instant == null || captured === null ? null : options.instant - captured, numbered: options.numbered ?? false })
    else DRAW[setup.recipe](stage)
    if (!shown.sequence && traitsOf(setup.recipe).passesThrough && shown.caughtAt !== null) drawObject(stage, setup.subject.distance + shown.caughtAt, 1)
    if (!early) for (const past of options.ghosts ?? []) drawObject(stage, setup.subject.distance + past + (traitsOf(setup.recipe).passesThrough ? 0 : setup.motion.objectLength / 2), 0.16)
  }
  context.filter = 'none'
  drawBand(stage)
  drawGrain(stage)
  context.restore()
}

/** Room light over the whole exposure: a veil over what is still, and a smear along the way of what moves. */
function drawAmbient(stage: Stage): void {
  const { context, width, height, plan } = stage
  const { setup, timing } = plan
  const level = Math.min(1, 2 ** (plan.exposure.ambient / 2.2))
  context.fillStyle = tone(ROOM, 0, level)
  context.fillRect(0, 0, width, height)
  if (timing.captured === null || setup.motion.kind === 'still' || plan.caughtAt === null) return
  const from = stage.placeAt(Math.max(0, timing.captured - setup.picture.shutter * 0.6))
  const to = stage.placeAt(timing.captured + setup.picture.shutter * 0.4)
  const length = Math.abs(to - from)
  if (length < setup.motion.objectLength) return
  // Each place is passed in a share of the exposure.
  const share = Math.min(1, setup.motion.objectLength / length)
  const steps = 40
  const inFrame = plan.optics.fieldWidth * 0.7
  const middle = setup.subject.distance + plan.caughtAt
  const [low, high] = [Math.max(Math.min(from, to), middle - inFrame), Math.min(Math.max(from, to), middle + inFrame)]
  for (let i = 0; i <= steps; i++) {
    const p = stage.at(low + ((high - low) * i) / steps)
    blob(stage, p.x, p.y, (setup.motion.objectLength / 2) * stage.scale, (setup.motion.diameter / 2) * stage.scale, tone(STEEL, plan.exposure.ambient + Math.log2(share) + 2, 0.5))
  }
}

/** What the second curtain covers before the light is out: from the edge that the curtain leaves first. */
function drawBand({ context, width, height, plan }: Stage): void {
  const { dark, notFullyLit, edge } = plan.shutter
  if (notFullyLit <= 0) return
  const upright = edge === 'top' || edge === 'bottom'
  const far = edge === 'right' || edge === 'bottom'
  const side = upright ? height : width
  /** From the edge inwards, px. */
  const at = (share: number): number => (far ? side - share * side : share * side)
  const fill = (from: number, to: number): void => {
    const [a, b] = [Math.min(at(from), at(to)), Math.abs(at(to) - at(from))]
    context.fillRect(upright ? 0 : a, upright ? a : 0, upright ? width : b, upright ? b : height)
  }
  const fade = upright ? context.createLinearGradient(0, at(notFullyLit), 0, at(dark)) : context.createLinearGradient(at(notFullyLit), 0, at(dark), 0)
  fade.addColorStop(0, 'rgb(0 0 0 / 0)')
  fade.addColorStop(1, 'rgb(0 0 0 / 0.97)')
  context.fillStyle = fade
  fill(dark, notFullyLit)
  context.fillStyle = 'rgb(0 0 0 / 0.97)'
  fill(0, dark)
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
