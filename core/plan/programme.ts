import type { Assessment } from './assess'
import { evenInterval } from './schedule'

/** How one unit is set for its share of a sequence, in its own terms. */
export interface Programme {
  light: number
  name: string
  /** Which of the sets that take turns, from 1, and of how many; units in a set are set alike. */
  set: number
  sets: number
  units: number
  mode: 'triggered' | 'repeating'
  power: number
  /** s dialled from the trigger to its first pop. */
  delay: number
  count: number
  /** s between its pops; null: one pop, or uneven ones. */
  interval: number | null
  /** s dialled from the trigger to each of its pops. */
  times: number[]
}

/** A schedule to programme every unit by: what each is set to, in the order of the lights. */
export function programmeOf({
  setup,
  sequence,
  timing,
}: Pick<Assessment, 'setup' | 'sequence' | 'timing'>): Programme[] {
  const base = (timing.used ?? 0) + (sequence?.lead ?? 0)
  return (sequence?.lights ?? []).flatMap(({ light, times, schedule }) => {
    const flash = setup.flashes[light]!
    return schedule.units.map((pops, i): Programme => {
      const own = pops.map(pop => base + times[pop]!)
      return {
        light,
        name: flash.name,
        set: i + 1,
        sets: schedule.units.length,
        units: flash.units,
        mode: schedule.modes[i]!,
        power: flash.power,
        delay: own[0]!,
        count: own.length,
        interval: evenInterval(own),
        times: own,
      }
    })
  })
}
