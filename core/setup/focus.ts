import type { Setup } from './types'

/**
 * A lens focuses no closer than this many of its focal lengths unless it says so: 5:1, far beyond any but special ones.
 */
const CLOSEST = 1.2

/** Closest distance a lens can be taken to focus at, m from the front principal plane: the one rule of it. */
export const closestFocus = ({ lens }: Pick<Setup, 'lens'>): number => CLOSEST * lens.focalLength

/** The distance the optics are worked out for, m: as set, or the closest there is. */
export const focusedDistance = (setup: Pick<Setup, 'lens' | 'picture'>): number =>
  Math.max(setup.picture.distance, closestFocus(setup))
