const { swc } = require('../jest.swc.cjs');

/** Unit tests of the app, as its web target runs them. */
module.exports = {
  displayName: 'app',
  // Whole screens are drawn, which takes seconds on a busy machine.
  testTimeout: 90_000,
  preset: 'jest-expo/web',
  // Our own files are plain TypeScript, read in a tenth of the time; packages as the preset reads them.
  transform: {
    '/(app|core)/(src|test)/.+\\.ts$': swc({ tsx: false }),
    '/(app|core)/(src|test)/.+\\.tsx$': swc({ tsx: true }),
  },
  testMatch: ['<rootDir>/src/**/*.test.{ts,tsx}'],
  setupFiles: ['<rootDir>/test-setup.js'],
  setupFilesAfterEnv: ['<rootDir>/test/between.ts'],
  transformIgnorePatterns: [
    '/node_modules/(?!react-native|@react-native|expo|@expo|@rneui|@shopify|fast-check|pure-rand)',
  ],
  moduleNameMapper: {
    '^react-native$': '<rootDir>/../node_modules/react-native-web/dist/index.js',
    '^@tienda/core/(.*)$': '<rootDir>/../core/src/$1',
    '^d3-([a-z-]+)$': '<rootDir>/../node_modules/d3-$1/dist/d3-$1.js',
    '^fast-check$': '<rootDir>/../jest.fastCheck.cjs',
    '^lucide-react-native/icons/(.*)$': '<rootDir>/../node_modules/lucide-react-native/dist/cjs/icons/$1.js',
  },
};
