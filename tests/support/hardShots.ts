import type { LabInput } from '../../core/lab'
import { seededRandom } from '../../core/math/random'

export interface HardShots {
  file: LabInput
  settings: Record<string, number>
  /** m/s. */
  speed: number
  /** Loudness of the report's echo over that of the impact. */
  echo: number
}

/** A recording in a bare room: report, a wall that throws it back, and an impact that may be no louder. */
export function hardShots(seed: number): HardShots {
  const random = seededRandom(seed * 15_485_863 + 9)
  const between = (low: number, high: number): number => low + (high - low) * random.uniform()
  const rate = [22_050, 44_100, 48_000][seed % 3]!
  const distance = between(3, 7)
  const [sourceToMic, targetToMic] = [between(0.2, 0.6), distance - between(0, 0.5)]
  const speed = between(60, 170)
  const sound = 331.3 * Math.sqrt(1 + 20 / 273.15) * 1.0016
  const [report, impact] = [between(0.3, 0.7), between(0.2, 0.6)]
  const echo = between(0.1, 1.6)
  const samples = new Float32Array(Math.round(3.5 * rate))
  const knock = (at: number, peak: number, ring: number): void => {
    const pitch = between(700, 3000)
    for (let i = Math.ceil(at * rate); i < Math.min(samples.length, (at + 0.02) * rate); i++) {
      const t = i / rate - at
      samples[i]! += peak * Math.exp(-t / ring) * (0.5 * Math.sin(2 * Math.PI * pitch * t) + 0.5 * random.normal())
    }
  }
  for (const start of [0.5, 2.2]) {
    const ring = between(0.001, 0.003)
    knock(start + sourceToMic / sound, report, ring)
    // Off a wall three to six metres round.
    knock(start + (sourceToMic + between(3, 6)) / sound, Math.min(report, echo * impact), ring)
    knock(start + distance / speed + targetToMic / sound, impact, between(0.001, 0.003))
  }
  for (let i = 0; i < samples.length; i++)
    samples[i] = Math.round(Math.max(-1, Math.min(1, samples[i]! + 0.001 * random.normal())) * 32_767) / 32_767
  return {
    file: { kind: 'sound', name: `hard-${seed}.wav`, sound: { rate, samples } },
    settings: { distance, distanceError: 0.005, sourceToMic, targetToMic, air: 20 },
    speed,
    echo: Math.min(report, echo * impact) / impact,
  }
}
