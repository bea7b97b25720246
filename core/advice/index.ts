export * from './cautions'
export { CHECKS, type Check, type CheckId, type CheckMeaning, checksOf } from './checks'
export { type Found, find } from './find'
export { MATTERS, type Matter, assumedOf, mattersOf } from './matters'
export { MEASUREMENTS, type Measurement, type MeasurementPromise, measureNext } from './measure'
export { methodChanges } from './method'
export { type MethodComparison, type RuledOut, compareMethods } from './methods'
export { newSetup } from './newSetup'
export {
  type EqualExposure,
  type LightSetting,
  type LightSolution,
  type Payment,
  equalExposures,
  solveLight,
} from './solver'
export {
  type PlannedStatus,
  STATUSES,
  type SetupStatus,
  type Status,
  type TakeCounts,
  plannedStatus,
  statusOf,
  statusWith,
} from './status'
