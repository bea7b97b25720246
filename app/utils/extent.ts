/** From where to where something is shown, in its own unit. */
export type Extent = readonly [number, number]

/** An extent made larger or smaller about a place that stays where it is; null where that passes what can be shown. */
export function zoomedExtent(
  [low, high]: Extent,
  factor: number,
  about: number,
  least: number,
  most: number,
): Extent | null {
  const span = (high - low) * factor
  if (span < least || span > most) return null
  const share = (Math.min(Math.max(about, low), high) - low) / (high - low)
  return [about - share * span, about + (1 - share) * span]
}

/** An extent moved by so many of its own units. */
export const movedExtent = ([low, high]: Extent, by: number): Extent => [low + by, high + by]

/** An extent moved to lie within the whole; one that is larger is the whole. */
export function extentWithin([low, high]: Extent, [least, most]: Extent): Extent {
  if (high - low >= most - least) return [least, most]
  const by = Math.max(0, least - low) + Math.min(0, most - high)
  return [low + by, high + by]
}
