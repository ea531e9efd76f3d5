const { transform } = require('../jest.swc.cjs');

/** Tests of the server as its neighbours see it: over HTTP, on real PostgreSQL, with the stand-ins running. */
module.exports = {
  displayName: 'server',
  testEnvironment: 'node',
  transform,
  moduleNameMapper: { '^fast-check$': '<rootDir>/../jest.fastCheck.cjs' },
  transformIgnorePatterns: [],
  setupFiles: ['<rootDir>/test-setup.cjs'],
  maxWorkers: Math.max(1, JSON.parse(process.env['TIENDA_WORLDS'] ?? '[]').length),
  testTimeout: 180_000,
};
