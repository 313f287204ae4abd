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
    files: ['web/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    // It warns of libraries that the React compiler would leave alone; nothing is compiled by it here.
    rules: { ...hooks.configs.recommended.rules, 'react-hooks/incompatible-library': 'off' },
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
