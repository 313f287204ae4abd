import { defineConfig } from 'vitest/config';

/** The tests that mutants are held against: those of the core and the server, in one project. */
export default defineConfig({
  test: {
    include: (process.env.MUTATE_TESTS ?? 'core/test/**/*.test.ts').split(','),
    exclude: ['**/promises.test.ts', '**/start.test.ts'],
    testTimeout: 60_000,
    hookTimeout: 60_000,
  },
});
