const { transform } = require('../jest.swc.cjs');

/** Tests of the server as its neighbours see it: over HTTP, on real PostgreSQL, with the stand-ins running. */
module.exports = {
  displayName: 'server',
  testEnvironment: 'node',
  transform,
  moduleNameMapper: { '^fast-check$': '<rootDir>/../jest.fastCheck.cjs' },
  transformIgnorePatterns: [],
  maxWorkers: 1,
  testTimeout: 180_000,
};
