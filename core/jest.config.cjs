const { transform } = require('../jest.swc.cjs');

module.exports = {
  displayName: 'core',
  testEnvironment: 'node',
  testTimeout: 90_000,
  transform,
  moduleNameMapper: { '^fast-check$': '<rootDir>/../jest.fastCheck.cjs' },
  transformIgnorePatterns: ['/normalize-strings/'],
};
