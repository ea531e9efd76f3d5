/** How Jest reads our own TypeScript: decorators as class-validator wants them, ES modules as CommonJS. */
const swc = ({ tsx }) => [
  '@swc/jest',
  {
    jsc: {
      target: 'es2022',
      parser: { syntax: 'typescript', decorators: true, tsx },
      transform: { legacyDecorator: true, useDefineForClassFields: false, react: { runtime: 'automatic' } },
    },
    module: { type: 'commonjs' },
  },
];

module.exports = { swc, transform: { '^.+\\.[cm]?[jt]s$': swc({ tsx: false }) } };
