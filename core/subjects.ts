import { GRAVITY } from './constants'
import { notNegative, positive } from './errors'

/**
 * Time until a balloon's skin has torn open, s: half the circumference at crack speed.
 *
 * @param input.diameter m, above 0
 * @param input.crackSpeed m/s, above 0; latex roughly 50 to 570 with tension
 * @throws InputError outside these ranges
 *
 * Source of the speeds: Moulinet & Adda-Bedia 2015, Phys. Rev. Lett. 115, 184301.
 */
export function tearTime(input: { diameter: number, crackSpeed: number }): number {
  return (Math.PI * positive('diameter', input.diameter)) / (2 * positive('crackSpeed', input.crackSpeed))
}

/**
 * How long freed liquid keeps its shape, s: until it has sagged by a fraction of its diameter, ½ g t² = fraction × diameter.
 *
 * @param input.diameter m, above 0
 * @param input.sagFraction share of the diameter, 0 or above
 * @throws InputError outside these ranges
 */
export function hangTime(input: { diameter: number, sagFraction: number }): number {
  return Math.sqrt((2 * notNegative('sagFraction', input.sagFraction) * positive('diameter', input.diameter)) / GRAVITY)
}

/**
 * Time from impact until the air cavity behind an object entering liquid closes, s: 2.285 √(r/g).
 *
 * @param input.radius m of the object, above 0
 * @throws InputError outside this range
 *
 * Nearly independent of the speed for deep closure. Source: Glasheen & McMahon 1996, Phys. Fluids 8, 2078.
 */
export function cavitySealTime(input: { radius: number }): number {
  return 2.285 * Math.sqrt(positive('radius', input.radius) / GRAVITY)
}
