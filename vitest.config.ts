import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    reporters: ['default', ['json', { outputFile: 'test-results/vitest.json' }]],
    projects: [
      {
        test: {
          name: 'unit',
          include: ['{core,server,cli,web,demo}/test/**/*.test.ts'],
          testTimeout: 30_000,
        },
      },
      {
        test: {
          name: 'browser',
          include: ['e2e/**/*.spec.ts'],
          testTimeout: 120_000,
          hookTimeout: 120_000,
          fileParallelism: false,
          sequence: { groupOrder: 1 },
        },
      },
    ],
  },
});
