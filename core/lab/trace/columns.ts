import { InputError } from '../../physics/errors'
import type { Trace } from '../types'

/** Samples of a file that are taken at most. */
export const MOST_SAMPLES = 4_000_000

/**
 * Columns of numbers, the first being time: s, or in the unit its heading names in brackets.
 *
 * @param rows as a reader of CSV gives them; rows that are no numbers are headings
 * @throws InputError for fewer than 20 rows of numbers, or a time that does not rise
 */
export function traceOf(rows: readonly (readonly unknown[])[]): Trace {
  const headings: string[] = []
  const numbers: number[][] = []
  for (const row of rows) {
    const values = row.map(cell => (typeof cell === 'number' ? cell : Number(String(cell).trim() || NaN)))
    if (values.length >= 2 && Number.isFinite(values[0]) && Number.isFinite(values[1])) numbers.push(values)
    else if (numbers.length === 0) headings.push(row.map(String).join(' '))
  }
  if (numbers.length < 20) throw new InputError('rows', numbers.length, 'at least 20 rows of time and light')
  if (numbers.length > MOST_SAMPLES) throw new InputError('rows', numbers.length, `at most ${MOST_SAMPLES}`)
  const unit = unitOf(headings)
  const time = Float64Array.from(numbers, row => row[0]! * unit)
  for (let i = 1; i < time.length; i++)
    if (!(time[i]! > time[i - 1]!)) throw new InputError(`row ${i + 1}`, time[i], 'a time later than the row before')
  const count = Math.min(...numbers.map(row => row.length))
  const columns = Array.from({ length: Math.min(count - 1, 2) }, (_, c) =>
    Float64Array.from(numbers, row => (Number.isFinite(row[c + 1]) ? row[c + 1]! : 0)),
  )
  return { time, columns, fullScale: null }
}

/** s for each unit of the first column, by the heading. */
function unitOf(headings: readonly string[]): number {
  const text = headings.join(' ').toLowerCase()
  if (/[([]\s*(µs|us|usec|microseconds?)\s*[)\]]/.test(text)) return 1e-6
  if (/[([]\s*(ns)\s*[)\]]/.test(text)) return 1e-9
  if (/[([]\s*(ms|msec|milliseconds?)\s*[)\]]/.test(text)) return 1e-3
  return 1
}

/** A recording of a photodiode as a trace, its second channel the trigger. */
export function traceOfSound(channels: readonly Float32Array[], rate: number): Trace {
  const n = Math.min(channels[0]!.length, MOST_SAMPLES)
  return {
    time: Float64Array.from({ length: n }, (_, i) => i / rate),
    columns: channels.slice(0, 2).map(channel => Float64Array.from(channel.subarray(0, n))),
    fullScale: 1,
  }
}
