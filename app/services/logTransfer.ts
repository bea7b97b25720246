import type { Mistake } from '~~/shared/schemas/validate'
import { batchesOf, logFromCsv, logFromJson } from '~~/shared/text/logFiles'
import { type LogImported, api } from './api'
import { servicesWords } from '~~/shared/texts/pages/services'

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
    progress(
      servicesWords('logTransfer.imported', { added: total.added + total.known, takes: read.value.takes.length }),
    )
    const result = await api.importLog({ ...batch, amend })
    for (const key of ['added', 'known', 'setups', 'amended'] as const) total[key] += result[key]
    total.edited.push(...result.edited)
  }
  progress('')
  return total
}
