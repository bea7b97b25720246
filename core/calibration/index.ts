export * from './fit'
export * from './ladder'
export {
  type DelayPrior,
  type FiredTake,
  type KeeperWindow,
  type DelayPosterior,
  delayPosterior,
  keepChance,
} from './posterior'
export * from './search'
