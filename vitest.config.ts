import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    reporters: ['default', ['json', { outputFile: 'test-results/vitest.json' }]],
    projects: [
      {
        test: {
          name: 'unit',
          include: ['{core,server,cli,web,demo}/test/**/*.test.ts'],
          testTimeout: 180_000,
          hookTimeout: 180_000,
        },
      },
      {
        test: {
          name: 'browser',
          include: ['e2e/**/*.spec.ts'],
          testTimeout: 300_000,
          hookTimeout: 300_000,
          fileParallelism: false,
          sequence: { groupOrder: 1 },
        },
      },
    ],
  },
});
