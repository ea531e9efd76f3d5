const { transform } = require('../jest.swc.cjs');

module.exports = {
  displayName: 'core',
  testEnvironment: 'node',
  transform,
  transformIgnorePatterns: ['/normalize-strings/'],
};
