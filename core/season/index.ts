export { CAUSES, type Cause, type JudgedTake, SAID_BY_HAND, mainCause, orderedCauses } from './causes'
export { type Comparison, type Tried, compareTried, nextVariant, pairedDifference } from './compare'
export { type Cost, costOf } from './cost'
export { type MisfireBout, type MisfireDay, misfireBout } from './misfires'
export { type FlashMemory, type FlashPower, type FlashReading, USUAL_READING_ERROR, flashMemory } from './flash'
export { GEAR, GEAR_KINDS, type GearKind, type GearTake, gearDaysOf, pooledDays } from './gearDays'
export { GEAR_EVENTS, type GearEvent, type GearEventKind, type GearMemory, gearMemory } from './gearMemory'
export { type GearDay, type GearJump, type GearLevel, type GearPrior, gearLevel, jumpOf, stepOf } from './gear'
export {
  type Correction,
  type SaidTake,
  type WordBin,
  type WordKept,
  corrected,
  correctionOf,
  wordKept,
  worthyCorrection,
} from './word'
export { type VariantTally, variantTallies, variantsOf } from './variants'
export { type LostTakes, type SeasonAnswers, type WhatWorks, answersOf, lostOf } from './answers'
export type { SeasonLog, SeasonSetup, SeasonSum } from './log'
export type { PersonTakes } from './people'
export { type SaidTakes, type TakesKept, type UsedTakes, shareWithin, takesKept } from './props'
export { type LikeGear, likeGear } from './likeness'
export { type KeptShare, type OnTimeTakes, type StudioShare, keptShareFor, studioShare } from './keptShare'
