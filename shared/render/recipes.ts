import type { Recipe } from '../../core'
import { type Stage, blob } from './stage'
import { BISCUIT, CHALK, CLOTH, COFFEE, CREAM, GLASS, MILK, PLAIN, RUBBER, SKIN, STEEL, TEA, tone } from './tone'

/** The object drawn along its streak: each instant of the pulse adds its light. `beside` in m off the travel, `stops` where it is lit otherwise than the rest. */
export function drawObject(stage: Stage, along: number, opacity: number, { beside = 0, stops = stage.stops } = {}): void {
  const { context, plan, scale, direction } = stage
  const { motion } = plan.setup
  const radius = Math.max(1, (motion.diameter / 2) * scale)
  const half = Math.max(radius, (motion.objectLength / 2) * scale)
  const streak = plan.sharpness.subject * scale
  const steps = Math.max(1, Math.min(24, Math.ceil(streak * 2)))
  const front = stage.at(along, beside)
  for (let step = 0; step < steps; step++) {
    const share = steps === 1 ? 0 : step / (steps - 1) - 0.5
    const back = share * streak - half
    const x = front.x + back * direction.x
    const y = front.y + back * direction.y
    context.globalAlpha = opacity * (steps === 1 ? 1 : Math.min(1, 2.2 / steps + 0.5 * Math.exp(-2 * (share + 0.5))))
    const shade = context.createRadialGradient(x - radius * 0.35, y - radius * 0.4, radius * 0.1, x, y, Math.max(radius, half))
    shade.addColorStop(0, tone([245, 246, 250], stops))
    shade.addColorStop(0.5, tone(STEEL, stops - 0.7))
    shade.addColorStop(1, tone(STEEL, stops - 3))
    silhouette(stage, x, y, direction.x ? half : radius, direction.x ? radius : half, shade)
  }
  context.globalAlpha = 1
}

/** The object's own outline: a top, a diabolo, a ring with its keys; a ball for the rest. */
function silhouette(stage: Stage, x: number, y: number, rx: number, ry: number, fill: CanvasGradient): void {
  const { context, plan } = stage
  const { recipe, motion } = plan.setup
  context.fillStyle = fill
  const shape = (...points: [number, number][]): void => {
    context.beginPath()
    points.forEach(([px, py], i) => (i === 0 ? context.moveTo(x + px * rx, y + py * ry) : context.lineTo(x + px * rx, y + py * ry)))
    context.closePath()
    context.fill()
  }
  if (recipe === 'toss') {
    shape([-0.09, -1], [0.09, -1], [0.12, -0.45], [1, -0.12], [0.92, 0.12], [0.14, 0.8], [0, 1], [-0.14, 0.8], [-0.92, 0.12], [-1, -0.12], [-0.12, -0.45])
  }
  else if (recipe === 'swing' && motion.kind !== 'still') {
    shape([-1, -0.78], [-0.72, -0.86], [-0.1, -0.14], [0.1, -0.14], [0.72, -0.86], [1, -0.78], [1, 0.78], [0.72, 0.86], [0.1, 0.14], [-0.1, 0.14], [-0.72, 0.86], [-1, 0.78])
  }
  else if (recipe === 'drop' && plan.sequence) {
    context.strokeStyle = fill
    context.lineWidth = Math.max(1.5, rx * 0.22)
    context.beginPath()
    context.ellipse(x, y - ry * 0.45, rx * 0.5, ry * 0.5, 0, 0, 2 * Math.PI)
    context.stroke()
    shape([-0.35, 0], [-0.05, 0], [0.1, 1], [-0.15, 1])
    shape([0.05, -0.05], [0.32, -0.05], [0.62, 0.85], [0.42, 0.95])
  }
  else blob(stage, x, y, rx, ry, fill)
}

/** Liquid thrown about: drops along a direction, smaller the farther. */
function spray(stage: Stage, seed: number, count: number, colour: readonly [number, number, number], place: (u: number, random: () => number) => { x: number, y: number, size: number }): void {
  const random = stage.random(seed)
  for (let i = 0; i < count; i++) {
    const { x, y, size } = place(i / count, () => random.uniform())
    // Flung towards the camera and away from it: out of the plane of focus they are larger and fainter.
    const blur = stage.blur((random.uniform() - 0.5) * stage.plan.setup.picture.depthWanted) / 2
    const wide = size + blur
    blob(stage, x, y, wide, wide * (0.7 + 0.3 * random.uniform()), tone(colour, stage.stops + 0.3 - random.uniform() * 1.5, Math.max(0.06, (size / wide) ** 2)), random.uniform() * 3)
  }
}

function projectile(stage: Stage): void {
  const { context, plan, scale, stops } = stage
  const { subject, motion } = plan.setup
  const face = stage.at(subject.distance).x
  const middle = stage.height / 2
  const depth = Math.max(2, subject.depth * scale)
  const half = (subject.height / 2) * scale
  const caught = plan.caughtAt ?? -1
  const shade = context.createLinearGradient(face, 0, face + depth, 0)
  shade.addColorStop(0, tone(BISCUIT, stops + 0.4))
  shade.addColorStop(0.35, tone(BISCUIT, stops - 0.6))
  shade.addColorStop(1, tone(BISCUIT, stops - 1.6))
  context.fillStyle = shade
  if (caught <= 0) {
    context.fillRect(face, middle - half, depth, 2 * half)
    return
  }
  // Two broken halves with a ragged edge about the hole, and a plume of crumbs drawn after the ball.
  const random = stage.random(5)
  const hole = motion.diameter * 0.7 * scale
  for (const side of [-1, 1]) {
    context.beginPath()
    context.moveTo(face, middle + side * half)
    context.lineTo(face + depth, middle + side * half)
    for (let i = 0; i <= 4; i++) context.lineTo(face + depth * (1 - i / 4), middle + side * (hole + random.uniform() * hole * 0.9))
    context.closePath()
    context.fill()
  }
  const reach = caught * scale
  spray(stage, 6, 260, BISCUIT, (_, u) => {
    const along = u() ** 1.7
    const backwards = u() < 0.18
    const spread = (hole * 0.8 + (1 - along) * reach * 0.28) * (backwards ? 0.8 : 1)
    return {
      x: backwards ? face - along * reach * 0.45 : face + depth * 0.4 + along * (reach - depth * 0.4) * 0.96,
      y: middle + (u() + u() - 1) * spread,
      size: (0.0003 + u() ** 3 * 0.0016) * scale,
    }
  })
}

/** A skin drawn back round what it held, by the share of the tear that is done. */
function balloon(stage: Stage): void {
  const { context, plan, scale, stops } = stage
  const { subject } = plan.setup
  const { x, y } = stage.at(0)
  const radius = (subject.depth / 2) * scale
  const whole = (Math.PI * subject.height) / (2 * subject.crackSpeed)
  const torn = Math.max(0, Math.min(1, (plan.timing.captured ?? 0) / whole))
  const random = stage.random(9)
  const colours = [[220, 60, 50], [235, 190, 60], [60, 150, 190]] as const
  for (let piece = 0; piece < 420; piece++) {
    const angle = 2 * Math.PI * random.uniform()
    const r = radius * 0.94 * Math.sqrt(random.uniform())
    context.save()
    context.fillStyle = tone(colours[piece % 3]!, stops - random.uniform())
    context.translate(x + r * Math.cos(angle), y + r * Math.sin(angle))
    context.rotate(random.uniform() * 6)
    context.fillRect(-0.004 * scale, -0.002 * scale, 0.008 * scale, 0.004 * scale)
    context.restore()
  }
  if (torn >= 1) return
  context.strokeStyle = tone(RUBBER, stops)
  context.lineWidth = 1.5 + 4 * torn
  context.beginPath()
  // From the pin, at the left, round both sides.
  context.arc(x, y, radius * (1 - 0.03 * torn), Math.PI + Math.PI * torn, Math.PI + 2 * Math.PI - Math.PI * torn)
  context.stroke()
}

/** s since the object or stream reached the subject; negative before. */
const sinceImpact = ({ plan }: Stage): number => (plan.timing.captured ?? 0) - (plan.timing.impact ?? 0)

function pour(stage: Stage): void {
  const { context, plan, scale, stops } = stage
  const { subject, motion } = plan.setup
  const surface = stage.at(subject.distance)
  const half = (subject.height / 2) * scale
  const depth = subject.depth * scale
  context.fillStyle = tone(COFFEE, stops)
  context.fillRect(surface.x - half, surface.y, 2 * half, depth)
  const since = sinceImpact(stage)
  // The stream thins as it falls faster: what flows through each height is the same.
  const head = Math.min(subject.distance, stage.placeAt(plan.timing.captured ?? 0))
  context.fillStyle = tone(CREAM, stops)
  const top = stage.at(0)
  const slices = 30
  for (let i = 0; i < slices; i++) {
    const fallen = (head * i) / slices
    const width = motion.diameter * scale * (1 + (2 * 9.8 * fallen) / motion.speed ** 2) ** -0.25
    context.fillRect(top.x - width / 2, stage.at(fallen).y, width, (head * scale) / slices + 1)
  }
  if (since > 0) {
    const reach = Math.min(depth * 0.92, since * 0.3 * scale)
    spray(stage, 12, 160, CREAM, (u, random) => {
      const down = Math.sqrt(u) * reach
      const wide = (motion.diameter * scale) / 2 + down * 0.5
      const angle = random() * 2 * Math.PI
      return { x: top.x + Math.cos(angle) * wide * Math.sqrt(random()), y: surface.y + down * (0.6 + 0.4 * random()), size: 1.5 + wide * 0.14 * random() }
    })
  }
  // The glass over all of it.
  context.strokeStyle = tone(GLASS, stops - 0.5)
  context.lineWidth = Math.max(1.5, 0.0018 * scale)
  context.beginPath()
  context.moveTo(surface.x - half, surface.y - depth * 0.25)
  context.lineTo(surface.x - half, surface.y + depth)
  context.lineTo(surface.x + half, surface.y + depth)
  context.lineTo(surface.x + half, surface.y - depth * 0.25)
  context.stroke()
}

function drop(stage: Stage): void {
  const { context, plan, scale, stops } = stage
  const { subject, motion } = plan.setup
  const surface = stage.at(subject.distance)
  const since = sinceImpact(stage)
  const rim = (subject.height / 2) * scale
  if (since <= 0) drawObject(stage, stage.placeAt(plan.timing.captured ?? 0), 1)
  context.fillStyle = tone(MILK, stops - 0.6)
  context.fillRect(surface.x - rim * 1.6, surface.y, rim * 3.2, subject.depth * scale)
  if (since <= 0) return
  const { radius, height, leans } = crown(motion.diameter, since)
  const spikes = 11
  for (let i = 0; i <= spikes; i++) {
    const angle = (Math.PI * i) / spikes
    const foot = surface.x + Math.cos(angle) * radius * scale
    const tip = { x: surface.x + Math.cos(angle) * (radius + leans) * scale, y: surface.y - height * scale * (0.8 + 0.2 * Math.sin(i * 2.4)) }
    const near = Math.sin(angle)
    context.strokeStyle = tone(MILK, stops - 1.1 * (1 - near))
    context.lineWidth = Math.max(1.2, motion.diameter * 0.16 * scale)
    context.lineCap = 'round'
    context.beginPath()
    context.moveTo(foot, surface.y + near * 2)
    context.quadraticCurveTo(foot, (surface.y + tip.y) / 2, tip.x, tip.y)
    context.stroke()
    blob(stage, tip.x, tip.y - 2, motion.diameter * 0.11 * scale, motion.diameter * 0.12 * scale, tone(MILK, stops + 0.1))
  }
  blob(stage, surface.x, surface.y, radius * scale, radius * 0.22 * scale, tone(MILK, stops - 1.3))
}

/** A crown's size from the time since the impact, m: it opens as the root of time, rises, and falls under gravity. */
function crown(diameter: number, since: number): { radius: number, height: number, leans: number } {
  const radius = Math.min(3 * diameter, diameter * 0.6 + Math.sqrt(since * diameter) * 0.9)
  const rise = 0.9
  return { radius, height: Math.max(0.1 * diameter, rise * since - 9.8 * since * since / 2 > 0 ? Math.min(2.2 * diameter, rise * since - 9.8 * since * since / 2) : 0.1 * diameter), leans: Math.min(diameter, since * 0.25) }
}

function thrown(stage: Stage): void {
  const { plan, scale, stops, context } = stage
  const { subject, motion } = plan.setup
  const face = stage.at(subject.distance)
  const half = (subject.height / 2) * scale
  const body = context.createLinearGradient(face.x, 0, face.x + subject.depth * scale, 0)
  body.addColorStop(0, tone(PLAIN, stops + 0.2))
  body.addColorStop(1, tone(PLAIN, stops - 1.6))
  context.fillStyle = body
  context.fillRect(face.x, face.y - half, subject.depth * scale, 2 * half)
  const since = sinceImpact(stage)
  const front = since > 0 ? subject.distance : stage.placeAt(plan.timing.captured ?? 0)
  const open = Math.max(0, since) * motion.speed * 0.6
  spray(stage, 21, 340, TEA, (u, random) => {
    const back = random() ** 1.4 * motion.objectLength
    const fan = (random() + random() - 1) * (motion.diameter / 2 + open)
    const along = front - back + (since > 0 ? random() ** 3 * open * 0.7 : 0)
    const p = stage.at(along, fan)
    return { ...p, size: (0.001 + random() ** 3 * 0.007) * scale }
  })
}

function powder(stage: Stage): void {
  const { plan, scale, stops } = stage
  const { x, y } = stage.at(0)
  const hand = 0.09 * scale
  for (const side of [-1, 1]) blob(stage, x + side * hand * 0.55, y + hand * 0.3, hand * 0.42, hand, tone(SKIN, stops - 0.5), side * 0.25)
  const radius = stage.placeAt(plan.timing.captured ?? 0) * scale
  const random = stage.random(31)
  for (let grain = 0; grain < 1800; grain++) {
    const angle = 2 * Math.PI * random.uniform()
    // Puffs: the edge of the cloud bulges unevenly.
    const edge = 0.86 + 0.08 * Math.sin(3 * angle + 1) + 0.05 * Math.sin(7 * angle) + 0.04 * Math.sin(12 * angle + 2)
    const r = radius * edge * (0.15 + 0.85 * Math.sqrt(random.uniform()))
    const size = 0.5 + random.uniform() ** 5 * 5
    blob(stage, x + r * Math.cos(angle), y - r * Math.sin(angle) * 0.85, size, size, tone(CHALK, stops + 0.2 - random.uniform(), 0.45))
  }
}

/** s over which grains are let go, and m/s with which they leave what they hit. */
const POURED = 0.16
const BOUNCE = 0.9

/** Grains let go one after the other, each where its own fall has brought it; those that have hit leap off. */
function grains(stage: Stage): void {
  const { plan, scale, stops, direction } = stage
  const { subject, motion } = plan.setup
  const top = stage.at(subject.distance)
  const [across, up] = [(subject.height / 2) * scale, (subject.depth / 2) * scale]
  blob(stage, top.x, top.y + up, across, up, tone(BISCUIT, stops - 0.8))
  const captured = plan.timing.captured ?? 0
  const fallen = plan.timing.impact ?? Infinity
  const streak = plan.sharpness.subject * scale
  const random = stage.random(41)
  for (let i = 0; i < 420; i++) {
    const time = captured - POURED * random.uniform() ** 1.2
    const aside = (random.uniform() + random.uniform() - 1) * motion.diameter * 9
    const leap = BOUNCE * (0.3 + 0.7 * random.uniform())
    const lean = (random.uniform() - 0.5) * 1.2
    if (time <= 0) continue
    const since = time - fallen
    const height = leap * since - 4.9 * since * since
    if (since > 0 && height < 0) continue
    const p = since > 0 ? stage.at(subject.distance - height, aside + lean * since) : stage.at(stage.placeAt(time), aside)
    const size = Math.max(0.8, (motion.diameter / 2) * scale * (0.8 + 0.4 * random.uniform()))
    const long = size * 1.3 + streak / 2
    blob(stage, p.x, p.y, direction.x ? long : size, direction.x ? size : long, tone(CREAM, stops - random.uniform() * 1.2, 0.9))
  }
}

/** An object on its way. */
function flying(stage: Stage): void {
  drawObject(stage, stage.placeAt(stage.plan.timing.captured ?? 0) + stage.plan.setup.motion.objectLength / 2, 1)
}

/** Someone who stands there, as a shape: what a still part of the picture piles up to. */
function figure(stage: Stage, along: number, beside: number, stops: number, alpha: number): void {
  const { subject, sequence } = stage.plan.setup
  const middle = stage.at(along, beside)
  const tall = subject.height * stage.scale
  const wide = Math.min(sequence.stillWidth, subject.height * 0.45) * stage.scale
  const fill = tone(CLOTH, stops, alpha)
  const foot = middle.y + tall / 2
  blob(stage, middle.x, foot - tall * 0.92, wide * 0.26, tall * 0.07, tone(SKIN, stops, alpha))
  blob(stage, middle.x, foot - tall * 0.64, wide * 0.5, tall * 0.2, fill)
  for (const side of [-1, 1]) blob(stage, middle.x + side * wide * 0.22, foot - tall * 0.24, wide * 0.17, tall * 0.25, fill)
}

/** Every pop of a sequence up to an instant of it, each with the tone of the lights that gave it; still parts under them. */
export function drawSequence(stage: Stage, options: { until?: number | null, numbered?: boolean } = {}): void {
  const { plan, context } = stage
  const { sequence, setup } = plan
  if (!sequence) return
  const shown = sequence.exposures.filter(e => options.until == null || e.time <= options.until)
  const half = setup.motion.objectLength / 2
  if (setup.recipe === 'swing' && setup.motion.kind !== 'still') {
    const centre = setup.subject.distance + setup.subject.depth / 2
    const ground = setup.sequence.groundStops
    if (setup.sequence.panSpeed === 0 && sequence.stillLevel !== null && shown.length > 0) {
      figure(stage, centre, 0, ground + Math.log2(shown.reduce((sum, e) => sum + 2 ** e.stops, 0)), 1)
    }
    else for (const e of shown) figure(stage, centre + (e.along - e.place), e.across, ground + e.stops, 0.8)
  }
  for (const e of shown) drawObject(stage, e.along + half, 1, { beside: e.across, stops: Math.max(-9, Math.min(7, e.stops)) })
  if (!options.numbered) return
  context.font = `600 ${Math.max(9, stage.width / 46)}px "Archivo Variable", sans-serif`
  context.textAlign = 'center'
  shown.forEach((e, i) => {
    const p = stage.at(e.along, e.across)
    const off = (setup.motion.diameter / 2) * stage.scale + stage.width / 40
    context.fillStyle = 'rgb(245 244 239)'
    context.fillText(String(i + 1), p.x + off * Math.abs(stage.direction.y), p.y + (stage.direction.x ? off : stage.width / 130))
  })
}

export const DRAW: Readonly<Record<Recipe, (stage: Stage) => void>> = { projectile, balloon, pour, drop, throw: thrown, powder, toss: flying, swing: flying, grains }
