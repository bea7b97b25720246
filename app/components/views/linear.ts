import { ticks } from 'd3-array'

/** Places on the screen for values, evenly: beyond its ends too. */
export interface Linear {
  (value: number): number
  /** The value that stands at a place. */
  invert: (place: number) => number
  domain: () => readonly [number, number]
  range: () => readonly [number, number]
  /** Round values between its ends, about so many. */
  ticks: (count: number) => number[]
}

/** How far along from one end to the other; half way where both are the same. */
const share = ([from, to]: readonly [number, number], at: number): number =>
  to === from ? 0.5 : (at - from) / (to - from)
const between = ([from, to]: readonly [number, number], part: number): number => from * (1 - part) + to * part

/**
 * @param domain values at the two ends
 * @param range places of these, px; the first may be the larger
 */
export function linear(domain: readonly [number, number], range: readonly [number, number]): Linear {
  return Object.assign((value: number) => between(range, share(domain, value)), {
    invert: (place: number) => between(domain, share(range, place)),
    domain: () => domain,
    range: () => range,
    ticks: (count: number) => ticks(domain[0], domain[1], count),
  })
}
