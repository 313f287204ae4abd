// npm run mutate -- PATH: changes the code below a path, one place at a time, and says which changes no test notices.
import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const [path = 'core/src/colour'] = process.argv.slice(2);
const of = path.split('/')[0];
const mutate = statSync(path).isDirectory() ? `${path}/**/*.ts` : path;
const folder = mkdtempSync(join(tmpdir(), 'hatrail-mutate-'));
const config = join(folder, 'stryker.json');
writeFileSync(
  config,
  JSON.stringify({
    testRunner: 'vitest',
    vitest: { configFile: 'vitest.mutate.config.ts', related: true },
    plugins: ['@stryker-mutator/vitest-runner'],
    mutate: [mutate],
    coverageAnalysis: 'perTest',
    disableTypeChecks: false,
    // What a module makes once when it is read would take all tests for each change.
    ignoreStatic: true,
    cleanTempDir: 'always',
    concurrency: 2,
    timeoutMS: 20_000,
    // Counting which line is met takes the loops over pixels several times as long.
    dryRunTimeoutMinutes: 20,
    reporters: ['clear-text', 'json'],
    jsonReporter: { fileName: 'test-results/mutation.json' },
    clearTextReporter: { allowColor: false, logTests: false, reportTests: false },
    // Words for people, and what must stand still while it runs.
    mutator: { excludedMutations: ['StringLiteral'] },
    ignorePatterns: ['data', 'web/dist', 'docs/screenshots', 'test-results'],
  }),
);
const { status } = spawnSync('npx', ['stryker', 'run', config], {
  stdio: 'inherit',
  env: { ...process.env, MUTATE_TESTS: process.env.MUTATE_TESTS ?? `${of}/test/**/*.test.ts` },
});
rmSync(folder, { recursive: true });
process.exit(status ?? 1);
