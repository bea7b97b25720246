export { clockText, minutesOf } from './clock'
export {
  CONTRADICTIONS,
  COUNTED_MENDS,
  type Contradiction,
  type ContradictionId,
  type Mend,
  contradictionsOf,
} from './contradictions'
export { exactOrder } from './exact'
export { type Drop, SURE, dropOf } from './drop'
export {
  DAY_EVENTS,
  type DayEventKind,
  type DayHistory,
  type DayStage,
  type FollowedRow,
  firingMinutes,
  followedRows,
  gapOf,
  paceSoFar,
} from './follow'
export { type DayRest, restOfDay } from './rest'
export { type DaySheet, type DaySoFar, type Danger, type FollowedDay, type Slip, followDay } from './slips'
export { type DayPlan, type DropReason, orderOf, planDay } from './plan'
export { FAULTS, type PlayedDay, type PlayedDays, SPREADS, playDay, playedDays } from './played'
export { quantileOf } from '../math/orderQuantile'
export { type SurerOrder, surerOrder } from './surer'
export { searchedOrder } from './search'
export * from './types'
export { type Ground, groundOf, lossOf, walked } from './walk'
export { type Worked, learntMinutes, paceOf } from './learn'
export {
  GIVES_UP,
  buildMinutes,
  changeMinutes,
  daySetupOf,
  dirtOf,
  fireMinutes,
  strikeMinutes,
  takeMinutes,
  testMinutes,
} from './minutes'
export {
  type DayChoice,
  type DayItem,
  NEW_CHOICE,
  NOTHING_KNOWN,
  type ShootDay,
  type StudioKnows,
  type SunWanted,
  choiceOf,
  completeShootDay,
  dayInputOf,
  newShootDay,
  propOf,
  quickTakes,
  studioRules,
} from './shootDay'
export {
  type DayRules,
  MINUTE_RULES,
  type MinuteRule,
  type OwnRules,
  RULES,
  arrivalOf,
  cleaningOf,
  rulesWith,
} from './rules'
export { type RuledMinutes, type StudioMinutes, type WorkKind, kindOfWork, ruledMinutes } from './studioMinutes'
export { takePace, timeLeft } from './timeLeft'
