export * from './format'
export * from './parse'
export * from './pops'
export { type System } from './table'
