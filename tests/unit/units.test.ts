import { longDay } from '~~/shared/texts/days'
import fc from 'fast-check'
import { FIELDS, type NumberField, type Quantity } from '~~/core'
import { pastedDurations } from '~~/shared/kit/pasted'
import { format, formatExact, parse, parseField } from '~~/shared/units'

const read = (text: string, quantity: Quantity, options = {}) => {
  const parsed = parse(text, quantity, options)
  return 'value' in parsed ? parsed.value : parsed.error
}

/** Every row with its options, since a row too short would leave Jest waiting for a callback. */
const filled = <T extends unknown[]>(rows: T[]): Required<T>[] =>
  rows.map(row => [...row, ...(row.length < 4 ? [{}] : [])] as unknown as Required<T>)

describe('what photographers type', () => {
  test.each(
    filled<[string, Quantity, number, object?]>([
      ['1/250', 'shutter', 1 / 250],
      ['1/250 s', 'shutter', 1 / 250],
      ['2"', 'length', 0.0508],
      ['2 s', 'shutter', 2],
      ['0.5', 'shutter', 0.5],
      ['250us', 'time', 250e-6],
      ['250 µs', 'time', 250e-6],
      ['250 μs', 'time', 250e-6],
      ['3.4 ms', 'time', 3.4e-3],
      ['3,4 ms', 'time', 3.4e-3],
      ['3.4', 'time', 3.4e-3, { unit: 'ms' }],
      ['3.4', 'time', 3.4e-6, { unit: 'µs' }],
      ['1/1000', 'time', 1e-3, { unit: 'ms' }],
      ['12 in', 'length', 0.3048],
      ['5\' 3"', 'length', 1.6002],
      ['5 ft 3', 'length', 1.6002],
      ['90', 'length', 0.09, { unit: 'mm' }],
      ['1/2 in', 'length', 0.0127],
      ['-4 mm', 'length', -0.004],
      ['−4 mm', 'length', -0.004],
      ['f/8', 'aperture', 8],
      ['F 5.6', 'aperture', 5.6],
      ['8', 'aperture', 8],
      ['ISO 400', 'iso', 400],
      ['1/64', 'power', 1 / 64],
      ['full', 'power', 1],
      ['1/64 +0.3', 'power', 2 ** (-6 + 1 / 3)],
      ['1/32 - 0.7', 'power', 2 ** (-5 - 2 / 3)],
      ['25 %', 'power', 0.25],
      ['-1.3 EV', 'stops', -1.3],
      ['+2', 'stops', 2],
      ['EV -4', 'ev', -4],
      ['110 ft/s', 'speed', 33.528],
      ['90 km/h', 'speed', 25],
      ['68 °F', 'temperature', 20],
      ['1.5', 'share', 0.015],
      ['30°', 'angle', Math.PI / 6],
      ['1013 hPa', 'pressure', 101_300],
      ['1.2e3', 'speed', 1200],
      ['1 1/2 in', 'length', 0.0381],
      ['-1 1/4 in', 'length', -0.03175],
      ['2 yd', 'length', 1.8288],
      ['0.5"', 'shutter', 0.5],
      ['0.5"', 'length', 0.0127],
      ['250', 'shutter', 1 / 250],
      ['30', 'shutter', 30],
      ['250 s', 'shutter', 250],
      ['bulb', 'shutter', 2],
      ['-4 stops', 'ev', -4],
      ['1/125 f/8 ISO 400', 'ev', 10.97],
      ['ISO 100, f/2.8 at 2 s', 'ev', 1.97],
      ['f5.6 60 iso 200', 'ev', 9.88],
    ]),
  )('%s as %s', (text, quantity, value, options) => expect(read(text, quantity, options)).toBeCloseTo(value, 9))

  test.each<[string, Quantity]>([
    ['fast', 'speed'],
    ['', 'time'],
    ['3 kg', 'time'],
    ['1/0', 'shutter'],
    ['8 f', 'aperture'],
    ['1/64 0.3', 'power'],
    ['--3', 'stops'],
    ['3 4', 'time'],
  ])('%p is no %s, and the message shows how to write one', (text, quantity) =>
    expect(read(text, quantity)).toMatch(/such as|write it as|not understood/),
  )
})

describe('what is printed', () => {
  test.each(
    filled<[number, Quantity, string, object?]>([
      [1 / 250, 'shutter', '1/250 s'],
      [2, 'shutter', '2 s'],
      [1 / 3, 'shutter', '0.333 s'],
      [0.0184614, 'time', '18.5 ms'],
      [0.0184614, 'time', '18.46 ms', { figures: 4 }],
      [50e-6, 'time', '50 µs'],
      [1.25, 'time', '1.25 s'],
      [8, 'aperture', 'f/8'],
      [9.6, 'aperture', 'f/9.6'],
      [1 / 64, 'power', '1/64'],
      [2 ** (-6 + 2 / 3), 'power', '1/64 +0.7'],
      [400, 'iso', 'ISO 400'],
      [-1.34, 'stops', '−1.3 EV'],
      [0.02, 'stops', '±0.0 EV'],
      [0.882, 'share', '88.2 %'],
      [0.00032, 'share', '0.032 %'],
      [0.9, 'length', '900 mm', { unit: 'mm' }],
      [0.9, 'length', '2.95 ft', { unit: 'm', system: 'imperial' }],
      [30e-6, 'length', '30 µm'],
      [0.0021, 'mass', '2.1 g'],
      [20, 'temperature', '68 °F', { system: 'imperial' }],
      [-0.0004, 'length', '−0.4 mm'],
    ]),
  )('%p %s is %s', (value, quantity, text, options) =>
    expect(format(value, quantity, options).replaceAll('\u00a0', ' ')).toBe(text),
  )
})

test('every field reads back exactly what it prints, in both systems', () => {
  const fields = Object.entries(FIELDS).filter(
    (entry): entry is [string, NumberField & (typeof entry)[1]] => entry[1].type === 'number',
  )
  fc.assert(
    fc.property(
      fc.constantFrom(...fields),
      fc.double({ min: 0, max: 1, noNaN: true }),
      fc.constantFrom('metric' as const, 'imperial' as const),
      ([, field], share, system) => {
        const f = field as NumberField
        const raw = f.min + share * (f.max - f.min)
        const value = f.integer ? Math.round(raw) : Number(raw.toPrecision(6))
        const parsed = parseField(
          formatExact(value, f.quantity, { system: f.marked ? 'metric' : system, ...(f.unit ? { unit: f.unit } : {}) }),
          f,
          system,
        )
        if (!('value' in parsed) || parsed.value === null) throw new Error(JSON.stringify(parsed))
        // Hundredths of a degree, and six figures of an inch or foot, are as fine as anything is set.
        const coarse =
          f.quantity === 'angle'
            ? 1e-4
            : f.quantity === 'length' && system === 'imperial' && !f.marked
              ? 5.1e-6 * Math.abs(value)
              : 0
        expect(Math.abs(parsed.value - value)).toBeLessThanOrEqual(
          coarse + 2e-9 * Math.abs(value) + 1e-12 * Math.max(1, Math.abs(f.max)),
        )
      },
    ),
    { numRuns: 2000 },
  )
})

test('a field refuses what is outside its limits and says what is allowed', () => {
  const field = FIELDS['picture.iso'] as NumberField
  expect(parseField('5', field)).toEqual({ error: expect.stringContaining('ISO 6 to') })
  expect(parseField('2.5', FIELDS['goal.keepers'] as NumberField)).toEqual({ error: 'Whole numbers only' })
  expect(parseField('', FIELDS.delay as NumberField)).toEqual({ value: null })
  expect(parseField('', field)).toHaveProperty('error')
  expect(parseField('5', field)).toEqual({ error: 'Allowed: ISO 6 to 3276800' })
  expect(parseField('99', FIELDS['picture.ambientEv'] as NumberField)).toEqual({ error: 'Allowed: EV\u00a0−12 to 20' })
})

test('what was read otherwise than it stands says so', () => {
  const shutter = FIELDS['picture.shutter'] as NumberField
  expect(parseField('250', shutter)).toEqual({ value: 1 / 250, read: 'read as 1/250 s; write 250 s for seconds' })
  expect(parseField('2', shutter)).toEqual({ value: 2 })
  expect(parseField('bulb', shutter)).toEqual({ value: 2, read: 'open by hand: counted as 2 s' })
  expect(parseField('1/60 f/4 ISO 100', FIELDS['picture.ambientEv'] as NumberField)).toEqual({
    value: 9.91,
    read: 'read as EV 9.9 at ISO 100',
  })
  expect(parseField('f/4 ISO 100', FIELDS['picture.ambientEv'] as NumberField)).toEqual({
    error: expect.stringContaining('time, aperture and ISO'),
  })
})

test('sensor, lens and circle stay in what gear is marked with; angles and inches have sensible digits', () => {
  const focal = FIELDS['lens.focalLength'] as NumberField
  expect(parseField('100', focal, 'imperial')).toEqual({ value: 0.1 })
  expect(formatExact(-2.2, 'angle')).toBe('−126.05°')
  expect(format(-2.2, 'angle')).toBe('−126°')
  expect(formatExact(0.65, 'length', { system: 'imperial', unit: 'm' }).replaceAll('\u00a0', ' ')).toBe('2.13255 ft')
})

describe('a frame that came out under or over', () => {
  const triple = 9.91
  test.each([
    ['two stops dark at f/8 1/60 ISO 400', -2],
    ['f/8, 1/60, ISO 400; 1.5 stops under', -1.5],
    ['a stop too bright at f/8 1/60 ISO 400', 1],
    ['half a stop over at f/8 1/60 ISO 400', 0.5],
    ['f/8 1/60 ISO 400', 0],
  ])('%s', (said, off) => {
    const read = parse(said, 'ev')
    expect('value' in read ? read.value : read.error).toBeCloseTo(triple + off, 9)
  })
})

describe('a table pasted from a spreadsheet', () => {
  const rows = (text: string) => {
    const read = pastedDurations(text)
    return 'rows' in read ? read.rows.map(row => [row.power, row.t05, row.t01]) : read.error
  }
  test('headings say which duration a column holds and in which unit; the order is by power', () => {
    expect(rows('Power\tt0.5 (ms)\tt.1 (s)\n1/64\t0.02\t1/25000\n1/1\t1.2\t0.0036')).toEqual([
      [1, 0.0012, 0.0036],
      [1 / 64, 0.00002, 1 / 25000],
    ])
    expect(rows('power\tt.5 (µs)\tt.1, microseconds\n1/1\t900\t3600')).toEqual([[1, 900e-6, 3600e-6]])
    expect(rows('setting;t.1\n1/16;145\n1/32;1/11000\n')).toEqual([
      [1 / 16, null, 145e-6],
      [1 / 32, null, 1 / 11000],
    ])
  })
  test('three bare columns are power, t.5 and t.1 in microseconds; an empty cell was not rated', () => {
    expect(rows('1/2,900,\n1/4,500,600')).toEqual([
      [0.5, 900e-6, null],
      [0.25, 500e-6, 600e-6],
    ])
  })
  test.each([
    ['', 'Nothing was pasted'],
    ['1/2\t900', 'Add headings: power, and t.5 or t.1. Three columns without headings are read as power, t.5, t.1'],
    ['power\tt.5', 'No rows under the headings'],
    ['power\tt.5\n1/2\tquick', 'Row 1: “quick” is not understood; write it as 3.4 ms, 250us or 1/250'],
    ['power\tt.5\n1/2\t900\n\t400', 'Row 2: power is missing'],
    ['power\tt.5\n' + '1/2\t900\n'.repeat(33), 'At most 32 rows'],
    ['x'.repeat(20_001), 'Too long for a table of durations'],
  ])('%p is told: %s', (text, error) => expect(rows(text)).toBe(error))
})

test('inches of mercury are a unit of pressure: 29.92 of them are the standard atmosphere', () => {
  const read = parse('29.92 inHg', 'pressure')
  expect('value' in read && read.value).toBeCloseTo(101_325, -1)
  expect(parse('29,92 inches of mercury', 'pressure')).toEqual(read)
})

test('a share has the digits that tell it from none and from all', () => {
  expect([0.5, 0.123456, 0.0123456, 0.995].map(share => format(share, 'share').replace(/\s/g, ' '))).toEqual([
    '50 %',
    '12.3 %',
    '1.2 %',
    '99.5 %',
  ])
})

test('a date is said with its weekday, as the browser would write it', () => {
  const format = new Intl.DateTimeFormat('en-GB', {
    weekday: 'short',
    day: 'numeric',
    month: 'long',
    year: 'numeric',
    timeZone: 'UTC',
  })
  for (let day = 0; day < 400; day++) {
    const at = new Date(Date.UTC(2027, 11, 1 + day))
    const parts = format.formatToParts(at).map(({ type, value }) => (type === 'literal' ? ' ' : value))
    expect(longDay(at.toISOString().slice(0, 10))).toBe(parts.join('').replace(' ', ', '))
  }
  expect(longDay('2028-02-29')).toBe('Tue, 29 February 2028')
})
