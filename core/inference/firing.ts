import type { Evidence } from '../setup/types'

/**
 * The firing that something was seen in; null: one of its own. Readings of one firing share what differs from firing
 * to firing.
 */
export function firingOf({ firing, takes, kind }: Evidence): string | null {
  // What a run found is a mean of many.
  if (kind === 'found') return null
  if (firing !== '') return `said ${firing}`
  return takes.length === 1 ? `take ${takes[0]}` : null
}

/** Fields in which a reading told twice is the same. */
const TOLD = ['kind', 'value', 'error', 'delay', 'at', 'from', 'to', 'light', 'date', 'instrument'] as const

/** What makes two pieces of evidence the same reading, told again: all that was said of them, to the last digit. */
const tellingOf = (entry: Evidence): string =>
  [...TOLD.map(key => entry[key]), firingOf(entry), ...entry.conditions.map(({ value }) => value)].join('\n')

/** A reading that was told more than once, by the ids of its tellings; the first is the one that counts. */
export interface Repeat {
  first: string
  again: string[]
}

/**
 * Readings told again. Two firings may show the same by chance, to the last digit: until somebody says so, it counts
 * once.
 */
export function repeatsOf(evidence: readonly Evidence[]): Repeat[] {
  const repeats = new Map<string, Repeat>()
  for (const entry of evidence) {
    if (!entry.on || entry.kind === 'found') continue
    const telling = tellingOf(entry)
    const before = repeats.get(telling)
    if (before) before.again.push(entry.id)
    else repeats.set(telling, { first: entry.id, again: [] })
  }
  return [...repeats.values()].filter(({ again }) => again.length > 0)
}

/** The evidence that counts: what is on, each reading once. */
export function included(evidence: readonly Evidence[]): Evidence[] {
  const again = new Set(repeatsOf(evidence).flatMap(repeat => repeat.again))
  return evidence.filter(entry => entry.on && !again.has(entry.id))
}
