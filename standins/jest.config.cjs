const { transform } = require('../jest.swc.cjs');

/** Tests of the stand-ins over their own protocols. */
module.exports = {
  displayName: 'standins',
  testEnvironment: 'node',
  transform,
  transformIgnorePatterns: [],
  maxWorkers: 1,
  testTimeout: 180_000,
};
