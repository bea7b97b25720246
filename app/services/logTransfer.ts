import { type LogQuery, MOST_A_PAGE } from '~~/shared/schemas/log'
import type { Mistake } from '~~/shared/schemas/validate'
import { batchesOf, logFromCsv, logFromJson, logToCsv, logToJson } from '~~/shared/text/logFiles'
import { type LogEntry, type LogImported, api } from './api'
import { download } from './download'

/** Everything a query finds goes out as a file, read page by page. */
export async function exportLog(
  query: Partial<LogQuery>,
  kind: 'csv' | 'json',
  progress: (text: string) => void,
): Promise<void> {
  const all: LogEntry[] = []
  let after: string | null = ''
  while (after !== null) {
    progress(`${all.length} read`)
    const page: { entries: LogEntry[]; next: string | null } = await api.log({
      ...query,
      limit: MOST_A_PAGE,
      ...(after ? { after } : {}),
    })
    all.push(...page.entries)
    after = page.next
  }
  progress('')
  if (kind === 'csv') download(logToCsv(all), 'log.csv', 'text/csv')
  else download(logToJson(all, await api.logSetups(query)), 'log.json', 'application/json')
}

/**
 * Takes a file in that was exported, part by part; gives what came of it, or every mistake in it, and then nothing was
 * taken in.
 */
export async function importLog(
  file: File,
  progress: (text: string) => void,
  amend = false,
): Promise<LogImported | { mistakes: Mistake[] }> {
  const text = await file.text()
  const read = /^\s*\{/.test(text) ? logFromJson(text) : logFromCsv(text)
  if ('mistakes' in read) return read
  const total: LogImported = { added: 0, known: 0, setups: 0, edited: [], amended: 0 }
  for (const batch of batchesOf(read.value)) {
    progress(`${total.added + total.known} of ${read.value.takes.length} taken in`)
    const result = await api.importLog({ ...batch, amend })
    for (const key of ['added', 'known', 'setups', 'amended'] as const) total[key] += result[key]
    total.edited.push(...result.edited)
  }
  progress('')
  return total
}
