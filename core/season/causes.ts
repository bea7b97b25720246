/** Why a take was lost; the first of the list that holds is the main cause, so that shares sum to one. */
export const CAUSES = [
  'misfire',
  'frame',
  'early',
  'late',
  'double',
  'blurred',
  'dark',
  'burnt',
  'face',
  'dirty',
  'dull',
] as const
/** Why a take was lost. */
export type Cause = (typeof CAUSES)[number]

/** Causes that the verdict and the marks of a take say by themselves; the others are said by hand or by the Lab. */
export const SAID_BY_HAND = ['double', 'dark', 'burnt', 'face', 'dirty', 'dull'] as const satisfies readonly Cause[]

/** What a take says of itself. */
export interface JudgedTake {
  verdict: 'early' | 'on' | 'late' | 'missed' | 'misfire'
  keeper: boolean
  sharp: boolean | null
  cause: Cause | null
  alsoCause: Cause | null
}

const BY_VERDICT = { misfire: 'misfire', missed: 'frame', early: 'early', late: 'late', on: null } as const

/** Causes in the order of the list, each once, two at most. */
export function orderedCauses(causes: readonly (Cause | null)[]): [Cause | null, Cause | null] {
  const found = CAUSES.filter(cause => causes.includes(cause))
  return [found[0] ?? null, found[1] ?? null]
}

/** The main cause of a lost take; null: it was kept; `unsaid`: nobody said why. */
export function mainCause(take: JudgedTake): Cause | 'unsaid' | null {
  if (take.keeper) return null
  const blurred = take.sharp === false ? 'blurred' : null
  return orderedCauses([BY_VERDICT[take.verdict], take.cause, take.alsoCause, blurred])[0] ?? 'unsaid'
}
