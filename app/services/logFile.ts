import type { LogQuery } from '~~/shared/schemas/log'
import { api } from './api'

/** Everything a query finds goes out as a file, which the browser fetches: it shows how far it is and can stop it. */
export function exportLog(query: Partial<LogQuery>, kind: 'csv' | 'json'): void {
  const link = document.createElement('a')
  link.href = api.logFile(query, kind)
  link.download = `log.${kind}`
  link.click()
}
