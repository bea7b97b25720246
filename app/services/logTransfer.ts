import type { Mistake } from '~~/shared/schemas/validate'
import { batchesOf, logFromCsv, logFromJson } from '~~/shared/text/logFiles'
import { type LogImported, api } from './api'
import { servicesWords } from '~~/shared/texts/pages/services'

/** What came of a file; `stopped` where somebody ended it before its end: what was taken in stays. */
export interface LogTaken extends LogImported {
  stopped: boolean
}

/**
 * Takes a file in that was exported, part by part; gives what came of it, or every mistake in it, and then nothing was
 * taken in.
 *
 * @param isStopped asked before each part
 */
export async function importLog(
  file: File,
  progress: (text: string) => void,
  amend = false,
  isStopped: () => boolean = () => false,
): Promise<LogTaken | { mistakes: Mistake[] }> {
  const text = await file.text()
  const read = /^\s*\{/.test(text) ? logFromJson(text) : logFromCsv(text)
  if ('mistakes' in read) return read
  const total: LogTaken = { added: 0, known: 0, setups: 0, edited: [], amended: 0, stopped: false }
  for (const batch of batchesOf(read.value)) {
    if (isStopped()) {
      total.stopped = true
      break
    }
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
