import { serve } from '../support/page'
import { bareTake } from '../support/bareTake'
import { type LoggedRow, logToCsv } from '~~/shared/text/logFiles'

const { importLog } = await import('~~/app/services/logTransfer')

const row = (number: number): LoggedRow => ({
  ...bareTake(`key-of-take-${number}`),
  shootName: 'Evening',
  setupName: 'Cracker',
  recipe: 'projectile',
  setupId: '0b54ad1c-6f0e-4d59-9a4e-3f5f5f0c1a11',
  number,
  note: 'n'.repeat(400),
  by: null,
})
const file = (takes: number): File =>
  new File([logToCsv(Array.from({ length: takes }, (_, i) => row(i + 1)))], 'log.csv', { type: 'text/csv' })

/** A server that takes each part in. */
function server(): { parts: number[] } {
  const seen = { parts: [] as number[] }
  serve(({ body }) => {
    seen.parts.push(body.takes.length)
    return { body: { added: body.takes.length - 1, known: 1, setups: 0, edited: [], amended: 0 } }
  })
  return seen
}

test('a log goes in part by part, and what came of each is summed', async () => {
  const { parts } = server()
  const told: string[] = []
  const result = await importLog(file(900), text => told.push(text))
  expect(parts.length).toBeGreaterThan(1)
  expect(parts.reduce((sum, n) => sum + n, 0)).toBe(900)
  expect(result).toEqual({
    added: 900 - parts.length,
    known: parts.length,
    setups: 0,
    edited: [],
    amended: 0,
    stopped: false,
  })
  // Read through, then each part, then nothing more.
  expect(told[0]).toBe('Checking the file: 100 %')
  expect(told).toHaveLength(parts.length + 2)
  expect(told[2]).toContain(String(parts[0]))
  expect(told.at(-1)).toBe('')
})

test('somebody stops it: the part under way ends, no other begins, and what came in is told', async () => {
  const { parts } = server()
  const result = await importLog(
    file(900),
    () => {},
    false,
    () => parts.length === 1,
  )
  expect(parts).toHaveLength(1)
  expect(result).toMatchObject({ added: parts[0]! - 1, known: 1, stopped: true })
})

test('somebody stops it while it is read through, and nothing is sent', async () => {
  const { parts } = server()
  expect(
    await importLog(
      file(900),
      () => {},
      false,
      () => true,
    ),
  ).toMatchObject({ added: 0, known: 0, stopped: true })
  expect(parts).toEqual([])
})

test('a mistake in the last line is found before anything is sent', async () => {
  const { parts } = server()
  const text = logToCsv(Array.from({ length: 900 }, (_, i) => row(i + 1)))
  const last = text.lastIndexOf('2026-')
  const wrong = new File([`${text.slice(0, last)}soon${text.slice(last + 4)}`], 'log.csv')
  const result = await importLog(wrong, () => {})
  expect('mistakes' in result && result.mistakes.map(({ field }) => field)).toEqual(['line 901'])
  expect(parts).toEqual([])
})

test('a file with mistakes takes nothing in', async () => {
  const { parts } = server()
  const result = await importLog(new File(['{"takes": 3}'], 'log.json'), () => {})
  expect('mistakes' in result && result.mistakes.length).toBeGreaterThan(0)
  expect(parts).toEqual([])
})
