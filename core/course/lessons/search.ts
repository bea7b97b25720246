import { type FiredTake, type KeeperWindow, delayPosterior, keepChance } from '../../run/search'
import { recipeStart } from '../../recipes'
import { drawsOf, time, until } from '../draw'
import { MOST_LUCK, luckOf } from '../mastery'
import type { Go, NumberAnswer } from '../types'

/** Share of the best chance that an answer must keep, and standard deviations that are looked through. */
const GOOD = 0.8
const WIDE = 2.5
const STEPS = 200

/** Where to fire next after takes that were early or late. */
export function search(seed: number): Go {
  const { between, random } = drawsOf(seed, 4)
  return until(() => {
    const delay = between(0.006, 0.09, 3)
    const uncertainty = delay * between(0.06, 0.2)
    const prior = { delay, uncertainty, scatter: uncertainty * between(0.05, 0.2) }
    const half = uncertainty * between(0.2, 0.4)
    const window: KeeperWindow = { before: half, after: half }
    const truth = delay + 1.2 * uncertainty * random.normal()
    const fired: FiredTake[] = []
    const dialled: number[] = []
    let next = delay
    for (let i = 0; i < 3; i++) {
      const off = next - truth + prior.scatter * random.normal()
      if (Math.abs(off) <= half) break
      fired.push({ delay: next, outcome: off < 0 ? 'early' : 'late' })
      dialled.push(next)
      next += (off < 0 ? 1 : -1) * uncertainty * between(0.5, 1.3)
    }
    if (fired.length < 2) return null
    const posterior = delayPosterior(prior, window, fired)
    const [low, high] = [delay - WIDE * uncertainty, delay + WIDE * uncertainty]
    const places = Array.from({ length: STEPS + 1 }, (_, i) => low + ((high - low) * i) / STEPS)
    const chances = places.map(place => keepChance(posterior, window, place))
    const most = Math.max(...chances)
    const good = places.filter((_, i) => chances[i]! >= GOOD * most)
    const answer: NumberAnswer = {
      kind: 'number',
      quantity: 'time',
      unit: 'ms',
      truth: places[chances.indexOf(most)]!,
      right: [good[0]!, good.at(-1)!],
      range: [low, high],
      byFactor: false,
    }
    // One stretch of good delays, not two with a gap.
    if (luckOf(answer) > MOST_LUCK || good.length < (answer.right[1] - answer.right[0]) / ((high - low) / STEPS))
      return null
    const of = (i: number): number => dialled[i]!
    const last = fired.length - 1
    const outcomes = fired.map(take => ('outcome' in take && take.outcome === 'early' ? 'E' : 'L')).join('')
    return {
      lesson: 'search',
      question: outcomes,
      setup: recipeStart('drop'),
      told: {
        planned: time(delay),
        error: time(uncertainty),
        window: time(2 * half),
        first: time(of(0)),
        second: time(of(1)),
        ...(last === 2 ? { third: time(of(2)) } : {}),
      },
      shown: {
        truth: time(answer.truth),
        low: time(answer.right[0]),
        high: time(answer.right[1]),
        chance: { value: Math.round(most * 100) / 100, quantity: 'share' },
      },
      answer,
      strip: {
        quantity: 'time',
        unit: 'ms',
        place: { from: 0, way: 1 },
        marks: dialled.map((at, i) => ({ at, id: outcomes[i] === 'E' ? 'early' : 'late' })),
      },
      pictureOf: null,
    } satisfies Go
  })
}
