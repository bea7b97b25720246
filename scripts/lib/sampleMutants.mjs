// @ts-check
// A draw of mutants for the mutation runner: the whole core has more of them than a night tries, and a share drawn
// evenly tells its score within a few per cent. Those not drawn are reported as not compiled, which no score counts.
import { createHash } from 'node:crypto'

/** @typedef {{ id: string, fileName: string, replacement: string, location: unknown }} Mutant */

/** A number from 0 up to 1 that depends on a text alone. @param {string} text */
const evenly = text => createHash('sha256').update(text).digest().readUInt32BE() / 2 ** 32

const share = Number(process.env.MUTANT_SHARE ?? 1)
const seed = process.env.MUTANT_SEED ?? ''

/** @param {Mutant[]} mutants */
async function check(mutants) {
  const drawn = (/** @type {Mutant} */ mutant) =>
    evenly(`${seed} ${mutant.fileName} ${JSON.stringify(mutant.location)} ${mutant.replacement}`) < share
  return Object.fromEntries(
    mutants.map(mutant => [
      mutant.id,
      drawn(mutant) ? { status: 'passed' } : { status: 'compileError', reason: 'not drawn' },
    ]),
  )
}

export const strykerPlugins = [
  {
    kind: 'Checker',
    name: 'sample',
    factory: () => ({
      init: async () => {},
      check,
      group: async (/** @type {Mutant[]} */ all) => [all.map(m => m.id)],
    }),
  },
]
