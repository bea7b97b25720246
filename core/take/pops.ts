import type { Motion } from '../physics/travel'
import type { FlashSetup, PopGroup, Setup } from '../setup/types'

/** A pop of one or more lights at one instant. */
export interface Pop {
  /** s after the trigger's own pop: 0 is where a single pop would fall. */
  time: number
  /** Lights that pop, by their place in the set-up. */
  lights: number[]
  /** Group it belongs to, and its number in it. */
  group: number
  number: number
}

/** Pops nearer than this are one, s. */
const SAME = 1e-9

/**
 * Place of the moving thing along the travel at a time, m: by the table of places where there is one, else by its
 * motion.
 */
export function trackOf(
  { sequence: { track } }: Pick<Setup, 'sequence'>,
  motion: Motion,
): { positionAt: (time: number) => number; timeAt: (place: number) => number | null } {
  if (track.length < 2) return { positionAt: motion.positionAt, timeAt: place => motion.timeAt(place) }
  const rows = [...track].sort((a, b) => a.time - b.time)
  const along = (from: (typeof rows)[number], to: (typeof rows)[number], share: number): number =>
    from.position + share * (to.position - from.position)
  return {
    positionAt(time) {
      const i = Math.min(
        Math.max(
          1,
          rows.findIndex(row => row.time >= time) < 0 ? rows.length - 1 : rows.findIndex(row => row.time >= time),
        ),
        rows.length - 1,
      )
      const [a, b] = [rows[i - 1]!, rows[i]!]
      return b.time === a.time ? b.position : along(a, b, Math.min(Math.max((time - a.time) / (b.time - a.time), 0), 1))
    },
    timeAt(place) {
      for (let i = 1; i < rows.length; i++) {
        const [a, b] = [rows[i - 1]!, rows[i]!]
        const inside = (place - a.position) * (place - b.position) <= 0
        if (inside)
          return a.position === b.position
            ? a.time
            : a.time + ((place - a.position) / (b.position - a.position)) * (b.time - a.time)
      }
      return null
    },
  }
}

/** Pop times of a group, s after the trigger's own pop, in order; places that are never reached give none. */
export function groupTimes(setup: Pick<Setup, 'sequence'>, motion: Motion, group: PopGroup): number[] {
  const [main] = setup.sequence.groups
  const joined =
    group.joinsLast && main && main !== group && !main.joinsLast ? (groupTimes(setup, motion, main).at(-1) ?? 0) : 0
  const { placing, count, interval, from, to } = group
  const start = joined + group.start
  switch (placing) {
    case 'interval':
      return Array.from({ length: count }, (_, i) => start + i * interval)
    case 'hand':
      return [...group.times].sort((a, b) => a - b).map(time => start + time)
    case 'spacing': {
      const { timeAt } = trackOf(setup, motion)
      const first = timeAt(from)
      if (first === null) return []
      return Array.from({ length: count }, (_, i) =>
        timeAt(count === 1 ? from : from + ((to - from) * i) / (count - 1)),
      )
        .flatMap(time => (time === null ? [] : [start + time - first]))
        .sort((a, b) => a - b)
    }
  }
}

/** Every pop of a set-up's sequence in order of time; pops of several groups at one instant stay apart. */
export function popsOf(setup: Pick<Setup, 'sequence' | 'flashes'>, motion: Motion): Pop[] {
  return setup.sequence.groups
    .flatMap((group, g) => {
      const lights = group.lights.filter(light => light < setup.flashes.length)
      if (lights.length === 0) return []
      return groupTimes(setup, motion, group).map((time, i): Pop => ({ time, lights, group: g, number: i + 1 }))
    })
    .sort((a, b) => a.time - b.time)
}

/** Pops by instant: those of several groups at one are one exposure. */
export function instantsOf(pops: readonly Pop[]): { time: number; lights: number[] }[] {
  const instants: { time: number; lights: number[] }[] = []
  for (const pop of pops) {
    const last = instants.at(-1)
    if (last && pop.time - last.time <= SAME) last.lights = [...new Set([...last.lights, ...pop.lights])]
    else instants.push({ time: pop.time, lights: [...pop.lights] })
  }
  return instants
}

/** Times at which one light pops, in order, each once. */
export function timesOfLight(pops: readonly Pop[], light: number): number[] {
  return instantsOf(pops.filter(pop => pop.lights.includes(light))).map(instant => instant.time)
}

/** J of one pop at the power in use. */
export const popEnergy = (flash: FlashSetup): number => flash.energy * flash.power
