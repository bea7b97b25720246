import { assess } from '../../plan'
import { recipeStart } from '../../recipes'
import { withChanges } from '../../setup/paths'
import type { Setup } from '../../setup/types'
import { drawsOf, length, speed, until } from '../draw'
import type { Go } from '../types'

const POWERS = [1, 1 / 2, 1 / 4, 1 / 8, 1 / 16, 1 / 32, 1 / 64, 1 / 128] as const

const atPower = (setup: Setup, power: number): Setup => ({
  ...setup,
  flashes: setup.flashes.map(flash => ({ ...flash, power: Math.max(flash.minimumPower, power) })),
})

/** How strong the light may be before what moves is drawn as a streak: the most power that freezes. */
export function freezing(seed: number): Go {
  const { between, one } = drawsOf(seed, 1)
  return until(() => {
    const recipe = one(['projectile', 'projectile', 'throw', 'swing'] as const)
    const start = recipeStart(recipe)
    const base: Setup = {
      ...start,
      method: 'open-shutter',
      trigger: start.trigger === 'burst' ? 'sensor' : start.trigger,
    }
    const setup = withChanges(base, [
      { path: 'motion.speed', value: between(0.4, 2.5) * base.motion.speed },
      { path: 'picture.blurLimit', value: between(0.0003, 0.003) },
    ])
    const streaks = POWERS.map(power => assess(atPower(setup, power)).sharpness.judged)
    const limit = setup.picture.blurLimit ?? 0
    const right = streaks.findIndex(streak => streak <= limit)
    // Frozen at any power there is nothing to decide; nor just at the limit.
    if (right < 1 || streaks[right]! > 0.93 * limit || streaks[right - 1]! < 1.07 * limit) return null
    const { sharpness } = assess(atPower(setup, POWERS[right]!))
    return {
      lesson: 'freezing',
      question: 'power',
      setup,
      told: {
        speed: speed(sharpness.speed),
        limit: length(limit),
        duration: { value: limit / sharpness.speed, quantity: 'time' },
      },
      shown: {
        truth: { value: POWERS[right]!, quantity: 'power' },
        streak: length(streaks[right]!),
        above: length(streaks[right - 1]!),
      },
      answer: { kind: 'choice', quantity: 'power', options: POWERS, right },
      strip: {
        quantity: 'length',
        unit: 'mm',
        place: null,
        marks: [
          { at: limit, id: 'limit', later: true },
          { at: streaks[right]!, id: 'frozen', later: true },
          { at: streaks[right - 1]!, id: 'smeared', later: true },
        ],
      },
      pictureOf: place => atPower(setup, POWERS[place] ?? 1),
    } satisfies Go
  })
}
