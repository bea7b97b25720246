import type { Setup } from '~~/core'
import { checkSetup } from '~~/shared/schemas/setup'
import type { Checked } from '~~/shared/schemas/validate'

/** A set-up file is under 60 kB even when full. */
const LARGEST = 1_000_000

/** Reads a set-up file: the set-up, or every mistake in it. */
export async function readSetupFile(file: File): Promise<Checked<Setup>> {
  if (file.size > LARGEST) return { mistakes: [{ field: '', reason: 'Too large for a set-up file' }] }
  try {
    return checkSetup(JSON.parse(await file.text()))
  }
  catch {
    return { mistakes: [{ field: '', reason: 'Not valid JSON' }] }
  }
}

/** Hands the set-up to the browser as a file. */
export function saveSetupFile(setup: Setup): void {
  const url = URL.createObjectURL(new Blob([`${JSON.stringify(setup, null, 2)}\n`], { type: 'application/json' }))
  const link = document.createElement('a')
  link.href = url
  link.download = `${setup.name.toLowerCase().replace(/[^\p{L}\p{N}]+/gu, '-').replace(/^-|-$/g, '') || 'set-up'}.json`
  link.click()
  URL.revokeObjectURL(url)
}
