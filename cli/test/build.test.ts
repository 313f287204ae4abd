import { existsSync, mkdtempSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { BlobWriter, Uint8ArrayReader, ZipWriter } from '@zip.js/zip.js';
import { describe, expect, test } from 'vitest';
import type { Row } from '@hatrail/core/sweep/row';
import { run } from './run.ts';

/** The command line in a build: parts on several machines, reports, what got worse, and other needs. */

const folder = mkdtempSync(join(tmpdir(), 'hatrail-build-'));

/** A small site, without pictures, so that each sweep takes a moment. */
function small(name: string, change: (site: Demo) => void = () => undefined): string {
  const site = JSON.parse(readFileSync('demo/larkfell.hatrail.json', 'utf8')) as Demo;
  site.pages = site.pages.filter(({ path }) => path === '/log' || path === '/book');
  site.pictures = [];
  site.headers = site.headers.slice(0, 1);
  site.menus = site.menus.slice(0, 1);
  delete site.placements;
  const [header] = site.headers;
  for (const rail of header!.rails) rail.start = [];
  const known = new Set(site.pages.map(({ id }) => id));
  for (const menu of site.menus)
    menu.entries = menu.entries.filter(({ page }) => page === undefined || known.has(page));
  site.logo = { ...site.logo, variants: {} };
  change(site);
  const file = join(folder, name);
  writeFileSync(file, JSON.stringify(site));
  return file;
}
interface Demo {
  pages: { id: string; path: string; bands: unknown[] }[];
  pictures: object[];
  placements?: object[];
  logo: object;
  menus: { entries: { page?: string }[] }[];
  headers: { rails: { start: object[] }[]; looks: { scrolled: { fill: { opacity: number } } } }[];
}
const file = small('small.hatrail.json');
const rowsIn = (json: string) => (JSON.parse(json) as { rows: Row[] }).rows;
const keyOf = ({ page, width, moment, item, state, part, worst }: Row) =>
  [page, width, moment, item, state, part, worst].join(' ');

describe('widths', () => {
  test('a list with a stretch of them, and no others', async () => {
    const { stdout } = await run('prove', file, '--widths', '390,1278-1280', '--json');
    expect([...new Set(rowsIn(stdout).map(({ width }) => width))].sort()).toEqual([1278, 1279, 1280, 390]);
  });
  test.runIf(process.env.LONG)('those between, too, with the pixel either side of the fold', async () => {
    const { stdout } = await run('prove', file, '--page', '/log', '--widths', 'between', '--json');
    const widths = new Set(rowsIn(stdout).map(({ width }) => width));
    expect([320, 390, 1112, 1920, 2560].every((width) => widths.has(width))).toBe(true);
    expect([...widths].filter((width) => widths.has(width + 1)).length).toBeGreaterThan(2);
    const heights = rowsIn(stdout).flatMap(({ width, height }) => (height ? [`${width}×${height}`] : []));
    expect([...new Set(heights)]).toEqual(expect.arrayContaining(['390×560', '1280×600']));
  });
  test('a window of another height, told with it', async () => {
    const { stdout } = await run('prove', file, '--page', '/log', '--widths', '1280,1280x600');
    expect(stdout).toMatch(/at 1280 px; in windows of 1280 × 600 px$/m);
  });
});

describe('words of opening bands', () => {
  test('that cannot be read are told, once for a page, and fail the build', async () => {
    const pale = small('pale.hatrail.json', (site) => {
      const [band] = site.pages.find(({ path }) => path === '/book')!.bands as {
        ink: object;
        backdrop: { colour: object };
      }[];
      band!.ink = band!.backdrop.colour;
    });
    const asked = ['prove', pale, '--page', '/book', '--widths', '390,1280'] as const;
    const { stdout, stderr, status } = await run(...asked);
    expect(stderr).toBe('');
    expect(stdout).toMatch(/lost: Words of the opening band: .+: “.+” is worst, worst 1.00 where/);
    expect(status).toBe(1);
    const { stdout: rows } = await run(...asked, '--rows');
    expect(rows.match(/in the opening band of \/book: 1.00/g)).toHaveLength(1);
  });
});

describe('parts', () => {
  test('joined they are the whole, in findings and totals; one that is missing or there twice is told', async () => {
    const asked = [file, '--widths', '390,768,1280'];
    const whole = await run('prove', ...asked);
    const parts: string[] = [];
    for (const part of [1, 2, 3, 4]) {
      const { stdout } = await run('prove', ...asked, '--shard', `${part}/4`, '--json');
      parts.push(join(folder, `part-${part}.json`));
      writeFileSync(parts.at(-1)!, stdout);
    }
    const joined = await run('prove', '--join', ...parts.toReversed());
    expect([joined.status, joined.stdout]).toEqual([whole.status, whole.stdout]);
    const json = await run('prove', '--join', ...parts, '--json');
    const all = await run('prove', ...asked, '--json');
    expect(rowsIn(json.stdout).map(keyOf).sort()).toEqual(rowsIn(all.stdout).map(keyOf).sort());
    const [one, two, three] = parts as [string, string, string];
    const refused = async (...files: string[]) => (await run('prove', '--join', ...files)).stderr;
    expect(await refused(one, two, three)).toMatch(/Part 4 of 4 is missing/);
    expect(await refused(...parts, one)).toMatch(/Part 1 of 4 is there twice/);
    writeFileSync(join(folder, 'cut.json'), readFileSync(one, 'utf8').slice(0, 500));
    expect(await refused(join(folder, 'cut.json'))).toMatch(/breaks off/);
    expect(await refused(file)).toMatch(/is no part: make it by/);
    const other = small('other.hatrail.json', (site) => void Object.assign(site, { name: 'Another' }));
    const { stdout } = await run('prove', other, '--shard', '1/4', '--widths', '390,768,1280', '--json');
    writeFileSync(join(folder, 'other.json'), stdout);
    expect(await refused(one, join(folder, 'other.json'))).toMatch(/is of another site/);
  });
});

describe('reports', () => {
  test('each kind is written whole, and a build is told as without them', async () => {
    const kinds = ['html', 'csv', 'json', 'earl', 'junit', 'sarif'];
    const to = kinds.map((kind) => join(folder, `report.${kind}`));
    const asked = ['prove', file, '--width', '1280'];
    const { status } = await run(...asked, ...kinds.flatMap((kind, i) => ['--report', kind, to[i]!]));
    expect(status).toBe((await run(...asked)).status);
    const [html, csv, json, earl, junit, sarif] = to.map((each) => readFileSync(each, 'utf8'));
    expect(html).toMatch(/<img src="data:image\/png;base64,[^"]{200,}"/);
    expect(csv!.trim().split('\r\n')).toHaveLength(rowsIn(json!).length + 1);
    expect(JSON.parse(earl!)).toHaveLength(1);
    expect(junit).toMatch(/^<\?xml[^]*<\/testsuites>\n$/);
    expect((JSON.parse(sarif!) as { runs: object[] }).runs).toHaveLength(1);
    expect(readdirSync(folder).filter((name) => name.endsWith('.part'))).toEqual([]);
  });
  test.each<[string, string[], RegExp]>([
    ['to a folder that is not there', ['--report', 'csv', '/no/where/r.csv'], /no folder \/no\/where/],
    ['over a folder', ['--report', 'csv', folder], /is a folder: name a file in it/],
    ['of no kind', ['--report', 'pdf', 'r.pdf'], /the kinds are html, csv/],
    ['without a file', ['--report', 'html', '--strict'], /Say --report KIND FILE/],
    ['of a part', ['--shard', '1/2', '--json', '--report', 'csv', join(folder, 'x')], /where the parts are/],
    ['of a part of none', ['--shard', '3/2', '--json'], /“3\/2” is no part/],
    ['by a need of nothing', ['--target', '0'], /“0” is no contrast: give a number from 1 to 21/],
    ['by a need of too much', ['--target', '30'], /“30” is no contrast/],
    ['at widths that go backwards', ['--widths', '800-700'], /goes backwards/],
    ['at a width too many', ['--widths', '390', '--every-width'], /Say one of --width/],
    ['at no window', ['--widths', '1280x90'], /“1280x90” is no window/],
    ['at no width', ['--widths', '390,,768'], /“” is no width/],
  ])('%s: says what to do, before anything is swept', async (_, options, message) => {
    const { status, stderr } = await run('prove', file, ...options);
    expect([status, stderr]).toEqual([2, expect.stringMatching(message)]);
    expect(existsSync(join(folder, 'x'))).toBe(false);
  });
});

test('by another need, rows are held against that', async () => {
  const solid = small('solid.hatrail.json', (site) => {
    Object.assign(site.headers[0]!.looks.scrolled.fill, { opacity: 0.65 });
  });
  const asked = ['prove', solid, '--width', '1280', '--json'];
  const text = (json: string) =>
    rowsIn(json).filter(
      ({ moment, item, state }) => moment === 'scrolled' && item === 'Night log' && state === 'rest',
    );
  const [usual, strict, own] = [
    text((await run(...asked)).stdout),
    text((await run(...asked, '--target', '7')).stdout),
    text((await run(...asked, '--target', '3')).stdout),
  ];
  expect([usual[0]!.needed, strict[0]!.needed, own[0]!.needed]).toEqual([4.5, 7, 3]);
  expect(strict.map(({ worst }) => worst)).toEqual(usual.map(({ worst }) => worst));
  expect([usual[0]!.verdict, strict[0]!.verdict]).toEqual(['clear', 'strained']);
});

test('only what is worse than in an older file is told, and fails', async () => {
  const better = small('better.hatrail.json', (site) => {
    Object.assign(site.headers[0]!.looks.scrolled.fill, { opacity: 0.9 });
  });
  const asked = ['--width', '1280'];
  const worse = await run('prove', file, ...asked, '--since', better);
  expect(worse.status).toBe(1);
  const findings = worse.stdout.split('\n').filter((line) => /^(lost|strained): /.test(line));
  expect(findings.length).toBeGreaterThan(0);
  expect(findings.every((line) => line.includes('after scrolling'))).toBe(true);
  const same = await run('prove', file, ...asked, '--since', file);
  expect([same.status, same.stdout]).toEqual([0, expect.stringMatching(/^0 worse than in /)]);
  expect((await run('prove', better, ...asked, '--since', file)).status).toBe(0);
});

test('a zip with its pictures is proved as the file beside them is', async () => {
  const zip = new ZipWriter(new BlobWriter(), { useWebWorkers: false });
  for (const name of readdirSync('demo').filter((each) => /larkfell|\.jpg$/.test(each)))
    await zip.add(name, new Uint8ArrayReader(readFileSync(join('demo', name))));
  const packed = join(folder, 'site.hatrail.zip');
  writeFileSync(packed, Buffer.from(await (await zip.close()).arrayBuffer()));
  const asked = ['--page', '/log', '--width', '1280', '--json'];
  const [zipped, plain] = [
    await run('prove', packed, ...asked),
    await run('prove', 'demo/larkfell.hatrail.json', ...asked),
  ];
  expect(zipped).toEqual(plain);
  writeFileSync(packed, readFileSync(packed).subarray(0, 3000));
  expect(await run('prove', packed)).toMatchObject({ status: 2, stderr: expect.stringMatching(/cut short/) });
});

test.each(['prove', 'export', 'check'])('%s --help tells what it takes', async (name) => {
  const { status, stdout } = await run(name, '--help');
  expect([status, stdout]).toEqual([0, expect.stringMatching(new RegExp(`^hatrail ${name} SITE`))]);
});
