import { InputError, notNegative, positive } from './errors'

/**
 * Drag coefficient of a sphere by Mach number, over its value at low speed. Below half the speed of sound it is
 * constant.
 * Sources: Charters & Thomas 1945, J. Aeronaut. Sci. 12, 468; Bailey & Hiatt 1972, AIAA J. 10, 1436; read to some 3 %.
 */
const SPHERE: readonly (readonly [mach: number, ratio: number])[] = [
  [0.5, 1],
  [0.6, 1.06],
  [0.7, 1.17],
  [0.8, 1.3],
  [0.9, 1.49],
  [1, 1.72],
  [1.1, 1.89],
  [1.2, 2],
  [1.4, 2.11],
  [1.6, 2.13],
  [2, 2.13],
  [3, 2.02],
  [4, 1.96],
  [6, 1.96],
]
/** From this Mach number on the drag of a sphere grows. */
export const DRAG_RISE = SPHERE[0]![0]

/** Drag coefficient of a sphere at a Mach number over that at low speed; Mach 0 or above. */
export function sphereDragRatio(mach: number): number {
  notNegative('mach', mach)
  const i = SPHERE.findIndex(([m]) => mach <= m)
  if (i === 0) return 1
  if (i < 0) return SPHERE.at(-1)![1]
  const [[m0, r0], [m1, r1]] = [SPHERE[i - 1]!, SPHERE[i]!]
  return r0 + ((mach - m0) / (m1 - m0)) * (r1 - r0)
}

/** A stretch of the flight over which k = a + b v. */
interface Stretch {
  top: number
  a: number
  b: number
  time: number
  place: number
}

/** How far and how long it takes from one speed down to another where k = a + b v. */
function slowing({ a, b }: Stretch, from: number, to: number): { place: number; time: number } {
  const [kFrom, kTo] = [a + b * from, a + b * to]
  if (Math.abs(b) * from < 1e-9 * Math.abs(a)) return { place: Math.log(from / to) / a, time: (1 / to - 1 / from) / a }
  const place = Math.log((from * kTo) / (to * kFrom)) / a
  return { place, time: (1 / to - 1 / from - b * place) / a }
}

/**
 * The flight of a sphere whose drag depends on the speed: places, m, and times, s, from where it had its first speed.
 */
export interface MachFlight {
  timeAt: (place: number) => number
  placeAt: (time: number) => number
  speedAt: (time: number) => number
}

/**
 * Flight of a sphere with drag by Mach number: in closed form between the points of the table, where its coefficient is
 * a straight line.
 *
 * @param input.speed m/s at the start, above 0
 * @param input.dragPerMetre 1/m at low speed, above 0
 * @param input.soundSpeed m/s, above 0
 * @throws InputError outside these ranges
 */
export function machFlight(input: { speed: number; dragPerMetre: number; soundSpeed: number }): MachFlight {
  const v0 = positive('speed', input.speed)
  const k0 = positive('dragPerMetre', input.dragPerMetre)
  const c = positive('soundSpeed', input.soundSpeed)
  const stretches: Stretch[] = []
  const last = SPHERE.at(-1)!
  let at = { place: 0, time: 0 }
  let speed = v0
  const add = (bottom: number, a: number, b: number): void => {
    const stretch: Stretch = { top: speed, a, b, ...at }
    stretches.push(stretch)
    if (bottom <= 0) return
    const on = slowing(stretch, speed, bottom)
    at = { place: at.place + on.place, time: at.time + on.time }
    speed = bottom
  }
  if (v0 > last[0] * c) add(last[0] * c, k0 * last[1], 0)
  for (let i = SPHERE.length - 1; i > 0; i--) {
    const [[m0, r0], [m1, r1]] = [SPHERE[i - 1]!, SPHERE[i]!]
    if (speed <= m0 * c) continue
    const b = (r1 - r0) / (m1 - m0)
    add(m0 * c, k0 * (r0 - b * m0), (k0 * b) / c)
  }
  add(0, k0, 0)

  const within = (key: 'place' | 'time', value: number): Stretch =>
    stretches.findLast(stretch => stretch[key] <= value) ?? stretches[0]!
  /** Speed at a distance past the top of a stretch. */
  const after = ({ top, a, b }: Stretch, place: number): number => {
    const q = (top / (a + b * top)) * Math.exp(-a * place)
    return (a * q) / (1 - b * q)
  }
  const speedAt = (time: number): number => {
    if (time <= 0) return v0
    const stretch = within('time', time)
    const next = stretches[stretches.indexOf(stretch) + 1]
    const left = time - stretch.time
    if (stretch.b === 0) return stretch.top / (1 + stretch.a * stretch.top * left)
    let [low, high] = [next?.top ?? 0, stretch.top]
    for (let i = 0; i < 60; i++) {
      const middle = (low + high) / 2
      if (slowing(stretch, stretch.top, middle).time > left) low = middle
      else high = middle
    }
    return (low + high) / 2
  }
  return {
    speedAt,
    timeAt(place) {
      if (!(place >= 0)) throw new InputError('place', place, '0 or above')
      const stretch = within('place', place)
      const to = after(stretch, place - stretch.place)
      return to > 0 ? stretch.time + slowing(stretch, stretch.top, to).time : Infinity
    },
    placeAt(time) {
      if (time <= 0) return 0
      const stretch = within('time', time)
      return stretch.place + slowing(stretch, stretch.top, speedAt(time)).place
    },
  }
}
