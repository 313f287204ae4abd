import { parseArgs } from 'node:util';
import { BadInput } from '@hatrail/core/model/badInput';
import { STRICT_NEEDS, USUAL_NEEDS, type Needs } from '@hatrail/core/model/needs';
import { usualWindowHeight } from '@hatrail/core/page/layout';
import { viewportsOf } from '@hatrail/core/sweep/widthPlan';
import { GREATEST_WIDTH, LEAST_WIDTH, type Viewport } from '@hatrail/core/sweep/widths';

/** What can be said on the command line, and how it is read. */

export const REPORT_KINDS = ['html', 'csv', 'json', 'earl', 'junit', 'sarif'] as const;
export type ReportKind = (typeof REPORT_KINDS)[number];

export const COMMANDS = {
  prove: `hatrail prove SITE    Sweeps the site's header over its pages, and prints a line for each finding.
                      SITE is a .hatrail.json, or a .hatrail.zip with its pictures.
  --page PATH         only that page; may be said more than once
  --pages PATH,PATH   only those pages
  --widths LIST       widths in px, such as 390,1024 or 600-620; with a height of the window, 1280x600;
                      “between” for the usual ones, those between and other heights, as on screen
  --width PX          one width
  --every-width       each pixel of width from ${LEAST_WIDTH} to ${GREATEST_WIDTH}
  --target RATIO      the contrast that text needs, in place of the site's own; large text needs two thirds of it (4.5 of 7)
  --rows              a line for each place that is not clear, not for each finding
  --json              everything as JSON
  --report KIND FILE  writes a report: ${REPORT_KINDS.join(', ')}; may be said more than once
  --strict            fails on what is strained, too
  --since OLD         only what is worse than in an older site file
  --shard I/N         one part of N of the work, to be shared among machines; with --json
hatrail prove --join PART.json PART.json …
                      Brings the JSON of all parts together; with --rows, --json, --report and --strict as above.
Exit code: 0 where nothing is lost, 1 where something is, 2 where it cannot be run.`,
  export: `hatrail export SITE --out DIR
                      Writes the pages as they ship.`,
  check: `hatrail check SITE    Says whether a site file is sound.`,
} as const;

export type CommandName = keyof typeof COMMANDS;

export const USAGE = `Use:
  hatrail prove SITE [options]
  hatrail export SITE --out DIR
  hatrail check SITE
  hatrail COMMAND --help`;

export interface Options {
  page?: string[];
  pages?: string;
  width?: string;
  widths?: string;
  'every-width'?: boolean;
  target?: string;
  json?: boolean;
  rows?: boolean;
  strict?: boolean;
  since?: string;
  shard?: string;
  join?: boolean;
  out?: string;
  help?: boolean;
}

/** A report that is wanted: its kind, and the file that it goes to. */
export interface WantedReport {
  kind: ReportKind;
  file: string;
}

export interface Said {
  values: Options;
  positionals: string[];
  reports: WantedReport[];
}

/** Reads arguments. `--report` takes two: its kind and its file. @throws {BadInput} with what can be said */
export function readArgs(args: readonly string[]): Said {
  const reports: WantedReport[] = [];
  const others: string[] = [];
  for (let i = 0; i < args.length; i++) {
    if (args[i] !== '--report') {
      others.push(args[i]!);
      continue;
    }
    const [kind, file] = args.slice(i + 1, i + 3);
    const known = REPORT_KINDS.find((each) => each === kind);
    if (!known || file === undefined || file.startsWith('--'))
      throw new BadInput(`Say --report KIND FILE; the kinds are ${REPORT_KINDS.join(', ')}.`);
    reports.push({ kind: known, file });
    i += 2;
  }
  try {
    const { values, positionals } = parseArgs({
      args: others,
      allowPositionals: true,
      options: {
        page: { type: 'string', multiple: true },
        pages: { type: 'string' },
        width: { type: 'string' },
        widths: { type: 'string' },
        'every-width': { type: 'boolean' },
        target: { type: 'string' },
        json: { type: 'boolean' },
        rows: { type: 'boolean' },
        strict: { type: 'boolean' },
        since: { type: 'string' },
        shard: { type: 'string' },
        join: { type: 'boolean' },
        out: { type: 'string' },
        help: { type: 'boolean', short: 'h' },
      },
    });
    return { values, positionals, reports };
  } catch (error) {
    throw new BadInput(`${(error as Error).message}\n${USAGE}`);
  }
}

/** A width as it is typed. @throws {BadInput} where it is none */
function readWidth(text: string): number {
  const width = Number(text);
  if (text.trim() === '' || !(Number.isInteger(width) && width >= LEAST_WIDTH && width <= GREATEST_WIDTH))
    throw new BadInput(`“${text}” is no width: give whole pixels from ${LEAST_WIDTH} to ${GREATEST_WIDTH}.`);
  return width;
}

/** Least and greatest height of a window that can be asked for, CSS pixels. */
const LEAST_HEIGHT = 200;
const GREATEST_HEIGHT = 3000;

/** A width and a height as they are typed. @throws {BadInput} where they are none */
function readWindow(text: string): Viewport {
  const [first, second, ...others] = text.split(/[x×]/) as [string, ...string[]];
  const height = Number(second);
  if (others.length > 0 || !(height >= LEAST_HEIGHT && height <= GREATEST_HEIGHT && Number.isInteger(height)))
    throw new BadInput(
      `“${text}” is no window: give a width and a height from ${LEAST_HEIGHT} to ${GREATEST_HEIGHT}, such as 1280x600.`,
    );
  const width = readWidth(first);
  return height === usualWindowHeight(width) ? { width } : { width, height };
}

/** Which windows are wanted: some, those that are planned, or `undefined` where nothing is said. */
export function viewportsSaid(options: Options): Viewport[] | 'between' | undefined {
  const said = [options.width, options.widths, options['every-width']].filter((each) => each !== undefined);
  if (said.length > 1) throw new BadInput('Say one of --width, --widths and --every-width.');
  if (options['every-width'])
    return Array.from({ length: GREATEST_WIDTH - LEAST_WIDTH + 1 }, (_, i) => ({ width: LEAST_WIDTH + i }));
  if (options.width !== undefined) return [{ width: readWidth(options.width) }];
  if (options.widths === undefined || options.widths === 'between') return options.widths;
  const windows = options.widths.split(',').flatMap((part): Viewport[] => {
    if (/[x×]/.test(part)) return [readWindow(part.trim())];
    const [from, to] = part.split('-').map((each) => readWidth(each.trim())) as [number, number?];
    if (to !== undefined && to < from)
      throw new BadInput(`“${part}” goes backwards: give the smaller width first.`);
    return Array.from({ length: (to ?? from) - from + 1 }, (_, i) => ({ width: from + i }));
  });
  return viewportsOf(windows);
}

/** What is asked for in place of the site's own needs; `undefined` where nothing is said. */
export function needsSaid({ target }: Options): Needs | undefined {
  if (target === undefined) return undefined;
  const text = Number(target);
  if (target.trim() === '' || !(text >= 1 && text <= 21))
    throw new BadInput(`“${target}” is no contrast: give a number from 1 to 21, such as 4.5 or 7.`);
  if (text === STRICT_NEEDS.text) return STRICT_NEEDS;
  return { ...USUAL_NEEDS, text, large: Math.max(1, Number(((text * 2) / 3).toFixed(2))) };
}

/** One part of the work, and of how many; the first is 1. */
export interface Shard {
  part: number;
  of: number;
}

/** Which part is wanted; `undefined` for all of it. */
export function shardSaid({ shard }: Options): Shard | undefined {
  if (shard === undefined) return undefined;
  const [, part, of] = (/^(\d{1,4})\/(\d{1,4})$/.exec(shard) ?? []).map(Number);
  if (part === undefined || of === undefined || part < 1 || part > of)
    throw new BadInput(`“${shard}” is no part: say --shard 2/4 for the second of four.`);
  return { part, of };
}
