import { createReadStream } from 'node:fs'
import { createGunzip } from 'node:zlib'

/** What can be said in a sentence to whoever takes a backup or puts one back. */
export class BackupError extends Error {}

/** First line of a backup. The rest: a line for each table, followed by one for each row; the last line counts them. */
export interface BackupHead {
  format: 'epiro-backup'
  version: 1
  madeAt: string
  /** How many migrations the tables had seen. */
  migrations: number
  /** Everything, the sessions with it; else single studios. */
  whole: boolean
  studios: { id: string; name: string }[]
}

/** Rows of each table. */
export type Counts = Record<string, number>

type Line =
  | { kind: 'head'; head: BackupHead }
  | { kind: 'table'; table: string; columns: string[] }
  | { kind: 'row'; row: unknown[] }
  | { kind: 'end'; rows: Counts }

/** Whether a value is a record of counts by name. */
const isCounts = (value: unknown): value is Counts =>
  typeof value === 'object' &&
  value !== null &&
  !Array.isArray(value) &&
  Object.values(value).every(rows => Number.isInteger(rows))

const isStudio = (value: unknown): value is BackupHead['studios'][number] => {
  const { id, name } = (value ?? {}) as Record<string, unknown>
  return typeof id === 'string' && typeof name === 'string'
}

/** A first line as Epiro writes it; null: it is something else. */
function readHeadLine(line: Record<string, unknown>): BackupHead | null {
  const { format, version, madeAt, migrations, whole, studios } = line
  const known = format === 'epiro-backup' && version === 1 && Number.isInteger(migrations) && Number(migrations) >= 1
  if (!known || !Array.isArray(studios) || !studios.every(isStudio)) return null
  return {
    format: 'epiro-backup',
    version: 1,
    madeAt: String(madeAt),
    migrations: Number(migrations),
    whole: whole === true,
    studios,
  }
}

function read(text: string): Line {
  const value = JSON.parse(text) as unknown
  if (Array.isArray(value)) return { kind: 'row', row: value }
  const line = (value ?? {}) as Record<string, unknown>
  const { table, columns } = line
  if (typeof table === 'string' && Array.isArray(columns) && columns.every(column => typeof column === 'string'))
    return { kind: 'table', table, columns }
  if (line.end === true && isCounts(line.rows)) return { kind: 'end', rows: line.rows }
  const head = readHeadLine(line)
  if (head) return { kind: 'head', head }
  throw new BackupError('Not a backup that Epiro made')
}

/** Longer than any line that Epiro writes: 16 MB of a picture, as text. */
const LONGEST_LINE = 64_000_000

/** Lines of a text that comes in pieces. */
async function* split(chunks: AsyncIterable<Buffer>): AsyncGenerator<string> {
  let pieces: Buffer[] = []
  let held = 0
  for await (const chunk of chunks) {
    let from = 0
    for (let end = chunk.indexOf(10); end >= 0; end = chunk.indexOf(10, from)) {
      pieces.push(chunk.subarray(from, end))
      yield Buffer.concat(pieces).toString('utf8')
      pieces = []
      held = 0
      from = end + 1
    }
    if (from < chunk.length) pieces.push(chunk.subarray(from))
    held += chunk.length - from
    if (held > LONGEST_LINE) throw new BackupError('Not a backup that Epiro made')
  }
  if (pieces.length > 0) yield Buffer.concat(pieces).toString('utf8')
}

/** Lines of a backup, the first its head. A file cut short or damaged ends in an error. */
export async function* linesOf(file: string): AsyncGenerator<Line> {
  const unpacked = createGunzip()
  const packed = createReadStream(file).on('error', error => unpacked.destroy(error))
  packed.pipe(unpacked)
  let first = true
  let ended = false
  try {
    for await (const text of split(unpacked)) {
      const line = read(text)
      if (first && line.kind !== 'head') throw new BackupError('Not a backup that Epiro made')
      first = false
      ended = line.kind === 'end'
      yield line
    }
  } catch (error) {
    const { code, message } = error as NodeJS.ErrnoException
    if (error instanceof BackupError || code === 'ENOENT' || code === 'EACCES') throw error
    if (error instanceof SyntaxError || /^Z_|^ERR_/.test(code ?? ''))
      throw new BackupError(first ? 'Not a backup that Epiro made' : `The backup is damaged: ${message}`)
    throw error
  } finally {
    packed.destroy()
  }
  if (!ended) throw new BackupError('The backup is cut short')
}

/** What a backup holds, by its first line. */
export async function readHead(file: string): Promise<BackupHead> {
  for await (const line of linesOf(file)) if (line.kind === 'head') return line.head
  throw new BackupError('Not a backup that Epiro made')
}
