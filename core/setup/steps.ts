/** Settings as gear has them, in third stops, by their nominal figures. */
export const APERTURES = [
  1, 1.1, 1.2, 1.4, 1.6, 1.8, 2, 2.2, 2.5, 2.8, 3.2, 3.5, 4, 4.5, 5, 5.6, 6.3, 7.1, 8, 9, 10, 11, 13, 14, 16, 18, 20,
  22, 25, 29, 32, 36, 40, 45, 51, 57, 64,
] as const

/** Shutter speeds in thirds of a stop, as 1/s. */
export const SHUTTER_DENOMINATORS = [
  8000, 6400, 5000, 4000, 3200, 2500, 2000, 1600, 1250, 1000, 800, 640, 500, 400, 320, 250, 200, 160, 125, 100, 80, 60,
  50, 40, 30, 25, 20, 15, 13, 10, 8, 6, 5, 4,
] as const
const SLOW_SHUTTERS = [0.3, 0.4, 0.5, 0.6, 0.8, 1, 1.3, 1.6, 2, 2.5, 3.2, 4, 5, 6, 8, 10, 13, 15, 20, 25, 30] as const

/** s, fastest first. */
export const SHUTTERS_IN_SECONDS: readonly number[] = [...SHUTTER_DENOMINATORS.map(n => 1 / n), ...SLOW_SHUTTERS]

/** Sensitivities in thirds of a stop. */
export const ISOS = [
  50, 64, 80, 100, 125, 160, 200, 250, 320, 400, 500, 640, 800, 1000, 1250, 1600, 2000, 2500, 3200, 4000, 5000, 6400,
  8000, 10_000, 12_800, 16_000, 20_000, 25_600, 32_000, 40_000, 51_200, 64_000, 80_000, 102_400,
] as const

const SLACK = 1 + 1e-9

/** Smallest setting of a rising series that is not below the value; null above its end. */
export function stepUp(series: readonly number[], value: number): number | null {
  return series.find(step => step * SLACK >= value) ?? null
}

/** Largest setting of a rising series that is not above the value; null below its start. */
export function stepDown(series: readonly number[], value: number): number | null {
  return series.findLast(step => step <= value * SLACK) ?? null
}

/** Setting of a series nearest to a value, by the ratio; the first of the series where two are as near. */
export function nearestStep(series: readonly number[], value: number): number {
  return series.reduce((best, step) =>
    Math.abs(Math.log2(step / value)) < Math.abs(Math.log2(best / value)) ? step : best,
  )
}
