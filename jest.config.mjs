export default {
  testEnvironment: 'node',
  // A busy machine is slow, not wrong.
  testTimeout: 60_000,
  roots: ['<rootDir>/tests/unit'],
  extensionsToTreatAsEsm: ['.ts'],
  transform: { '^.+\\.ts$': '<rootDir>/tests/support/jestTransform.mjs' },
  moduleNameMapper: {
    '^~~/(.*)$': '<rootDir>/$1',
    '^~/(.*)$': '<rootDir>/app/$1',
    '^#shared/(.*)$': '<rootDir>/shared/$1',
  },
}
