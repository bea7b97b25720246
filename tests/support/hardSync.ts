import { type LabInput, frameOf } from '../../core/lab'
import { seededRandom } from '../../core/math/random'

export interface HardSync {
  files: LabInput[]
  settings: { way: string; reference?: number }
  /** s: over the frame; from the contact until half of the light is out. */
  travel: number
  lag: number
}

const code = (light: number): number => {
  const value = Math.min(1, Math.max(0, light))
  return 255 * (value <= 0.0031308 ? 12.92 * value : 1.055 * value ** (1 / 2.4) - 0.055)
}

/**
 * A wall past the sync at two to four shutters, row by row: each is lit by what of the pulse falls while its slit is
 * over it. The contact closes as the first curtain is home. A lamp's fall-off over the wall, noise, a slow frame or
 * none, curtains that run down, up or across.
 */
export function hardSync(seed: number): HardSync {
  const random = seededRandom(seed * 6_700_417 + 5)
  const between = (low: number, high: number): number => low + (high - low) * random.uniform()
  const travel = between(0.0022, 0.0052)
  const [starts, rise, tau] = [between(0.00003, 0.0006), between(0.00002, 0.00012), between(0.00005, 0.0006)]
  const cut = random.uniform() < 0.5 ? tau * between(0.5, 1.5) : Infinity
  const fine = 2e-7
  const until = starts + rise + Math.min(8 * tau, cut + 5e-5)
  const sums = [0]
  for (let t = 0; t < until; t += fine) {
    const since = t - starts
    const light = since < 0 ? 0 : since < rise ? since / rise : since - rise < cut ? Math.exp(-(since - rise) / tau) : 0
    sums.push(sums.at(-1)! + light)
  }
  const whole = sums.at(-1)!
  const out = (t: number): number => sums[Math.min(sums.length - 1, Math.max(0, Math.round(t / fine)))]! / whole
  const lag = sums.findIndex(sum => sum >= whole / 2) * fine
  const [width, height] = [240, 160]
  const sideways = random.uniform() < 0.3
  const turned = random.uniform() < 0.5
  const withSlow = random.uniform() < 0.7
  const [bright, tilt, bowl] = [between(0.35, 0.8), between(-0.12, 0.12), between(0, 0.15)]
  const noise = between(0.002, 0.008)
  const frame = (shutter: number): LabInput => {
    const rgba = new Uint8ClampedArray(width * height * 4)
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const [u, v] = [(x + 0.5) / width, (y + 0.5) / height]
        const along = turned ? 1 - (sideways ? u : v) : sideways ? u : v
        // The first curtain has come past by along·travel − travel, the second covers it `shutter` later.
        const opened = (along - 1) * travel
        const got = out(opened + shutter) - out(opened)
        const wall = 1 + tilt * (u - 0.5) - bowl * ((u - 0.5) ** 2 + (v - 0.5) ** 2)
        const light = bright * wall * got
        const value = code(light + noise * Math.sqrt(light + 0.01) * random.normal())
        const at = (y * width + x) * 4
        rgba[at] = rgba[at + 1] = rgba[at + 2] = Math.round(value)
        rgba[at + 3] = 255
      }
    return {
      kind: 'frame',
      name: `wall-${Math.round(1 / shutter)}.png`,
      frame: frameOf({ width, height, rgba }, { exposure: { shutter } }),
    }
  }
  const count = 2 + (seed % 3)
  const slow = 1 / 60
  const shutters = Array.from({ length: count }, (_, i) => travel * (0.8 - (0.5 * i) / (count - 1)) + lag * 0.4)
  return {
    files: [...shutters.map(frame), ...(withSlow ? [frame(slow)] : [])],
    settings: { way: sideways ? 'across' : 'down', ...(withSlow ? { reference: slow } : {}) },
    travel,
    lag,
  }
}
