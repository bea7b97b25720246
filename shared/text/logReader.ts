import { JSONParser } from '@streamparser/json'
import Papa from 'papaparse'
import {
  type LogImportSetup,
  type LogImportTake,
  MOST_AT_ONCE,
  MOST_SETUPS_AT_ONCE,
  completeLogSetup,
  completeLogTake,
  logSetupSchema,
  logTakeSchema,
} from '../schemas/logImport'
import { type Checked, MOST_MISTAKES, type Mistake, check, told } from '../schemas/validate'
import { plainCell } from './cells'
import { LOG_COLUMNS, missingColumns, valueOf } from './logFiles'
import { WholeLines } from './wholeLines'

/** A log read from a file. */
export interface LogFile {
  setups: LogImportSetup[]
  takes: LogImportTake[]
}

/** Something of a file as it came, with its place in it. */
interface Found {
  kind: 'take' | 'set-up'
  value: unknown
  where: string
}
/** What one piece of a file held. */
interface Stretch {
  found: Found[]
  mistakes: Mistake[]
}
/** Reads a file piece by piece. */
interface Reader {
  take(text: string): Stretch
  end(): Stretch
}
type Pieces = AsyncIterable<string> | Iterable<string>

const NOT_A_LOG: Mistake = { field: 'format', reason: 'Not a log exported from Epiro' }
const NOT_JSON: Mistake = { field: '', reason: 'Not valid JSON' }

/** A log as JSON, however it is laid out. */
function jsonReader(): Reader {
  const parser = new JSONParser({ paths: ['$.format', '$.takes.*', '$.setups.*'], keepStack: false })
  let stretch: Stretch = { found: [], mistakes: [] }
  let [isLog, broken] = [false, false]
  const count = { 'take': 0, 'set-up': 0 }
  parser.onValue = ({ value, key, stack }) => {
    if (stack.length === 1) isLog = value === 'epiro-log'
    else if (typeof key === 'number') {
      const kind = stack.at(-1)?.key === 'takes' ? 'take' : 'set-up'
      stretch.found.push({ kind, value, where: `${kind} ${++count[kind]}` })
    }
  }
  parser.onError = () => {
    broken = true
  }
  const given = (): Stretch => {
    const now = broken ? { found: [], mistakes: [NOT_JSON] } : stretch
    stretch = { found: [], mistakes: [] }
    return now
  }
  return {
    take(text) {
      if (!broken) parser.write(text)
      return given()
    },
    end() {
      if (!broken && !parser.isEnded) broken = true
      const last = given()
      return broken || isLog ? last : { found: [], mistakes: [NOT_A_LOG] }
    },
  }
}

/** A log as a table. */
function csvReader(): Reader {
  const lines = new WholeLines()
  /** The headings, once they were read, as the first line of every piece. */
  let head: { text: string; delimiter: string; newline: string } | null = null
  let rows = 0
  let refused = false
  function table(text: string): Stretch {
    if (refused || (head && text.trim() === '')) return { found: [], mistakes: [] }
    const parsed = Papa.parse<Record<string, string>>(head ? head.text + text : text.replace(/^\uFEFF/, ''), {
      header: true,
      skipEmptyLines: 'greedy',
      transform: plainCell,
      ...(head ? { delimiter: head.delimiter, newline: head.newline as '\n' } : {}),
    })
    if (!head) {
      const { fields = [], delimiter, linebreak: newline } = parsed.meta
      const missing = missingColumns(fields)
      refused = missing.length > 0
      if (refused)
        return { found: [], mistakes: [{ field: 'line 1', reason: `Columns missing: ${missing.join(', ')}` }] }
      head = { text: Papa.unparse([fields], { delimiter }) + newline, delimiter, newline }
    }
    const before = rows
    rows += parsed.data.length
    return {
      found: parsed.data.map((line, i) => ({
        kind: 'take',
        value: Object.fromEntries(LOG_COLUMNS.map(([header, key, kind]) => [key, valueOf(line[header] ?? '', kind)])),
        where: `line ${before + i + 2}`,
      })),
      mistakes: parsed.errors.map(({ row = 0, message }) => ({ field: `line ${before + row + 2}`, reason: message })),
    }
  }
  return {
    take: text => {
      const whole = lines.add(text)
      return whole === '' ? { found: [], mistakes: [] } : table(whole)
    },
    end: () => table(lines.rest()),
  }
}

/** What a file holds, piece by piece; nothing of it but the piece at hand is kept. */
async function* stretches(pieces: Pieces): AsyncGenerator<Stretch> {
  let reader: Reader | null = null
  let begin = ''
  for await (const piece of pieces) {
    begin = reader ? '' : begin + piece
    if (!reader && begin.trim() === '') continue
    reader ??= /^[\s\uFEFF]*\{/.test(begin) ? jsonReader() : csvReader()
    yield reader.take(begin || piece)
  }
  yield (reader ?? csvReader()).end()
}

/** Without the names that only people read. */
function onlyTake(take: unknown): unknown {
  if (take === null || typeof take !== 'object') return take
  const { shootName: _s, setupName: _u, recipe: _r, by: _b, ...rest } = take as Record<string, unknown>
  return rest
}

const placed = (where: string, mistakes: readonly Mistake[]): Mistake[] =>
  mistakes.map(m => ({ field: where, reason: m.field ? `${m.field}: ${m.reason}` : m.reason }))

/** A log that was read through: its set-ups, and how many takes it has. */
export interface LogRead {
  setups: LogImportSetup[]
  takes: number
}

/**
 * Reads a file through that was taken out: its set-ups and how many takes there are, or its mistakes, each with its
 * place. However many takes it has, they are not kept.
 *
 * @param goOn told before each piece how many takes there were; what it throws ends the reading
 */
export async function readLog(pieces: Pieces, goOn: (takes: number) => void = () => {}): Promise<Checked<LogRead>> {
  const read: LogRead = { setups: [], takes: 0 }
  const mistakes: Mistake[] = []
  for await (const { found, mistakes: wrong } of stretches(pieces)) {
    goOn(read.takes)
    mistakes.push(...wrong)
    for (const { kind, value, where } of found) {
      if (mistakes.length >= MOST_MISTAKES) break
      if (kind === 'take') {
        const checked = check(logTakeSchema, onlyTake(value), completeLogTake)
        if ('mistakes' in checked) mistakes.push(...placed(where, checked.mistakes))
        else read.takes++
      } else {
        const checked = check(logSetupSchema, value, completeLogSetup)
        if ('value' in checked) read.setups.push(checked.value)
        else mistakes.push(...placed(where, checked.mistakes))
      }
    }
    if (mistakes.length >= MOST_MISTAKES) break
  }
  if (mistakes.length > 0) return { mistakes: told(mistakes) }
  return read.takes > 0 ? { value: read } : { mistakes: [{ field: '', reason: 'No takes in this file' }] }
}

/**
 * The takes of a file that was read through without a mistake, in parts that the server takes at once, each with the
 * set-ups its takes belong to.
 */
export async function* logParts(pieces: Pieces, setups: readonly LogImportSetup[]): AsyncGenerator<LogFile> {
  const known = new Map(setups.map(setup => [setup.id, setup]))
  let part: LogFile = { setups: [], takes: [] }
  let ids = new Set<string>()
  for await (const { found } of stretches(pieces))
    for (const { kind, value } of found) {
      if (kind !== 'take') continue
      const take = completeLogTake(onlyTake(value)) as LogImportTake
      const full = part.takes.length >= MOST_AT_ONCE || (!ids.has(take.setupId) && ids.size >= MOST_SETUPS_AT_ONCE)
      if (full) {
        yield part
        part = { setups: [], takes: [] }
        ids = new Set()
      }
      part.takes.push(take)
      const setup = known.get(take.setupId)
      if (!ids.has(take.setupId) && setup) part.setups.push(setup)
      ids.add(take.setupId)
    }
  if (part.takes.length > 0) yield part
}

/**
 * Deals with the parts of such a file one after the other; the next is read while one is dealt with.
 *
 * @param use deals with a part; what it throws before it waits for anything ends the reading there
 */
export async function eachPart(
  pieces: Pieces,
  setups: readonly LogImportSetup[],
  use: (part: LogFile) => Promise<void>,
): Promise<void> {
  const parts = logParts(pieces, setups)
  for (let next = parts.next(); ;) {
    const { value: part, done } = await next
    if (done) return
    const used = use(part)
    next = parts.next()
    await used
  }
}
