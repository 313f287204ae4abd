// npm run bench:beside -- REVISION: the sweep's figures of an earlier revision and of this tree, in turn in one run.
import { execFileSync } from 'node:child_process';
import { existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync, symlinkSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';

const [revision = 'HEAD~20', rounds = '3'] = process.argv.slice(2);
const here = resolve('.');
const folder = mkdtempSync(join(tmpdir(), 'hatrail-beside-'));
const earlier = join(folder, 'tree');
const git = (...args) => execFileSync('git', args, { cwd: here, stdio: ['ignore', 'pipe', 'inherit'] });

const FIGURES =
  "const { sweepFigures } = await import('./e2e/bench/sweep.ts'); console.log('\\n' + JSON.stringify(await sweepFigures())); process.exit(0)";

/** The figures of a tree, each a multiple of one pass over the same page. */
function figuresOf(tree) {
  const run = ['--import', 'tsx', '--input-type=module', '-e', FIGURES];
  const text = execFileSync(process.execPath, run, { cwd: tree, maxBuffer: 1 << 26 }).toString();
  return JSON.parse(text.trim().split('\n').at(-1));
}

/** Gives the earlier tree the packages of this one, and its own for what is of the project. */
function linkPackages() {
  for (const at of ['.', 'web', 'server']) {
    const modules = join(here, at, 'node_modules');
    if (!existsSync(modules)) continue;
    mkdirSync(join(earlier, at, 'node_modules'));
    for (const name of readdirSync(modules).filter((each) => each !== '@hatrail'))
      symlinkSync(join(modules, name), join(earlier, at, 'node_modules', name));
  }
  const own = join(earlier, 'node_modules', '@hatrail');
  mkdirSync(own);
  for (const name of readdirSync(join(here, 'node_modules', '@hatrail')))
    symlinkSync(join(earlier, name), join(own, name));
}

const middle = (values) => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)];

try {
  git('worktree', 'add', '--detach', earlier, revision);
  linkPackages();
  const found = { earlier: [], now: [] };
  for (let round = 0; round < Number(rounds); round++) {
    found.earlier.push(figuresOf(earlier));
    found.now.push(figuresOf(here));
  }
  console.log(`middle of ${rounds} runs each, in turn; ${revision}, this tree, and how many times as much:`);
  for (const name of Object.keys(found.now[0]).filter((each) => /multiple|percent/.test(each))) {
    const [before, after] = [found.earlier, found.now].map((all) =>
      middle(all.map((each) => each[name]).filter((value) => typeof value === 'number')),
    );
    if (before === undefined || after === undefined) continue;
    console.log(`${name}: ${before.toFixed(2)}, ${after.toFixed(2)}, ${(after / before).toFixed(2)}`);
  }
} finally {
  git('worktree', 'remove', '--force', earlier);
  rmSync(folder, { recursive: true, force: true });
}
