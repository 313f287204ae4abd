// Compiles the sweep's kernel and writes its bytes as a module, which is kept in the repository.
import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const folder = mkdtempSync(join(tmpdir(), 'kernel-'));
const wasm = join(folder, 'sweep.wasm');
const flags =
  '-O3 --noAssert --runtime stub --enable simd --importMemory --initialMemory 1 --bindings none'.split(' ');
execFileSync(
  'node',
  ['node_modules/assemblyscript/bin/asc.js', 'core/kernel/index.ts', ...flags, '-o', wasm],
  {
    stdio: 'inherit',
  },
);
const text = readFileSync(wasm)
  .toString('base64')
  .replace(/.{1,100}/g, "  '$&' +\n");
const target = process.argv[2] ?? 'core/src/sweep/kernelBytes.ts';
writeFileSync(
  target,
  `/** core/kernel, compiled by \`npm run kernel\`, in base64. */\nexport const KERNEL =\n${text.trimEnd().replace(/ \+$/, '')};\n`,
);
console.log(`${readFileSync(wasm).length} bytes`);
rmSync(folder, { recursive: true });
