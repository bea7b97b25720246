/** A stretch for every delay that is none. */
export const NO_DELAY = -100

const STARTS = [1, 2, 5] as const
/** What a quotient of two figures may be off by. */
const SLACK = 1e-9

/**
 * The stretch of the series 1, 2, 5, 10, 20 … that a delay lies in, so that counts of any log can be kept.
 *
 * @param delay s
 * @returns 0 for 1 to 2 s, 1 for 2 to 5 s, −3 for 0.1 to 0.2 s, and so on; `NO_DELAY` for 0 or less
 */
export function stretchOf(delay: number): number {
  if (!(delay > 0)) return NO_DELAY
  const decade = Math.floor(Math.log10(delay) + SLACK)
  const part = delay / 10 ** decade + SLACK
  return 3 * decade + (part >= 5 ? 2 : part >= 2 ? 1 : 0)
}

/** Where a stretch begins, s; `NO_DELAY` at 0. */
export const stretchStart = (stretch: number): number =>
  stretch <= NO_DELAY ? 0 : Number((STARTS[((stretch % 3) + 3) % 3]! * 10 ** Math.floor(stretch / 3)).toPrecision(12))

const decade = `floor(log10(delay) + ${SLACK})`
const part = `delay / pow(10, ${decade}) + ${SLACK}`
/** The same as the database works it out for a take. */
export const STRETCH_SQL =
  `case when delay > 0 then 3 * ${decade} + ` +
  `case when ${part} >= 5 then 2 when ${part} >= 2 then 1 else 0 end else ${NO_DELAY} end`
