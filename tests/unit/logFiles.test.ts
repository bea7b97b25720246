import fc from 'fast-check'
import Papa from 'papaparse'
import { newSetup, settingsOf } from '~~/core'
import { VERDICTS } from '~~/shared/takes/input'
import { type LoggedRow, logToCsv, logToJson } from '~~/shared/text/logFiles'
import { type LogFile, logParts, readLog } from '~~/shared/text/logReader'
import { WholeLines } from '~~/shared/text/wholeLines'
import { logFrom, piecesOf } from '../support/logFrom'

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

test('what goes out as a table or as JSON comes in as it was, whatever pieces it comes in', async () => {
  await fc.assert(
    fc.asyncProperty(rows, fc.integer({ min: 1, max: 400 }), async (log, by) => {
      const plain = log.map(r => (Object.is(r.position, -0) ? { ...r, position: 0 } : r))
      const wanted = { value: { setups: [], takes: plain.map(bare) } }
      expect(await logFrom(logToCsv(plain), by)).toEqual(wanted)
      expect(await logFrom(`\uFEFF${logToCsv(plain)}`, by)).toEqual(wanted)
      // As a spreadsheet of another country writes it, and as somebody laid it out by hand.
      expect(await logFrom(semicolons(logToCsv(plain)), by)).toEqual(wanted)
      expect(await logFrom(logToJson(plain), by)).toEqual(wanted)
      expect(await logFrom(JSON.stringify(JSON.parse(logToJson(plain)), null, 2), by)).toEqual(wanted)
    }),
    { numRuns: 60 },
  )
})
const semicolons = (csv: string): string =>
  Papa.unparse(Papa.parse<string[]>(csv.trimEnd()).data, { delimiter: ';', newline: '\n' })

test('a table is cut between its lines alone, and nothing of it is lost', () => {
  const cell = fc.constantFrom('a', 'b c', 'two\nlines', 'say ""so""', '""', '', ',;')
  const table = fc.array(fc.array(cell, { minLength: 2, maxLength: 4 }), { minLength: 1, maxLength: 12 })
  fc.assert(
    fc.property(table, fc.integer({ min: 1, max: 30 }), (lines, by) => {
      const written = lines.map(line => line.map(one => `"${one}"`).join(','))
      const cut = new WholeLines()
      const parts = piecesOf(`${written.join('\r\n')}\r\n`, by).map(piece => cut.add(piece))
      expect(parts.join('') + cut.rest()).toBe(`${written.join('\r\n')}\r\n`)
      const ends = new Set(written.map((_, i) => `${written.slice(0, i + 1).join('\r\n')}\r\n`))
      for (let i = 0; i < parts.length; i++)
        if (parts[i] !== '') expect(ends.has(parts.slice(0, i + 1).join(''))).toBe(true)
    }),
  )
})
test('the set-ups of the takes come with the JSON, those of an older version too', async () => {
  const { learnt: _, ...older } = newSetup('drop')
  const file = {
    format: 'epiro-log',
    version: 1,
    setups: [{ id, shootName: 'Evening', shootDate: '2026-11-24', setup: older }],
    takes: [row()],
  }
  expect(await logFrom(JSON.stringify(file))).toMatchObject({
    value: { setups: [{ id, setup: { recipe: 'drop', learnt: [] } }] },
  })
})
test.each<[string, string, string]>([
  ['other JSON', '{"a": 1}', 'Not a log'],
  ['no JSON', '{', 'Not valid JSON'],
  ['JSON with more after it', `${logToJson([row()])}}`, 'Not valid JSON'],
  ['JSON that ends early', logToJson([row(), row()]).slice(0, -9), 'Not valid JSON'],
  ['takes that are no list', '{"format":"epiro-log","takes":{"a":{}}}', 'No takes'],
  ['nothing', '', 'Columns missing'],
  ['blanks', ' \n ', 'Columns missing'],
  ['an empty log', '{"format":"epiro-log","takes":[]}', 'No takes'],
  ['a number as text', logToJson([row({ delay: 'soon' as unknown as number })]), 'take 1 delay'],
  ['a set-up that is none', JSON.stringify({ format: 'epiro-log', setups: [{ id }], takes: [row()] }), 'set-up 1'],
])('%s is refused with its place and reason', async (_, file, said) => {
  const read = await logFrom(file, 11)
  if (!('mistakes' in read)) throw new Error('It was taken')
  expect(read.mistakes.map(m => `${m.field} ${m.reason}`).join('; ')).toContain(said)
})
test('a table with a column missing or a cell that is no number says which', async () => {
  const csv = logToCsv([row(), row({ note: 'x' })])
  expect(await logFrom(csv.replace('delay s', 'wait'))).toEqual({
    mistakes: [{ field: 'line 1', reason: 'Columns missing: delay s' }],
  })
  for (const by of [csv.length, 50, 7]) {
    expect(await logFrom(csv.replace('0.0185', 'soon'), by)).toMatchObject({
      mistakes: [{ field: 'line 2', reason: expect.stringContaining('delay') }],
    })
    const last = csv.replace(/0\.0185(?![^]*0\.0185)/, 'soon')
    expect(await logFrom(last, by)).toMatchObject({ mistakes: [{ field: 'line 3' }] })
  }
})
test('a spreadsheet must not run what somebody noted', () => {
  expect(logToCsv([row({ note: '=1+1' })])).toContain("'=1+1")
})

test('a log is sent in parts, each with the set-ups of its takes, and nothing is left out', async () => {
  const setups = Array.from({ length: 120 }, (_, i) => ({
    id: `s${i}`,
    shootName: 'Evening',
    shootDate: '2026-11-24',
    setup: newSetup('pour'),
  }))
  await fc.assert(
    fc.asyncProperty(fc.array(fc.integer({ min: 0, max: 130 }), { maxLength: 1500 }), async owners => {
      const takes = owners.map((owner, i) => ({ ...bare(row()), setupId: `s${owner}`, key: `key-${i}` }))
      const batches: LogFile[] = []
      for await (const part of logParts(piecesOf(JSON.stringify({ takes }), 5000), setups)) batches.push(part)
      expect(batches.flatMap(batch => batch.takes)).toEqual(takes)
      for (const batch of batches) {
        const ids = new Set(batch.takes.map(take => take.setupId))
        expect(batch.takes.length).toBeLessThanOrEqual(500)
        expect(ids.size).toBeLessThanOrEqual(20)
        expect(batch.setups.map(setup => setup.id).sort()).toEqual(
          [...ids].filter(id => Number(id.slice(1)) < 120).sort(),
        )
      }
    }),
    { numRuns: 40 },
  )
})

test('of a long log no more than a piece is held, and it is stopped between two', async () => {
  const line = JSON.stringify(bare(row()))
  let given = 0
  let held = 0
  async function* endless(): AsyncGenerator<string> {
    yield '{"format":"epiro-log","takes":['
    for (; ; given++) yield `${given === 0 ? '' : ','}${line}`
  }
  const reading = readLog(endless(), takes => {
    held = takes
    expect(given - takes).toBeLessThanOrEqual(2)
    if (takes === 3000) throw new Error('Stopped')
  })
  await expect(reading).rejects.toThrow('Stopped')
  expect(held).toBe(3000)
})
