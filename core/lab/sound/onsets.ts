import { memoisedFor } from '../../math/memoised'
import { median, spreadOf } from '../statistics'
import type { Sound } from '../types'

/** A sound that begins: when, how surely, how loud. */
export interface Onset {
  /** s from the start of the recording. */
  at: number
  /** Standard error of that, s. */
  error: number
  /** Largest level from it to the next onset, 0 to 1. */
  peak: number
  /** Peak over what sounded just before, dB. */
  over: number
}

/** How onsets are sought: by which band, and how far above the noise. */
export interface OnsetOptions {
  /** How many times the noise a sound must rise to, default 9. */
  above?: number
  /** How many times what rings on from a sound before it, default 2.2. */
  overRinging?: number
  /** s between onsets at the least, default 1 ms. */
  apart?: number
}

/** Hum of the mains and rumble lie below this, Hz. */
const LOWEST = 250
/** s that levels are taken together over. */
const BLOCK = 0.0004
/** s looked back for what rings on. */
const BACK = 0.012

/** A recording without its low end: two first-order high passes. */
export function withoutHum({ samples, rate }: Sound): Float32Array {
  const keep = Math.exp((-2 * Math.PI * LOWEST) / rate)
  const out = new Float32Array(samples.length)
  let [x1, y1, u1, v1] = [samples[0] ?? 0, 0, 0, 0]
  for (let i = 0; i < samples.length; i++) {
    const y = keep * (y1 + samples[i]! - x1)
    const v = keep * (v1 + y - u1)
    x1 = samples[i]!
    y1 = y
    u1 = y
    v1 = v
    out[i] = v
  }
  return out
}

/** Terms that what rings on is foretold by, samples that they hold for, and how many such stretches teach them. */
const TERMS = 20
const HOLDS = 128
const TEACH = 8
/** Share of white noise that is thought into a record: without it a pure tone would be foretold beyond all digits. */
const WHITE = 1e-4

/** Coefficients of linear prediction from sums of products at each lag (Levinson 1947, Durbin 1960). */
function predictionOf(sums: Float64Array, a: Float64Array, before: Float64Array): void {
  a.fill(0)
  let error = sums[0]! * (1 + WHITE) + 1e-12
  for (let n = 1; n <= TERMS; n++) {
    let rest = sums[n]!
    for (let k = 1; k < n; k++) rest -= a[k]! * sums[n - k]!
    const reflection = rest / error
    before.set(a)
    a[n] = reflection
    for (let k = 1; k < n; k++) a[k] = before[k]! - reflection * before[n - k]!
    error *= 1 - reflection * reflection
  }
}

/** Products at each lag of a stretch of samples, from the one that follows as many as there are terms. */
function productsOf(stretch: Float64Array, count: number, to: Float64Array): void {
  for (let lag = 0; lag <= TERMS; lag++) {
    let total = 0
    for (let i = TERMS; i < TERMS + count; i++) total += stretch[i]! * stretch[i - lag]!
    to[lag] = total
  }
}

/** Takes the samples from one on, and as many before it as there are terms: none are before the first. */
function takeStretch(samples: Float32Array, from: number, count: number, to: Float64Array): void {
  for (let i = -TERMS; i < count; i++) to[TERMS + i] = from + i < 0 ? 0 : samples[from + i]!
}

/** Takes off the products that reach back beyond where a window begins: the sums are of the window alone then. */
function cutOff(sums: Float64Array, samples: Float32Array, from: number, to: Float64Array): void {
  for (let lag = 0; lag <= TERMS; lag++) {
    let total = 0
    for (let i = Math.max(from, lag); i < from + lag; i++) total += samples[i]! * samples[i - lag]!
    to[lag] = sums[lag]! - total
  }
}

/**
 * What is new in a record: what the samples just before do not foretell. A thing that rings on is foretold, so that a
 * blow is heard in the ringing of another.
 */
export function unforetold(samples: Float32Array): Float32Array {
  const out = new Float32Array(samples.length)
  const terms = (): Float64Array => new Float64Array(TERMS + 1)
  const [sums, own, a, before] = [terms(), terms(), terms(), terms()]
  const stretch = new Float64Array(HOLDS + TERMS)
  // Products of the stretches that teach, each worked out once.
  const kept = Array.from({ length: TEACH }, terms)
  for (let n = 0, start = 0; start < samples.length; n++, start += HOLDS) {
    cutOff(sums, samples, Math.max(0, n - TEACH) * HOLDS, own)
    predictionOf(own, a, before)
    const count = Math.min(samples.length - start, HOLDS)
    takeStretch(samples, start, count, stretch)
    for (let i = 0; i < count; i++) {
      let value = stretch[TERMS + i]!
      for (let k = TERMS; k >= 1; k--) value -= a[k]! * stretch[TERMS + i - k]!
      out[start + i] = value
    }
    const oldest = kept[n % TEACH]!
    for (let lag = 0; lag <= TERMS; lag++) sums[lag] = sums[lag]! - oldest[lag]!
    productsOf(stretch, count, oldest)
    for (let lag = 0; lag <= TERMS; lag++) sums[lag] = sums[lag]! + oldest[lag]!
  }
  return out
}

/**
 * The sample at which a sound sets in, by the least information criterion: before it the record is as one noise, after
 * it as another (Maeda 1985).
 */
export function pick(samples: Float32Array, from: number, to: number): number {
  const n = to - from
  const sums = new Float64Array(n + 1)
  for (let i = 0; i < n; i++) sums[i + 1] = sums[i]! + samples[from + i]! ** 2
  const floor = 1e-14
  let [best, least] = [from, Infinity]
  for (let k = 8; k < n - 8; k++) {
    const value = k * Math.log(sums[k]! / k + floor) + (n - k) * Math.log((sums[n]! - sums[k]!) / (n - k) + floor)
    if (value < least) [best, least] = [from + k, value]
  }
  return best
}

function blockPeaks(samples: Float32Array, size: number): Float64Array {
  const peaks = new Float64Array(Math.ceil(samples.length / size))
  for (let i = 0; i < samples.length; i++) {
    const block = Math.floor(i / size)
    const value = Math.abs(samples[i]!)
    if (value > peaks[block]!) peaks[block] = value
  }
  return peaks
}

/** The noise that a recording has where nothing happens. */
function noiseOf(peaks: Float64Array): { level: number; spread: number } {
  const stride = Math.max(1, Math.floor(peaks.length / 20_000))
  const some = peaks.filter((_, i) => i % stride === 0).sort()
  // Where it rings through half of the recording, its quieter part is what is heard as silence.
  const quiet = some.subarray(0, Math.max(4, Math.floor(some.length * 0.6)))
  return { level: Math.max(median(quiet), 1e-6), spread: Math.max(spreadOf(quiet), 1e-7) }
}

/** What was heard in a recording: asked for again with each setting that changes. */
const heardIn = memoisedFor<Sound, Onset[]>()

/**
 * Sounds that set in, to a sample; worked out once for a recording.
 *
 * @param sound any rate; best from 44.1 kHz
 * @remarks A sound in the ringing of another is only found where it is louder than that.
 */
export function onsetsOf(sound: Sound, options: OnsetOptions = {}): Onset[] {
  return heardIn(sound, [JSON.stringify(options)], () => findOnsets(sound, options))
}

/** Onsets by their levels in blocks, each then picked to a sample. */
function findOnsets(sound: Sound, options: OnsetOptions): Onset[] {
  const { above = 9, overRinging = 2.2, apart = 0.001 } = options
  const { rate } = sound
  const heard = withoutHum(sound)
  const samples = unforetold(heard)
  const size = Math.max(4, Math.round(rate * BLOCK))
  const peaks = blockPeaks(samples, size)
  const noise = noiseOf(peaks)
  const threshold = noise.level + above * noise.spread + noise.level
  const back = Math.max(2, Math.round(BACK / BLOCK))
  const starts: number[] = []
  let last = -Infinity
  for (let i = 0; i < peaks.length; i++) {
    if (peaks[i]! < threshold) continue
    let ringing = noise.level
    for (let j = Math.max(0, i - back); j < i; j++) ringing = Math.max(ringing, peaks[j]! * 0.985 ** (i - j))
    if (peaks[i]! < overRinging * ringing || (i - last) * size < apart * rate) continue
    last = i
    starts.push(i)
  }
  return starts.map((block, n) => {
    const reach = Math.round(rate * 0.003)
    const before = n > 0 ? (starts[n - 1]! + 1) * size : 0
    const from = Math.max(0, before, block * size - reach)
    const crest = crestFrom(samples, block * size, Math.min(samples.length, block * size + Math.round(rate * 0.004)))
    const at = pick(samples, from, Math.max(from + 24, Math.min(samples.length, crest + Math.round(rate * 0.0003))))
    const until = starts[n + 1] === undefined ? samples.length : starts[n + 1]! * size
    return told({ samples, heard, rate }, at, from, until)
  })
}

/** Where a sound that begins is first at its loudest. */
function crestFrom(samples: Float32Array, from: number, to: number): number {
  let best = from
  for (let i = from; i < to; i++) if (Math.abs(samples[i]!) > Math.abs(samples[best]!)) best = i
  return best
}

/** Largest level from one sample up to another. */
export function peakOf(samples: Float32Array, from: number, until: number): number {
  let peak = 0
  for (let i = from; i < until; i++) peak = Math.max(peak, Math.abs(samples[i]!))
  return peak
}

/** How loud a sound gets is told of what was heard, how far it stands out of what was before by what is new in it. */
function told(
  { samples, heard, rate }: { samples: Float32Array; heard: Float32Array; rate: number },
  at: number,
  from: number,
  until: number,
): Onset {
  const end = Math.min(until, at + rate * 0.25)
  const before = Math.max(1e-6, peakOf(samples, from, at))
  // How long it takes to come out of what was before: the more it stands out, the surer.
  let rise = 1
  while (at + rise < until && rise < rate * 0.002 && Math.abs(samples[at + rise]!) < 1.5 * before) rise++
  const over = 20 * Math.log10(peakOf(samples, at, end) / before)
  return { at: at / rate, error: (1 + rise * 0.5) / rate, peak: peakOf(heard, at, end), over }
}
