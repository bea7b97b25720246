export * from './tools'
export * from './types'
export * from './give'
