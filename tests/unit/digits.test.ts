import { type Figures, RECIPES, checksOf, playedSessions, newSetup, plan, resultsOf } from '~~/core'
import { dialCardRows, dialCardText } from '~~/shared/text/dialCard'
import { fillFigures } from '~~/shared/text/teller'
import { format, plainNumber } from '~~/shared/units/format'
import { tooLong } from '../support/digits'
import { randomSetup } from '../support/randomSetup'
import { runs } from '../support/runs'

describe('a figure has at most four significant digits', () => {
  test.each([
    ['24.3902439 µs', ['24.3902439']],
    ['0.0000000834 ns', []],
    ['0.12345 m', ['0.12345']],
    ['125.6326531 J', ['125.6326531']],
    ['1/8000 s, ISO 12800, 2026-11-30 at 14:35:12', []],
    ['12000 takes of 12345', ['12345']],
    ['1/41013 s', ['41013']],
  ])('counted: %s', (text, found) => {
    expect(tooLong(text)).toEqual(found)
  })

  test('large numbers are rounded as small ones are', () => {
    expect(plainNumber(123456, 3)).toBe('123500')
    expect(plainNumber(1234, 3)).toBe('1234')
    expect(plainNumber(-98765.4, 4)).toBe('−98770')
    expect(plainNumber(123456, 10)).toBe('123456')
    expect(format(54321, 'length', { unit: 'mm' })).toBe('54320000\u00a0mm')
  })

  /** Everything that a plan says, of what it works out; what was typed stands as it was. */
  function said(whole: ReturnType<typeof plan>): string[] {
    const fill = (text: string, figures: Figures) => fillFigures(text, figures)
    return [
      // A delay is dialled to the controller's own step.
      ...dialCardRows(whole).flatMap(([label, value]) => (label === 'Delay' ? [] : [value])),
      ...whole.findings.flatMap(({ title, reason, figures, fixes }) => [
        fill(title, figures),
        fill(reason, figures),
        ...fixes.map(fix => fill(fix.label, fix.figures)),
      ]),
      ...resultsOf(whole).flatMap(({ formula, figures, value }) => [
        fill(formula, figures),
        format(value.value, value.quantity, value.unit ? { unit: value.unit } : {}),
      ]),
      ...checksOf(whole).flatMap(({ how, predicted, figures }) => [fill(how, figures), fill(predicted, figures)]),
    ]
  }

  test.each(RECIPES)('in everything said of a new %s', recipe => {
    const whole = plan(newSetup(recipe))
    const text = dialCardText(whole, 'metric', playedSessions(whole.setup, { plays: 20 }))
    for (const line of [...said(whole), ...text.split('\n')]) expect([line, tooLong(line)]).toEqual([line, []])
  })

  test('in everything said of random set-ups', () => {
    const found = Array.from({ length: runs(200) }, (_, seed) => said(plan(randomSetup(seed + 900))))
      .flat()
      .flatMap(line => (tooLong(line).length > 0 ? [line] : []))
    expect(found).toEqual([])
  })
})
