import type { Setup } from './types'

/** Longest shutter, s, that a camera left to itself keeps to before it raises ISO. */
const HELD = 1 / 120
/** Shortest shutter of its own, s. */
const SHORTEST = 1 / 24_000

/** Whether it is the camera that chooses shutter and ISO: only where the light that is always on makes the picture. */
export const cameraSets = ({ camera, method }: Pick<Setup, 'camera' | 'method'>): boolean =>
  camera.setsShutter && method === 'fast-shutter'

/**
 * Shutter and ISO that a camera left to itself takes in a light: lowest ISO while that gives 1/120 s or shorter, then
 * ISO up to the highest accepted at 1/120 s, then a longer shutter. A usual programme; one's own may differ.
 *
 * @returns s and ISO
 */
export function ownExposure({ camera, picture }: Pick<Setup, 'camera' | 'picture'>): { shutter: number; iso: number } {
  const at = (iso: number): number => picture.aperture ** 2 / (2 ** picture.ambientEv * (iso / 100))
  const lowest = at(camera.baseIso)
  if (lowest <= HELD) return { shutter: Math.max(SHORTEST, lowest), iso: camera.baseIso }
  const iso = Math.min(Math.max(camera.maximumIso, camera.baseIso), (camera.baseIso * lowest) / HELD)
  return { shutter: at(iso), iso }
}

/** A set-up with the shutter and ISO that its camera really takes. */
export const metered = (setup: Setup): Setup =>
  cameraSets(setup) ? { ...setup, picture: { ...setup.picture, ...ownExposure(setup) } } : setup
