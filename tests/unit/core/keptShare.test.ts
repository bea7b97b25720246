import { assess, completeSetup, keeperOf, newSetup, plan, playedSessions, withChange, marked } from '~~/core'
import { type OnTimeTakes, keptShareFor, studioShare } from '~~/core/season'
import { seededRandom } from '~~/core/math/random'
import { keeperText } from '~~/shared/text/keeper'

const rows = (share: number, setups = 24, seed = 1): OnTimeTakes[] => {
  const random = seededRandom(seed)
  return Array.from({ length: setups }, (_, i) => ({
    setup: `s${i}`,
    shoot: `d${Math.floor(i / 3)}`,
    recipe: i % 2 ? 'pour' : 'balloon',
    takes: 12,
    kept: Array.from({ length: 12 }, () => random.uniform() < share).filter(Boolean).length,
  }))
}

describe('what a studio keeps of its on-time takes', () => {
  test('begins at eight in ten, held as firmly as ten takes, and a recipe begins where the studio stands', () => {
    expect(studioShare([]).all).toEqual({ share: 0.8, takes: 0 })
    const one = { setup: 'a', shoot: 'd', recipe: 'pour' as const, takes: 10, kept: 2 }
    const { all, byRecipe } = studioShare([one])
    expect(all.share).toBeCloseTo((2 + 8) / 20, 12)
    expect(byRecipe.pour!.share).toBeCloseTo((2 + 10 * 0.5) / 20, 12)
    expect(keptShareFor({ all, byRecipe }, 'swing')).toBe(all)
    expect(keptShareFor({ all, byRecipe }, 'pour')).toBe(byRecipe.pour)
  })
  test('is worth starting from where it is otherwise, was shot enough, and foretells other shoots better', () => {
    expect(studioShare(rows(0.5)).worthy).toBe(true)
    expect(studioShare(rows(0.97)).worthy).toBe(true)
    expect(studioShare(rows(0.5, 7)).worthy).toBe(false)
    expect(studioShare(rows(0.5).map(row => ({ ...row, takes: 5, kept: 2 }))).worthy).toBe(false)
  })
  test('one bad shoot alone makes no rule of it', () => {
    const log = rows(0.8, 24, 3).map(row => (row.shoot === 'd2' ? { ...row, kept: 0 } : row))
    const found = studioShare(log)
    expect(found.all.share).toBeLessThan(0.75)
    // Without that shoot nothing speaks for less than usual: the others are foretold no better.
    const others = log.filter(({ shoot }) => shoot !== 'd2')
    const [takes, kept] = [others.reduce((n, r) => n + r.takes, 0), others.reduce((n, r) => n + r.kept, 0)]
    const share = (list: OnTimeTakes[]): number => studioShare(list).all.share
    expect(Math.abs(share(others) - kept / takes)).toBeLessThan(0.02)
  })
})

describe('the share in a set-up', () => {
  const setup = newSetup('pour')
  const at = (kept: number) => withChange(setup, { path: 'goal.kept', value: kept })
  test('is a part of the chance of a keeper, and of nothing else', () => {
    const [usual, own] = [assess(at(0.8)), assess(at(0.4))]
    expect(keeperOf(own).chance / keeperOf(usual).chance).toBeCloseTo(0.5, 12)
    expect(own.keep).toEqual(usual.keep)
    const [first, second] = [playedSessions(at(0.8), { plays: 30 }), playedSessions(at(0.4), { plays: 30 })]
    expect(second.keeper / first.keeper).toBeCloseTo(0.5, 2)
    expect(second.props!).toBeGreaterThan(first.props!)
  })
  test('gives way to the set-up’s own takes, ten of them as much as it', () => {
    const take = { delay: 0.01, planned: 0.01, verdict: 'on' as const, position: null }
    const takes = Array.from({ length: 10 }, (_, i) => ({ ...take, number: i + 1, keeper: i < 2 }))
    expect(playedSessions(at(0.4), { takes, plays: 20 }).kept).toBeCloseTo((2 + 4) / 20, 12)
    expect(playedSessions(at(0.8), { takes, plays: 20 }).kept).toBeCloseTo((2 + 8) / 20, 12)
  })
  test('files without it open with eight in ten, and what it rests on is said', () => {
    const { kept: _, ...goal } = setup.goal
    expect(completeSetup({ ...setup, goal })).toMatchObject({ goal: { kept: 0.8 } })
    const from = (of: typeof setup): string =>
      keeperText(plan(of), null, 'metric').parts.find(({ label }) => label === 'kept')!.from
    expect(from(setup)).toBe('as assumed')
    expect(from(marked(at(0.6), ['goal.kept'], 'measured', { how: 'log' }))).toBe('by the studio’s log')
    expect(from(marked(at(0.6), ['goal.kept'], 'yours'))).toBe('')
  })
})
