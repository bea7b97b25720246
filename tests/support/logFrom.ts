import type { LogImportTake } from '~~/shared/schemas/logImport'
import type { Checked } from '~~/shared/schemas/validate'
import { type LogFile, logParts, readLog } from '~~/shared/text/logReader'

/** All that a file holds, at once. @param by letters of a piece of it */
export async function logFrom(text: string, by = text.length): Promise<Checked<LogFile>> {
  const read = await readLog(piecesOf(text, by))
  if ('mistakes' in read) return read
  const takes: LogImportTake[] = []
  for await (const part of logParts(piecesOf(text, by), [])) takes.push(...part.takes)
  expect(takes).toHaveLength(read.value.takes)
  return { value: { setups: read.value.setups, takes } }
}

/** A text in pieces of so many letters. */
export const piecesOf = (text: string, by: number): string[] =>
  Array.from({ length: Math.ceil(text.length / Math.max(1, by)) }, (_, i) => text.slice(i * by, (i + 1) * by))
