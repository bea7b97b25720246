import type { Cause, Comparison } from '../../core/season'

/** Why takes are lost, as a label. */
export const CAUSE_LABELS: Readonly<Record<Cause | 'unsaid', string>> = {
  misfire: 'Misfire',
  frame: 'Not in frame',
  early: 'Early',
  late: 'Late',
  double: 'Double light',
  blurred: 'Blurred',
  dark: 'Too dark',
  burnt: 'Burnt out',
  face: 'Turned away',
  dirty: 'Drops or dust',
  dull: 'Dull',
  unsaid: 'Not said',
}

/** Shares as they are shown. */
type Share = (share: number) => string

/** Whether one of two ways keeps more, as a sentence. */
export function comparisonText(names: readonly [string, string], made: Comparison, share: Share): string {
  const [one, other] = made.ways
  const better = made.better.by >= 0 ? 1 : 0
  const [best, worse] = better === 1 ? [other!, one!] : [one!, other!]
  const both = `${names[better]} keeps ${share(best.chance)}, ${names[1 - better]} ${share(worse.chance)}`
  if (made.settled !== null) return `${both}: settled.`
  if (made.wanted === null) return `${both}: too alike to find out in 150 takes each.`
  const more = Math.max(0, made.wanted - Math.min(one!.takes, other!.takes))
  return more === 0
    ? `${both}: not settled, and close to it.`
    : `${both}: not settled. Some ${more} more takes of each would tell.`
}
