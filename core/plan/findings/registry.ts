import {
  ambient,
  blur,
  closesEarly,
  exposure,
  highSpeedSync,
  noFlash,
  pastSync,
  ratedDuration,
  settingOutOfRange,
} from './light'
import { aimedAway } from './aimedAway'
import { lightBlocked } from './blocked'
import { evidenceSurprise } from './evidence'
import { faceAway } from './face'
import { depth, diffraction, tooClose } from './optics'
import { burstBuffer, burstRecycle, catchBehind, coarseStep, spread } from './run'
import { reflectionShows } from './glass'
import { groundGrey, groundSpill, groundUneven } from './ground'
import { followsNothing, keyBehind, lightTooNear, shoeTooSoon } from './scene'
import {
  neverReached,
  notEnoughUnits,
  popsTooClose,
  sequenceOutlastsShutter,
  stepsOverlap,
  stillParts,
} from './sequence'
import { beamTooShort, holdOffShort, opticalPreFlash, poolShallow, sensorThreshold, silentSource } from './sensing'
import { delayOff, delayTooLong, negativeDelay, neverArrives } from './timing'
import { slaveBlind } from './slave'
import { standsInFrame } from './standing'
import type { FindingId, Rule } from './types'

/**
 * The rule of each finding, in the order in which findings of one severity are told; null: another's rule tells it, or
 * the session does.
 */
export const RULES: Record<FindingId, Rule | null> = {
  'evidence-surprise': evidenceSurprise,
  'catch': catchBehind,
  'never-arrives': neverArrives,
  'negative-delay': negativeDelay,
  'delay-too-long': delayTooLong,
  'delay-off': delayOff,
  // Told by the rule before it.
  'seconds-for-milliseconds': null,
  'coarse-step': coarseStep,
  'beam-too-short': beamTooShort,
  'silent-source': silentSource,
  'sensor-too-keen': sensorThreshold,
  // Told by the rule before them.
  'sensor-too-dull': null,
  'sensor-untested': null,
  'no-flash': noFlash,
  'shoe-too-soon': shoeTooSoon,
  'follows-nothing': followsNothing,
  'slave-blind': slaveBlind,
  'setting-out-of-range': settingOutOfRange,
  'too-close': tooClose,
  'past-sync': pastSync,
  'high-speed-sync': highSpeedSync,
  blur,
  'closes-early': closesEarly,
  'sequence-outlasts-shutter': sequenceOutlastsShutter,
  'pops-unreached': neverReached,
  'pops-too-close': popsTooClose,
  'not-enough-units': notEnoughUnits,
  'aimed-away': aimedAway,
  exposure,
  'light-blocked': lightBlocked,
  'ground-uneven': groundUneven,
  ambient,
  depth,
  spread,
  'face-away': faceAway,
  'still-parts': stillParts,
  'steps-overlap': stepsOverlap,
  'burst-recycle': burstRecycle,
  'burst-buffer': burstBuffer,
  diffraction,
  'key-behind': keyBehind,
  'ground-spill': groundSpill,
  'ground-grey': groundGrey,
  'light-too-near': lightTooNear,
  'reflection-shows': reflectionShows,
  'in-frame': standsInFrame,
  'rated-duration': ratedDuration,
  'pool-shallow': poolShallow,
  'hold-off-short': holdOffShort,
  'optical-pre-flash': opticalPreFlash,
  // Told of the log and the stock, in a run.
  'stock': null,
}

/** Those that never say more than a note: no fix is held against them. */
export const NOTES: ReadonlySet<FindingId> = new Set([
  'key-behind',
  'ground-spill',
  'ground-grey',
  'light-too-near',
  'reflection-shows',
  'in-frame',
  'rated-duration',
  'pool-shallow',
  'hold-off-short',
  'optical-pre-flash',
])
