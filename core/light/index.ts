export { aimSpot } from './aim'
export { DESK_ROWS, type DeskRow, bears, byRow, deskStops, onSensor, paid } from './desk'
export { type BackgroundFigures, type LightFigures, type SceneFigures, sceneFigures } from './figures'
export { TYPICAL_HEADS } from './heads'
export { beamShare, faceShare, lobeOf } from './lamp'
export { newCard } from './newCard'
export { type Spot, type Stage, lightSpot, nearFace, stageOf, subjectMiddle } from './place'
export {
  type PackedItem,
  type PackedKind,
  type Wire,
  type WireEnd,
  type WireKind,
  packedKey,
  packingOf,
  wiringOf,
} from './wiring'
export { type LightPulse, flashDurations, latencyOf, peakLatency, powerSteps } from './pulses'
export { type ShutterCheck, curtainTime, highSpeedSyncActs, midExposure, shutterMoves } from './shutter'
