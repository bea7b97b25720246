import fc from 'fast-check'
import { newSetup, settingsOf } from '~~/core'
import { VERDICTS } from '~~/shared/takes/input'
import { type LoggedRow, batchesOf, logFromCsv, logFromJson, logToCsv, logToJson } from '~~/shared/text/logFiles'

const id = '0b54ad1c-6f0e-4d59-9a4e-3f5f5f0c1a11'
const row = (change: Partial<LoggedRow> = {}): LoggedRow => ({
  shootName: 'Evening',
  setupName: 'Cracker',
  recipe: 'projectile',
  setupId: id,
  number: 1,
  key: 'abcdefgh',
  firedAt: '2026-11-24T18:30:00.000Z',
  delay: 0.0185,
  planned: null,
  verdict: 'on',
  keeper: true,
  position: -0.004,
  sharp: true,
  exposed: null,
  clean: false,
  cause: 'dirty',
  alsoCause: null,
  variant: 'thick, cold',
  said: { chance: 0.62, delay: 0.018, error: null, takes: null },
  note: '',
  settings: null,
  by: null,
  ...change,
})
const bare = ({ shootName: _s, setupName: _u, recipe: _r, by: _b, ...rest }: LoggedRow) => rest
/** Text a person might type, spreadsheets' formulas included; a carriage return alone is no text of a note. */
const text = fc
  .oneof(
    fc.string({ maxLength: 40 }),
    fc.constantFrom('=1+1', '-4', '+x', '@a', '"', 'a,b', 'two\nlines', 'Ärger über µs'),
  )
  .filter(t => !t.includes('\r') && t === t.trim() && !t.startsWith("'"))
const rows = fc.array(
  fc
    .record({
      note: text,
      delay: fc.double({ min: 0, max: 100, noNaN: true }),
      position: fc.option(fc.double({ min: -9, max: 9, noNaN: true }).map(x => x + 0)),
      verdict: fc.constantFrom(...VERDICTS),
      keeper: fc.boolean(),
      sharp: fc.option(fc.boolean()),
      settings: fc.constantFrom(null, settingsOf(newSetup('pour'))),
      number: fc.integer({ min: 1, max: 99_999 }),
    })
    .map(change => row(change)),
  { minLength: 1, maxLength: 8 },
)

test('what goes out as a table or as JSON comes in as it was', () => {
  fc.assert(
    fc.property(rows, log => {
      const plain = log.map(r => (Object.is(r.position, -0) ? { ...r, position: 0 } : r))
      expect(logFromCsv(logToCsv(plain))).toEqual({ value: { setups: [], takes: plain.map(bare) } })
      expect(logFromJson(logToJson(plain))).toEqual({ value: { setups: [], takes: plain.map(bare) } })
    }),
  )
})
test('the set-ups of the takes come with the JSON, those of an older version too', () => {
  const { learnt: _, ...older } = newSetup('drop')
  const file = {
    format: 'epiro-log',
    version: 1,
    setups: [{ id, shootName: 'Evening', shootDate: '2026-11-24', setup: older }],
    takes: [row()],
  }
  expect(logFromJson(JSON.stringify(file))).toMatchObject({
    value: { setups: [{ id, setup: { recipe: 'drop', learnt: [] } }] },
  })
})
test.each<[string, string, string]>([
  ['other JSON', '{"a": 1}', 'Not a log'],
  ['no JSON', '{', 'Not valid JSON'],
  ['an empty log', '{"format":"epiro-log","takes":[]}', 'No takes'],
  ['a number as text', logToJson([row({ delay: 'soon' as unknown as number })]), 'take 1 delay'],
  ['a set-up that is none', JSON.stringify({ format: 'epiro-log', setups: [{ id }], takes: [row()] }), 'set-up 1'],
])('%s is refused with its place and reason', (_, file, said) => {
  const read = logFromJson(file)
  if (!('mistakes' in read)) throw new Error('It was taken')
  expect(read.mistakes.map(m => `${m.field} ${m.reason}`).join('; ')).toContain(said)
})
test('a table with a column missing or a cell that is no number says which', () => {
  const csv = logToCsv([row(), row({ note: 'x' })])
  expect(logFromCsv(csv.replace('delay s', 'wait'))).toEqual({
    mistakes: [{ field: 'line 1', reason: 'Columns missing: delay s' }],
  })
  expect(logFromCsv(csv.replace('0.0185', 'soon'))).toMatchObject({
    mistakes: [{ field: 'line 2', reason: expect.stringContaining('delay') }],
  })
})
test('a spreadsheet must not run what somebody noted', () => {
  expect(logToCsv([row({ note: '=1+1' })])).toContain("'=1+1")
})

test('a log is sent in parts the server takes, each with the set-ups of its takes, and nothing is left out', () => {
  const setups = Array.from({ length: 120 }, (_, i) => ({
    id: `s${i}`,
    shootName: 'Evening',
    shootDate: '2026-11-24',
    setup: newSetup('pour'),
  }))
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 0, max: 130 }), { maxLength: 1500 }), owners => {
      const takes = owners.map((owner, i) => ({ ...bare(row()), setupId: `s${owner}`, key: `key-${i}` }))
      const batches = batchesOf({ setups, takes })
      expect(batches.flatMap(batch => batch.takes)).toEqual(takes)
      for (const batch of batches) {
        const ids = new Set(batch.takes.map(take => take.setupId))
        expect(batch.takes.length).toBeLessThanOrEqual(500)
        expect(ids.size).toBeLessThanOrEqual(50)
        expect(batch.setups.map(setup => setup.id).sort()).toEqual(
          [...ids].filter(id => Number(id.slice(1)) < 120).sort(),
        )
      }
    }),
    { numRuns: 40 },
  )
})
