import base from './jest.unit.config.mjs'

/** The services against a real database, which scripts/test.mjs has started. */
export default { ...base, roots: ['<rootDir>/tests/services'], maxWorkers: 2 }
