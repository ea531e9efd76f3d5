const { options } = require('./.dependency-cruiser.cjs');

/** Folders stand above one another: none imports what imports it, whether code or types. Tests may look at all. */
module.exports = {
  forbidden: [
    {
      name: 'no-circles-of-folders',
      severity: 'error',
      scope: 'folder',
      from: { path: '^(core|app|standins|server)/src' },
      to: { circular: true },
    },
  ],
  options: { ...options, exclude: { path: 'dist/|\\.test\\.tsx?$|/test/' } },
};
