import { BadInput } from '@hatrail/core/model/badInput';
import { siteFiles } from '@hatrail/core/output/files';
import { shippedFiles, writeFiles } from '@hatrail/node/export';
import { loadSite } from '@hatrail/node/siteFile';
import { skiaMeasure } from '@hatrail/node/skia';
import { COMMANDS, USAGE, readArgs, type CommandName } from './options.ts';
import { proveCommand } from './proveCommand.ts';

/** Runs one command and prints what it has to say; gives its exit code: 0, 1 where something is lost, 2 where it cannot be run. */
export async function command(args: string[]): Promise<number> {
  try {
    return await run(args);
  } catch (error) {
    if (!(error instanceof BadInput)) throw error;
    console.error(error.message);
    for (const { path, message } of error.problems.slice(0, 20)) console.error(`  ${path}: ${message}`);
    return 2;
  }
}

const isCommand = (name: string): name is CommandName => Object.hasOwn(COMMANDS, name);

async function run(args: string[]): Promise<number> {
  const { values, positionals: all, reports } = readArgs(args);
  const [name, ...positionals] = all;
  if (values.help || args.length === 0) {
    console.log(name !== undefined && isCommand(name) ? COMMANDS[name] : USAGE);
    return 0;
  }
  if (name === undefined) throw new BadInput(USAGE);
  if (!isCommand(name)) throw new BadInput(`There is no command “${name}”.\n${USAGE}`);
  if (name === 'prove') return proveCommand({ values, positionals, reports });
  const [file] = positionals;
  if (file === undefined || positionals.length > 1) throw new BadInput(COMMANDS[name]);
  if (name === 'export') return exportSite(file, values.out);
  const { site } = await loadSite(file);
  console.log(
    `${file} is sound: ${site.name}, ${site.pages.length} pages, ${site.pictures.length} pictures.`,
  );
  return 0;
}

async function exportSite(file: string, out: string | undefined): Promise<number> {
  if (!out) throw new BadInput(`Say where to: --out DIR.`);
  const { site, read } = await loadSite(file);
  const files = await shippedFiles(site, siteFiles(site, skiaMeasure()), read);
  await writeFiles(out, files).catch((error: NodeJS.ErrnoException) => {
    const why = {
      EACCES: 'nothing may be written there',
      ENOTDIR: 'it is a file',
      EEXIST: 'it is a file',
      ENOSPC: 'the disk is full',
      EROFS: 'nothing can be written there',
    };
    throw new BadInput(
      `Cannot write to ${out}: ${why[error.code as keyof typeof why] ?? error.message}. Give another folder.`,
    );
  });
  console.log(`${files.length} files written to ${out}.`);
  return 0;
}
