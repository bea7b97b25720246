export * from './types'
export * from './figures'
export * from './start'
export * from './apply'
