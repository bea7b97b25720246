import type { Setup } from '~~/core'
import { checkSetup } from '~~/shared/schemas/setup'
import type { Checked } from '~~/shared/schemas/validate'
import { servicesWords } from '~~/shared/texts/pages/services'

/** A set-up file is under 100 kB even when full. */
const LARGEST = 1_000_000

/** Reads a set-up from text, as a file or the clipboard holds it: the set-up, or every mistake in it. */
export function readSetupText(text: string): Checked<Setup> {
  if (text.length > LARGEST) return { mistakes: [{ field: '', reason: servicesWords('setupFile.fileTooLargeSet') }] }
  try {
    return checkSetup(JSON.parse(text))
  } catch {
    return { mistakes: [{ field: '', reason: servicesWords('setupFile.notValidJson') }] }
  }
}

export async function readSetupFile(file: File): Promise<Checked<Setup>> {
  return file.size > LARGEST
    ? { mistakes: [{ field: '', reason: servicesWords('setupFile.fileTooLargeSet') }] }
    : readSetupText(await file.text())
}
