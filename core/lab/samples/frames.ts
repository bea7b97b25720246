import { between, type Random, seededRandom } from '../../math/random'
import type { LabInput, SyntheticSample } from '../types'
import { photographed, shot } from './camera'

/** How far apart, without the care for extremes that makes the standard function slow for each pixel. */
const apart = (x: number, y: number): number => Math.sqrt(x * x + y * y)

const GREY = 0.18
const evenly = (random: Random, low: number, high: number): number => low * (high / low) ** random.uniform()
const file = (name: string, frame: Extract<LabInput, { kind: 'frame' }>['frame']): LabInput => ({
  kind: 'frame',
  name,
  frame,
})

/** A dark room: a slow fall-off, read noise, a few hot pixels. */
export function blackSample(seed: number): SyntheticSample {
  const random = seededRandom(seed)
  const stops = between(random, -7, -2)
  const [width, height] = [360, 240]
  const [gx, gy] = [between(random, -0.3, 0.3), between(random, -0.3, 0.3)]
  const hot = new Set(Array.from({ length: 12 }, () => Math.floor(random.uniform() * width * height)))
  const exposure = { shutter: evenly(random, 0.005, 4), aperture: evenly(random, 4, 16), iso: evenly(random, 100, 800) }
  const light = new Float32Array(width * height)
  for (let i = 0; i < light.length; i++) {
    const [x, y] = [(i % width) / width - 0.5, Math.floor(i / width) / height - 0.5]
    light[i] = GREY * 2 ** (stops + gx * x + gy * y) + (hot.has(i) ? 0.5 : 0)
  }
  const frame = photographed(light, { width, height, blur: 0, read: 8, exposure }, random)
  const ev = Math.log2(exposure.aperture ** 2 / exposure.shutter) - Math.log2(exposure.iso / 100) + stops
  return { files: [file('black.jpg', frame)], settings: {}, truth: { ambient: stops, ev } }
}

/** A slanted edge of light and dark, so soft. */
export function edgeSample(seed: number): SyntheticSample {
  const random = seededRandom(seed)
  const [width, height] = [420, 280]
  const sigma = evenly(random, 0.6, 5)
  const angle = (between(random, 2, 14) * Math.PI) / 180
  const [dark, bright] = [between(random, 0.02, 0.1), between(random, 0.4, 0.8)]
  const upright = random.uniform() < 0.5
  const frame = shot(
    (px, py) => {
      const [x, y] = [px - width / 2, py - height / 2]
      const off = upright ? x - y * Math.tan(angle) : y - x * Math.tan(angle)
      return off < 0 ? dark : bright
    },
    { width, height, blur: sigma, quality: 95 },
    random,
  )
  // A pixel is a twelfth of a square wide.
  return {
    files: [file('edge.jpg', frame)],
    settings: { target: 'edge' },
    truth: { width: 2.5631 * Math.hypot(sigma, Math.sqrt(1 / 12)) },
  }
}

/** A pulse, whole or cut off: its t.1, and when a share of its light is out, for a time constant of 1. */
function pulseBy(random: Random): { t01: (tau: number) => number; by: (share: number) => number } {
  const cut = random.uniform() < 0.5 ? Infinity : between(random, 0.4, 1.4)
  return {
    t01: tau => Math.min(Math.LN10, cut) * tau,
    by: share => -Math.log(1 - share * (cut === Infinity ? 1 : 1 - Math.exp(-cut))),
  }
}

/** A white ball in flight by a flash, at a known speed. */
export function streakSample(seed: number): SyntheticSample {
  const random = seededRandom(seed)
  const [width, height] = [420, 280]
  const diameter = 0.02
  const radius = between(random, 45, 80)
  const perPx = diameter / (2 * radius)
  const speed = between(random, 10, 60)
  const pulse = pulseBy(random)
  const px = between(random, 6, 30)
  const tau = (px * perPx) / speed / pulse.t01(1)
  const steps = 160
  const travel = Array.from({ length: steps }, (_, k) => (pulse.by((k + 0.5) / steps) * tau * speed) / perPx)
  const [cx, cy] = [between(random, 170, 230), between(random, 120, 160)]
  const bright = between(random, 0.4, 0.8)
  const light = new Float32Array(width * height)
  for (let y = 0; y < height; y++) {
    const half = radius ** 2 - (y + 0.5 - cy) ** 2
    if (half <= 0) continue
    const reach = Math.sqrt(half)
    for (const gone of travel) {
      const [from, to] = [cx + gone - reach, cx + gone + reach]
      for (let x = Math.max(0, Math.floor(from)); x < Math.min(width, Math.ceil(to)); x++)
        light[y * width + x]! += (bright / steps) * Math.max(0, Math.min(x + 1, to) - Math.max(x, from))
    }
  }
  for (let i = 0; i < light.length; i++) light[i]! += 0.01
  const frame = photographed(light, { width, height, blur: between(random, 0.8, 1.6) }, random)
  return {
    files: [file('ball.jpg', frame)],
    settings: { way: 'right', diameter, speed, power: 1 / 16 },
    truth: { duration: pulse.t01(tau), length: pulse.t01(tau) * speed },
  }
}

/** Three takes of different things through a lens with drops on it. */
export function specksSample(seed: number): SyntheticSample {
  const random = seededRandom(seed)
  const [width, height] = [360, 240]
  const count = seed % 4
  const spots = Array.from({ length: count }, (_, i) => ({
    x: ((i + 0.5) / count) * width * 0.8 + width * 0.1 + between(random, -15, 15),
    y: between(random, 0.15, 0.85) * height,
    r: between(random, 3, 6),
    depth: between(random, 0.25, 0.5) * (random.uniform() < 0.7 ? -1 : 1),
  }))
  const frames = [0, 1, 2].map(i => {
    const [cx, cy, r] = [between(random, 60, 300), between(random, 50, 190), between(random, 12, 45)]
    return file(
      `take-${i + 1}.jpg`,
      shot(
        (x, y) => {
          const scene = apart(x - cx, y - cy) < r ? 0.6 : 0.12 + 0.03 * Math.sin(x / 60 + i)
          return spots.reduce(
            (light, spot) =>
              light * (1 + spot.depth * Math.exp(-((((x - spot.x) ** 2 + (y - spot.y) ** 2) / spot.r ** 2) ** 2))),
            scene,
          )
        },
        { width, height },
        random,
      ),
    )
  })
  return { files: frames, settings: {}, truth: { specks: count } }
}

/** A white mark on a black disc that turns, by a flash. */
export function discSample(seed: number): SyntheticSample {
  const random = seededRandom(seed)
  const size = 520
  const turns = [33.333, 45, 78, 500, 1500][seed % 5]!
  const omega = (2 * Math.PI * turns) / 60
  const radius = between(random, 150, 200)
  const pulse = pulseBy(random)
  const tau = between(random, 7, 30) / radius / omega / pulse.t01(1)
  const [cx, cy] = [size / 2 + between(random, -15, 15), size / 2 + between(random, -15, 15)]
  const start = between(random, 0, 2 * Math.PI)
  const [half, deep] = [between(random, 0.1, 0.2), between(random, 10, 16)]
  // How much of the light had come by each angle that the mark had gone on.
  const shares = Float64Array.from({ length: 400 }, (_, k) => pulse.by((k + 0.5) / 400) * tau * omega)
  const shareBelow = (angle: number): number => {
    let [low, high] = [0, shares.length]
    while (low < high) {
      const middle = (low + high) >> 1
      if (shares[middle]! < angle) low = middle + 1
      else high = middle
    }
    return low / shares.length
  }
  const frame = shot(
    (x, y) => {
      const r = apart(x - cx, y - cy)
      if (r > 235) return 0.35
      if (Math.abs(r - radius) > deep) return 0.03
      let off = Math.atan2(y - cy, x - cx) - start
      off -= 2 * Math.PI * Math.round(off / (2 * Math.PI))
      // Under the mark while it had gone on between off − half and off + half.
      return 0.03 + 0.6 * (shareBelow(off + half) - shareBelow(off - half))
    },
    { width: size, height: size, blur: 1 },
    random,
  )
  return { files: [file('disc.jpg', frame)], settings: { turns, power: 1 / 8 }, truth: { duration: pulse.t01(tau) } }
}

/** Cells of the running clock as its page draws them: 12 bits, each count different from the next in one. */
function clockFace(count: number): (u: number, v: number) => number {
  const gray = count ^ (count >> 1)
  return (u, v) => {
    if (u < 0 || u > 1 || v < 0 || v > 1) return 0.02
    if (u < 0.06 || u > 0.94 || v < 0.06 || v > 0.94) return 0.8
    const bit = Math.floor(((u - 0.12) / 0.76) * 12)
    const [row, lit] = [Math.abs(v - 0.36) < 0.1 ? 0 : Math.abs(v - 0.64) < 0.1 ? 1 : null, (gray >> (11 - bit)) & 1]
    if (bit < 0 || bit > 11 || row === null) return 0.02
    const across = ((u - 0.12) / 0.76) * 12 - bit
    return Math.abs(across - 0.5) > 0.4 ? 0.02 : (row === 0) === (lit === 1) ? 0.7 : 0.02
  }
}

/** Several frames of the running clock, each set off by it. */
export function clockSample(seed: number): SyntheticSample {
  const random = seededRandom(seed)
  const [width, height] = [420, 280]
  const refresh = [60, 75, 120, 144][seed % 4]!
  const [lag, jitter] = [between(random, 0.04, 0.2), between(random, 0.0005, 0.006)]
  const [shutter, travel, chain] = [1 / 500, 0.0035, 0.0012]
  const files = Array.from({ length: 10 }, (_, i) => {
    const at = chain + lag + jitter * random.normal() - travel / 2 + shutter / 2
    const [a, b] = [Math.floor((at - shutter / 2) * refresh), Math.floor((at + shutter / 2) * refresh)]
    const after = a === b ? 0 : ((at + shutter / 2) * refresh - b) / (shutter * refresh)
    const [faceA, faceB] = [clockFace(a), clockFace(b)]
    const [x0, y0, tilt] = [between(random, 30, 60), between(random, 30, 60), between(random, -0.04, 0.04)]
    const frame = shot(
      (x, y) => {
        const u = (x - x0 + tilt * (y - y0)) / 320
        const v = (y - y0 - tilt * (x - x0)) / 190
        return (1 - after) * faceA(u, v) + after * faceB(u, v)
      },
      { width, height, exposure: { shutter } },
      random,
    )
    return file(`clock-${i + 1}.jpg`, frame)
  })
  return { files, settings: { refresh, chain, travel }, truth: { lag, jitter } }
}
