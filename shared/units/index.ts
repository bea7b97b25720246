export * from './format'
export * from './parse'
export { type System } from './table'
