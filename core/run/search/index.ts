export * from './fit'
export * from './bracketing'
export {
  type DelayPrior,
  type FiredTake,
  type KeeperWindow,
  type DelayPosterior,
  delayPosterior,
  keepChance,
} from './posterior'
export * from './search'
