import { type Change, type Recipe, assess, newSetup, withChanges } from '../../core'
import type { Assessment } from '../../core/plan/assess'
import type { FindingDraft, FixDraft } from '../../core/plan/findings/types'

export type Values = Record<string, Change['value']>
export type Parts = { [K in keyof Assessment]?: Partial<Assessment[K]> | Assessment[K] }

/** What a recipe comes to, changed, with figures of the plan put at the very limit of a rule. */
export function at(recipe: Recipe, changes: Values = {}, parts: Parts = {}): Assessment {
  const setup = withChanges(
    newSetup(recipe),
    Object.entries(changes).map(([path, value]) => ({ path, value })),
  )
  const whole = assess(setup)
  for (const [key, part] of Object.entries(parts)) {
    const was = whole[key as keyof Assessment]
    Object.assign(whole, { [key]: typeof part === 'object' && part !== null ? { ...(was as object), ...part } : part })
  }
  return whole
}

export const fixesOf = (draft: FindingDraft | null): readonly FixDraft[] =>
  draft === null ? [] : typeof draft.fixes === 'function' ? draft.fixes() : draft.fixes
export const offered = (draft: FindingDraft | null): [string, unknown][] =>
  fixesOf(draft).map(({ changes }) => [changes[0]!.path, changes[0]!.value])
export const valueOf = (draft: FindingDraft | null, path: string): number =>
  fixesOf(draft)
    .flatMap(fix => fix.changes)
    .find(change => change.path === path)?.value as number
