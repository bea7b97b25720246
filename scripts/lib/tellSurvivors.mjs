// @ts-check
// For the mutation runner: tells of each mutant that lives as soon as it is known. The full report comes at the end,
// and a run over a slow part is often stopped before.

/** @typedef {{ status: string, fileName: string, replacement?: string }} Tested */
/** @typedef {Tested & { location: { start: { line: number, column: number } } }} Placed */

class Survivors {
  /** @param {Placed} mutant */
  onMutantTested({ status, fileName, location, replacement }) {
    if (status !== 'Survived' && status !== 'NoCoverage') return
    const text = (replacement ?? '').replace(/\s+/g, ' ').slice(0, 100)
    process.stdout.write(`${status}: ${fileName}:${location.start.line}:${location.start.column} → ${text}\n`)
  }
}

export const strykerPlugins = [{ kind: 'Reporter', name: 'survivors', injectableClass: Survivors }]
