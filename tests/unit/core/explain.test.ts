import {
  type Recipe,
  RECIPES,
  checksOf,
  freshCopy,
  lightChanges,
  RECIPE,
  momentChanges,
  momentOf,
  newSetup,
  plan,
  resultsOf,
  sensitivitiesOf,
  statusOf,
  withChange,
  withChanges,
} from '~~/core'
import { tell } from '~~/shared/text/figures'
import { checkSetup } from '~~/shared/schemas/setup'
import { inWords } from '../../support/figures'

const change = (recipe: Recipe, values: Record<string, string | number | null>) =>
  plan(
    withChanges(
      newSetup(recipe),
      Object.entries(values).map(([path, value]) => ({ path, value })),
    ),
  )

describe('why this number', () => {
  test.each(RECIPES)('every result of %s has its formula filled in, and reads back from the plan as shown', recipe => {
    const p = plan(newSetup(recipe))
    const results = resultsOf(p)
    expect(results.length).toBeGreaterThan(9)
    for (const result of results) {
      expect(tell(result.formula, result.figures)).not.toMatch(/[{}]|NaN|undefined/)
      const read = result.read(p)
      expect(read).not.toBeNull()
      if (!['delay', 'spread', 'unknown'].includes(result.id)) expect(read! - result.value.value).toBeCloseTo(0, 9)
      expect(result.causes.map(c => c.seconds)).toEqual([...result.causes.map(c => c.seconds)].sort((a, b) => b - a))
    }
  })
  const answer = (p: ReturnType<typeof plan>, id: string, path: string) =>
    sensitivitiesOf(
      p.setup,
      resultsOf(p).find(r => r.id === id)!,
      50,
    ).find(s => s.path === path)?.change

  test('per cent for per cent as the formulas have it', () => {
    const p = change('projectile', { 'motion.dragPerMetre': 0 })
    expect(answer(p, 'moment', 'motion.speed')).toBeCloseTo(-1, 3)
    expect(answer(p, 'sensed', 'sensor.position')).toBeCloseTo(1, 3)
    expect(answer(p, 'blur', 'motion.speed')).toBeCloseTo(1, 3)
    expect(answer(p, 'airy', 'picture.aperture')).toBeCloseTo(1, 3)
    expect(answer(change('balloon', {}), 'moment', 'subject.crackSpeed')).toBeCloseTo(-1, 3)
    // Twice the distance is two stops: 1 % is 2 log2(1.01).
    expect(answer(change('toss', {}), 'flash', 'flashes[0].distance')).toBeCloseTo(-2 * Math.log2(1.01), 3)
    expect(answer(p, 'moment', 'picture.aperture')).toBeUndefined()
  })
  test('what a backstop has to hold: half the mass by the square of the speed that drag leaves', () => {
    const energyIn = (values: Record<string, string | number | null>) =>
      resultsOf(change('projectile', values)).find(result => result.id === 'energy')?.value
    // 2.1 g at 34 m/s.
    const still = energyIn({ 'motion.dragPerMetre': 0 })!
    expect([still.value.toFixed(6), still.quantity]).toEqual(['1.213800', 'energy'])
    // Drag takes e^(−2 k x) of it on the way: k = 0.1 over 0.9 m.
    expect(energyIn({ 'motion.dragPerMetre': 0.1 })!.value / 1.2138).toBeCloseTo(Math.exp(-0.18), 4)
    const p = change('projectile', { 'motion.dragPerMetre': 0 })
    expect(answer(p, 'energy', 'motion.speed')).toBeCloseTo(2, 3)
    expect(answer(p, 'energy', 'motion.mass')).toBeCloseTo(1, 3)
    expect(energyIn({ 'action.kind': 'release' })).toBeUndefined()
  })
  test('the strongest come first, and no more than asked for', () => {
    const p = plan(newSetup('projectile'))
    const list = sensitivitiesOf(p.setup, resultsOf(p)[0]!, 4)
    expect(list).toHaveLength(4)
    expect(list.map(s => Math.abs(s.change))).toEqual(list.map(s => Math.abs(s.change)).sort((a, b) => b - a))
  })
})

describe('moments and moving them', () => {
  test.each(RECIPES.flatMap(recipe => RECIPE[recipe].moments.map(m => [recipe, m.name, m] as const)))(
    '%s: %s is a whole set-up whose moment comes',
    (recipe, _, choice) => {
      const setup = withChanges(newSetup(recipe), momentOf(newSetup(recipe), choice))
      expect(checkSetup(setup)).toHaveProperty('value')
      expect(setup.moment.phase).toBe(choice.name)
      expect(plan(setup).timing.moment).toBeGreaterThanOrEqual(0)
    },
  )
  test('the first moment of a recipe is the one it starts with', () => {
    for (const recipe of RECIPES)
      expect(withChanges(newSetup(recipe), momentOf(newSetup(recipe), RECIPE[recipe].moments[0]!))).toEqual(
        newSetup(recipe),
      )
  })
  test.each(RECIPES)('%s: a moment dragged to an instant is there, and the delay goes with it', recipe => {
    const p = plan(newSetup(recipe))
    // A toss falls back on its way: only what lies ahead of the apex can be chosen by its time.
    const wanted = p.timing.moment! * 1.06
    const moved = plan(withChanges(p.setup, momentChanges(p, wanted)))
    expect(Math.abs(moved.timing.moment! - wanted)).toBeLessThan(Math.max(1e-4, 0.002 * wanted))
    expect(moved.setup.delay).toBeNull()
    expect(Math.abs(moved.timing.bias!)).toBeLessThanOrEqual(moved.setup.controller.delayStep / 2 + 1e-12)
  })
  test.each(RECIPES)('%s: the light dragged to an instant falls within a step of it', recipe => {
    const p = plan(newSetup(recipe))
    const wanted = p.timing.captured! + 0.0013
    const moved = plan(withChanges(p.setup, lightChanges(p, wanted)))
    expect(Math.abs(moved.timing.captured! - wanted)).toBeLessThanOrEqual(moved.setup.controller.delayStep / 2 + 1e-12)
  })
  test('light cannot be dragged to before the chain, nor by a hand', () => {
    const p = plan(newSetup('projectile'))
    expect(plan(withChanges(p.setup, lightChanges(p, 0))).timing.used).toBe(0)
    expect(lightChanges(change('projectile', { trigger: 'hand' }), 0.02)).toEqual([])
  })
})

describe('tests before the first take', () => {
  const meaning = (p: ReturnType<typeof plan>, id: string) => checksOf(p).find(check => check.id === id)!.meaning
  const after = (p: ReturnType<typeof plan>, id: string) => plan(withChanges(p.setup, meaning(p, id)!.changes))

  test.each(RECIPES)('every test of %s says what to do and what to expect', recipe => {
    for (const check of checksOf(plan(newSetup(recipe)))) {
      for (const text of [check.how, check.predicted]) expect(tell(text, check.figures)).not.toMatch(/[{}]|NaN/)
      expect(check.meaning).toBeNull()
    }
  })
  test('a frame that is not black tells the light of the room, and the plan then predicts that frame', () => {
    const p = change('projectile', { 'tests.black.stops': -4 })
    expect(after(p, 'black').exposure.ambient).toBeCloseTo(-4, 1)
    expect(tell(meaning(after(p, 'black'), 'black')!.text, {})).toMatch(/^As predicted/)
  })
  test('a stand-in off its exposure tells the guide numbers', () => {
    const p = change('projectile', { 'tests.exposure.stops': 1 })
    expect(after(p, 'exposure').exposure.flash).toBeCloseTo(1, 1)
  })
  test('the length that is sharp tells the circle of confusion', () => {
    const p = change('projectile', { 'tests.focus.depth': 0.06 })
    expect(after(p, 'focus').optics.depth).toBeCloseTo(0.06, 4)
  })
  test.each<[Recipe, number]>([
    ['projectile', 0.05],
    ['toss', 0.05],
    ['throw', 0.08],
    ['swing', 0.1],
  ])('the place of a control shot tells the speed of %s', (recipe, off) => {
    const p = plan(newSetup(recipe))
    const shot = plan(
      withChanges(p.setup, [
        { path: 'tests.control.position', value: p.caughtAt! + off * 0.2 },
        { path: 'tests.control.delay', value: p.timing.used },
      ]),
    )
    const learnt = after(shot, 'control')
    // The learnt speed puts the object where the control shot showed it.
    expect(tell(checksOf(learnt).find(c => c.id === 'control')!.meaning!.text, {})).toMatch(/^As predicted/)
    expect(learnt.setup.motion.speed).not.toBe(p.setup.motion.speed)
  })
  test('a late control shot of a burst tells the tear speed', () => {
    const p = change('balloon', { 'tests.control.late': 0.0003 })
    const learnt = after(p, 'control')
    expect(learnt.timing.moment).toBeCloseTo(p.timing.captured! - 0.0003, 6)
  })
  test.each<[string, Record<string, number>, RegExp]>([
    ['other things fire it', { 'tests.sensor.falseFires': 2 }, /false triggers/],
    ['events missed', { 'tests.sensor.events': 10, 'tests.sensor.fired': 7 }, /Missed 3 of 10/],
    ['ten of ten', { 'tests.sensor.events': 10, 'tests.sensor.fired': 10 }, /at least 79/],
  ])('sensor: %s', (_, values, text) => {
    const m = meaning(change('projectile', values), 'sensor')!
    expect(tell(m.text, m.figures)).toMatch(text)
  })
})

describe('where a set-up stands', () => {
  const none = { takes: 0, on: 0, keepers: 0, used: 0 }
  const stand = (setup: ReturnType<typeof newSetup>, counts = none) => inWords(statusOf(setup, plan(setup), counts))
  const ready = () => ({ ...newSetup('projectile'), lists: { ...newSetup('projectile').lists, preparation: [] } })

  test('what cannot work is fixed first, then prepared, tested, fired, kept', () => {
    expect(stand(withChange(newSetup('projectile'), { path: 'catch.distance', value: 0.5 })).next).toMatch(/^Fix/)
    expect(stand(newSetup('projectile')).next).toMatch(/^Prepare/)
    expect(stand(ready())).toMatchObject({ stand: 'planned', next: expect.stringMatching(/^Test/), left: 24 })
    const tested = withChanges(
      ready(),
      ['black', 'exposure', 'focus', 'sensor', 'control'].map(id => ({
        path: `tests.${id}.outcome`,
        value: 'as-predicted',
      })),
    )
    expect(stand(tested)).toMatchObject({ stand: 'tested', next: 'Shoot the first take' })
    expect(stand(tested, { takes: 4, on: 1, keepers: 1, used: 3 })).toMatchObject({ stand: 'calibrated', left: 21 })
    expect(stand(tested, { takes: 30, on: 1, keepers: 1, used: 24 }).next).toMatch(/none left/)
    expect(stand(tested, { takes: 9, on: 4, keepers: 3, used: 9 }).stand).toBe('shot')
  })
  test('a copy for another day has nothing ticked and no test made', () => {
    const done = withChanges(newSetup('pour'), [
      { path: 'lists.preparation[0].done', value: true },
      { path: 'tests.black.outcome', value: 'differs' },
    ])
    expect(freshCopy(done)).toEqual(newSetup('pour'))
  })
})
