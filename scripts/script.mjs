// Makes the scripts that ship small, and writes them as modules, which are kept in the repository.
import { writeFileSync } from 'node:fs';
import { buildSync } from 'esbuild';

const SCRIPTS = [
  { from: 'core/script/header.ts', to: 'core/src/output/headerJs.ts', name: 'HEADER_JS' },
  { from: 'core/script/bands.ts', to: 'core/src/output/bandsJs.ts', name: 'BANDS_JS' },
  { from: 'core/script/pictures.ts', to: 'core/src/output/picturesJs.ts', name: 'PICTURES_JS' },
];
/** Another folder to write them to, so that a test may look whether those that are kept are current. */
const [folder] = process.argv.slice(2);
for (const { from, to, name } of SCRIPTS) {
  const { outputFiles } = buildSync({
    entryPoints: [from],
    bundle: true,
    format: 'iife',
    minify: true,
    charset: 'utf8',
    target: 'es2022',
    write: false,
  });
  // A directive that changes nothing here, in what every visitor is sent.
  const code = outputFiles[0].text.replace('"use strict";', '').trim();
  const target = folder ? `${folder}/${to.split('/').pop()}` : to;
  writeFileSync(
    target,
    `/** ${from}, made small by \`npm run script\`. */\nexport const ${name} =\n  ${JSON.stringify(code)};\n`,
  );
  console.log(`${from}: ${code.length} bytes`);
}
