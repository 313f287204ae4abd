import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from 'vitest';
import { BANDS_JS } from '../src/output/bandsJs.ts';
import { HEADER_JS } from '../src/output/headerJs.ts';

test('the scripts that ship are made from their sources as they are', () => {
  const folder = mkdtempSync(join(tmpdir(), 'hatrail-script-'));
  execFileSync(process.execPath, ['scripts/script.mjs', folder]);
  const made = (name: string) => readFileSync(join(folder, name), 'utf8');
  expect(made('headerJs.ts')).toContain(JSON.stringify(HEADER_JS));
  expect(made('bandsJs.ts')).toContain(JSON.stringify(BANDS_JS));
});
