import { between, type Random, seededRandom } from '../../math/random'
import type { Sound, SyntheticSample } from '../types'

/** A sound of a recording: when it reaches the microphone, how loud, how it dies away. */
interface Event {
  at: number
  peak: number
  /** s to a part in e. */
  decay: number
  /** Hz of what rings in it. */
  pitch: number
}

interface Room {
  /** s in which what is left in the room dies away by 60 dB. */
  reverberation: number
  noise: number
  hum: number
}

/** A recording of events in a room: early reflections, reverberation, hum and noise. */
function recorded(events: readonly Event[], seconds: number, room: Room, random: Random, rate: number): Sound {
  const n = Math.ceil(seconds * rate)
  const samples = new Float32Array(n)
  for (const event of events) {
    const reflections = [
      { at: 0, share: 1 },
      ...Array.from({ length: 4 }, () => ({ at: between(random, 0.003, 0.02), share: between(random, 0.1, 0.35) })),
    ]
    for (const { at, share } of reflections) add(samples, rate, event, event.at + at, share * event.peak, random)
    const from = Math.ceil((event.at + 0.004) * rate)
    const fall = Math.log(1000) / room.reverberation
    for (let i = Math.max(0, from); i < Math.min(n, from + room.reverberation * 1.5 * rate); i++)
      samples[i]! += event.peak * 0.08 * Math.exp((-fall * (i - from)) / rate) * random.normal()
  }
  const phase = between(random, 0, 6)
  for (let i = 0; i < n; i++) {
    const turn = (2 * Math.PI * 50 * i) / rate + phase
    samples[i]! += room.hum * (Math.sin(turn) + 0.4 * Math.sin(3 * turn)) + room.noise * random.normal()
    // 16 bits.
    samples[i] = Math.round(Math.max(-1, Math.min(1, samples[i]!)) * 32767) / 32767
  }
  return { rate, samples }
}

function add(samples: Float32Array, rate: number, event: Event, at: number, peak: number, random: Random): void {
  const first = Math.ceil(at * rate)
  const sign = random.uniform() < 0.5 ? -1 : 1
  for (let i = Math.max(0, first); i < Math.min(samples.length, first + event.decay * 9 * rate); i++) {
    const t = i / rate - at
    const rise = 1 - Math.exp(-t / 0.00004)
    const wave = 0.6 * Math.cos(2 * Math.PI * event.pitch * t) + 0.4 * random.normal()
    samples[i]! += sign * peak * rise * Math.exp(-t / event.decay) * wave
  }
}

const roomOf = (random: Random): Room => ({
  reverberation: between(random, 0.15, 0.6),
  noise: between(random, 0.0003, 0.003),
  hum: between(random, 0, 0.02),
})
const RATES = [44_100, 48_000, 96_000]
const soundFile = (name: string, sound: Sound) => ({ kind: 'sound' as const, name, sound })

/** Several shots: report and impact in each. */
export function speedSample(seed: number): SyntheticSample {
  const random = seededRandom(seed)
  const rate = RATES[seed % 3]!
  const distance = between(random, 2, 8)
  const [sourceToMic, targetToMic] = [between(random, 0.2, 1), distance - between(random, 0, 1)]
  const [air, mean, scatter] = [between(random, 12, 28), between(random, 40, 180), between(random, 0.005, 0.03)]
  // Dry enough for the plain law to hold to a part in a thousand.
  const c = 331.3 * Math.sqrt(1 + air / 273.15) * 1.0016
  const count = 5
  const events: Event[] = []
  const speeds: number[] = []
  for (let shot = 0; shot < count; shot++) {
    const speed = mean * (1 + scatter * random.normal())
    speeds.push(speed)
    const start = 0.4 + shot * 1.6
    events.push({
      at: start + sourceToMic / c,
      peak: between(random, 0.25, 0.6),
      decay: between(random, 0.001, 0.004),
      pitch: between(random, 900, 2500),
    })
    events.push({
      at: start + distance / speed + targetToMic / c,
      peak: between(random, 0.3, 0.8),
      decay: between(random, 0.001, 0.004),
      pitch: between(random, 1200, 4000),
    })
  }
  const sound = recorded(events, count * 1.6 + 0.5, roomOf(random), random, rate)
  const told = distance + random.normal() * 0.005
  return {
    files: [soundFile('shots.wav', sound)],
    settings: { distance: told, distanceError: 0.005, sourceToMic, targetToMic, air: air + random.normal() * 0.5 },
    truth: {
      gap: distance / speeds[0]! + (targetToMic - sourceToMic) / c,
      speed: speeds.reduce((a, b) => a + b, 0) / count,
    },
  }
}

/** Clicks and voices, then the event, each several times. */
export function levelsSample(seed: number): SyntheticSample {
  const random = seededRandom(seed)
  const rate = RATES[seed % 2]!
  const [click, event] = [between(random, 0.03, 0.12), between(random, 0.3, 0.75)]
  const series = (peak: number, decay: number): Event[] =>
    Array.from({ length: 4 }, (_, i) => ({
      at: 0.3 + i * 1.1,
      peak: peak * (1 + 0.08 * random.normal()),
      decay,
      pitch: between(random, 800, 3000),
    }))
  const room = roomOf(random)
  const [mustNot, must] = [series(click, 0.004), series(event, 0.006)]
  const [clicks, events] = [recorded(mustNot, 5, room, random, rate), recorded(must, 5, room, random, rate)]
  const peaks = (sound: Sound, of: readonly Event[]): number[] =>
    of.map(({ at }) =>
      sound.samples
        .subarray(Math.floor(at * rate), Math.floor((at + 0.2) * rate))
        .reduce((a, b) => Math.max(a, Math.abs(b)), 0),
    )
  return {
    files: [soundFile('clicks.wav', clicks), soundFile('event.wav', events)],
    settings: { events: 0 },
    truth: { margin: 20 * Math.log10(Math.min(...peaks(events, must)) / Math.max(...peaks(clicks, mustNot))) },
  }
}

/** A ball that is let fall on a hard floor. */
export function bouncesSample(seed: number): SyntheticSample {
  const random = seededRandom(seed)
  const rate = RATES[seed % 2]!
  const [height, restitution] = [between(random, 0.3, 1.2), between(random, 0.55, 0.88)]
  const g = 9.80665
  const events: Event[] = []
  let at = 0.5
  let speed = Math.sqrt(2 * g * height)
  for (let i = 0; i < 6; i++) {
    events.push({
      at,
      peak: 0.09 * speed * (1 + 0.1 * random.normal()),
      decay: between(random, 0.001, 0.003),
      pitch: between(random, 1500, 3000),
    })
    speed *= restitution * (1 + 0.005 * random.normal())
    at += (2 * speed) / g
  }
  const sound = recorded(
    events,
    at + 0.8,
    { ...roomOf(random), reverberation: between(random, 0.1, 0.3) },
    random,
    rate,
  )
  return { files: [soundFile('bounces.wav', sound)], settings: {}, truth: { restitution, height } }
}
