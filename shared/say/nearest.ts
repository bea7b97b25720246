import type { Setup } from '../../core'
import { TERMS } from './terms'

/** Slips between two words: a letter put in, left out, put for another, or two that changed places. */
function slips(a: string, b: string): number {
  const rows = [Array.from({ length: b.length + 1 }, (_, i) => i)]
  for (let i = 1; i <= a.length; i++) {
    const row = [i]
    for (let j = 1; j <= b.length; j++) {
      const other = a[i - 1] === b[j - 1] ? 0 : 1
      row.push(Math.min(rows[i - 1]![j]! + 1, row[j - 1]! + 1, rows[i - 1]![j - 1]! + other))
      const changed = i > 1 && j > 1 && a[i - 1] === b[j - 2] && a[i - 2] === b[j - 1]
      if (changed) row[j] = Math.min(row[j]!, rows[i - 2]![j - 2]! + 1)
    }
    rows.push(row)
  }
  return rows[a.length]![b.length]!
}

/** Letters of a word that may be wrong, as a share of it, and how many words are offered. */
const WRONG = 0.4
const MOST = 3

/** The words that would be understood and are most like one that is not. */
export function nearestWords(setup: Setup, word: string): string[] {
  const wanted = word.toLowerCase()
  const names = setup.flashes.map(({ name }) => name.toLowerCase())
  const all = [...new Set([...names, ...TERMS.map(({ words }) => words), 'iso', 'microphone', 'camera', 'background'])]
  return all
    .filter(words => words !== '')
    .map(words => ({ words, far: slips(wanted, words) }))
    .filter(({ far }) => far <= Math.max(1, wanted.length * WRONG))
    .sort((a, b) => a.far - b.far || (a.words < b.words ? -1 : 1))
    .slice(0, MOST)
    .map(({ words }) => words)
}
