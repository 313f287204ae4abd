import { parseArgs } from 'node:util';
import { MOMENT_NAMES } from '@hatrail/core/model/header';
import { BadInput } from '@hatrail/core/model/badInput';
import { ADVICE, findingsOf } from '@hatrail/core/finding/finding';
import { menuFindings } from '@hatrail/core/finding/others';
import type { Site } from '@hatrail/core/model/site';
import { siteFiles } from '@hatrail/core/output/files';
import type { Row, SweptRow } from '@hatrail/core/sweep/prove';
import { STATE_NAMES, stateWords } from '@hatrail/core/header/stateNames';
import { GREATEST_WIDTH, LEAST_WIDTH, STANDARD_WIDTHS } from '@hatrail/core/sweep/widths';
import { shippedFiles, writeFiles } from '@hatrail/node/export';
import { provePanels, proveSite } from './prove.ts';
import { loadSite } from '@hatrail/node/siteFile';
import { skiaMeasure } from '@hatrail/node/skia';

const USAGE = `Use:
  hatrail prove SITE.hatrail.json [--page PATH] [--width PX] [--rows] [--strict] [--json]
  hatrail export SITE.hatrail.json --out DIR
  hatrail check SITE.hatrail.json`;

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

async function run(args: string[]): Promise<number> {
  const { values, positionals } = readArgs(args);
  if (values.help || args.length === 0) {
    console.log(USAGE);
    return 0;
  }
  const [name, file] = positionals;
  if (!name || !file || positionals.length > 2) throw new BadInput(USAGE);
  switch (name) {
    case 'prove':
      return prove(file, values);
    case 'export':
      return exportSite(file, values.out);
    case 'check': {
      const { site } = await loadSite(file);
      console.log(
        `${file} is sound: ${site.name}, ${site.pages.length} pages, ${site.pictures.length} pictures.`,
      );
      return 0;
    }
    default:
      throw new BadInput(`There is no command “${name}”.\n${USAGE}`);
  }
}

interface Options {
  page?: string;
  width?: string;
  json?: boolean;
  rows?: boolean;
  strict?: boolean;
  out?: string;
  help?: boolean;
}

function readArgs(args: string[]): { values: Options; positionals: string[] } {
  try {
    return parseArgs({
      args,
      allowPositionals: true,
      options: {
        page: { type: 'string' },
        width: { type: 'string' },
        json: { type: 'boolean' },
        rows: { type: 'boolean' },
        strict: { type: 'boolean' },
        out: { type: 'string' },
        help: { type: 'boolean', short: 'h' },
      },
    });
  } catch (error) {
    throw new BadInput(`${(error as Error).message}\n${USAGE}`);
  }
}

async function prove(file: string, options: Options): Promise<number> {
  const { page: path, width: asked, json } = options;
  const loaded = await loadSite(file);
  const pages = loaded.site.pages.filter((page) => path === undefined || page.path === path);
  if (pages.length === 0) {
    const paths = loaded.site.pages.map((page) => page.path).join(', ');
    throw new BadInput(`There is no page ${path}: choose one of ${paths}.`);
  }
  const width = asked === undefined ? undefined : Number(asked);
  if (width !== undefined && !(Number.isInteger(width) && width >= LEAST_WIDTH && width <= GREATEST_WIDTH)) {
    throw new BadInput(`“${asked}” is no width: give whole pixels from ${LEAST_WIDTH} to ${GREATEST_WIDTH}.`);
  }
  const rows: Row[] = [];
  const widths = width === undefined ? STANDARD_WIDTHS : [width];
  for await (const row of proveSite(loaded, pages, widths)) rows.push(plain(row));
  const panels = provePanels(loaded, pages, widths);
  if (json) console.log(JSON.stringify({ rows: rows.map(printed), panels, widths }, null, 2));
  else if (options.rows) printRows(rows, panels);
  else printFindings(loaded.site, rows, panels);
  if (!json) printTotals(rows, panels, widths);
  const fails = (verdict: string) => verdict === 'lost' || (options.strict && verdict === 'strained');
  return [...rows, ...panels].some(({ verdict }) => fails(verdict)) ? 1 : 0;
}

function plain({ contrasts: _, ...row }: SweptRow): Row {
  return row;
}

/** A row in the form in which it is printed as JSON. */
function printed(row: Row): object {
  const { below: _, ground: __, thread: ___, name: ____, criterion: _____, ...told } = row;
  return told;
}

type Panels = ReturnType<typeof provePanels>;

/** A line for each finding: how bad, what, where, and what to do. */
function printFindings(site: Site, rows: Row[], panels: Panels): void {
  const headers = site.headers.filter(({ id }) => rows.some((row) => row.header === id));
  for (const header of headers) {
    const own = rows.filter((row) => row.header === header.id);
    for (const { verdict, title, items, worst, pages, set, value } of findingsOf(site, header, own)) {
      console.log(
        `${verdict}: ${title}: ${items}, worst ${worst.worst.toFixed(2)} where ${worst.needed} is needed, ` +
          `${worst.scroll} px down ${worst.page} at ${worst.width}, on ${pages.join(' ')}. Set by ${set}: ${ADVICE[value]}.`,
      );
    }
    for (const { verdict, title, items, contrast, needed } of menuFindings(
      site,
      header,
      panels.filter((panel) => panel.header === header.id),
    ))
      console.log(`${verdict}: ${title}: ${items}, worst ${contrast.toFixed(2)} where ${needed} is needed.`);
  }
}

function printRows(rows: Row[], panels: Panels): void {
  const bad = rows.filter((row) => row.verdict !== 'clear');
  for (const row of bad.sort((a, b) => a.worst / a.needed - b.worst / b.needed)) {
    const state = stateWords(row);
    console.log(
      `${row.verdict}: ${row.item}${state}, ${MOMENT_NAMES[row.moment]}: ${row.worst.toFixed(2)} where ${row.needed} is needed, ` +
        `${row.scroll} px down ${row.page} at ${row.width}`,
    );
  }
  for (const { where, what, name, state, contrast, needed, verdict } of panels) {
    if (verdict === 'clear') continue;
    const said = what === 'focus ring' ? what : `${name ?? what}, ${STATE_NAMES[state]}`;
    console.log(`${verdict}: ${where}, ${said}: ${contrast.toFixed(2)} where ${needed} is needed`);
  }
}

function printTotals(rows: Row[], panels: Panels, widths: readonly number[]): void {
  const all = [...rows, ...panels];
  const count = (verdict: string) => all.filter((row) => row.verdict === verdict).length;
  console.log(
    `${count('lost')} lost, ${count('strained')} strained, ${count('clear')} clear, at ${widths.join(', ')} px`,
  );
}

async function exportSite(file: string, out: string | undefined): Promise<number> {
  if (!out) throw new BadInput(`Say where to: --out DIR.\n${USAGE}`);
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
