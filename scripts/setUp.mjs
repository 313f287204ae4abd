// What a fresh machine needs: the packages of the lockfile, and for tests Debian's Chromium.
import { execFileSync, spawn, spawnSync } from 'node:child_process';
import { existsSync, statSync } from 'node:fs';

/** Runs a command with its output in sight; ends the process if it fails. */
export function run(command, args, options = {}) {
  const { status } = spawnSync(command, args, { stdio: 'inherit', ...options });
  if (status !== 0) process.exit(status ?? 1);
}

const isCompiled = () =>
  spawnSync('node', ['-e', "new (require('better-sqlite3'))(':memory:')"]).status === 0;

/**
 * Installs the packages where they are missing or older than the lockfile. What has to be compiled is compiled while the caller does
 * other things.
 * @returns when that has been done
 */
export async function installPackages() {
  const mark = 'node_modules/.package-lock.json';
  if (!existsSync(mark) || statSync(mark).mtimeMs < statSync('package-lock.json').mtimeMs) {
    console.log('Installing packages.');
    // Their own build steps come after: of all of them better-sqlite3 alone needs one.
    run('npm', ['ci', '--ignore-scripts', '--no-audit', '--no-fund', '--loglevel=error']);
  }
  if (isCompiled()) return;
  console.log('Compiling better-sqlite3, which takes a few minutes.');
  const args = ['rebuild', 'better-sqlite3', '--foreground-scripts', '--loglevel=error'];
  const compiling = spawn('npm', args, { env: { ...process.env, JOBS: 'max' } });
  let said = '';
  for (const stream of [compiling.stdout, compiling.stderr]) stream.on('data', (part) => (said += part));
  await new Promise((resolve) => compiling.on('close', resolve));
  if (isCompiled()) return;
  console.log(`better-sqlite3 could not be compiled; it needs a C++ compiler, make and Python:\n${said}`);
  process.exit(1);
}

/** Installs Debian's Chromium where there is none. */
export function installChromium() {
  if (process.env.CHROMIUM || existsSync('/usr/bin/chromium')) return;
  console.log('Installing Chromium from Debian’s packages.');
  const sudo = process.getuid() === 0 ? [] : ['sudo'];
  const apt = (...args) => {
    const [command, ...rest] = [...sudo, 'apt-get', ...args];
    execFileSync(command, rest, {
      stdio: 'inherit',
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    });
  };
  apt('update', '-qq');
  apt('install', '-y', '-qq', '--no-install-recommends', 'chromium');
}

/** Newest change below some folders, ms. */
function newest(files) {
  return Math.max(...files.map((file) => statSync(file).mtimeMs));
}

/** Builds the interface where it is missing or older than its sources. */
export function buildWeb() {
  const sources = spawnSync('find', ['web', 'core/src', '-type', 'f', '-not', '-path', 'web/dist/*'], {
    encoding: 'utf8',
  });
  const built = 'web/dist/index.html';
  if (existsSync(built) && statSync(built).mtimeMs >= newest(sources.stdout.trim().split('\n'))) return;
  console.log('Building the interface.');
  run('npx', ['vite', 'build', 'web', '--logLevel', 'error']);
}
