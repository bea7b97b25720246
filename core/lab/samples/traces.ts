import { between, type Random, seededRandom } from '../../math/random'
import type { LabInput, SyntheticSample, Trace } from '../types'

const evenly = (random: Random, low: number, high: number): number => low * (high / low) ** random.uniform()

interface Pulse {
  rise: number
  tau: number
  /** s from the peak at which it is cut off. */
  cut: number
}

/** Light of a pulse at a time after its start, 1 at the peak. */
function lightAt({ rise, tau, cut }: Pulse, t: number): number {
  if (t < 0) return 0
  if (t < rise) return t / rise
  const since = t - rise
  // A tube that is cut off dies within a few microseconds.
  return since < cut ? Math.exp(-since / tau) : Math.exp(-cut / tau) * Math.exp(-(since - cut) / 4e-6)
}

/** s between the first and last time that the pulse is at a share of its peak, by small steps. */
function lasts(pulse: Pulse, share: number): number {
  const step = (pulse.rise + pulse.tau) / 4000
  let [first, last] = [-1, 0]
  for (let t = 0; t < pulse.rise + 4 * pulse.tau; t += step)
    if (lightAt(pulse, t) >= share) {
      if (first < 0) first = t
      last = t
    }
  return last - first
}

function recordedTrace(
  pulse: Pulse,
  at: number,
  random: Random,
  options: { step: number; n: number; noise: number; coupling: number | null; bits: number },
): Trace {
  const { step, n, noise, coupling, bits } = options
  const time = Float64Array.from({ length: n }, (_, i) => i * step)
  const light = new Float64Array(n)
  const trigger = new Float64Array(n)
  const offset = between(random, -0.1, 0.1)
  let [before, out] = [0, 0]
  for (let i = 0; i < n; i++) {
    const level = lightAt(pulse, time[i]! - at)
    if (coupling === null) out = level
    else out = Math.exp(-step / coupling) * (out + level - before)
    before = level
    const unit = 2.4 / 2 ** bits
    light[i] = Math.round((out + offset + noise * random.normal()) / unit) * unit
    trigger[i] = (time[i]! >= 0.12 * n * step ? 5 : 0) + 0.02 * random.normal()
  }
  return { time, columns: [light, trigger], fullScale: null }
}

/** Several pops of a flash, seen by a photodiode: coupled directly or not. */
export function lightSample(seed: number): SyntheticSample {
  const random = seededRandom(seed)
  const tau = evenly(random, 30e-6, 1.5e-3)
  const pulse: Pulse = {
    rise: tau * between(random, 0.05, 0.2),
    tau,
    cut: random.uniform() < 0.5 ? Infinity : tau * between(random, 0.5, 1.8),
  }
  const window = tau * 14
  const n = 4000
  const [latency, jitter] = [window * between(random, 0.05, 0.15), window * 0.002]
  const options = {
    step: window / n,
    n,
    noise: between(random, 0.002, 0.012),
    coupling: seed % 2 === 0 ? null : window * between(random, 0.5, 5),
    bits: 8 + (seed % 3) * 2,
  }
  const files = Array.from({ length: 5 }, (_, i): LabInput => {
    const at = 0.12 * window + latency - pulse.rise + jitter * random.normal()
    return { kind: 'trace', name: `pop-${i + 1}.csv`, trace: recordedTrace(pulse, at, random, options) }
  })
  return {
    files,
    settings: { power: 1 / 16, coupling: 'auto' },
    truth: { t05: lasts(pulse, 0.5), t01: lasts(pulse, 0.1), latency },
  }
}
