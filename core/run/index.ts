export * from './feedback'
export * from './learn'
export * from './apply'
export * from './steps'
