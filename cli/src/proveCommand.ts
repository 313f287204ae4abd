import { setImmediate } from 'node:timers/promises';
import { ADVICE } from '@hatrail/core/finding/finding';
import { STATE_NAMES, stateWords } from '@hatrail/core/header/stateNames';
import { worstOfEach, worstWord, type BandWord } from '@hatrail/core/finding/others';
import { BadInput } from '@hatrail/core/model/badInput';
import { MOMENT_NAMES } from '@hatrail/core/model/header';
import { hangingsOf, type Hanging } from '@hatrail/core/placed/answers';
import { reportJson } from '@hatrail/core/report/json';
import type { Row } from '@hatrail/core/sweep/row';
import { metWords, viewportsOf, widthsOf } from '@hatrail/core/sweep/widthPlan';
import { STANDARD_WIDTHS, viewportWords, type Viewport } from '@hatrail/core/sweep/widths';
import { loadSite, type LoadedSite } from '@hatrail/node/siteFile';
import { needsSaid, shardSaid, viewportsSaid, type Options, type Said, type Shard } from './options.ts';
import { lackingOf, openProver, plannedViewports, provePanels, type Prover } from './prove.ts';
import { joined, partJson, worseThan, type Proved } from './proved.ts';
import { checkPlaces, reportsOf, writeReports } from './reports.ts';

/** Proves a site file, or joins what others proved of it; gives the exit code. */
export async function proveCommand({ values, positionals, reports }: Said): Promise<number> {
  if (values.join) {
    for (const option of ['since', 'shard', 'width', 'widths', 'target', 'pages', 'every-width'] as const)
      if (values[option] !== undefined)
        throw new BadInput(`--join takes no --${option}: parts have it already.`);
    await checkPlaces(reports);
    return told(await joined(positionals), { values, positionals, reports });
  }
  const [file] = positionals;
  if (file === undefined || positionals.length > 1)
    throw new BadInput(positionals.length > 1 ? 'Name one site file.' : 'Name a site file.');
  const shard = shardSaid(values);
  if (shard && !values.json) throw new BadInput('A part is printed as JSON: say --json, too.');
  if (shard && (values.since !== undefined || reports.length > 0))
    throw new BadInput('A part is not the whole: say --since and --report where the parts are joined.');
  await checkPlaces(reports);
  const loaded = await loadSite(file);
  const asked = askedOf(loaded, values);
  const prover = await openProver(asked.loaded);
  const now = await proved(asked, prover, shard);
  if (shard) {
    console.log(partJson(now, shard));
    return codeOf(now, values);
  }
  if (values.since === undefined) return told(now, { values, positionals, reports }, prover);
  const older = await loadSite(values.since);
  // The pages that both have, at the same widths and by the same needs.
  const before = {
    loaded: withNeeds(older, asked.loaded.site.needs),
    hangings: hangingsOf(older.site).filter(({ page }) =>
      asked.hangings.some((own) => own.page.path === page.path),
    ),
    windows: asked.windows,
  };
  const then = await proved(before, await openProver(before.loaded), undefined);
  return told(worseThan(now, then), { values, positionals, reports }, prover);
}

interface Asked {
  loaded: LoadedSite;
  hangings: Hanging[];
  windows: Viewport[];
}

function withNeeds(loaded: LoadedSite, needs: LoadedSite['site']['needs']): LoadedSite {
  return needs ? { ...loaded, site: { ...loaded.site, needs } } : loaded;
}

/** What of a site is to be proved. @throws {BadInput} where a page or width is none */
function askedOf(read: LoadedSite, values: Options): Asked {
  const loaded = withNeeds(read, needsSaid(values));
  const { site } = loaded;
  const paths = [...(values.page ?? []), ...(values.pages?.split(',').map((path) => path.trim()) ?? [])];
  const known = site.pages.map(({ path }) => path);
  if (known.length === 0) throw new BadInput('This site has no pages: there is nothing to prove.');
  const wrong = paths.find((path) => !known.includes(path));
  if (wrong !== undefined)
    throw new BadInput(`There is no page ${wrong}: choose one of ${known.join(', ')}.`);
  const pages = site.pages.filter(({ path }) => paths.length === 0 || paths.includes(path));
  const said = viewportsSaid(values) ?? STANDARD_WIDTHS.map((width) => ({ width }));
  const hangings = hangingsOf(site).filter(({ page }) => pages.includes(page));
  const headers = [...new Set(hangings.map(({ worn }) => worn))];
  const planned = headers.flatMap((header) => plannedViewports(loaded, header));
  const windows = said === 'between' ? viewportsOf(planned) : said;
  return { loaded, hangings, windows };
}

/** Sweeps all that is asked for, or one part of it: every so-manieth page and width. */
async function proved(
  { loaded, hangings, windows }: Asked,
  prover: Prover,
  shard: Shard | undefined,
): Promise<Proved> {
  const places = hangings.flatMap((hanging) => windows.map((viewport) => ({ hanging, viewport })));
  const own = shard ? places.filter((_, i) => i % shard.of === shard.part - 1) : places;
  const isShown = process.stderr.isTTY && own.length > 20;
  const rows: Row[] = [];
  const words: BandWord[] = [];
  for (const [i, { hanging, viewport }] of own.entries()) {
    for (const { contrasts: _, ...row } of prover.sweep(hanging, viewport)) rows.push(row);
    words.push(...worstWord(hanging.page.id, prover.words(hanging, viewport)));
    // Canvases are given back only between two turns of the event loop: a page takes some 30 MB.
    await setImmediate();
    if (isShown) process.stderr.write(`\r${i + 1} of ${own.length} pages and widths`);
  }
  if (isShown) process.stderr.write('\n');
  const widths = widthsOf(windows);
  const panels = provePanels(loaded, hangings, widths);
  return {
    site: loaded.site,
    rows,
    panels,
    words: worstOfEach(words),
    lacking: lackingOf(loaded, hangings, { widths, rows }),
    widths,
    windows,
  };
}

/** Prints and writes what was proved. */
async function told(
  proved: Proved,
  { values, positionals, reports }: Said,
  prover?: Prover,
): Promise<number> {
  const isStrict = values.strict === true;
  await writeReports(reports, {
    proved,
    file: positionals[0] ?? '',
    isStrict,
    picture: (row, size) => prover?.picture(row, size),
  });
  if (values.json) console.log(reportJson(proved));
  else {
    if (values.rows) printRows(proved);
    else printFindings(proved);
    printTotals(proved, values.since);
  }
  return codeOf(proved, values);
}

/** 1 where something is lost, or strained where that is not allowed either. */
function codeOf({ rows, panels, words }: Proved, { strict }: Options): number {
  const fails = (verdict: string) => verdict === 'lost' || (strict && verdict === 'strained');
  return [...rows, ...panels, ...words].some(({ verdict }) => fails(verdict)) ? 1 : 0;
}

/** A line for each finding: how bad, what, where, and what to do. */
function printFindings(proved: Proved): void {
  for (const { findings, others, shortcomings } of reportsOf(proved, new Date())) {
    for (const { verdict, title, items, worst, pages, set, value } of findings) {
      console.log(
        `${verdict}: ${title}: ${items}, worst ${worst.worst.toFixed(2)} where ${worst.needed} is needed, ` +
          `${worst.scroll} px down ${worst.page} at ${viewportWords(worst)}, on ${pages.join(' ')}. Set by ${set}: ${ADVICE[value]}.`,
      );
    }
    for (const { verdict, title, items, contrast, needed } of others)
      console.log(`${verdict}: ${title}: ${items}, worst ${contrast.toFixed(2)} where ${needed} is needed.`);
    for (const { criterion, title, told, advice, way } of shortcomings)
      console.log(
        `beside contrast, ${criterion}: ${title}: ${told} What can be done: ${way ? way.text : `${advice}.`}`,
      );
  }
}

function printRows({ site, rows, panels, words }: Proved): void {
  const bad = rows.filter((row) => row.verdict !== 'clear');
  for (const row of bad.sort((a, b) => a.worst / a.needed - b.worst / b.needed)) {
    const state = stateWords(row);
    console.log(
      `${row.verdict}: ${row.item}${state}, ${MOMENT_NAMES[row.moment]}: ${row.worst.toFixed(2)} where ${row.needed} is needed, ` +
        `${row.scroll} px down ${row.page} at ${viewportWords(row)}`,
    );
  }
  for (const { where, what, name, state, contrast, needed, verdict } of panels) {
    if (verdict === 'clear') continue;
    const said = what === 'focus ring' ? what : `${name ?? what}, ${STATE_NAMES[state]}`;
    console.log(`${verdict}: ${where}, ${said}: ${contrast.toFixed(2)} where ${needed} is needed`);
  }
  for (const { pageId, text, contrast, needed, verdict } of words) {
    const page = site.pages.find(({ id }) => id === pageId);
    if (verdict !== 'clear')
      console.log(
        `${verdict}: “${text}”, in the opening band of ${page?.path}: ${contrast.toFixed(2)} where ${needed} is needed`,
      );
  }
}

function printTotals({ rows, panels, words, windows }: Proved, since: string | undefined): void {
  const all = [...rows, ...panels, ...words];
  const count = (verdict: string) => all.filter((row) => row.verdict === verdict).length;
  const at = metWords(windows);
  if (since === undefined)
    console.log(`${count('lost')} lost, ${count('strained')} strained, ${count('clear')} clear, ${at}`);
  else console.log(`${all.length} worse than in ${since}, ${at}`);
}
