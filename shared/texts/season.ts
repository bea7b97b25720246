import {
  type Cause,
  type Comparison,
  type Correction,
  type MisfireBout,
  type PersonTakes,
  type TakesKept,
  type WordKept,
  corrected,
} from '../../core/season'

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
  unsaid: 'No cause given',
}

/** Shares as they are shown. */
type Share = (share: number) => string

/** Whether one of two ways keeps more, as a sentence. */
export function comparisonText(names: readonly [string, string], made: Comparison, share: Share): string {
  const [one, other] = made.ways
  const better = made.better.by >= 0 ? 1 : 0
  const [best, worse] = better === 1 ? [other!, one!] : [one!, other!]
  const both = `${names[better]} keeps ${share(best.chance)}, ${names[1 - better]} keeps ${share(worse.chance)}`
  if (made.settled !== null) return `${both}: settled.`
  if (made.wanted === null) return `${both}: too alike to tell apart, even with 150 takes of each.`
  const more = Math.max(0, made.wanted - Math.min(one!.takes, other!.takes))
  return more === 0
    ? `${both}: not settled, and close to it.`
    : `${both}: not settled. Some ${more} more takes of each would tell.`
}

/** On which days takes misfired beyond chance, as a sentence. */
export function misfireText({ from, to, when, fired, misfires, others }: MisfireBout): string {
  const days = { on: `On ${from}`, until: `Until ${to}`, since: `Since ${from}` }[when]
  return (
    `${days} ${misfires} of ${fired} takes misfired, on other days ${others.misfires} of ${others.fired}: more than ` +
    'chance. Find out what was different then: cells, a cable, a sensor’s level.'
  )
}

/** What to do about the commonest cause of lost takes. */
export const CAUSE_ADVICE: Readonly<Record<Cause | 'unsaid', string>> = {
  misfire: 'Check the link and its cells, and fire ten times without a prop before the next evening.',
  frame: 'Frame wider for the first takes, or mark where the action has to start.',
  early: 'Follow the proposed delay from the first take on; it learns from each verdict.',
  late: 'Follow the proposed delay from the first take on; it learns from each verdict.',
  double: 'Raise the hold-off, or darken the room: something lights the frame a second time.',
  blurred: 'Drop the power of the lights, for shorter flashes, and bring them closer.',
  dark: 'Open up or raise the ISO before raising power, which lengthens the flash.',
  burnt: 'Stop down, or move the nearest light back.',
  face: 'Mark the start, and rehearse the turn with the performer at full light.',
  dirty: 'Add a wipe of lens and background to the reset list.',
  dull: 'Decide before the evening what makes a keeper, and stop when you have it.',
  unsaid: 'Say why a take is lost as you judge it: one key each.',
}

/** Where a studio's own share of kept takes comes from, as a set-up notes it. */
export const keptShareHow = (takes: number): string => `this studio’s log, ${takes} on-time takes`

/** Whether what Epiro says of takes is so, as a sentence. */
export function wordText({ bins, chance }: WordKept, share: Share): string {
  if (chance >= 0.05) return 'Stated chances match what was kept.'
  const takes = bins.reduce((sum, bin) => sum + bin.takes, 0)
  const mean = (of: 'said' | 'seen'): number => bins.reduce((sum, bin) => sum + bin[of] * bin.takes, 0) / takes
  const [said, seen] = [mean('said'), mean('seen')]
  return (
    `Epiro ${said > seen ? 'promises too much' : 'promises too little'}: it said ${share(said)} on average, and ` +
    `${share(seen)} were kept. Chance alone hardly explains that.`
  )
}

/** What a stated chance would have to be read as, by what this log shows, as a sentence. */
export const correctionText = (correction: Correction, share: Share): string =>
  `Going by this log, read a stated ${share(0.5)} as ${share(corrected(correction, 0.5))}, and ${share(0.8)} as ` +
  `${share(corrected(correction, 0.8))}.`

/** Whether set-ups needed the takes that were predicted, as a sentence. */
export function sessionsText({ setups, done, points, gap, limit }: TakesKept, share: Share): string {
  const half = points.find(({ said }) => said === 0.5)!
  const seen = `${done} of ${setups} set-ups got their keepers, ${share(half.seen)} within the predicted median.`
  if (gap <= limit) return `The predicted number of takes holds: ${seen}`
  return half.seen < 0.5
    ? `Takes were underestimated: ${seen} It should be half. Bring more props than the plan says.`
    : `Takes were overestimated: ${seen} It should be half.`
}

/** What one person's takes keep beside the others', as a sentence. */
export function personText(name: string, { made, paired, own }: PersonTakes, share: Share): string {
  const [others, mine] = made.ways
  const kept = `${name} keeps ${share(mine!.chance)} of ${own.takes} takes`
  if (paired === null || paired.setups < 2)
    return `${kept}. Nobody else shot the same set-ups, so there is no fair comparison.`
  const by = share(Math.abs(paired.by))
  const told = paired.low > 0 ? `${by} more than the others` : paired.high < 0 ? `${by} fewer than the others` : null
  const on = `on the ${paired.setups} set-ups that both shot`
  return `${kept}, the others ${share(others!.chance)}; ${on}, ${told ?? 'no clear difference'}.`
}

/** What new set-ups begin with, as a sentence. */
export function keptShareText(
  share: string,
  takes: number,
  { worthy, used }: { worthy: boolean; used: boolean },
): string {
  const shown = `This studio keeps ${share} of its on-time takes (${takes} so far)`
  if (!worthy) return `${shown}: too few yet, or too close to the usual 80 %, to start from.`
  return used
    ? `${shown}. New set-ups start from that, by recipe, and say so.`
    : `${shown}. New set-ups start from the usual 80 %.`
}
