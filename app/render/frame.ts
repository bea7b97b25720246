import type { Plan } from '~~/core'

/** Numbers from a seed, 0 to 1: the same picture for the same plan. */
function seeded(seed: number): () => number {
  let state = seed >>> 0
  return () => {
    state = (state + 0x6D2B79F5) >>> 0
    let z = Math.imul(state ^ (state >>> 15), 1 | state)
    z = (z + Math.imul(z ^ (z >>> 7), 61 | z)) ^ z
    return ((z ^ (z >>> 14)) >>> 0) / 2 ** 32
  }
}

type Colour = [number, number, number]

/** Linear light of a colour at an exposure, as a display shows it. */
function tone([r, g, b]: Colour, stops: number): string {
  const gain = 2 ** stops
  // A soft shoulder: what is over does not turn a hue, it goes white.
  const channel = (c: number): number => Math.round(255 * (1 - Math.exp(-1.6 * (c / 255) ** 2.2 * gain)) ** (1 / 2.2))
  return `rgb(${channel(r)} ${channel(g)} ${channel(b)})`
}

const STEEL: Colour = [190, 196, 205]
const BISCUIT: Colour = [214, 178, 118]
const PLAIN: Colour = [170, 176, 182]
const GROUND: Colour = [16, 16, 18]
const ROOM: Colour = [150, 130, 110]

export interface FrameOptions {
  /** Show where the next takes may fall, as faint ghosts. */
  ghosts?: boolean
}

/**
 * The frame the sensor will record, to scale: field of view, object where the light catches it with its streak, exposure, dark band, ambient.
 * Draws on a context already scaled to `width` × `height`.
 */
export function drawFrame(context: CanvasRenderingContext2D, width: number, height: number, plan: Plan, options: FrameOptions = {}): void {
  const { setup } = plan
  const stops = Math.max(-9, Math.min(7, plan.exposure.flash ?? plan.exposure.ambient))
  const scale = width / plan.optics.fieldWidth
  const still = setup.motion.kind === 'still'
  const centre = still ? 0 : setup.subject.distance + setup.subject.depth / 2
  const px = (along: number): number => width / 2 + (along - centre) * scale
  const middle = height / 2

  context.save()
  context.fillStyle = tone(GROUND, stops)
  context.fillRect(0, 0, width, height)
  if (plan.exposure.ambient > -9 && setup.method !== 'fast-shutter') {
    context.globalAlpha = Math.min(1, 2 ** (plan.exposure.ambient / 2.2))
    context.fillStyle = tone(ROOM, 0)
    context.fillRect(0, 0, width, height)
    context.globalAlpha = 1
  }

  const inFocus = plan.optics.depth === null ? 1 : plan.optics.depth / setup.picture.depthWanted
  if (inFocus < 1) context.filter = `blur(${Math.min(4, (1 / inFocus - 1) * 1.2).toFixed(2)}px)`

  const caught = plan.caughtAt
  if (still) drawBurst(context, px(0), middle, scale, plan, stops)
  else {
    drawSubject(context, px(setup.subject.distance), middle, scale, plan, stops)
    if (caught !== null) {
      drawObject(context, px(setup.subject.distance + caught), middle, scale, plan, stops, 1)
      if (options.ghosts) {
        const random = seeded(11)
        for (let take = 0; take < 10; take++) {
          const normal = Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
          drawObject(context, px(setup.subject.distance + caught + normal * plan.spread.scatter * plan.objectSpeed), middle, scale, plan, stops, 0.16)
        }
      }
    }
  }
  context.filter = 'none'

  if (plan.shutter.notFullyLit > 0) {
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
  drawGrain(context, width, height, setup.picture.iso)
  context.restore()
}

/** The object drawn along its streak: each instant of the pulse adds its light. */
function drawObject(context: CanvasRenderingContext2D, front: number, middle: number, scale: number, plan: Plan, stops: number, opacity: number): void {
  const radius = Math.max(1, (plan.setup.motion.diameter / 2) * scale)
  const length = Math.max(2 * radius, plan.setup.motion.objectLength * scale)
  const streak = plan.sharpness.subject * scale
  const steps = Math.max(1, Math.min(24, Math.ceil(streak * 2)))
  for (let step = 0; step < steps; step++) {
    const share = steps === 1 ? 0 : step / (steps - 1) - 0.5
    const light = opacity * (steps === 1 ? 1 : Math.min(1, 2.2 / steps + 0.5 * Math.exp(-2 * (share + 0.5))))
    const x = front + share * streak - length / 2
    context.globalAlpha = light
    const shade = context.createRadialGradient(x - radius * 0.35, middle - radius * 0.4, radius * 0.1, x, middle, radius)
    shade.addColorStop(0, tone([245, 246, 250], stops))
    shade.addColorStop(0.5, tone(STEEL, stops - 0.7))
    shade.addColorStop(1, tone(STEEL, stops - 3))
    context.fillStyle = shade
    context.beginPath()
    context.ellipse(x, middle, length / 2, radius, 0, 0, 2 * Math.PI)
    context.fill()
  }
  context.globalAlpha = 1
}

/** The subject from the side; past its faces the object has left a hole and a plume of crumbs. */
function drawSubject(context: CanvasRenderingContext2D, face: number, middle: number, scale: number, plan: Plan, stops: number): void {
  const { subject, motion, recipe } = plan.setup
  const depth = Math.max(2, subject.depth * scale)
  const half = (subject.height / 2) * scale
  const caught = plan.caughtAt ?? -1
  const shade = context.createLinearGradient(face, 0, face + depth, 0)
  const colour = recipe === 'projectile' ? BISCUIT : PLAIN
  shade.addColorStop(0, tone(colour, stops + 0.4))
  shade.addColorStop(0.35, tone(colour, stops - 0.6))
  shade.addColorStop(1, tone(colour, stops - 1.6))
  context.fillStyle = shade
  const hit = recipe === 'projectile' && caught > 0
  const hole = hit ? motion.diameter * 0.7 * scale : 0
  if (!hit) {
    context.fillRect(face, middle - half, depth, 2 * half)
    return
  }
  const random = seeded(5)
  // Two broken halves with a ragged edge about the hole.
  for (const side of [-1, 1]) {
    context.beginPath()
    context.moveTo(face, middle + side * half)
    context.lineTo(face + depth, middle + side * half)
    for (let i = 0; i <= 4; i++) context.lineTo(face + depth * (1 - i / 4), middle + side * (hole + random() * hole * 0.9))
    context.closePath()
    context.fill()
  }
  const reach = caught * scale
  for (let crumb = 0; crumb < 260; crumb++) {
    const along = random() ** 1.7
    const backwards = random() < 0.18
    const x = backwards ? face - along * reach * 0.45 : face + depth * 0.4 + along * (reach - depth * 0.4) * 0.96
    const spread = (hole * 0.8 + (1 - along) * reach * 0.28) * (backwards ? 0.8 : 1)
    const y = middle + (random() + random() - 1) * spread
    const size = Math.max(0.4, (0.0003 + random() ** 3 * 0.0016) * scale)
    context.fillStyle = tone(BISCUIT, stops + 0.3 - random() * 1.8)
    context.beginPath()
    context.ellipse(x, y, size, size * (0.6 + 0.4 * random()), random() * 3, 0, 2 * Math.PI)
    context.fill()
  }
}

/** A skin drawn back round what it held, by the share of the tear that is done. */
function drawBurst(context: CanvasRenderingContext2D, x: number, middle: number, scale: number, plan: Plan, stops: number): void {
  const { subject } = plan.setup
  const radius = (subject.depth / 2) * scale
  const whole = (Math.PI * subject.height) / (2 * subject.crackSpeed)
  const torn = Math.max(0, Math.min(1, (plan.timing.captured ?? 0) / whole))
  const random = seeded(9)
  for (let piece = 0; piece < 420; piece++) {
    const angle = 2 * Math.PI * random()
    const r = radius * 0.94 * Math.sqrt(random())
    const hue = random()
    context.fillStyle = tone(hue < 0.34 ? [220, 60, 50] : hue < 0.67 ? [235, 190, 60] : [60, 150, 190], stops - random())
    context.save()
    context.translate(x + r * Math.cos(angle), middle + r * Math.sin(angle))
    context.rotate(random() * 6)
    context.fillRect(-0.004 * scale, -0.002 * scale, 0.008 * scale, 0.004 * scale)
    context.restore()
  }
  context.strokeStyle = tone([200, 70, 60], stops)
  context.lineWidth = 1.5 + 4 * torn
  context.beginPath()
  context.arc(x, middle, radius * (1 - 0.03 * torn), -Math.PI / 2 + Math.PI * torn, -Math.PI / 2 + 2 * Math.PI - Math.PI * torn)
  context.stroke()
}

function drawGrain(context: CanvasRenderingContext2D, width: number, height: number, iso: number): void {
  const strength = Math.log2(Math.max(1, iso / 200)) * 0.012
  if (strength <= 0) return
  const random = seeded(3)
  for (let grain = 0; grain < width * height * 0.05; grain++) {
    context.fillStyle = random() < 0.5 ? `rgb(255 255 255 / ${strength})` : `rgb(0 0 0 / ${strength * 2})`
    context.fillRect(random() * width, random() * height, 1, 1)
  }
}
