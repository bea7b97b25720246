export * from './judge'
export * from './picture'
export * from './play'
export * from './lightGoals'
