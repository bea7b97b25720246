import { readFileSync } from 'node:fs'
import { type Golden, differences, setupOf, toldOf } from '../../support/golden'
import { type GoldenSetups, setupsAsTold } from '../../support/goldenSetups'
import { type GoldenFigures, figuresOf } from '../../support/goldenFigures'

const all = JSON.parse(readFileSync('tests/golden/findings.json', 'utf8')) as Golden[]

/** What is said of some set-ups: any change shows, wanted or not. `npm run golden` writes down what is said now. */
test.each(all.map((golden, i) => [i, golden.recipe, golden] as const))(
  'set-up %i, a %s, is told what it was',
  (_, __, golden) => {
    expect(differences(toldOf(setupOf(golden)), golden.findings)).toEqual([])
  },
)

const figures = JSON.parse(readFileSync('tests/golden/figures.json', 'utf8')) as GoldenFigures[]

/** All figures of some of them: of plan, light and methods, a run of seven takes, three readings, a bench's shots. */
test.each(figures.map((golden, i) => [i, golden.recipe, golden] as const))(
  'set-up %i, a %s, has the figures it had',
  (_, __, golden) => {
    expect(differences(figuresOf(golden), golden.figures)).toEqual([])
  },
)

const setups = JSON.parse(readFileSync('tests/golden/setups.json', 'utf8')) as GoldenSetups
const told = setupsAsTold()

/** What set-ups and kit are made of, what follows from each change, and what files of before become. */
test.each(Object.keys(setups))('%s of set-ups stands as it stood', part => {
  // As a file would hold it: what is not said is not there.
  expect(differences(JSON.parse(JSON.stringify(told[part])), setups[part])).toEqual([])
})

test('a figure off by a hundred-thousandth is another, one off by less than a millionth is not', () => {
  expect(differences({ a: [1.00001] }, { a: [1] })).toEqual(['.a.0: 1.00001, was 1'])
  expect(differences({ a: [1.0000009], b: 0 }, { a: [1], b: 1e-10 })).toEqual([])
  expect(differences({ a: 1 }, { a: 1, b: 'x' })).toEqual(['.b: undefined, was x'])
  expect(differences(null, { a: 1 })).toEqual([': null, was [object Object]'])
})
