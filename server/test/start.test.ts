import { spawnSync } from 'node:child_process';
import {
  cpSync,
  existsSync,
  mkdtempSync,
  readFileSync,
  readdirSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { beforeAll, describe, expect, test } from 'vitest';
import { openDatabase } from '../src/database.ts';
import { start } from '../src/start.ts';

/** What is found on starting: a folder that is in use, of a later version, damaged or foreign is left as it is, with what to do. */

const newFolder = () => mkdtempSync(join(tmpdir(), 'hatrail-'));
const begin = (dataFolder: string) => start({ port: 0, livePort: 0, dataFolder });
const database = (folder: string) => join(folder, 'hatrail.sqlite');
const refusal = (folder: string) =>
  begin(folder).then(
    async (running) => {
      await running.close();
      return 'It started.';
    },
    (error: Error) => error.message,
  );

let sound: string;
beforeAll(async () => {
  sound = newFolder();
  const running = await begin(sound);
  await running.close();
});
/** A copy of a sound folder, changed. */
const folderWith = (change: (folder: string) => void): string => {
  const folder = newFolder();
  cpSync(sound, folder, { recursive: true });
  change(folder);
  return folder;
};
const inDatabase = (folder: string, run: (db: Database.Database) => void) => {
  const db = new Database(database(folder));
  run(db);
  db.close();
};

describe('a data folder', () => {
  test.each<[string, (folder: string) => void, RegExp]>([
    [
      'of a later version',
      (folder) => inDatabase(folder, (db) => db.pragma('user_version = 99')),
      /made by a later version .*Bring Hat Rail up to date/,
    ],
    [
      'whose database is empty',
      (folder) => writeFileSync(database(folder), ''),
      /is empty, so what was in it is lost.*Put back a copy/,
    ],
    [
      'whose database is something else',
      (folder) => writeFileSync(database(folder), 'words '.repeat(500)),
      /is no database, or is damaged/,
    ],
    [
      'whose database is damaged in the middle',
      (folder) => {
        const bytes = readFileSync(database(folder));
        bytes.fill(0x5a, 4096 * 2, 4096 * 6);
        writeFileSync(database(folder), bytes);
      },
      /is damaged.*Put back a copy/,
    ],
    [
      'whose database is another program’s',
      (folder) => {
        rmSync(database(folder));
        inDatabase(folder, (db) => db.exec('CREATE TABLE notes (words TEXT); PRAGMA user_version = 2'));
      },
      /not one of Hat Rail/,
    ],
    [
      'whose database is gone',
      (folder) => rmSync(database(folder)),
      /is missing, though its pictures are there. Put it back/,
    ],
  ])('%s is refused, says what to do, and stays as it is', async (_, change, message) => {
    const folder = folderWith(change);
    const before = existsSync(database(folder)) && readFileSync(database(folder));
    const pictures = readdirSync(join(folder, 'pictures'));
    expect(await refusal(folder)).toMatch(message);
    expect(existsSync(database(folder)) && readFileSync(database(folder))).toEqual(before);
    expect(readdirSync(join(folder, 'pictures'))).toEqual(pictures);
  });

  test('is one server’s: a second is told, and the first goes on', async () => {
    const first = await begin(sound);
    expect(await refusal(sound)).toMatch(/runs on .* already: use the one that runs/);
    expect((await fetch(`${first.url}/api/sites`)).status).toBe(200);
    await first.close();
    expect(await refusal(sound)).toBe('It started.');
  });

  test('that cannot be one says so, and ends with 1', () => {
    const { status, stderr } = spawnSync('node', ['--import', 'tsx', 'server/src/main.ts'], {
      encoding: 'utf8',
      env: { ...process.env, PORT: '0', LIVE_PORT: '0', HATRAIL_DATA: '/dev/null/x' },
    });
    expect(status).toBe(1);
    expect(stderr).toMatch(/cannot be used .*set HATRAIL_DATA/);
    expect(stderr).not.toMatch(/at .*\.ts:/);
  });

  test('two that start at once on a new one: one begins, with the demo sites once', async () => {
    const folder = newFolder();
    const [one, other] = await Promise.allSettled([begin(folder), begin(folder)]);
    const begun = [one, other].flatMap((each) => (each.status === 'fulfilled' ? [each.value] : []));
    expect(begun).toHaveLength(1);
    expect(begun[0]!.context.sites.list()).toHaveLength(2);
    await begun[0]!.close();
  });

  test('whose first start was cut off begins anew', async () => {
    const folder = folderWith((at) => {
      rmSync(database(at));
      writeFileSync(`${database(at)}.new`, 'half');
    });
    const running = await begin(folder);
    expect(running.context.sites.list()).toHaveLength(2);
    await running.close();
    expect(existsSync(`${database(folder)}.new`)).toBe(false);
  });

  test('without a site stays so: the demo sites come only with a new one', async () => {
    const folder = folderWith((at) => inDatabase(at, (db) => db.exec('DELETE FROM site')));
    const running = await begin(folder);
    expect(running.context.sites.list()).toEqual([]);
    // Their pictures, which nothing names any more, were swept.
    expect(readdirSync(join(folder, 'pictures'))).toEqual([]);
    await running.close();
  });

  test('in which nothing changed is not written to', async () => {
    const folder = folderWith(() => undefined);
    const times = () => statSync(database(folder)).mtimeMs;
    const before = times();
    await (await begin(folder)).close();
    expect(times()).toBe(before);
  });
});

test('a database of an earlier version is copied before it is brought up to date', () => {
  const folder = newFolder();
  const path = database(folder);
  const migrations = readdirSync('server/migrations').sort();
  const old = new Database(path);
  for (const file of migrations.slice(0, 2)) old.exec(readFileSync(join('server/migrations', file), 'utf8'));
  old.exec(`INSERT INTO site (id, name, slug, created_at, changed_at) VALUES ('a', 'Old', 'old', '', '')`);
  old.exec(`INSERT INTO page (site_id, id, position, document, revision) VALUES ('a', 'p', 0, '{}', 40)`);
  old.pragma('user_version = 2');
  old.close();
  const db = openDatabase(path);
  expect(db.prepare('SELECT name, sequence FROM site').all()).toEqual([{ name: 'Old', sequence: 1040 }]);
  db.close();
  const [copy] = readdirSync(folder).filter((name) => name.startsWith('before-'));
  const kept = new Database(join(folder, copy!), { readonly: true });
  expect(kept.pragma('user_version', { simple: true })).toBe(2);
  expect(kept.prepare('SELECT name FROM site').all()).toEqual([{ name: 'Old' }]);
  kept.close();
});
