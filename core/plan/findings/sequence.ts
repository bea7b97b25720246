import type { PopGroup } from '../../setup/types'
import type { Change } from '../../setup/paths'
import { type FixDraft, time } from './types'

/** Changes that stretch every interval by a factor, starts along with them. */
export function slower(groups: readonly PopGroup[], factor: number): Change[] {
  const nice = (value: number): number => Number((Math.ceil(value * factor * 1e4) / 1e4).toPrecision(12))
  return groups.flatMap((group, i) => [
    ...(group.placing === 'interval' && group.count > 1
      ? [{ path: `sequence.groups[${i}].interval`, value: nice(group.interval) }]
      : []),
    ...(group.start > 0 && !group.joinsLast ? [{ path: `sequence.groups[${i}].start`, value: nice(group.start) }] : []),
    ...(group.placing === 'hand'
      ? group.times.map((at, k) => ({ path: `sequence.groups[${i}].times[${k}]`, value: nice(at) }))
      : []),
  ])
}

/** Fixes that make room between pops: slower, or fewer. */
export const longer = (groups: readonly PopGroup[], closest: number, wanted: number): FixDraft[] => {
  const changes = slower(groups, wanted / closest)
  return changes.length > 0
    ? [{ label: 'finding.sequence.popsApart', figures: { interval: time(wanted) }, changes }]
    : []
}
