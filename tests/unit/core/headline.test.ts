import {
  METHODS,
  RECIPES,
  type Setup,
  playedSessions,
  newSetup,
  plan,
  withChanges,
  withPlayed,
  resultsOf,
} from '~~/core'
import { dialCardText } from '~~/shared/text/dialCard'
import { keeperText } from '~~/shared/text/keeper'
import { runs } from '../../support/runs'
import { keepersOfWorld } from '../../support/worldKeepers'
import { figure } from '../../support/figures'

/** Takes of the practice world, and the luck of so few: three standard errors of it. */
const TAKES = runs(450)
const luck = (share: number): number => 3 * Math.sqrt((share * (1 - share)) / TAKES)

test.each(RECIPES)('%s: the headline is what the practice world keeps, by the method that suits it', recipe => {
  const setup = newSetup(recipe)
  const said = playedSessions(setup).keeper
  expect(Math.abs(said - keepersOfWorld(setup, TAKES))).toBeLessThan(0.03 + luck(said))
  // The closed form that stands until it is played is of the same size.
  expect(Math.abs(said - plan(setup).keeper.chance)).toBeLessThan(0.05)
})

test('it is the product of its parts, whatever the set-up, and never more than any of them', () => {
  for (const recipe of RECIPES)
    for (const method of METHODS) {
      const setup = newSetup(recipe, method)
      const { keeper, parts: played } = playedSessions(setup, { plays: 60 })
      for (const { chance, parts } of [plan(setup).keeper, { chance: keeper, parts: played }]) {
        const { moment, face, kept, fires } = parts
        expect(chance).toBeCloseTo(moment * face * kept * fires, 12)
        expect(chance).toBeLessThanOrEqual(Math.min(moment, face, kept, fires))
      }
    }
})

describe('what leaves no keeper stands in its place', () => {
  const cracker = newSetup('projectile')
  const stopOf = (values: Record<string, string | number | boolean | null>, setup: Setup = cracker) =>
    plan(
      withChanges(
        setup,
        Object.entries(values).map(([path, value]) => ({ path, value })),
      ),
    ).keeper.stop
  test.each<[string | null, Record<string, string | number | boolean | null>]>([
    [null, {}],
    ['beam-too-short', { 'sensor.response': 5e-3 }],
    // It was tried, and did trip.
    [null, { 'sensor.response': 5e-3, 'tests.sensor.fired': 4 }],
    ['blur', { 'flashes[0].power': 1, 'flashes[1].power': 1, 'picture.iso': 100, 'picture.aperture': 32 }],
    ['seconds-for-milliseconds', { delay: 18.5 }],
    ['exposure', { 'flashes[0].distance': 4, 'flashes[1].distance': 4 }],
    // A delay that is off by more than the window leaves next to none, and says so by its number.
    [null, { delay: 0.0184 }],
  ])('%s: %j', (stop, values) => expect(stopOf(values)).toBe(stop))

  test('a chance that is only small is told as one', () => {
    const p = plan(newSetup('projectile', 'sync-shutter', 'hand'))
    expect(p.keeper.stop).toBeNull()
    expect(p.keeper.chance).toBeLessThan(0.01)
  })
})

test('one quantity, one value: dial card, figures and files say the same', () => {
  const setup = newSetup('throw')
  const [p, many] = [plan(setup), playedSessions(setup)]
  const text = keeperText(p, many, 'metric')
  expect(dialCardText(p, 'metric', many)).toContain(`${text.chance} this take`)
  const keeper = resultsOf(p)
    .map(result => withPlayed(result, many))
    .find(result => result.id === 'keeper')!
  expect(keeper.value.value).toBe(many.keeper)
  expect(figure(keeper.figures.moment).value).toBe(many.parts.moment)
})

test('what takes have taught counts for the next one', () => {
  const setup = newSetup('projectile')
  const wanted = plan(setup).timing.wanted!
  const take = (number: number, position: number) => ({
    number,
    delay: wanted,
    planned: wanted,
    verdict: position > 0 ? ('late' as const) : ('early' as const),
    keeper: false,
    position,
  })
  const before = playedSessions(setup)
  const after = playedSessions(setup, { takes: [take(1, 0.031), take(2, 0.029), take(3, 0.03)] })
  expect(after.first).toBeGreaterThan(before.first + 0.2)
  expect(after.keeper).toBeCloseTo(after.first * after.kept * after.parts.fires, 12)
})
