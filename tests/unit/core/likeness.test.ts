import { type Recipe, newSetup, outcomeOf, withChanges } from '~~/core'
import { likeGear } from '~~/core/season'
import { rehearsalText } from '~~/shared/texts/rehearsal'

const of = (id: string, recipe: Recipe = 'projectile', changes: Record<string, number | string> = {}) => ({
  id,
  setup: withChanges(
    newSetup(recipe),
    Object.entries(changes).map(([path, value]) => ({ path, value })),
  ),
})

describe('older set-ups that look as if one piece of gear was used', () => {
  test('the same launcher at another power is one; another mass is another', () => {
    const found = likeGear([
      of('a'),
      of('b', 'projectile', { 'motion.speed': 25 }),
      of('c', 'projectile', { 'motion.mass': 0.02 }),
    ])
    expect(found).toEqual([{ kind: 'launcher', setups: ['a', 'b'] }])
  })
  test('what is named already, or was said to be apart, is not asked again', () => {
    const named = {
      id: 'b',
      setup: { ...newSetup('projectile'), kit: { ...newSetup('projectile').kit, launcher: 'k' } },
    }
    expect(likeGear([of('a'), named])).toEqual([])
    expect(likeGear([of('a'), of('b'), of('c')], (kind, id) => kind === 'launcher' && id === 'b')).toEqual([
      { kind: 'launcher', setups: ['a', 'c'] },
    ])
  })
  test('skins go by their filling and size, hands by the trigger, and what is alone is no group', () => {
    const skins = likeGear([of('a', 'balloon'), of('b', 'balloon'), of('c', 'balloon', { 'subject.height': 0.9 })])
    expect(skins.find(({ kind }) => kind === 'skin')).toEqual({ kind: 'skin', setups: ['a', 'b'] })
    const hand = { id: 'h', setup: newSetup('powder', undefined, 'hand') }
    expect(likeGear([hand, { ...hand, id: 'i' }]).some(({ kind }) => kind === 'hand')).toBe(true)
    expect(likeGear([of('a'), of('b', 'balloon')])).toEqual([])
  })
})

describe('a rehearsal beside the evening', () => {
  const row = (text: string) =>
    [...text].map(c => ({ verdict: { e: 'early', o: 'on', k: 'on', x: 'misfire' }[c]!, keeper: c === 'k' }))
  test('a row of takes is counted in its order', () => {
    expect(outcomeOf(row('eexokek'))).toEqual({ takes: 7, keepers: 2, misfires: 1, firstKeeper: 5, firstOn: 4 })
    expect(outcomeOf([])).toEqual({ takes: 0, keepers: 0, misfires: 0, firstKeeper: null, firstOn: null })
  })
  test('it says whether the moment was found as quickly', () => {
    const text = (there: string, here: string): string => rehearsalText(outcomeOf(row(there)), outcomeOf(row(here)))
    expect(text('eok', '')).toBe('Rehearsed: first keeper at take 3, 1 in 3. No takes here yet.')
    expect(text('ek', 'eeeeok')).toBe(
      'Rehearsed: first keeper at take 2, 1 in 2. Here: first keeper at take 6, 1 in 6. ' +
        'The moment took 3 more takes to find: check what was assumed.',
    )
    expect(text('eeeek', 'k')).toContain('found 4 takes sooner')
    expect(text('ek', 'k')).toContain('as quickly')
    expect(text('e', 'k')).toContain('no keeper in 1 take.')
  })
})
