import js from '@eslint/js';
import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

export default tseslint.config(
  { ignores: ['dist/', '.data/', '**/node_modules/', 'app/.expo/', 'bench-results/', '**/*.d.ts', 'test-results/', 'scripts/bench/empty-app/'] },
  js.configs.recommended,
  {
    files: ['**/*.ts', '**/*.tsx'],
    extends: [tseslint.configs.strictTypeChecked],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true, allowBoolean: true }],
      '@typescript-eslint/no-confusing-void-expression': 'off',
      '@typescript-eslint/no-unnecessary-type-parameters': 'off',
      '@typescript-eslint/no-unsafe-assignment': 'off',
      '@typescript-eslint/no-unsafe-return': 'off',
      '@typescript-eslint/no-extraneous-class': 'off',
      '@typescript-eslint/unbound-method': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/prefer-promise-reject-errors': 'off',
      '@typescript-eslint/require-await': 'off',
      // Names are made of code points, and that is what spreading a string gives.
      '@typescript-eslint/no-misused-spread': 'off',
      // Models are plain data once they are read; class-validator alone needs the class.
      '@typescript-eslint/no-unsafe-class-instance-assignment': 'off',
      // react-native-svg marks x and y of shapes so: they are what its manual shows.
      '@typescript-eslint/no-deprecated': 'off',
      'max-lines': ['error', { max: 320, skipBlankLines: true, skipComments: true }],
    },
  },
  {
    files: ['app/**/*.tsx', 'app/**/*.ts'],
    plugins: { 'react-hooks': hooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  {
    files: ['**/*.test.ts', '**/*.test.tsx', 'e2e/**', '**/test/**'],
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-unsafe-call': 'off',
      '@typescript-eslint/no-unsafe-argument': 'off',
      '@typescript-eslint/no-unsafe-member-access': 'off',
    },
  },
  {
    files: ['**/*.mjs', '**/*.cjs', '**/*.js'],
    languageOptions: {
      parserOptions: { ecmaFeatures: { jsx: true } },
      globals: {
        process: 'readonly', console: 'readonly', fetch: 'readonly', URL: 'readonly', require: 'readonly',
        module: 'readonly', performance: 'readonly', setTimeout: 'readonly', clearTimeout: 'readonly',
        __dirname: 'readonly', Buffer: 'readonly', TextDecoder: 'readonly', globalThis: 'writable', document: 'readonly', window: 'readonly',
        requestAnimationFrame: 'readonly', MutationObserver: 'readonly', MessageChannel: 'readonly', AbortController: 'readonly', TextDecoderStream: 'readonly',
      },
    },
  },
); // prettier-ignore
