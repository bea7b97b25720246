import type { Assessment } from './assess'
import type { Finding, FindingId } from './findings'

/** Misfires before any were seen: one in fifty. */
export const USUAL_MISFIRES = { seen: 1, of: 50 } as const

/** What a keeper needs, each by itself: on the moment, its face seen, kept by whoever looks, and fired at all. */
export interface KeeperParts {
  moment: number
  face: number
  kept: number
  fires: number
}

/** Chance that a take is a keeper, all in, 0 to 1, and what it is made of. */
export interface KeeperChance {
  /** Of this take. */
  chance: number
  parts: KeeperParts
  /** Of a take once the moment is found. */
  later: number
  /** What makes a keeper impossible; null: nothing does. */
  stop: FindingId | null
}

/**
 * Whether an error of a kind leaves no keeper, whatever the timing: always, or only where the moment is not met. What
 * is no matter of the picture, or is counted as a part of its own, does not.
 */
const LEAVES_NONE: Readonly<Record<FindingId, 'always' | 'untimely' | 'never'>> = {
  'evidence-surprise': 'never',
  'evidence-repeat': 'never',
  'catch': 'never',
  'person-in-line': 'always',
  'never-arrives': 'always',
  'negative-delay': 'untimely',
  'delay-too-long': 'untimely',
  'delay-off': 'untimely',
  'seconds-for-milliseconds': 'untimely',
  'coarse-step': 'never',
  'beam-too-short': 'always',
  'silent-source': 'always',
  'mic-in-line': 'never',
  'sensor-too-keen': 'never',
  'sensor-too-dull': 'always',
  'sensor-untested': 'never',
  'no-flash': 'always',
  'shoe-too-soon': 'always',
  'follows-nothing': 'always',
  'slave-blind': 'never',
  'setting-out-of-range': 'never',
  'too-close': 'always',
  'past-sync': 'always',
  'high-speed-sync': 'always',
  'blur': 'always',
  'closes-early': 'always',
  'sequence-outlasts-shutter': 'always',
  'pops-unreached': 'always',
  'pops-too-close': 'always',
  'not-enough-units': 'always',
  'aimed-away': 'always',
  'light-blocked': 'never',
  'exposure': 'always',
  'ground-uneven': 'never',
  'ambient': 'never',
  'depth': 'never',
  'spread': 'never',
  'face-away': 'never',
  'still-parts': 'never',
  'steps-overlap': 'never',
  'burst-recycle': 'never',
  'burst-buffer': 'never',
  'diffraction': 'never',
  'silhouette': 'never',
  'key-behind': 'never',
  'ground-spill': 'never',
  'ground-grey': 'never',
  'light-too-near': 'never',
  'reflection-shows': 'never',
  'in-frame': 'never',
  'out-of-frame': 'always',
  'rated-duration': 'never',
  'pool-shallow': 'never',
  'hold-off-short': 'never',
  'optical-pre-flash': 'never',
  'stock': 'never',
}
/** A moment met less often than this is not met, 0 to 1. */
const HARDLY = 0.02

const product = ({ moment, face, kept, fires }: KeeperParts): number => moment * face * kept * fires

/** The finding that leaves no keeper; null: none does. */
function stopOf(findings: readonly Pick<Finding, 'id' | 'severity'>[], moment: number): FindingId | null {
  const stop = findings.find(
    ({ id, severity }) =>
      severity === 'error' && (LEAVES_NONE[id] === 'always' || (LEAVES_NONE[id] === 'untimely' && moment < HARDLY)),
  )
  return stop?.id ?? null
}

/** What every take needs besides the moment, before a log says how often it is so. */
export function usualParts(a: Pick<Assessment, 'face' | 'known'>): Omit<KeeperParts, 'moment'> {
  return { face: a.face?.chance ?? 1, kept: a.known.goal.kept, fires: 1 - USUAL_MISFIRES.seen / USUAL_MISFIRES.of }
}

/**
 * Chance that a take is a keeper, in closed form: at once, until sessions are played (`howMany`).
 *
 * @param findings of the same set-up: an error that leaves no keeper stands in the place of the chance; left out where
 * they are not known
 */
export function keeperOf(
  a: Pick<Assessment, 'keep' | 'face' | 'known'>,
  findings: readonly Pick<Finding, 'id' | 'severity'>[] = [],
): KeeperChance {
  const parts: KeeperParts = { moment: a.keep.firstTake, ...usualParts(a) }
  return {
    chance: product(parts),
    parts,
    later: product({ ...parts, moment: a.keep.perTake }),
    stop: stopOf(findings, parts.moment),
  }
}
