import * as yup from 'yup'
import { type calibration, newSetup } from '~~/core'
import { searchSchema } from '~~/shared/schemas/search'
import { check } from '~~/shared/schemas/validate'
import { signInSchema, setupCreateSchema, setupUpdateSchema } from '~~/shared/schemas/records'

const search = (change: Record<string, unknown> = {}): unknown => ({
  prior: { delay: 0.02, uncertainty: 0.002, scatter: 0.0003 }, window: { before: 0.0005, after: 0.0005 }, takes: [], ...change,
})
const mistakes = (schema: yup.Schema<unknown>, value: unknown): string[] => {
  const result = check(schema, value)
  return 'mistakes' in result ? result.mistakes.map(m => m.field) : []
}

describe('the state of a search', () => {
  test('with every kind of feedback is valid', () => {
    const takes: calibration.FiredTake[] = [{ delay: 0.02, outcome: 'late' }, { delay: 0.019, offset: -0.0002 }, { delay: 0.019, between: [null, -0.0005] }]
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
  ])('%s is refused at its place', (_, change, field) => expect(mistakes(searchSchema, search(change as Record<string, unknown>))).toContain(field))
})

describe('what the page sends', () => {
  test('a save names its revision and holds a whole set-up', () => {
    expect(mistakes(setupUpdateSchema, { revision: 3, setup: newSetup('toss') })).toEqual([])
    expect(mistakes(setupUpdateSchema, { setup: newSetup('toss') })).toEqual(['revision'])
    expect(mistakes(setupUpdateSchema, { revision: 0, setup: newSetup('toss') })).toEqual(['revision'])
    expect(mistakes(setupCreateSchema, { setup: { ...newSetup('toss'), recipe: 'magic' } })).toEqual(['setup.recipe'])
  })
  test.each([['', false], ['short', false], ['a'.repeat(43), true], [`${'a'.repeat(42)}/`, false], ['a'.repeat(201), false]])('a sign-in token %p: %p', (token, valid) => {
    expect(mistakes(signInSchema, { token }).length === 0).toBe(valid)
  })
})

describe('checking', () => {
  test('gives back the value itself, not a cast copy of another type', () => {
    const setup = newSetup('drop')
    const result = check(setupCreateSchema, { setup })
    expect('value' in result && result.value.setup).toEqual(setup)
  })
  test('tells the same mistake once', () => {
    const twice = yup.object({ a: yup.number().strict().min(1, 'too small').test('again', 'too small', v => (v ?? 0) >= 1) })
    expect(check(twice, { a: 0 })).toEqual({ mistakes: [{ field: 'a', reason: 'too small' }] })
  })
  test('lets errors that are not of the input through', () => {
    const broken = yup.mixed().test('bug', 'x', () => { throw new TypeError('a bug') })
    expect(() => check(broken, 1)).toThrow(TypeError)
  })
})
