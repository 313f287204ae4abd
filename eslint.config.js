import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** Imports run one way only: web, server, cli and demo on core; core on small, pure packages. */
const only = (files, patterns, message) => ({
  files,
  rules: { 'no-restricted-imports': ['error', { patterns: [{ group: patterns, message }] }] },
});

export default tseslint.config(
  { ignores: ['core/kernel', '**/node_modules', '**/dist', 'data', 'test-results', '.stryker-tmp'] },
  ...tseslint.configs.strict,
  {
    // Components and hooks: to analyse everything else for them takes as long as all other rules together.
    files: ['web/src/**/*.tsx', 'web/src/**/use*.ts'],
    plugins: { 'react-hooks': hooks },
    // What a compiler of components would not take is looked for by `npm run lint` and the longer tests: that takes half a minute.
    // It warns of libraries that the React compiler would leave alone; nothing is compiled by it here.
    rules: process.env.SOON
      ? { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' }
      : { ...hooks.configs.recommended.rules, 'react-hooks/incompatible-library': 'off' },
  },
  only(
    ['core/src/**/*.ts'],
    ['@hatrail/*', 'node:*', 'react*', '@mui/*', 'express', 'better-sqlite3', 'sharp', '@napi-rs/*'],
    'core depends on nothing but small, pure packages.',
  ),
  only(
    ['web/src/**/*.{ts,tsx}'],
    ['@hatrail/server*', '@hatrail/cli*', '@hatrail/demo*', 'node:*'],
    'web depends on core only.',
  ),
  only(['cli/**/*.ts'], ['@hatrail/server*', '@hatrail/web*'], 'cli depends on core only.'),
  // Functions are steps that have names; what comes in many comes as an object.
  {
    files: ['{core,node,capture,server,cli,demo,web}/{src,page,script}/**/*.ts'],
    rules: {
      'max-lines-per-function': ['error', { max: 75, skipComments: true }],
      'max-params': ['error', 5],
    },
  },
  {
    files: ['web/src/**/*.tsx'],
    rules: {
      'max-lines-per-function': ['error', { max: 110, skipComments: true }],
      'max-params': ['error', 4],
    },
  },
  {
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-dynamic-delete': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-extraneous-class': 'off',
    },
  },
  {
    files: ['**/*.{js,mjs}'],
    languageOptions: { globals: { process: 'readonly', console: 'readonly', setTimeout: 'readonly' } },
  },
);
