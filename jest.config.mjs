export default {
  testEnvironment: 'node',
  // A busy machine is slow, not wrong.
  testTimeout: 60_000,
  roots: ['<rootDir>/tests/unit'],
  extensionsToTreatAsEsm: ['.ts'],
  transform: {
    '^.+\\.ts$': [
      '@swc/jest',
      { jsc: { parser: { syntax: 'typescript' }, target: 'es2022' }, module: { type: 'es6' } },
    ],
  },
  moduleNameMapper: {
    '^~~/(.*)$': '<rootDir>/$1',
    '^~/(.*)$': '<rootDir>/app/$1',
    '^#shared/(.*)$': '<rootDir>/shared/$1',
  },
}
