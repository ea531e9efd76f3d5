const { transform } = require('../jest.swc.cjs');

module.exports = {
  displayName: 'core',
  testEnvironment: 'node',
  transform,
  moduleNameMapper: { '^fast-check$': '<rootDir>/../jest.fastCheck.cjs' },
  transformIgnorePatterns: ['/normalize-strings/'],
};
