import type { Rule } from '../../core/plan/findings/types'
import { aimedAway as aimedAwayRule } from '../../core/plan/findings/aimedAway'
import { ambient as ambientRule } from '../../core/plan/findings/ambient'
import { beamTooShort as beamTooShortRule } from '../../core/plan/findings/beamTooShort'
import { blur as blurRule } from '../../core/plan/findings/blur'
import { burstBuffer as burstBufferRule } from '../../core/plan/findings/burstBuffer'
import { burstRecycle as burstRecycleRule } from '../../core/plan/findings/burstRecycle'
import { catchBehind as catchBehindRule } from '../../core/plan/findings/catchBehind'
import { closesEarly as closesEarlyRule } from '../../core/plan/findings/closesEarly'
import { coarseStep as coarseStepRule } from '../../core/plan/findings/coarseStep'
import { delayOff as delayOffRule } from '../../core/plan/findings/delayOff'
import { delayTooLong as delayTooLongRule } from '../../core/plan/findings/delayTooLong'
import { evidenceSurprise as evidenceSurpriseRule } from '../../core/plan/findings/evidenceOutlier'
import { exposure as exposureRule } from '../../core/plan/findings/exposure'
import { faceAway as faceAwayRule } from '../../core/plan/findings/faceAway'
import { highSpeedSync as highSpeedSyncRule } from '../../core/plan/findings/highSpeedSync'
import { holdOffShort as holdOffShortRule } from '../../core/plan/findings/holdOffShort'
import { negativeDelay as negativeDelayRule } from '../../core/plan/findings/negativeDelay'
import { neverArrives as neverArrivesRule } from '../../core/plan/findings/neverArrives'
import { neverReached as neverReachedRule } from '../../core/plan/findings/neverReached'
import { noFlash as noFlashRule } from '../../core/plan/findings/noFlash'
import { notEnoughUnits as notEnoughUnitsRule } from '../../core/plan/findings/notEnoughUnits'
import { opticalPreFlash as opticalPreFlashRule } from '../../core/plan/findings/opticalPreFlash'
import { pastSync as pastSyncRule } from '../../core/plan/findings/pastSync'
import { poolShallow as poolShallowRule } from '../../core/plan/findings/poolShallow'
import { popsTooClose as popsTooCloseRule } from '../../core/plan/findings/popsTooClose'
import { ratedDuration as ratedDurationRule } from '../../core/plan/findings/ratedDuration'
import { sensorThreshold as sensorThresholdRule } from '../../core/plan/findings/sensorThreshold'
import { sequenceOutlastsShutter as outlastsRule } from '../../core/plan/findings/sequenceOutlastsShutter'
import { settingOutOfRange as settingOutOfRangeRule } from '../../core/plan/findings/settingOutOfRange'
import { silentSource as silentSourceRule } from '../../core/plan/findings/silentSource'
import { spread as spreadRule } from '../../core/plan/findings/spread'
import { stepsOverlap as stepsOverlapRule } from '../../core/plan/findings/stepsOverlap'
import { stillParts as stillPartsRule } from '../../core/plan/findings/stillParts'
import { inWords } from './figures'

/** A rule that says what it says in words. */
const worded =
  (rule: Rule): Rule =>
  a =>
    inWords(rule(a))

export const aimedAway = worded(aimedAwayRule)
export const ambient = worded(ambientRule)
export const beamTooShort = worded(beamTooShortRule)
export const blur = worded(blurRule)
export const burstBuffer = worded(burstBufferRule)
export const burstRecycle = worded(burstRecycleRule)
export const catchBehind = worded(catchBehindRule)
export const closesEarly = worded(closesEarlyRule)
export const coarseStep = worded(coarseStepRule)
export const delayOff = worded(delayOffRule)
export const delayTooLong = worded(delayTooLongRule)
export const evidenceSurprise = worded(evidenceSurpriseRule)
export const exposure = worded(exposureRule)
export const faceAway = worded(faceAwayRule)
export const highSpeedSync = worded(highSpeedSyncRule)
export const holdOffShort = worded(holdOffShortRule)
export const negativeDelay = worded(negativeDelayRule)
export const neverArrives = worded(neverArrivesRule)
export const neverReached = worded(neverReachedRule)
export const noFlash = worded(noFlashRule)
export const notEnoughUnits = worded(notEnoughUnitsRule)
export const opticalPreFlash = worded(opticalPreFlashRule)
export const pastSync = worded(pastSyncRule)
export const poolShallow = worded(poolShallowRule)
export const popsTooClose = worded(popsTooCloseRule)
export const ratedDuration = worded(ratedDurationRule)
export const sensorThreshold = worded(sensorThresholdRule)
export const sequenceOutlastsShutter = worded(outlastsRule)
export const settingOutOfRange = worded(settingOutOfRangeRule)
export const silentSource = worded(silentSourceRule)
export const spread = worded(spreadRule)
export const stepsOverlap = worded(stepsOverlapRule)
export const stillParts = worded(stillPartsRule)
