import { positive } from './errors'

/** Share of what a drawn band holds that goes into what it throws; the rest stays in band, pouch and warmth. */
const EFFICIENCY = 0.7

/**
 * Speed that a hand catapult gives, m/s: √(η F d / m), from ½ m v² = η · ½ F d for a band that pulls in proportion to
 * its draw, η = 0.7 (0.5 to 0.85: light things get less, as the band must throw itself too).
 *
 * @param input.draw m that the band is drawn, above 0
 * @param input.pull N at that draw, above 0
 * @param input.mass kg of what is thrown, above 0
 * @throws InputError outside these ranges
 */
export function catapultSpeed(input: { draw: number; pull: number; mass: number }): number {
  return Math.sqrt(
    (EFFICIENCY * positive('pull', input.pull) * positive('draw', input.draw)) / positive('mass', input.mass),
  )
}
