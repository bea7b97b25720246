import { RECIPES, newSetup } from '~~/core'
import { setupSchema } from '~~/shared/schemas/setup'
import { shootSchema, takeFields, takeSchema } from '~~/shared/schemas/records'
import { TAKE_KEYS, completeTake } from '~~/shared/takes/input'
import { check } from '~~/shared/schemas/validate'

const setup = () => newSetup('projectile')
// eslint-disable-next-line @typescript-eslint/no-explicit-any
const broken = (change: (s: Record<string, any>) => void) => {
  const copy = structuredClone(setup()) as unknown as Record<string, unknown>
  change(copy)
  return check(setupSchema, copy)
}

describe('set-up schema', () => {
  test.each(RECIPES)('the %s recipe is valid as it starts', recipe =>
    expect(check(setupSchema, newSetup(recipe))).toHaveProperty('value'),
  )

  // eslint-disable-next-line @typescript-eslint/no-explicit-any
  test.each<[string, (s: Record<string, any>) => void, string]>([
    [
      'a text for a number',
      s => {
        s.motion.speed = '34'
      },
      'motion.speed',
    ],
    [
      'NaN',
      s => {
        s.motion.speed = Number.NaN
      },
      'motion.speed',
    ],
    [
      'an absurd number',
      s => {
        s.motion.speed = 1e9
      },
      'motion.speed',
    ],
    [
      'null where none is allowed',
      s => {
        s.motion.speed = null
      },
      'motion.speed',
    ],
    [
      'a missing part',
      s => {
        delete s.sensor
      },
      'sensor',
    ],
    [
      'a missing field',
      s => {
        delete s.link.jitter
      },
      'link.jitter',
    ],
    [
      'an unknown choice',
      s => {
        s.method = 'bulb'
      },
      'method',
    ],
    [
      'a broken whole number',
      s => {
        s.goal.keepers = 2.5
      },
      'goal.keepers',
    ],
    [
      'an empty name',
      s => {
        s.name = ''
      },
      'name',
    ],
    [
      'a power twice',
      s => {
        s.flashes[0].table[1].power = 1
      },
      'flashes[0].table',
    ],
    [
      't.1 below t.5',
      s => {
        s.flashes[1].table[0].t01 = 1e-6
      },
      'flashes[1].table[0]',
    ],
    [
      'an empty table',
      s => {
        s.flashes[0].table = []
      },
      'flashes[0].table',
    ],
    [
      'another format',
      s => {
        s.format = 'other'
      },
      'format',
    ],
    [
      'a later version',
      s => {
        s.version = 3
      },
      'version',
    ],
  ])('%s is refused at its field', (_, change, field) => {
    const result = broken(change)
    expect('mistakes' in result && result.mistakes.map(m => m.field)).toContain(field)
  })

  test('an unknown field is named', () => {
    const result = broken(s => {
      s.motion.colour = 'red'
    })
    expect('mistakes' in result && result.mistakes[0]).toEqual({ field: 'motion', reason: 'Unknown field: colour' })
  })
  test('every mistake is told at once', () => {
    const result = broken(s => {
      s.motion.speed = -1
      s.picture.iso = 0
      s.air = []
    })
    expect('mistakes' in result && result.mistakes.map(m => m.field).sort()).toEqual([
      'air',
      'motion.speed',
      'picture.iso',
    ])
  })
  test.each([[null], [undefined], [42], ['x'], [[]]])('%p is not a set-up', value =>
    expect(check(setupSchema, value)).toHaveProperty('mistakes'),
  )
  test('nesting without end is refused, not walked', () => {
    let deep: unknown = {}
    for (let i = 0; i < 5000; i++) deep = { a: deep }
    expect(check(setupSchema, deep)).toEqual({ mistakes: [{ field: '', reason: 'Nested too deeply' }] })
  })
})

describe('records', () => {
  const take = {
    key: 'abcdefgh',
    delay: 0.018,
    verdict: 'late',
    keeper: false,
    position: 0.004,
    note: '',
    planned: 0.0181,
    sharp: true,
    exposed: null,
    clean: false,
    cause: 'dull',
    alsoCause: null,
    variant: 'thick',
    said: { chance: 0.6, delay: 0.018, error: null, takes: null },
    settings: { 'picture.iso': 200 },
    firedAt: '2026-11-24T18:30:00.000Z',
  }
  test('a take is valid, and so is one of a sender that knew less', () => {
    // What goes out to be logged is all that is checked, and no more.
    expect([...TAKE_KEYS].sort()).toEqual(Object.keys(takeFields).sort())
    expect(check(takeSchema, take)).toHaveProperty('value')
    const { key, delay, verdict, keeper, position, note, firedAt } = take
    const less = { key, delay, verdict, keeper, position, note, firedAt }
    expect(check(takeSchema, completeTake(less))).toHaveProperty('value')
  })
  test.each([
    ['delay', -11],
    ['delay', 1e5],
    ['verdict', 'maybe'],
    ['position', 99],
    ['firedAt', 'yesterday'],
    ['key', 'a b'],
    ['note', 'x'.repeat(1001)],
    ['settings', 'iso 200'],
    ['settings', { 'picture.iso': { value: 200 } }],
  ])('a take with %s %p is refused there', (field, value) => {
    const result = check(takeSchema, { ...take, [field]: value })
    expect('mistakes' in result && result.mistakes[0]?.field).toBe(field)
  })
  test.each([['2026-02-30'], ['24.11.2026'], ['']])('the date %p is refused', date => {
    expect(check(shootSchema, { name: 'A', date, place: '', notes: '' })).toHaveProperty('mistakes')
  })
})
