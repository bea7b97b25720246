/** A share with nine-in-ten ends. */
export interface ShareHeld {
  mean: number
  sd: number
  low: number
  high: number
}

/** Half width of the interval that holds nine in ten, in standard deviations. */
export const NINE_IN_TEN = 1.6449

/**
 * A share ~ Beta(yes, no) with its mean, standard deviation and nine-in-ten ends (by its normal, within 0 and 1).
 *
 * @param yes counted for it, what is thought before any among them; above 0
 * @param no counted against it; above 0
 */
export function betaShare(yes: number, no: number): ShareHeld {
  const mean = yes / (yes + no)
  const sd = Math.sqrt((mean * (1 - mean)) / (yes + no + 1))
  return { mean, sd, low: Math.max(0, mean - NINE_IN_TEN * sd), high: Math.min(1, mean + NINE_IN_TEN * sd) }
}
