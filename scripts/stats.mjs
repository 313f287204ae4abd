// npm run stats: lines of code that are not blank, and the share of them that are tests.
import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';

const files = execFileSync(
  'git',
  ['ls-files', '-co', '--exclude-standard', '--', '*.ts', '*.tsx', '*.mjs', '*.js', '*.sql', '*.css'],
  {
    encoding: 'utf8',
  },
)
  .trim()
  .split('\n');
const count = (list) =>
  list.reduce(
    (sum, file) =>
      sum +
      readFileSync(file, 'utf8')
        .split('\n')
        .filter((line) => line.trim()).length,
    0,
  );
const tests = files.filter((file) => /(\.test\.|\.spec\.|^e2e\/|\/test\/)/.test(file));
const [all, tested] = [count(files), count(tests)];
console.log(`${all} lines of code in ${files.length} files`);
console.log(`${tested} of them tests: ${((100 * tested) / all).toFixed(1)} %`);
