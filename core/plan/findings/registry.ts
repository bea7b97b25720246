import { aimedAway } from './aimedAway'
import { ambient } from './ambient'
import { beamTooShort } from './beamTooShort'
import { blur } from './blur'
import { burstBuffer } from './burstBuffer'
import { burstRecycle } from './burstRecycle'
import { catchBehind } from './catchBehind'
import { closesEarly } from './closesEarly'
import { coarseStep } from './coarseStep'
import { delayOff } from './delayOff'
import { delayTooLong } from './delayTooLong'
import { depth } from './depth'
import { diffraction } from './diffraction'
import { evidenceRepeat } from './evidenceRepeat'
import { evidenceSurprise } from './evidenceOutlier'
import { exposure } from './exposure'
import { faceAway } from './faceAway'
import { followsNothing } from './followsNothing'
import { backgroundGrey } from './backgroundGrey'
import { backgroundSpill } from './backgroundSpill'
import { backgroundUneven } from './backgroundUneven'
import { highSpeedSync } from './highSpeedSync'
import { holdOffShort } from './holdOffShort'
import { keyBehind } from './keyBehind'
import { lightBlocked } from './lightBlocked'
import { lightTooNear } from './lightTooNear'
import { micInLine } from './micInLine'
import { negativeDelay } from './negativeDelay'
import { neverArrives } from './neverArrives'
import { neverReached } from './neverReached'
import { noFlash } from './noFlash'
import { notEnoughUnits } from './notEnoughUnits'
import { opticalPreFlash } from './opticalPreFlash'
import { outOfFrame } from './outOfFrame'
import { pastSync } from './pastSync'
import { personInLine } from './personInLine'
import { poolShallow } from './poolShallow'
import { popsTooClose } from './popsTooClose'
import { ratedDuration } from './ratedDuration'
import { reflectionShows } from './reflectionShows'
import { sensorThreshold } from './sensorThreshold'
import { sequenceOutlastsShutter } from './sequenceOutlastsShutter'
import { settingOutOfRange } from './settingOutOfRange'
import { shoeTooSoon } from './shoeTooSoon'
import { silentSource } from './silentSource'
import { silhouette } from './silhouette'
import { slaveBlind } from './slaveBlind'
import { spread } from './spread'
import { standsInFrame } from './standsInFrame'
import { stepsOverlap } from './stepsOverlap'
import { stillParts } from './stillParts'
import { tooClose } from './tooClose'
import type { FindingId, Rule } from './types'

/**
 * The rule of each finding, in the order in which findings of one severity are told; null: another's rule tells it, or
 * the session does.
 */
export const RULES: Record<FindingId, Rule | null> = {
  'evidence-surprise': evidenceSurprise,
  'evidence-repeat': evidenceRepeat,
  'catch': catchBehind,
  'person-in-line': personInLine,
  'never-arrives': neverArrives,
  'negative-delay': negativeDelay,
  'delay-too-long': delayTooLong,
  'delay-off': delayOff,
  // Told by the rule before it.
  'seconds-for-milliseconds': null,
  'coarse-step': coarseStep,
  'beam-too-short': beamTooShort,
  'silent-source': silentSource,
  'mic-in-line': micInLine,
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
  'out-of-frame': outOfFrame,
  'past-sync': pastSync,
  'high-speed-sync': highSpeedSync,
  blur,
  'closes-early': closesEarly,
  'sequence-outlasts-shutter': sequenceOutlastsShutter,
  'pops-unreached': neverReached,
  'pops-too-close': popsTooClose,
  'not-enough-units': notEnoughUnits,
  'aimed-away': aimedAway,
  // The cause before what comes of it.
  'light-blocked': lightBlocked,
  exposure,
  'ground-uneven': backgroundUneven,
  ambient,
  depth,
  spread,
  'face-away': faceAway,
  'still-parts': stillParts,
  'steps-overlap': stepsOverlap,
  'burst-recycle': burstRecycle,
  'burst-buffer': burstBuffer,
  diffraction,
  silhouette,
  'key-behind': keyBehind,
  'ground-spill': backgroundSpill,
  'ground-grey': backgroundGrey,
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
  'evidence-repeat',
  'silhouette',
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
