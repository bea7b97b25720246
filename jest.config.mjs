export default {
  testEnvironment: 'node',
  // A busy machine is slow, not wrong.
  testTimeout: 60_000,
  testSequencer: '<rootDir>/tests/support/longestFirst.mjs',
  roots: ['<rootDir>/tests/unit', '<rootDir>/tests/components', '<rootDir>/tests/stores'],
  moduleFileExtensions: ['js', 'mjs', 'cjs', 'ts', 'vue', 'json', 'node'],
  extensionsToTreatAsEsm: ['.ts', '.vue'],
  transform: {
    '(^.+\\.vue|/app/.+\\.ts)$': '<rootDir>/tests/support/vueTransform.mjs',
    '^.+\\.ts$': '<rootDir>/tests/support/jestTransform.mjs',
  },
  moduleNameMapper: {
    '^~~/(.*)$': '<rootDir>/$1',
    '^~/(.*)$': '<rootDir>/app/$1',
    '^#shared/(.*)$': '<rootDir>/shared/$1',
  },
}
