import fc from 'fast-check'
import { FIELDS, type NumberField, type Setup, plan } from '~~/core'
import { checkSetup } from '~~/shared/schemas/setup'
import { formatEntry } from '~~/shared/units'
import { randomSetup } from '../../support/randomSetup'
import { runs } from '../../support/runs'

/** A random set-up with so many lights: its own over and over, or all alike. */
function withLights(setup: Setup, count: number, alike: boolean): Setup {
  const own = setup.flashes.length > 0 ? setup.flashes : []
  if (own.length === 0) return setup
  const flashes = Array.from({ length: count }, (_, i) => ({ ...own[alike ? 0 : i % own.length]!, name: `Light ${i}` }))
  return { ...setup, flashes }
}

test('any set-up that validates can be planned: one to sixteen lights, alike or not, sequences and all', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 1e6 }),
      fc.integer({ min: 1, max: 16 }),
      fc.boolean(),
      (seed, count, alike) => {
        const setup = withLights(randomSetup(seed), count, alike)
        fc.pre('value' in checkSetup(setup))
        const p = plan(setup)
        for (const figure of [p.sharpness.subject, p.sharpness.judged, p.keeper.chance, p.keeper.later])
          expect(Number.isFinite(figure)).toBe(true)
        expect(p.sharpness.judged).toBeGreaterThanOrEqual(p.sharpness.subject)
        if (p.sharpness.ghost) expect(p.sharpness.ghost.length).toBeGreaterThanOrEqual(p.sharpness.subject * (1 - 1e-9))
      },
    ),
    { numRuns: runs(150) },
  )
})

test('no figure that nobody typed stands in a field with more than four digits; a typed one stands as typed', () => {
  const fields = Object.values(FIELDS).filter((field): field is NumberField & typeof field => field.type === 'number')
  const digits = (text: string): number => text.replace(/[^\d]/g, '').replace(/^0+/, '').length
  fc.assert(
    fc.property(fc.constantFrom(...fields), fc.double({ min: 0, max: 1, noNaN: true }), (field, share) => {
      const f = field as NumberField
      const value = f.min + share * (f.max - f.min)
      const options = f.unit ? { unit: f.unit } : {}
      // Whole numbers, and angles by hundredths of a degree, are as they are.
      if (f.integer || f.quantity === 'angle' || Math.abs(value) >= 1e4) return
      const shown = formatEntry(value, f.quantity, options, false)
      const fraction = shown.startsWith('1/')
      const [whole, rest = ''] = shown.replace(/[^\d.]/g, '').split('.')
      if (rest !== '' && !fraction) expect(digits(`${whole}${rest}`)).toBeLessThanOrEqual(4)
    }),
    { numRuns: runs(2000) },
  )
  expect(formatEntry(1 / 41_000, 'time', { unit: 'µs' }, false)).toBe('24.39\u00a0µs')
  expect(formatEntry(1 / 41_000, 'time', { unit: 'µs' }, true)).toBe('1/41000\u00a0s')
  expect(formatEntry(0.0123456, 'length', { unit: 'mm' }, true)).toBe('12.3456\u00a0mm')
  expect(formatEntry(125.6326531, 'energy', {}, false)).toBe('125.6\u00a0J')
  expect(formatEntry(8.34e-17, 'time', { unit: 'ms' }, false)).toBe('0\u00a0ms')
})
