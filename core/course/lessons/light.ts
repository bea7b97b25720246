import { assess } from '../../plan'
import { recipeStart } from '../../recipes'
import { withChanges } from '../../setup/paths'
import type { Setup } from '../../setup/types'
import { drawsOf, length, power, until } from '../draw'
import type { Go } from '../types'

const OFF = 0.08
const [NEAREST, FARTHEST] = [0.1, 3]
/** m between which somebody who knows nothing would say something. */
const RANGE = [0.09, 3.3] as const

/** One light alone, bare, before the subject. */
function lit(at: number, from: number): Setup {
  const start = recipeStart('projectile')
  const flash = { ...start.flashes[0]!, role: 'key' as const, head: 'bare' as const, lossStops: 0 }
  return withChanges({ ...start, flashes: [flash] }, [
    { path: 'flashes[0].distance', value: at },
    { path: 'flashes[0].power', value: from },
  ])
}

/** How near a light comes when its power goes down, the exposure as it was. */
export function light(seed: number): Go {
  const { between, one } = drawsOf(seed, 7)
  return until(() => {
    const [far, from, stops] = [between(0.4, 1.6), one([1 / 2, 1 / 4, 1 / 8, 1 / 16]), one([-3, -2, -1, 1, 2] as const)]
    const to = from * 2 ** stops
    if (to > 1 || to < 1 / 128) return null
    const wanted = assess(lit(far, from)).exposure.flash
    if (wanted === null) return null
    const over = (distance: number): number => (assess(lit(distance, to)).exposure.flash ?? -99) - wanted
    let [low, high] = [NEAREST, FARTHEST]
    if (over(low) < 0 || over(high) > 0) return null
    for (let i = 0; i < 30; i++) {
      const middle = Math.sqrt(low * high)
      if (over(middle) > 0) low = middle
      else high = middle
    }
    const truth = Math.sqrt(low * high)
    return {
      lesson: 'light',
      question: stops < 0 ? 'down' : 'up',
      setup: lit(far, to),
      told: { far: length(far, 'm'), from: power(from), to: power(to) },
      shown: {
        truth: length(truth, 'm'),
        stops: { value: Math.abs(stops), quantity: 'stops' },
        ratio: { value: truth / far, quantity: 'number' },
      },
      answer: {
        kind: 'number',
        quantity: 'length',
        unit: 'm',
        truth,
        right: [truth * (1 - OFF), truth * (1 + OFF)],
        range: RANGE,
        byFactor: true,
      },
      strip: {
        quantity: 'length',
        unit: 'm',
        place: { from: 0, way: 1 },
        marks: [
          { at: 0, id: 'subject' },
          { at: far, id: 'stood' },
        ],
      },
      pictureOf: distance => lit(Math.max(NEAREST, Math.min(10, distance)), to),
    } satisfies Go
  })
}
