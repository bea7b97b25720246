/** What a row of takes came to. */
export interface RowOutcome {
  takes: number
  keepers: number
  misfires: number
  /** Which take was the first keeper, from 1; null: none was kept. */
  firstKeeper: number | null
  /** Which take was the first on the moment, from 1; null: none was. */
  firstOn: number | null
}

/** What takes in the order they were fired came to. */
export function outcomeOf(takes: readonly { verdict: string; keeper: boolean }[]): RowOutcome {
  const place = (index: number): number | null => (index < 0 ? null : index + 1)
  return {
    takes: takes.length,
    keepers: takes.filter(take => take.keeper).length,
    misfires: takes.filter(take => take.verdict === 'misfire').length,
    firstKeeper: place(takes.findIndex(take => take.keeper)),
    firstOn: place(takes.findIndex(take => take.verdict === 'on')),
  }
}
