import { askedAs, askedIn } from '~/services/logAddress'

describe('what is asked of the log, as an address', () => {
  test('comes back as it went', () => {
    for (const query of [
      { order: 'longest', recipe: 'pour', verdict: 'late', keepers: true, pictures: true, practice: true, text: 'rim' },
      { order: 'newest', shoot: 'a1', keepers: false, pictures: false, practice: false, text: '' },
    ] as const)
      for (const shown of ['list', 'sheet'] as const) {
        const address = askedAs(query, shown) as Record<string, string>
        expect(askedIn(address)).toMatchObject({ query, shown })
      }
  })
  test('as usual it is bare, and what it names that is none is left out', () => {
    expect(askedAs(askedIn({}).query, 'list')).toEqual({})
    const odd = askedIn({
      order: 'best',
      recipe: 'soup',
      verdict: ['on', 'late'],
      keepers: 'yes',
      text: 'x'.repeat(900),
    })
    expect(odd.query).toMatchObject({ order: 'newest', recipe: undefined, verdict: undefined, keepers: false })
    expect(odd.query.text).toHaveLength(120)
  })
})
