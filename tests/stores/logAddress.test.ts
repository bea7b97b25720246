import { askedAs, askedIn } from '~/services/logAddress'
import type { LogQuery } from '~~/shared/schemas/log'

describe('what is asked of the log, as an address', () => {
  test('comes back as it went', () => {
    for (const query of [
      {
        order: 'longest',
        recipe: ['pour', 'drop'],
        verdict: 'late',
        keepers: true,
        pictures: true,
        practice: true,
        text: 'rim',
        from: '2026-03-01',
        to: '2026-05-31',
      },
      { order: 'newest', shoot: 'a1', recipe: [], keepers: false, pictures: false, practice: false, text: '' },
    ] satisfies Partial<LogQuery>[])
      for (const shown of ['list', 'sheet'] as const) {
        const address = askedAs(query, shown) as Record<string, string>
        expect(askedIn(address)).toMatchObject({ query, shown })
      }
  })
  test('as usual it is bare, and what it names that is none is left out', () => {
    expect(askedAs(askedIn({}).query, 'list')).toEqual({})
    const odd = askedIn({
      order: 'best',
      recipe: 'soup,pour',
      from: '2026-02-30',
      verdict: ['on', 'late'],
      keepers: 'yes',
      text: 'x'.repeat(900),
    })
    expect(odd.query).toMatchObject({ order: 'newest', recipe: ['pour'], verdict: undefined, from: '', keepers: false })
    expect(odd.query.text).toHaveLength(120)
  })
})
