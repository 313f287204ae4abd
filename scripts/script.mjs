// Makes the header's script small, and writes it as a module, which is kept in the repository.
import { writeFileSync, readFileSync } from 'node:fs';
import { transformSync } from 'esbuild';

const { code } = transformSync(readFileSync('core/script/header.js', 'utf8'), {
  minify: true,
  target: 'es2022',
});
const target = process.argv[2] ?? 'core/src/output/headerJs.ts';
writeFileSync(
  target,
  `/** core/script/header.js, made small by \`npm run script\`. */\nexport const HEADER_JS =\n  ${JSON.stringify(code)};\n`,
);
console.log(`${code.length} bytes`);
