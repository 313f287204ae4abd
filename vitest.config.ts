import { defineConfig } from 'vitest/config';

/** What must have the machine to itself: it looks at how long frames, tasks and a site from its address take. */
const ALONE = ['e2e/bringIn.spec.ts', 'e2e/much.spec.ts', 'e2e/publishedManner.spec.ts'];
/** What is compared with Chromium's boxes and pixels: nothing in it depends on time, so that all its files may run at once. */
const PIXELS = ['e2e/agreement*.spec.ts', 'e2e/layout.spec.ts'];

/** Stories that only `npm run test:long` lives through: long searches, and much of everything. */
const LONG = [
  'banner',
  'cues',
  'hosts',
  'layers',
  'materials',
  'much',
  'needs',
  'onScroll',
  'remedies',
  'told',
  'whole',
].map((name) => `e2e/${name}.spec.ts`);
/** Brings in the demo sites once for all servers of a run. */
const SEEDED = 'server/test/seeded.ts';
const NOT_NOW = process.env.LONG ? [] : LONG;

export default defineConfig({
  test: {
    reporters: ['default', ['json', { outputFile: 'test-results/vitest.json' }]],
    projects: [
      {
        test: {
          name: 'unit',
          include: ['{core,node,capture,server,cli,demo}/test/**/*.test.ts'],
          testTimeout: 180_000,
          hookTimeout: 180_000,
          globalSetup: SEEDED,
          maxWorkers: 2,
          // Nothing of theirs is put in the place of a module, so that a worker reads each once.
          isolate: false,
        },
      },
      {
        test: {
          name: 'screens',
          include: ['web/test/**/*.test.ts'],
          testTimeout: 180_000,
          hookTimeout: 180_000,
          // Each with modules of its own: the engine is played in some of them.
          globalSetup: SEEDED,
          maxWorkers: 2,
        },
      },
      {
        test: {
          name: 'browser',
          setupFiles: ['e2e/failed.ts'],
          include: ['e2e/**/*.spec.ts'],
          exclude: [...PIXELS, ...ALONE, ...NOT_NOW],
          testTimeout: 300_000,
          hookTimeout: 300_000,
          globalSetup: SEEDED,
          maxWorkers: 3,
          isolate: false,
          sequence: { groupOrder: 1 },
        },
      },
      {
        test: {
          name: 'alone',
          setupFiles: ['e2e/failed.ts'],
          include: ALONE.filter((file) => !NOT_NOW.includes(file)),
          testTimeout: 300_000,
          hookTimeout: 300_000,
          globalSetup: SEEDED,
          fileParallelism: false,
          isolate: false,
          sequence: { groupOrder: 3 },
        },
      },
      {
        test: {
          name: 'pixels',
          include: PIXELS,
          testTimeout: 300_000,
          hookTimeout: 300_000,
          globalSetup: SEEDED,
          maxWorkers: 3,
          isolate: false,
          sequence: { groupOrder: 2 },
        },
      },
    ],
  },
});
