import type { Assessment } from './assess'
import { acrossPicture } from '../take/bodies'
import { flashDurations, highestPowerWithin, powerSteps } from '../light/pulses'

/** What the light would have to be for a streak, and what each light can do for it. */
export interface DurationFor {
  /** s, t.1, at the most; null: nothing moves, or nothing of it is seen to. */
  duration: number | null
  lights: {
    name: string
    /** The highest power at which it is short enough; null: none. */
    power: number | null
    /** Its shortest light, s, and the power that gives it. */
    shortest: number
    at: number
  }[]
}

/**
 * How short the light has to be for a streak of a length, and at which power each light of the set-up is: the answer
 * stands even where no flash gives it.
 *
 * @param streak m at the subject, above 0
 */
export function durationFor(a: Pick<Assessment, 'known' | 'sharpness'>, streak: number): DurationFor {
  const across = acrossPicture(a.sharpness.speed, a.known.picture)
  const duration = across > 0 ? streak / across : null
  return {
    duration,
    lights: a.known.flashes.map(flash => {
      const steps = powerSteps(flash).map(power => ({ power, t01: flashDurations(flash, power).t01 }))
      const best = steps.reduce((x, y) => (y.t01 < x.t01 ? y : x))
      return {
        name: flash.name,
        power: duration === null ? 1 : highestPowerWithin(flash, duration),
        shortest: best.t01,
        at: best.power,
      }
    }),
  }
}
