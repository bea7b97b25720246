/** A picture and when it was shot. */
export interface TimedPicture {
  id: string
  /** ms since 1970. */
  shotAt: number
}
/** A take with the time it was fired. */
export interface TimedTake {
  id: string
  /** ms since 1970 at which the action was let go. */
  firedAt: number
}

/**
 * A picture farther than this from every take waits for its own, ms: a long exposure, a slow transfer, a take noted
 * late.
 */
export const MATCH_WINDOW = 30_000
/** Pictures of one take, a burst, lie within this of the nearest, ms. */
export const BURST = 2_000

/**
 * Which picture belongs to which take: that of its time. A picture goes to the take nearest in time; a take has the
 * picture nearest to it and what was
 * shot in one burst with that. What is left waits for a take not noted yet.
 *
 * @returns take by picture, null where none
 */
export function matchPictures(
  pictures: readonly TimedPicture[],
  takes: readonly TimedTake[],
): Map<string, string | null> {
  const matched = new Map<string, string | null>(pictures.map(picture => [picture.id, null]))
  const nearest = new Map<string, { picture: TimedPicture; away: number }[]>()
  for (const picture of pictures) {
    let best: { id: string; away: number } | null = null
    for (const take of takes) {
      const away = Math.abs(take.firedAt - picture.shotAt)
      if (away <= MATCH_WINDOW && (best === null || away < best.away)) best = { id: take.id, away }
    }
    if (best) nearest.set(best.id, [...(nearest.get(best.id) ?? []), { picture, away: best.away }])
  }
  for (const [take, candidates] of nearest) {
    const first = candidates.reduce((a, b) => (b.away < a.away ? b : a)).picture
    for (const { picture } of candidates) {
      if (Math.abs(picture.shotAt - first.shotAt) <= BURST) matched.set(picture.id, take)
    }
  }
  return matched
}

/** A camera's clock farther than this from the time its file was written is not trusted, ms. */
const CLOCK_TRUST = 120_000

/**
 * When a picture was shot, ms since 1970: what the camera says, unless its clock disagrees with the time the file was
 * written.
 *
 * @param input.camera ms; null: the file does not say
 * @param input.written ms; null: not known
 * @param input.received ms, where neither is known
 */
export function shotTime(input: { camera: number | null; written: number | null; received: number }): number {
  if (input.camera !== null && (input.written === null || Math.abs(input.camera - input.written) <= CLOCK_TRUST))
    return input.camera
  return input.written ?? input.received
}
