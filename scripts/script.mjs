// Makes the scripts that ship small, and writes them as modules, which are kept in the repository.
import { readFileSync, writeFileSync } from 'node:fs';
import { transformSync } from 'esbuild';

const SCRIPTS = [
  { from: 'core/script/header.ts', to: 'core/src/output/headerJs.ts', name: 'HEADER_JS' },
  { from: 'core/script/bands.ts', to: 'core/src/output/bandsJs.ts', name: 'BANDS_JS' },
  { from: 'core/script/pictures.ts', to: 'core/src/output/picturesJs.ts', name: 'PICTURES_JS' },
];
/** Another folder to write them to, so that a test may look whether those that are kept are current. */
const [folder] = process.argv.slice(2);
for (const { from, to, name } of SCRIPTS) {
  const { code } = transformSync(readFileSync(from, 'utf8'), {
    loader: 'ts',
    minify: true,
    target: 'es2022',
  });
  const target = folder ? `${folder}/${to.split('/').pop()}` : to;
  writeFileSync(
    target,
    `/** ${from}, made small by \`npm run script\`. */\nexport const ${name} =\n  ${JSON.stringify(code)};\n`,
  );
  console.log(`${from}: ${code.length} bytes`);
}
