import type { DayPerson, DayPlanInput, DaySetup, Stretch } from './types'

const PATTERN = /^([0-3]\d|4[0-7]):([0-5]\d)$/

/** Minutes after midnight of a time of day, up to 47:59; null for what is none. */
export function minutesOf(text: string): number | null {
  const match = PATTERN.exec(text)
  return match ? Number(match[1]) * 60 + Number(match[2]) : null
}

/** A time of day as it is written, rounded up to a minute: 25:10 is ten past one of the day after. */
export function clockText(minutes: number): string {
  const whole = Math.ceil(minutes - 1e-9)
  return `${String(Math.floor(whole / 60)).padStart(2, '0')}:${String(whole % 60).padStart(2, '0')}`
}

/** When work rests. */
export interface Rests {
  /** Breaks in order, none over another: begin and end. */
  breaks: readonly Stretch[]
}

/** Breaks in order; those that touch or overlap are one. */
export function restsOf(breaks: DayPlanInput['breaks']): Rests {
  const sorted = breaks
    .map(({ at, minutes }): [number, number] => [at, at + minutes])
    .filter(([from, to]) => to > from)
    .sort((a, b) => a[0] - b[0])
  return { breaks: joined(sorted) }
}

/** Stretches in order, those that touch made one. */
export function joined(stretches: readonly Stretch[]): Stretch[] {
  const found: [number, number][] = []
  for (const [from, to] of [...stretches].sort((a, b) => a[0] - b[0])) {
    const last = found.at(-1)
    if (last && from <= last[1]) last[1] = Math.max(last[1], to)
    else found.push([from, to])
  }
  return found
}

/** The first instant from one on at which work may begin: none begins in a break. */
export function free({ breaks }: Rests, from: number): number {
  for (const [begins, ends] of breaks) if (from >= begins && from < ends) return ends
  return from
}

/**
 * When work that begins at an instant is done: it stops in breaks, and not if it is over as the break begins.
 *
 * @param minutes 0 or above; nothing to do is done at once, in a break too
 */
export function done(rests: Rests, from: number, minutes: number): number {
  if (!(minutes > 0)) return from
  let at = free(rests, from)
  let left = minutes
  for (const [begins, ends] of rests.breaks) {
    if (ends <= at) continue
    if (at + left <= begins) break
    left -= begins - at
    at = ends
  }
  return at + left
}

/** What stretches have in common with others; where they only touch, a stretch of no length. */
export const cut = (list: readonly Stretch[], other: readonly Stretch[]): Stretch[] =>
  list.flatMap(([a, b]) =>
    other.flatMap(([c, d]): Stretch[] => (Math.max(a, c) <= Math.min(b, d) ? [[Math.max(a, c), Math.min(b, d)]] : [])),
  )

const ALL: readonly Stretch[] = [[0, Infinity]]

/** What is left of stretches without others. */
function without(list: readonly Stretch[], others: readonly Stretch[]): Stretch[] {
  return others.reduce<Stretch[]>(
    (left, [from, to]) =>
      left.flatMap(([a, b]): Stretch[] =>
        to <= a || from >= b
          ? [[a, b]]
          : [...(from > a ? [[a, from] as const] : []), ...(to < b ? [[to, b] as const] : [])],
      ),
    [...list],
  )
}

/** Stretches in which a set-up may be fired: its windows, when all it needs are there, no quiet hours if it is loud. */
export function stretchesOf(
  setup: Pick<DaySetup, 'windows' | 'needs' | 'loud'>,
  people: readonly DayPerson[],
  quiet: readonly Stretch[],
): Stretch[] {
  const own = setup.windows.length > 0 ? joined(setup.windows) : ALL
  const there = setup.needs.reduce<readonly Stretch[]>((left, id) => {
    const hours = people.find(person => person.id === id)?.hours ?? []
    return hours.length > 0 ? cut(left, joined(hours)) : left
  }, own)
  return joined(setup.loud ? without(there, joined(quiet)) : there)
}

/** The earliest firing of so many minutes from an instant on, whole within one stretch; null: there is none. */
export function firing(
  rests: Rests,
  stretches: readonly Stretch[],
  from: number,
  minutes: number,
): { begins: number; ends: number; stretch: Stretch } | null {
  for (const stretch of stretches) {
    const begins = free(rests, Math.max(from, stretch[0]))
    const ends = done(rests, begins, minutes)
    if (ends <= stretch[1] && begins <= stretch[1]) return { begins, ends, stretch }
  }
  return null
}
