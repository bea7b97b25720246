import { type SeasonLog, type SeasonSum, answersOf } from '~~/core/season'
import { personText } from '~~/shared/texts/season'

const sum = (setup: number, person: number, takes: number, kept: number, more: Partial<SeasonSum> = {}): SeasonSum => ({
  ...{ setup, person, verdict: 'on', cause: '', variant: '', takes, kept },
  ...more,
})
const setup = (id: string): SeasonLog['setups'][number] => ({
  ...{ id, name: id, shootId: 'shoot', recipe: 'pour', method: 'open-shutter' },
})
const log = (sums: SeasonSum[], people = ['Bea', 'Cy']): SeasonLog => ({
  ...{ setups: [setup('easy'), setup('hard')], people, sums, said: [], sessions: [], days: [] },
})
const share = (value: number): string => `${Math.round(value * 100)} %`

describe('who keeps how much', () => {
  // Both keep nine in ten of the easy one and two in ten of the hard one.
  const uneven = log([sum(0, 0, 90, 81), sum(1, 0, 10, 2), sum(0, 1, 10, 9), sum(1, 1, 90, 18)])

  test('nobody is the better for easy set-ups', () => {
    const [bea, cy] = answersOf(uneven).people
    expect([bea!.name, cy!.name]).toEqual(['Bea', 'Cy'])
    expect(bea!.made.better.by).toBeGreaterThan(0.4)
    expect(bea!.paired!.by).toBeCloseTo(0, 12)
    expect(cy!.paired!.by).toBeCloseTo(0, 12)
    expect(personText('Bea', bea!, share)).toBe(
      'Bea keeps 81 % of 100 takes, the others 29 %; on the 2 set-ups that both shot, no clear difference.',
    )
  })
  test('who keeps more of the same set-ups keeps more, and the other as many fewer', () => {
    const [bea, cy] = answersOf(
      log([sum(0, 0, 60, 54), sum(0, 1, 60, 30), sum(1, 0, 40, 30), sum(1, 1, 40, 10)]),
    ).people
    expect(bea!.paired!.low).toBeGreaterThan(0)
    expect(bea!.paired!.by).toBeCloseTo(0.44, 2)
    expect(cy!.paired!.by).toBeCloseTo(-bea!.paired!.by, 12)
    expect(personText('Bea', bea!, share)).toMatch(/on the 2 set-ups that both shot, 44 % more than the others\.$/)
    expect(personText('Cy', cy!, share)).toMatch(/44 % fewer than the others\.$/)
  })
  test('misfires are nobody’s, and who is not told of is one of the others', () => {
    const { people } = answersOf(
      log([sum(0, 0, 20, 10), sum(0, 0, 30, 0, { verdict: 'misfire' }), sum(0, -1, 20, 15)], ['Bea']),
    )
    expect(people).toHaveLength(1)
    expect(people[0]).toMatchObject({ name: 'Bea', own: { takes: 20, kept: 10 }, others: { takes: 20, kept: 15 } })
  })
  test('a few takes compare nobody', () => {
    expect(answersOf(log([sum(0, 0, 7, 7), sum(0, 1, 40, 10)])).people).toEqual([])
    expect(answersOf(log([sum(0, 0, 40, 10)])).people).toEqual([])
  })
  test('those who never shot the same are not compared', () => {
    const [bea] = answersOf(log([sum(0, 0, 20, 18), sum(1, 1, 20, 4)])).people
    expect(bea!.paired).toBeNull()
    expect(personText('Bea', bea!, share)).toContain('no fair comparison')
  })
})
