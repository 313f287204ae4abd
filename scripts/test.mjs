// npm test: installs what is missing, then lint, types, build, and all tests; ends with their totals.
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { buildWeb, installChromium, installPackages } from './setUp.mjs';

const packages = installPackages();
installChromium();

const RESULTS = 'test-results/vitest.json';
rmSync(RESULTS, { force: true });
/** Runs an npm script beside others; its output is kept until it has ended. */
function checked(name) {
  return new Promise((resolve) => {
    const env = process.env.LONG ? process.env : { ...process.env, SOON: '1' };
    const check = spawn('npm', ['run', '--silent', name], { env });
    let said = '';
    for (const stream of [check.stdout, check.stderr]) stream.on('data', (part) => (said += part));
    check.on('close', (code) => {
      console.log(`\n${name}: ${code === 0 ? 'nothing to say' : 'failed'}\n${code === 0 ? '' : said}`);
      resolve(code === 0);
    });
  });
}
/** Two at a time, the longest first, as there are two cores at least. */
const waiting = ['types', 'lint:code', 'lint:form', 'lint:borders'];
let failed = 0;
const lane = async () => {
  for (let name = waiting.shift(); name; name = waiting.shift()) if (!(await checked(name))) failed++;
};
await Promise.all([lane(), lane(), packages]);
buildWeb();
// Data folders and profiles of all tests, gone with them.
const folder = mkdtempSync(join(tmpdir(), 'hatrail-tests-'));
const { status } = spawnSync('npx', ['vitest', 'run'], {
  stdio: 'inherit',
  env: { ...process.env, TMPDIR: folder },
});
rmSync(folder, { recursive: true, force: true, maxRetries: 3 });
let passed = 0;
if (existsSync(RESULTS)) {
  const results = JSON.parse(readFileSync(RESULTS, 'utf8'));
  passed = results.numPassedTests;
  // A file that breaks before its first test counts as one failure.
  const broken = results.testResults.filter(
    ({ status: s, assertionResults: a }) => s === 'failed' && a.every((t) => t.status !== 'failed'),
  );
  failed += results.numFailedTests + broken.length;
}
if (status !== 0 && failed === 0) failed = 1;
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed === 0 && passed > 0 ? 0 : 1);
