import type { Setup } from '~~/core'
import { download, fileName } from './download'

export const setupText = (setup: Setup): string => `${JSON.stringify(setup, null, 2)}\n`

/** Hands the set-up to the browser as a file. */
export function saveSetupFile(setup: Setup): void {
  download(setupText(setup), `${fileName(setup.name) || 'set-up'}.json`, 'application/json')
}
