import * as yup from 'yup'
import { type calibration, newSetup } from '~~/core'
import { searchSchema } from '~~/shared/schemas/search'
import { listOf } from '~~/shared/schemas/list'
import { check, told } from '~~/shared/schemas/validate'
import {
  completeBody,
  linkSchema,
  memberSchema,
  signInSchema,
  setupCreateSchema,
  setupUpdateSchema,
} from '~~/shared/schemas/records'
import { ODD, placesIn } from '../support/odd.mjs'
import { runs } from '../support/runs'

const search = (change: Record<string, unknown> = {}): unknown => ({
  prior: { delay: 0.02, uncertainty: 0.002, scatter: 0.0003 },
  window: { before: 0.0005, after: 0.0005 },
  takes: [],
  ...change,
})
const mistakes = (schema: yup.Schema<unknown>, value: unknown): string[] => {
  const result = check(schema, value)
  return 'mistakes' in result ? result.mistakes.map(m => m.field) : []
}

describe('the state of a search', () => {
  test('with every kind of feedback is valid', () => {
    const takes: calibration.FiredTake[] = [
      { delay: 0.02, outcome: 'late' },
      { delay: 0.019, offset: -0.0002 },
      { delay: 0.019, between: [null, -0.0005] },
    ]
    expect(check(searchSchema, search({ takes, step: 0.0001, minimum: 0, maximum: 1 }))).toHaveProperty('value')
  })
  test.each<[string, unknown, string]>([
    ['no prior', { prior: undefined }, 'prior'],
    ['an uncertainty of nothing', { prior: { delay: 0, uncertainty: 0, scatter: 1 } }, 'prior.uncertainty'],
    ['an unknown field', { luck: 1 }, ''],
    ['a take with no verdict', { takes: [{ delay: 1 }] }, 'takes[0]'],
    ['a take with two', { takes: [{ delay: 1, outcome: 'late', between: [0, 1] }] }, 'takes[0]'],
    ['three ends of an interval', { takes: [{ delay: 1, between: [0, 1, 2] }] }, 'takes[0].between'],
    ['a verdict of its own', { takes: [{ delay: 1, outcome: 'nearly' }] }, 'takes[0].outcome'],
    ['a text for a delay', { takes: [{ delay: '1', outcome: 'late' }] }, 'takes[0].delay'],
    ['a step of nothing', { step: 0 }, 'step'],
  ])('%s is refused at its place', (_, change, field) =>
    expect(mistakes(searchSchema, search(change as Record<string, unknown>))).toContain(field),
  )
})

describe('what the page sends', () => {
  test('a save names its revision and holds a whole set-up', () => {
    expect(mistakes(setupUpdateSchema, { revision: 3, setup: newSetup('toss') })).toEqual([])
    expect(mistakes(setupUpdateSchema, { setup: newSetup('toss') })).toEqual(['revision'])
    expect(mistakes(setupUpdateSchema, { revision: 0, setup: newSetup('toss') })).toEqual(['revision'])
    expect(mistakes(setupCreateSchema, { setup: { ...newSetup('toss'), recipe: 'magic' } })).toEqual(['setup.recipe'])
  })
  test('a link is for somebody known, or for somebody new with a role', () => {
    const id = '6f1c0b8e-0000-4000-8000-000000000000'
    for (const good of [{ role: 'viewer' }, { role: 'lead', name: 'Kim' }, { memberId: id }])
      expect(mistakes(linkSchema, good)).toEqual([])
    expect(mistakes(linkSchema, {})).toEqual(['role'])
    expect(mistakes(linkSchema, { role: 'owner' })).toEqual(['role'])
    expect(mistakes(linkSchema, { memberId: 'x' })).toEqual(['memberId'])
    expect(mistakes(linkSchema, { role: 'lead', name: ' Kim' })).toEqual(['name'])
    expect(mistakes(linkSchema, { role: 'lead', name: 'x'.repeat(81) })).toEqual(['name'])
    expect(mistakes(memberSchema, { name: '', role: 'lead' })).toEqual(['name'])
  })
  test.each([
    ['', false],
    ['short', false],
    ['a'.repeat(43), true],
    [`${'a'.repeat(42)}/`, false],
    ['a'.repeat(201), false],
  ])('a sign-in token %p: %p', (token, valid) => {
    expect(mistakes(signInSchema, { token }).length === 0).toBe(valid)
  })
})

describe('a body of any size', () => {
  const good = newSetup('projectile')
  const rows = (n: number, row: unknown = {}): unknown[] => Array.from({ length: n }, () => row)
  const refused = (schema: yup.Schema<unknown>, value: unknown, complete?: (v: unknown) => unknown) => {
    const result = check(schema, value, complete)
    if ('value' in result) throw new Error('It was taken')
    return result.mistakes
  }

  test('a list that is too long is refused for its length, and none of its rows is looked at', () => {
    let looked = 0
    const row = yup.mixed().test('look', 'no', () => {
      looked++
      return true
    })
    const schema = yup.object({ list: listOf(row, 3, 'rows') })
    expect(refused(schema, { list: rows(4) })).toEqual([{ field: 'list', reason: 'At most 3 rows' }])
    expect(looked).toBe(0)
    expect(check(schema, { list: rows(3) })).toHaveProperty('value')
    expect(looked).toBe(3)
    expect(
      refused(setupUpdateSchema, { revision: 1, setup: { ...good, flashes: rows(17) } }, completeBody).map(
        m => m.reason,
      ),
    ).toContain('At most 16 lights')
  })
  test('rows are looked at only until there are enough mistakes to tell, each with its place', () => {
    let looked = 0
    const row = yup.object({
      a: yup
        .number()
        .strict()
        .required('a is missing')
        .test('look', '', () => {
          looked++
          return true
        }),
    })
    const told = refused(yup.object({ list: listOf(row, 1000, 'rows') }), { list: [{ a: 1 }, ...rows(500)] })
    expect(told).toHaveLength(20)
    expect(told.slice(0, 2)).toEqual([
      { field: 'list[1].a', reason: 'a is missing' },
      { field: 'list[2].a', reason: 'a is missing' },
    ])
    expect(looked).toBeLessThan(30)
  })
  test('twenty mistakes at most are told, each once and cut to what can be read', () => {
    const mistakes = refused(setupUpdateSchema, {
      revision: 1,
      setup: { ...good, ...Object.fromEntries(Array.from({ length: 900 }, (_, i) => [`surprise-${i}`, 1])) },
    })
    expect(mistakes).toHaveLength(1)
    expect(mistakes[0]!.reason.length).toBeLessThanOrEqual(300)
    expect(
      told(rows(50, { field: 'x'.repeat(500), reason: 'y'.repeat(500) }) as { field: string; reason: string }[]),
    ).toEqual([{ field: `${'x'.repeat(119)}…`, reason: `${'y'.repeat(299)}…` }])
    expect(told(Array.from({ length: 50 }, (_, i) => ({ field: `f${i}`, reason: 'r' })))).toHaveLength(20)
  })
  test('what is too wide, too deep or too much is refused before it is completed', () => {
    const complete = (): never => {
      throw new Error('completed')
    }
    let deep: unknown = 1
    for (let i = 0; i < 30; i++) deep = [deep]
    expect(refused(setupUpdateSchema, deep, complete)[0]!.reason).toBe('Nested too deeply')
    expect(refused(setupUpdateSchema, { a: rows(2001, 0) }, complete)[0]!.reason).toBe('A list of 2001: at most 2000')
    expect(
      refused(setupUpdateSchema, Object.fromEntries(Array.from({ length: 1001 }, (_, i) => [i, 0])), complete)[0]!
        .reason,
    ).toBe('An object of 1001 fields: at most 1000')
    expect(refused(setupUpdateSchema, rows(150, rows(1999, 0)), complete)[0]!.reason).toMatch(/Over 200000 values/)
    expect(() => check(setupUpdateSchema, { a: rows(2000, 0) }, complete)).toThrow('completed')
    expect(
      check(searchSchema, search({ takes: rows(9000, { delay: 1, outcome: 'late' }) }), undefined, 10_000),
    ).toHaveProperty('value')
  })
})

test('whatever stands in the place of a value, checking gives a set-up or mistakes and throws nothing', () => {
  const good = newSetup('projectile') as unknown as Record<string, unknown>
  const paths = placesIn(good)
  expect(paths.length).toBeGreaterThan(300)
  // Each place is given one of them or some, and each of them comes to every sort of place.
  const share = runs(3)
  const some = (at: number): unknown[] => Array.from({ length: share }, (_, i) => ODD[(share * at + i) % ODD.length])
  for (const [at, path] of paths.entries()) {
    for (const value of some(at)) {
      const setup = structuredClone(good)
      const parent = path.slice(0, -1).reduce((at, key) => at[key] as Record<string, unknown>, setup)
      parent[path.at(-1)!] = value
      const result = check(setupUpdateSchema, { revision: 1, setup }, completeBody)
      if ('mistakes' in result) expect(result.mistakes.length).toBeGreaterThan(0)
    }
  }
}, 120_000)

describe('checking', () => {
  test('gives back the value itself, not a cast copy of another type', () => {
    const setup = newSetup('drop')
    const result = check(setupCreateSchema, { setup })
    expect('value' in result && result.value.setup).toEqual(setup)
  })
  test('tells the same mistake once', () => {
    const twice = yup.object({
      a: yup
        .number()
        .strict()
        .min(1, 'too small')
        .test('again', 'too small', v => (v ?? 0) >= 1),
    })
    expect(check(twice, { a: 0 })).toEqual({ mistakes: [{ field: 'a', reason: 'too small' }] })
  })
  test('lets errors that are not of the input through', () => {
    const broken = yup.mixed().test('bug', 'x', () => {
      throw new TypeError('a bug')
    })
    expect(() => check(broken, 1)).toThrow(TypeError)
  })
})
