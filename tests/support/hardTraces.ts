import type { LabInput } from '../../core/lab'
import { seededRandom } from '../../core/math/random'

/** A light trace as people who want its reader to fail would record it, with what it truly was. */
export interface HardTrace {
  file: LabInput
  t05: number
  t01: number
  /** s; null: coupled directly. */
  coupling: number | null
}

/** How long a sampled pulse is at a share of its highest, s: by fine steps, as a person with a ruler would. */
function widthAt(light: (t: number) => number, share: number, until: number): number {
  const fine = until / 200_000
  let top = 0
  for (let t = 0; t < until; t += fine) top = Math.max(top, light(t))
  let [from, to] = [-1, 0]
  for (let t = 0; t < until; t += fine) {
    if (light(t) < share * top) continue
    if (from < 0) from = t
    to = t
  }
  return to - from
}

/**
 * A flash's light through a recorder: a tube that fires softly, sags and is cut off or burns out in two time constants;
 * a sound card that lets no steady level through, at odd rates, with hum and a drifting rest.
 */
export function hardTrace(seed: number): HardTrace {
  const random = seededRandom(seed * 7919 + 11)
  const between = (low: number, high: number): number => low + (high - low) * random.uniform()
  const evenly = (low: number, high: number): number => low * (high / low) ** random.uniform()
  const rate = [44_100, 48_000, 96_000, 192_000, 500_000][seed % 5]!
  const tau = evenly(Math.max(9 / rate, 1.5e-4), 2.5e-3)
  const rise = tau * between(0.04, 0.3)
  const quenched = random.uniform() < 0.5 ? tau * between(0.4, 1.6) : Infinity
  const slow = between(0, 0.25)
  const light = (t: number): number => {
    if (t <= 0) return 0
    const up = 1 - Math.exp(-((t / rise) ** 2))
    const since = Math.max(0, t - rise)
    const burns = (1 - slow) * Math.exp(-since / tau) + slow * Math.exp(-since / (2.2 * tau))
    return up * burns * (since > quenched ? Math.exp(-(since - quenched) / 6e-6) : 1)
  }
  const long = Math.max(0.1, between(0.1, 0.5), 60 * tau)
  const at = long * between(0.1, 0.3)
  const coupling = seed % 4 === 0 ? null : evenly(5e-3, 0.1)
  const noise = evenly(0.0006, 0.006)
  const [rest, hum] = [between(-0.05, 0.05), noise * between(0, 0.5)]
  const n = Math.round(long * rate)
  const time = Float64Array.from({ length: n }, (_, i) => i / rate)
  const column = new Float64Array(n)
  let low = 0
  for (let i = 0; i < n; i++) {
    // Ten steps a sample: the coupling follows the light, not its samples.
    for (let k = 0; k < 10; k++) {
      const now = light(time[i]! + k / rate / 10 - at)
      if (coupling !== null) low += ((now - low) / coupling) * (1 / rate / 10)
    }
    const seen = light(time[i]! - at) - (coupling === null ? 0 : low)
    column[i] = 0.6 * seen + rest + hum * Math.sin(2 * Math.PI * 50 * time[i]!) + noise * random.normal()
  }
  return {
    file: { kind: 'trace', name: `hard-${seed}.csv`, trace: { time, columns: [column], fullScale: null } },
    t05: widthAt(light, 0.5, rise + 12 * tau),
    t01: widthAt(light, 0.1, rise + 12 * tau),
    coupling,
  }
}
