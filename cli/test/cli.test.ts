import { spawnSync } from 'node:child_process';
import { copyFileSync, existsSync, mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { beforeAll, describe, expect, test } from 'vitest';
import { run } from './run.ts';
import type { Row } from '@hatrail/core/sweep/row';

/** The command line as it is used: what it prints, and its exit code. */

const DEMO = 'demo/larkfell.hatrail.json';
let folder: string;
const spoilt = (name: string, change: (text: string) => string): string => {
  const file = join(folder, name);
  writeFileSync(file, change(readFileSync(DEMO, 'utf8')));
  return file;
};

beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'hatrail-'));
  for (const file of [
    'aurora.jpg',
    'dome.jpg',
    'planet.jpg',
    'stars.jpg',
    'larkfell-light.svg',
    'larkfell-dark.svg',
  ]) {
    copyFileSync(`demo/${file}`, join(folder, file));
  }
});

describe('prove', () => {
  test('finds the demo lost over the snow, says where in JSON, and exits with 1', async () => {
    const { status, stdout } = await run('prove', DEMO, '--page', '/', '--width', '1280', '--json');
    expect(status).toBe(1);
    const { rows } = JSON.parse(stdout) as { rows: Row[] };
    const row = rows.find(
      (one) => one.item === 'Night log' && one.moment === 'scrolled' && one.state === 'rest',
    )!;
    expect(row).toMatchObject({ page: '/', header: 'night', width: 1280, needed: 4.5, verdict: 'lost' });
    expect(row.worst).toBeGreaterThan(2.5);
    expect(row.worst).toBeLessThan(3);
    expect(row.cell.y).toBeGreaterThan(row.scroll);
    expect(row.cell.x).toBeGreaterThanOrEqual(Math.floor(row.box.x));
    expect(
      rows
        .filter(({ moment, state }) => moment === 'top' && state === 'rest')
        .every((r) => r.verdict === 'clear'),
    ).toBe(true);
  });

  test('exits with 0 where nothing is lost', async () => {
    const file = spoilt('solid.hatrail.json', (text) => text.replace('"opacity": 0.42', '"opacity": 1'));
    const { status, stdout } = await run('prove', file, '--page', '/', '--width', '1280');
    expect(status).toBe(0);
    expect(stdout).toMatch(/^0 lost/m);
  });

  test('prints findings with what to do, a line each, or every row where that is asked for', async () => {
    const asked = ['prove', DEMO, '--page', '/', '--width', '1280'];
    const { stdout } = await run(...asked);
    const lines = stdout.trim().split('\n');
    expect(lines.length).toBeLessThan(6);
    expect(lines[0]).toMatch(
      /^lost: White links over light pages, after scrolling: 5 links, .*: make the fill more/,
    );
    const { stdout: rows } = await run(...asked, '--rows');
    const below = rows.split('\n').filter((line) => /^(?:lost|strained): /.test(line));
    const total = /(\d+) lost, (\d+) strained/.exec(stdout)!;
    expect(below).toHaveLength(Number(total[1]) + Number(total[2]));
  });

  test.runIf(process.env.LONG)('strict, what is strained fails too', async () => {
    const file = spoilt('strained.hatrail.json', (text) => text.replace('"opacity": 0.42', '"opacity": 0.7'));
    const asked = ['prove', file, '--page', '/', '--width', '1280'];
    const { stdout, status } = await run(...asked);
    expect(stdout).toMatch(/^0 lost, [1-9]/m);
    expect([status, (await run(...asked, '--strict')).status]).toEqual([0, 1]);
  });

  test.each([
    [['--page', '/nowhere'], /no page \/nowhere: choose one of \/, \/visit/],
    [['--width', 'wide'], /“wide” is no width/],
    [['--colour', 'red'], /--colour/],
  ])('%s: exits with 2 and says why', async (options, message) => {
    const { status, stderr } = await run('prove', DEMO, ...options);
    expect(status).toBe(2);
    expect(stderr).toMatch(message);
  });
});

describe('check', () => {
  test.each<[string, (text: string) => string, RegExp]>([
    ['cut short', (text) => text.slice(0, 9000), /breaks off/],
    ['of a later version', (text) => text.replace('"format": 4', '"format": 7'), /version 7/],
    ['without its picture', (text) => text.replace('dome.jpg', 'gone.jpg'), /gone.jpg is missing/],
    [
      'with a picture of another size',
      (text) => text.replace('"width": 1920', '"width": 1900'),
      /1920 × 1080 px, but/,
    ],
    [
      'with a picture that is none',
      (text) => text.replace('dome.jpg', 'words.jpg'),
      /no picture that can be used/,
    ],
  ])('a file %s: exits with 2 and says what to do', async (name, change, message) => {
    writeFileSync(join(folder, 'words.jpg'), 'these are words');
    const { status, stderr } = await run(
      'check',
      spoilt(`${name.replaceAll(' ', '-')}.hatrail.json`, change),
    );
    expect(status).toBe(2);
    expect(stderr).toMatch(message);
  });
});

describe('export', () => {
  test('writes pages, styles, script, pictures and fonts that find one another', async () => {
    const out = join(folder, 'site');
    expect((await run('export', DEMO, '--out', out)).status).toBe(0);
    const html = readFileSync(join(out, 'visit/index.html'), 'utf8');
    const addresses = [...html.matchAll(/(?:src|href)="([^"#]+)"/g)].map(([, address]) => address!);
    for (const address of addresses) {
      const file = join(out, 'visit', address);
      // The icon that there is none of needs no file.
      if (address.startsWith('data:')) continue;
      expect(existsSync(address.endsWith('/') ? join(file, 'index.html') : file), address).toBe(true);
    }
    expect(html).not.toMatch(/api\/|hatrail/);
  });
});

describe('what an owner finds by asking', () => {
  test('--help tells what there is, and ends well', async () => {
    const { status, stdout } = spawnSync('node', ['--import', 'tsx', 'cli/src/main.ts', '--help'], {
      encoding: 'utf8',
    });
    expect(status).toBe(0);
    expect(stdout).toMatch(/hatrail prove SITE/);
  });
  test('a folder that cannot be written to is said as such, and is not taken for a lost link', async () => {
    const file = join(folder, 'a-file');
    writeFileSync(file, '');
    const { status, stderr } = await run(
      'export',
      'demo/larkfell.hatrail.json',
      '--out',
      join(file, 'inside'),
    );
    expect(status).toBe(2);
    expect(stderr).toMatch(/Cannot write to .*Give another folder/);
    expect(stderr).not.toMatch(/at .*\.ts:/);
  });
  test('a folded menu that cannot be read is lost at the widths where it folds, and nowhere else', async () => {
    const pale = spoilt('pale.hatrail.json', (text) => {
      const site = JSON.parse(text) as { headers: { panel: object }[] };
      site.headers[0]!.panel = { fill: { colour: '#ffffff' }, ink: { colour: '#fefefe' } };
      return JSON.stringify(site);
    });
    const small = await run('prove', pale, '--page', '/', '--width', '390');
    expect(small.status).toBe(1);
    expect(small.stdout).toMatch(
      /^lost: Entries of the folded menu: entries at rest, .* worst 1\.01 where 4\.5 is needed/m,
    );
    const wide = await run('prove', pale, '--page', '/', '--width', '1280');
    expect(wide.stdout).toMatch(/lost: Entries of the drop-downs/);
    expect(wide.stdout).not.toMatch(/folded menu/);
  });
});
