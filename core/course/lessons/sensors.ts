import { significant } from '../../math/significant'
import { recipeStart } from '../../recipes'
import { drawsOf, plain, until } from '../draw'
import { MOST_LUCK, luckOf } from '../mastery'
import type { Go, NumberAnswer } from '../types'

/** A threshold stands so far above the loudest click and below the faintest bang. */
const CLEAR = 1.1
const PEAKS = 4

/** Where a threshold hears every bang and no click. */
export function sensors(seed: number): Go {
  const { between, random } = drawsOf(seed, 6)
  return until(() => {
    const click = between(0.02, 0.2)
    const bang = click * between(2.2, 6)
    const drawn = (middle: number, by: number): number[] =>
      Array.from({ length: PEAKS }, () => significant(middle * Math.exp(by * random.normal()), 2))
    const [clicks, bangs] = [drawn(click, 0.18), drawn(bang, 0.15)]
    const [loudest, faintest] = [Math.max(...clicks) * CLEAR, Math.min(...bangs) / CLEAR]
    if (faintest < 1.25 * loudest || Math.max(...bangs) > 1) return null
    const answer: NumberAnswer = {
      kind: 'number',
      quantity: 'number',
      unit: '',
      truth: significant(Math.sqrt(loudest * faintest), 2),
      right: [loudest, faintest],
      range: [0.01, 1],
      byFactor: true,
    }
    if (luckOf(answer) > MOST_LUCK) return null
    const named = (what: string, values: readonly number[]) =>
      Object.fromEntries(values.map((value, i) => [`${what}${i + 1}`, plain(value)]))
    return {
      lesson: 'sensors',
      question: 'threshold',
      setup: recipeStart('balloon'),
      told: { ...named('click', clicks), ...named('bang', bangs) },
      shown: { truth: plain(answer.truth), low: plain(loudest), high: plain(faintest) },
      answer,
      strip: {
        quantity: 'number',
        unit: '',
        place: { from: 0, way: 1 },
        marks: [...clicks.map(at => ({ at, id: 'click' })), ...bangs.map(at => ({ at, id: 'bang' }))],
      },
      pictureOf: null,
    } satisfies Go
  })
}
