export { type Plan, plan } from './plan'
export type { Assessment, Sharpness, Timing } from './assess'
export type { Cause, CauseKind, Spread } from './spread'
export type { Figure, Figures, Finding, FindingId, Fix, FixCost, Severity } from './findings'
export type { LightPulse } from './light'
export type { BodyStreak } from './bodies'
export { type ShutterCheck, curtainTime, highSpeedSyncActs, midExposure, shutterMoves } from './shutter'
export type { Motion } from './motion'
export type { NamedStage, TakeTimes } from './chain'
export { type Dial, assess, dialOf, exposureLevel, hitsMoment } from './assess'
export { type Nature, natureOf } from './nature'
export { chainStages, dragOf, latencyBeforeDelay, meanInputs, motionFor, takeTimes } from './chain'
export { type Programme, programmeOf } from './programme'
export { type Pop, groupTimes, instantsOf, popEnergy, popsOf, timesOfLight, trackOf } from './pops'
export { type Schedule, type UnitLimits, type UnitMode, evenInterval, repeatAt, scheduleLight } from './schedule'
export {
  type LightSchedule,
  type SequenceExposure,
  type SequencePlan,
  deepestCover,
  isSequence,
  lastLight,
  sequenceOf,
} from './sequence'
export { powerSteps, flashDurations, latencyOf, peakLatency } from './light'

export { type MethodComparison, type RuledOut, compareMethods } from './compare'
export { type KeeperChance, type KeeperParts, keeperOf } from './keeper'
export { methodChanges } from './method'
export { newSetup } from './newSetup'
export { coarseStepOf } from './findings/coarseStep'
export { CHECKS, type Check, type CheckId, type CheckMeaning, checksOf } from './checks'
export { type Result, type Sensitivity, resultsOf, sensitivitiesOf } from './explain'
export {
  type PlannedStand,
  STANDS,
  type SetupStand,
  type Stand,
  type TakeCounts,
  plannedStand,
  standOf,
  standWith,
} from './stand'
export { type DrawnTake, type TakeSource, rigSource, takeSource } from './draw'
export { type Followed, followed, followedOff, followedScatters } from './followed'
export { delayChanges, lightChanges, momentChanges } from './moving'
export { extensionStops, meteredStops, offPlan } from './meter'
export { edgesOfPicture, entersPicture, inField, momentInPicture, positionsInPicture, positionsSeen } from './shown'
export { type DurationFor, durationFor } from './durationFor'
export { type SimulatedTakes, simulateTakes } from './monteCarlo'
export {
  type EqualExposure,
  type LightSetting,
  type LightSolution,
  type Payment,
  equalExposures,
  solveLight,
} from './solver'
