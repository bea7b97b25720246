import { InputError, atLeast, finite, notNegative, positive, within } from './errors'

/** One row of a duration table: power as a fraction of full, 0 to 1, and duration, s. */
export interface DurationRow {
  power: number
  duration: number
}

/**
 * Duration at a power from a table of rated or measured ones: log–log between rows, clamped and flagged outside.
 *
 * @param input.table at least one row, in any order; powers above 0 to 1, no power twice; durations in s, above 0
 * @param input.power fraction of full, above 0 to 1
 * @returns duration, s, and whether it lies outside the table
 * @throws InputError outside these ranges
 */
export function durationAt(input: { table: readonly DurationRow[]; power: number }): {
  duration: number
  extrapolated: boolean
} {
  return durationCurve(input.table)(input.power)
}

/**
 * The same for many powers of one table: checks and sorts the rows once.
 *
 * @throws InputError as `durationAt`, for the table here and for the power when called
 */
export function durationCurve(
  table: readonly DurationRow[],
): (power: number) => { duration: number; extrapolated: boolean } {
  const rows = [...atLeast('table', table, 1)].sort((a, b) => a.power - b.power)
  rows.forEach((row, i) => {
    positive('table.power', within('table.power', row.power, 0, 1))
    positive('table.duration', row.duration)
    if (i > 0 && row.power === rows[i - 1]?.power) throw new InputError('table.power', row.power, 'each power once')
  })
  const first = rows[0] as DurationRow
  const last = rows[rows.length - 1] as DurationRow
  return power => {
    positive('power', within('power', power, 0, 1))
    if (power <= first.power) return { duration: first.duration, extrapolated: power < first.power }
    if (power >= last.power) return { duration: last.duration, extrapolated: power > last.power }
    let upper = 1
    while ((rows[upper] as DurationRow).power < power) upper++
    const a = rows[upper - 1] as DurationRow
    const b = rows[upper] as DurationRow
    const share = Math.log(power / a.power) / Math.log(b.power / a.power)
    return { duration: a.duration * (b.duration / a.duration) ** share, extrapolated: false }
  }
}

/**
 * Durations of a flash whose discharge is cut off early: exponential decay (τ = t.5 / ln 2) cut at −τ ln(1 − power);
 * t.5 and t.1 are each the earlier of the cut and the natural time (τ ln 2, τ ln 10), plus the edge.
 *
 * @param input.fullT05 t.5 at full power, s, above 0
 * @param input.edge s added by rise and quench, 0 or above
 * @param input.power fraction of full, above 0 to 1
 * @throws InputError outside these ranges
 *
 * @public part of the contract that the vectors hold
 */
export function quenchedDuration(input: { fullT05: number; edge: number; power: number }): {
  t05: number
  t01: number
} {
  const tau = positive('fullT05', input.fullT05) / Math.LN2
  const edge = notNegative('edge', input.edge)
  const power = positive('power', within('power', input.power, 0, 1))
  // At full power it burns out: the logarithm is −∞.
  const cut = -tau * Math.log1p(-power)
  return { t05: Math.min(cut, tau * Math.LN2) + edge, t01: Math.min(cut, tau * Math.LN10) + edge }
}

/** First and last time, s, at which a sampled curve crosses a level, with linear interpolation. */
function crossingSpan(time: readonly number[], light: readonly number[], level: number): number {
  const crossing = (i: number): number => {
    const [t0, t1] = [time[i] as number, time[i + 1] as number]
    const [y0, y1] = [light[i] as number, light[i + 1] as number]
    return t0 + ((level - y0) / (y1 - y0)) * (t1 - t0)
  }
  const crosses = (i: number): boolean => (light[i] as number) >= level !== (light[i + 1] as number) >= level
  let first = time[0] as number
  let last = time[time.length - 1] as number
  const n = light.length
  if ((light[0] as number) < level)
    for (let i = 0; i < n - 1; i++)
      if (crosses(i)) {
        first = crossing(i)
        break
      }
  if ((light[n - 1] as number) < level)
    for (let i = n - 2; i >= 0; i--)
      if (crosses(i)) {
        last = crossing(i)
        break
      }
  return last - first
}

/**
 * t.5, t.1, peak and energy of a photodiode trace. Baseline = median of the first 5 % of samples (count rounded down,
 * at least one); durations from first to last crossing of half and of a tenth of the peak; trapezium energy above the
 * baseline.
 *
 * @param input.time s, rising, at least three samples
 * @param input.light any linear unit, as many samples
 * @returns t05 and t01 in s; peak in the unit of light; energy in that unit × s
 * @throws InputError for traces of unequal length, time that does not rise, or no light above the baseline
 */
export function pulseMetrics(input: { time: number[]; light: number[] }): {
  t05: number
  t01: number
  peak: number
  energy: number
} {
  const { time, light } = input
  atLeast('time', time, 3)
  if (!Array.isArray(light) || light.length !== time.length)
    throw new InputError('light', light?.length, `${time.length} samples, as many as time`)
  time.forEach((t, i) => {
    finite(`time[${i}]`, t)
    finite(`light[${i}]`, light[i] as number)
    if (i > 0 && t <= (time[i - 1] as number)) throw new InputError(`time[${i}]`, t, 'later than the sample before')
  })
  const head = light.slice(0, Math.max(1, Math.floor(light.length * 0.05))).sort((a, b) => a - b)
  const middle = head.length / 2
  const baseline =
    head.length % 2
      ? (head[Math.floor(middle)] as number)
      : ((head[middle - 1] as number) + (head[middle] as number)) / 2
  const net = light.map(y => y - baseline)
  const peak = net.reduce((most, y) => Math.max(most, y), 0)
  if (!(peak > 0)) throw new InputError('light', 'a flat trace', 'a pulse above the baseline')
  let energy = 0
  for (let i = 1; i < net.length; i++) {
    energy += (((net[i] as number) + (net[i - 1] as number)) / 2) * ((time[i] as number) - (time[i - 1] as number))
  }
  return { t05: crossingSpan(time, net, peak / 2), t01: crossingSpan(time, net, peak / 10), peak, energy }
}

/**
 * A pulse as steep rise, exponential decay with time constant `tau` (null: flat top) and a cut at `cut`, both s from
 * the peak.
 */
export interface PulseShape {
  tau: number | null
  cut: number
  t01: number
}

/**
 * The exponential pulse, cut or not, that has the given t.5 and t.1: what blur, streaks and drawings use.
 *
 * @param input.t05 s, above 0
 * @param input.t01 s, not below `t05`
 * @throws InputError outside these ranges
 *
 * A natural exponential has t.1 = 3.32 t.5; a smaller ratio means the tube was cut off, equality a square pulse. A
 * larger ratio
 * than the natural one is drawn with the decay that fits t.1.
 */
export function pulseShape(input: { t05: number; t01: number }): PulseShape {
  const t05 = positive('t05', input.t05)
  const t01 = finite('t01', input.t01)
  if (t01 < t05) throw new InputError('t01', t01, 'not below t05')
  const natural = Math.LN10 / Math.LN2
  if (t01 === t05) return { tau: null, cut: t01, t01 }
  if (t01 >= natural * t05) return { tau: t01 / Math.LN10, cut: 2 * t01, t01 }
  return { tau: t05 / Math.LN2, cut: t01, t01 }
}

/** Light of a pulse, 0 to 1 of its peak, at a time after the peak, s; 0 outside the pulse. */
export function pulseLevel(shape: PulseShape, time: number): number {
  if (time < 0 || time > shape.cut) return 0
  return shape.tau === null ? 1 : Math.exp(-time / shape.tau)
}

/** Middle of the light: the time after the peak, s, by which half the energy is out. */
export function pulseMiddle(shape: PulseShape): number {
  return pulseTimeOf(shape, 0.5)
}

/** Share of a pulse's energy that is out by a time after its peak, s; 0 to 1. */
export function pulseShare(shape: PulseShape, time: number): number {
  if (time <= 0) return 0
  if (time >= shape.cut) return 1
  return shape.tau === null ? time / shape.cut : Math.expm1(-time / shape.tau) / Math.expm1(-shape.cut / shape.tau)
}

/** Time after the peak, s, by which a share of a pulse's energy is out, 0 to 1. */
export function pulseTimeOf(shape: PulseShape, share: number): number {
  if (share <= 0) return 0
  if (share >= 1) return shape.cut
  return shape.tau === null ? share * shape.cut : -shape.tau * Math.log1p(share * Math.expm1(-shape.cut / shape.tau))
}
