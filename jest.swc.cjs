/** How Jest reads TypeScript outside the app: decorators as class-validator wants them, ES modules as CommonJS. */
module.exports = {
  transform: {
    '^.+\\.[cm]?[jt]s$': [
      '@swc/jest',
      {
        jsc: {
          target: 'es2022',
          parser: { syntax: 'typescript', decorators: true },
          transform: { legacyDecorator: true, useDefineForClassFields: false },
        },
        module: { type: 'commonjs' },
      },
    ],
  },
};
