import { InputError, atLeast, finite } from '../../physics/errors'

/** One measured take: the delay dialled, s, and where the object was past the mark, m. */
export interface DelayPoint {
  delay: number
  position: number
}

/**
 * Straight line of position against delay by least squares; the mark is position 0.
 *
 * @param input.points at least two, with at least two different delays
 * @returns speed (m/s), delayAtMark (s), scatter (m, standard deviation of the positions about the line, n − 2 degrees
 * of
 * freedom; null for two points), speedError (m/s, standard error; null likewise)
 * @throws InputError for fewer points, equal delays, or a fit that does not move with the delay
 */
export function fitDelayLine(input: { points: DelayPoint[] }): {
  speed: number
  delayAtMark: number
  scatter: number | null
  speedError: number | null
} {
  const points = atLeast('points', input.points, 2)
  const n = points.length
  let delayMean = 0
  let positionMean = 0
  points.forEach((p, i) => {
    delayMean += finite(`points[${i}].delay`, p.delay) / n
    positionMean += finite(`points[${i}].position`, p.position) / n
  })
  let sxx = 0
  let sxy = 0
  for (const p of points) {
    sxx += (p.delay - delayMean) ** 2
    sxy += (p.delay - delayMean) * (p.position - positionMean)
  }
  if (sxx === 0) throw new InputError('points', 'one delay only', 'at least two different delays')
  const speed = sxy / sxx
  if (speed === 0) throw new InputError('points', 'positions that do not change with the delay', 'a moving object')
  const delayAtMark = delayMean - positionMean / speed
  if (n === 2) return { speed, delayAtMark, scatter: null, speedError: null }
  let residuals = 0
  for (const p of points) residuals += (p.position - speed * (p.delay - delayAtMark)) ** 2
  const scatter = Math.sqrt(residuals / (n - 2))
  return { speed, delayAtMark, scatter, speedError: scatter / Math.sqrt(sxx) }
}
