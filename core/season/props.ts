import { seededRandom } from '../math/random'

/** Takes to the keepers wanted, by share of the sessions that were played before the first take. */
export interface SaidTakes {
  p10: number
  p25: number
  p50: number
  p75: number
  p90: number
}

/** A set-up of which that was said, and what it came to. */
export interface UsedTakes {
  said: SaidTakes
  /** Takes fired to the last keeper wanted, or until it was given up; at least 1. */
  used: number
  /** The keepers wanted were there; false: it was given up, or is not over. */
  done: boolean
}

/** Whether set-ups needed the takes that were said. */
export interface TakesKept {
  setups: number
  /** Of them those that came to their keepers. */
  done: number
  /** Share of set-ups that should have had their keepers by then, and that had; those given up are allowed for. */
  points: { said: number; seen: number }[]
  /** The greatest gap between the two, and what chance alone would hardly exceed (one in twenty). */
  gap: number
  limit: number
}

const LEVELS = [
  ['p10', 0.1],
  ['p25', 0.25],
  ['p50', 0.5],
  ['p75', 0.75],
  ['p90', 0.9],
] as const
/** Set-ups with their keepers from which that is told. */
const LEAST = 8
/** Kolmogorov's bound at one in twenty, over the root of the count. */
const BOUND = 1.355
/** Drawings of where in its step a whole number of takes lies. */
const DRAWS = 60

/**
 * Share of sessions that were said to be over within so many takes, 0 to 1; between what was said, a straight line. Of
 * a whole number of takes a share is passed somewhere in its last take: in the middle of it, or where several are,
 * spread over it.
 */
export function shareWithin(said: SaidTakes, takes: number): number {
  if (takes <= 0) return 0
  const points: [number, number][] = [[0, 0]]
  for (const [key, share] of LEVELS) {
    const alike = LEVELS.filter(([other]) => said[other] === said[key])
    const place = alike.findIndex(([other]) => other === key)
    points.push([said[key] - 1 + (place + 0.5) / alike.length, share])
  }
  const next = points.findIndex(([at]) => at > takes)
  const [from, below] = points[(next < 0 ? points.length : next) - 1]!
  // Beyond the last it goes on as the last tenth of sessions would, ever more slowly.
  if (next < 0) return 1 - (1 - below) * Math.exp((from - takes) / Math.max(1, from - said.p50))
  const [to, above] = points[next]!
  return below + ((takes - from) / (to - from)) * (above - below)
}

/** What part of set-ups had come to their keepers at each level, those given up allowed for (Kaplan and Meier). */
function reachedBy(places: readonly { at: number; done: boolean }[]): (level: number) => number {
  const sorted = [...places].sort((a, b) => a.at - b.at)
  let left = 1
  const steps = sorted.flatMap(({ at, done }, i) => {
    if (!done) return []
    left *= 1 - 1 / (sorted.length - i)
    return [{ at, reached: 1 - left }]
  })
  return level => steps.findLast(({ at }) => at <= level)?.reached ?? 0
}

/**
 * Holds takes used against the sessions that were played before them. Where what was said is true, places among the
 * sessions are spread evenly.
 *
 * @returns null where fewer than eight set-ups came to their keepers
 */
export function takesKept(setups: readonly UsedTakes[], seed = 1): TakesKept | null {
  const done = setups.filter(one => one.done).length
  if (done < LEAST) return null
  const random = seededRandom(seed)
  const grid = Array.from({ length: 39 }, (_, i) => (i + 1) / 40)
  const reached = new Map(grid.map(level => [level, 0]))
  for (let draw = 0; draw < DRAWS; draw++) {
    const of = reachedBy(
      setups.map(({ said, used, done: over }) => {
        const [from, to] = [shareWithin(said, used - 1), shareWithin(said, used)]
        // Given up after so many takes, it would have needed more.
        return { at: over ? from + random.uniform() * (to - from) : to, done: over }
      }),
    )
    for (const level of grid) reached.set(level, reached.get(level)! + of(level) / DRAWS)
  }
  return {
    setups: setups.length,
    done,
    points: LEVELS.map(([, said]) => ({ said, seen: reached.get(Math.round(said * 40) / 40)! })),
    gap: Math.max(...grid.map(level => Math.abs(reached.get(level)! - level))),
    limit: BOUND / Math.sqrt(done),
  }
}
