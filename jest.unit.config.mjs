import base from './jest.config.mjs'

/**
 * The unit tests in plain Node: what they load is loaded once for all files of a process, and sums go at their own
 * speed. Whatever replaces globals or holds a state is with the stores, each file in a world of its own.
 */
export default {
  ...base,
  roots: ['<rootDir>/tests/unit'],
  runner: 'jest-light-runner',
  setupFiles: ['<rootDir>/tests/support/plain.mjs'],
  transform: {},
  moduleNameMapper: {},
}
