export {
  type Assessment,
  type Dial,
  type Sharpness,
  type Timing,
  assess,
  dialOf,
  exposureLevel,
  hitsMoment,
} from './assess'
export { type DrawnTake, type TakeSource, rigSource, takeSource } from './draw'
export { type DurationFor, durationFor } from './durationFor'
export { type Result, type Sensitivity, resultsOf, sensitivitiesOf } from './explain'
export type {
  CheckText,
  Figure,
  Figures,
  Finding,
  FindingId,
  FindingText,
  Fix,
  FixCost,
  LabText,
  Listed,
  MethodText,
  Named,
  NextText,
  ReadText,
  ResultText,
  Said,
  Severity,
  TextId,
} from './findings'
export { coarseStepOf } from './findings/coarseStep'
export { type KeeperChance, type KeeperParts, keeperOf } from './keeper'
export { extensionStops, meteredStops, offPlan } from './meter'
export { type SimulatedTakes, simulateTakes } from './monteCarlo'
export { delayChanges, lightChanges, momentChanges } from './moving'
export { type Plan, plan } from './plan'
export { type Programme, programmeOf } from './programme'
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
export { edgesOfPicture, entersPicture, inField, momentInPicture, positionsInPicture, positionsSeen } from './shown'
