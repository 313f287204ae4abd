import { defineConfig } from 'vitest/config';
import { BaseSequencer, type TestSpecification } from 'vitest/node';

/** What must have the machine to itself: it looks at how long frames and tasks take. */
const ALONE = ['e2e/much.spec.ts', 'e2e/publishedManner.spec.ts'];
/** What is compared with Chromium's boxes and pixels. */
const PIXELS = ['e2e/agreement*.spec.ts', 'e2e/layout.spec.ts'];

/** Stories that only `npm run test:long` lives through: long searches, and much of everything. */
const LONG = [
  'bands',
  'banner',
  'cues',
  'hosts',
  'layers',
  'materials',
  'much',
  'needs',
  'onScroll',
  'publishedRails',
  'remedies',
  'told',
  'whole',
].map((name) => `e2e/${name}.spec.ts`);
/** Brings in the demo sites once for all servers of a run. */
const SEEDED = 'server/test/seeded.ts';
const NOT_NOW = process.env.LONG ? [] : LONG;

/** Files that take longest, the longest first: begun last, one of them would go on when all the others have ended. */
const LONGEST = [
  'bringIn',
  'story',
  'agreementOwn',
  'ownSite',
  'prove',
  'published',
  'own',
  'publishedRails',
  'agreementChance',
  'agreement',
  'bands',
  'agreementLayers',
  'captures',
  'place',
  'headerScript',
].map((name) => `/e2e/${name}.spec.ts`);

class LongestFirst extends BaseSequencer {
  override async sort(files: TestSpecification[]): Promise<TestSpecification[]> {
    const rank = ({ moduleId }: TestSpecification) => {
      const at = LONGEST.findIndex((file) => moduleId.endsWith(file));
      return at < 0 ? LONGEST.length : at;
    };
    return (await super.sort(files)).sort((a, b) => rank(a) - rank(b));
  }
}

export default defineConfig({
  test: {
    sequence: { sequencer: LongestFirst },
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
          sequence: { groupOrder: 2 },
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
          sequence: { groupOrder: 1 },
        },
      },
    ],
  },
});
