import { mkdtempSync, readFileSync, readdirSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { beforeEach, describe, expect, test, vi } from 'vitest';
import { makeEdit } from '@hatrail/core/model/patch';
import { changesOf } from '@hatrail/core/model/changes';
import { dressedSite } from '../../e2e/dressed.ts';
import type { Site } from '@hatrail/core/model/site';
import { openDatabase, type Db } from '../src/database.ts';
import { PictureStore } from '../src/pictureStore.ts';
import { ReleaseStore } from '../src/releaseStore.ts';
import { SiteStore } from '../src/siteStore.ts';

/** What is kept, and what becomes of it: sites, their parts and revisions, releases and files. */

const demo = JSON.parse(readFileSync('demo/larkfell.hatrail.json', 'utf8')) as Site;
const hashesOf = (site: Site, letter = 'a') =>
  Object.fromEntries(
    [...site.pictures, ...(site.fonts ?? [])].map(({ id }, i) => [
      id,
      `${letter}${i.toString(16)}`.padEnd(64, '0'),
    ]),
  );
let db: Db;
let sites: SiteStore;
beforeEach(() => {
  db = openDatabase(':memory:');
  sites = new SiteStore(db);
});
const count = (table: string) => (db.prepare(`SELECT count(*) AS n FROM ${table}`).get() as { n: number }).n;

/** Edits a kept site and writes what that changed. */
function write(id: string, edit: (draft: Site) => void) {
  const before = sites.read(id)!;
  const [after] = makeEdit(before.site, 'Edit', edit);
  sites.write(id, after, changesOf(before.site, after, before.revisions)!);
  return sites.read(id)!;
}

describe('a site', () => {
  test('is read as it was taken in, whatever it wears', () => {
    for (const site of [demo, ...[2, 5, 8, 21, 30].map((seed) => dressedSite(demo, seed).site)]) {
      const id = sites.create(site, hashesOf(site));
      const kept = sites.read(id)!;
      expect(JSON.parse(JSON.stringify(kept.site))).toEqual(JSON.parse(JSON.stringify(site)));
      expect(kept.hashes).toEqual(hashesOf(site));
      expect(Object.values(kept.revisions.pages)).toEqual(site.pages.map(() => 1));
    }
  });

  test('has an address of its own, from the first word of its name', () => {
    const slugs = ['Larkfell Observatory', 'Larkfell', 'Élan vital', '???', 'larkfell 2'].map(
      (name) => sites.read(sites.create({ ...demo, name }, hashesOf(demo)))!.slug,
    );
    expect(slugs).toEqual(['larkfell', 'larkfell-2', 'elan', 'site', 'larkfell-3']);
  });

  test('only what changed gets another revision; order is kept, and what goes is gone', () => {
    const id = sites.create(demo, hashesOf(demo));
    const [first, second] = demo.pages;
    const renamed = write(id, (draft) => void (draft.pages[1]!.title = 'Other title'));
    expect(renamed.revisions.pages).toMatchObject({ [first!.id]: 1, [second!.id]: 2 });
    expect(renamed.revisions.site).toBe(1);
    const moved = write(id, (draft) => void draft.pages.push(draft.pages.splice(1, 1)[0]!));
    const others = demo.pages.filter((_, i) => i !== 1).map((page) => page.id);
    expect(moved.site.pages.map((page) => page.id)).toEqual([...others, second!.id]);
    const without = write(id, (draft) => {
      const [header] = draft.headers.splice(0, 1);
      draft.headers.unshift({ ...header!, id: 'other', name: 'Other' });
    });
    const rest = demo.headers.slice(1).map((header) => header.id);
    expect(without.site.headers.map((header) => header.id)).toEqual(['other', ...rest]);
    expect(without.revisions.headers).toMatchObject({ other: 1 });
    expect(Object.keys(without.revisions.headers)).not.toContain(demo.headers[0]!.id);
  });

  test('is written all at once or not at all', () => {
    const id = sites.create(demo, hashesOf(demo));
    const before = sites.read(id)!;
    const [after] = makeEdit(before.site, 'Half', (draft) => {
      draft.name = 'Half';
      draft.pages[0]!.title = 'Half';
    });
    const changes = changesOf(before.site, after, before.revisions)!;
    // The last thing that is written cannot be: a header that cannot be made into text.
    const circle: Record<string, unknown> = { id: 'circle' };
    circle.self = circle;
    const broken = { ...after, headers: [...after.headers, circle as never] };
    expect(() => sites.write(id, broken, changes)).toThrow();
    expect(sites.read(id)).toEqual(before);
  });

  test('that is deleted is out of sight, can be had back for a month, and then is gone with all its parts', () => {
    vi.useFakeTimers({ now: Date.UTC(2026, 0, 1) });
    const [kept, gone] = [sites.create(demo, hashesOf(demo)), sites.create(demo, hashesOf(demo, 'b'))];
    sites.remove(gone);
    expect(sites.ids()).toEqual([kept]);
    expect(sites.read(gone)).toBeUndefined();
    const day = 24 * 3600 * 1000;
    sites.purge(Date.now() + 29 * day);
    expect(sites.restore(gone)).toBe(true);
    expect(sites.read(gone)!.site.name).toBe(demo.name);
    sites.remove(gone);
    sites.purge(Date.now() + 31 * day);
    expect(sites.restore(gone)).toBe(false);
    expect(count('site')).toBe(1);
    for (const [table, parts] of [
      ['page', demo.pages],
      ['header', demo.headers],
      ['menu', demo.menus],
      ['picture', demo.pictures],
    ] as const) {
      expect(count(table), table).toBe(parts.length);
    }
    expect(count('file')).toBe(Object.keys(hashesOf(demo)).length);
    vi.useRealTimers();
  });
});

describe('a file', () => {
  test('is let go of with its last site, and never while a release shows it', () => {
    const releases = new ReleaseStore(db);
    const [one, other] = [sites.create(demo, hashesOf(demo)), sites.create(demo, hashesOf(demo))];
    const { id, file } = demo.pictures[0]!;
    const hash = hashesOf(demo)[id]!;
    expect(sites.removeFile(one, id)).toBeUndefined();
    expect(sites.removeFile(other, id)).toBe(hash);
    sites.addFile(one, id, file, hash);
    releases.make(one, demo, hashesOf(demo), '');
    expect(sites.removeFile(one, id)).toBeUndefined();
  });

  test('is kept once, by its content; what was made from it goes with it', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'hatrail-'));
    const pictures = new PictureStore(folder);
    const files = () => readdirSync(join(folder, 'pictures')).sort();
    const bytes = Uint8Array.of(1, 2, 3);
    const [hash, again] = [await pictures.keep(bytes), await pictures.keep(bytes)];
    expect(again).toBe(hash);
    const make = vi.fn(async () => Buffer.from([9]));
    expect([...(await pictures.derived(hash, '320', make))]).toEqual([9]);
    expect([...(await pictures.derived(hash, '320', make))]).toEqual([9]);
    expect(make).toHaveBeenCalledTimes(1);
    const other = await pictures.keep(Uint8Array.of(4));
    expect(files()).toEqual([hash, `${hash}-320`, other].sort());
    await pictures.remove(hash);
    expect(files()).toEqual([other]);
    expect(await pictures.read(hash)).toBeUndefined();
    // No name of a file is ever made from anything but a hash.
    await expect(pictures.remove('../..')).resolves.toBeUndefined();
    expect(() => pictures.read('../../etc/passwd')).rejects.toThrow('No hash');
    expect(files()).toEqual([other]);
  });

  test('that could not be made leaves nothing half done behind', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'hatrail-'));
    const pictures = new PictureStore(folder);
    const hash = await pictures.keep(Uint8Array.of(1));
    const fail = () => Promise.reject(new Error('No memory.'));
    await expect(pictures.derived(hash, '320', fail)).rejects.toThrow('No memory.');
    expect(readdirSync(join(folder, 'pictures'))).toEqual([hash]);
  });
});

describe('releases', () => {
  test('are numbered, never changed, and one of them is live', () => {
    const releases = new ReleaseStore(db);
    const id = sites.create(demo, hashesOf(demo));
    expect(releases.live(id)).toBeUndefined();
    expect(releases.make(id, demo, hashesOf(demo), 'First')).toMatchObject({ number: 1, live: true });
    const later = { ...demo, name: 'Larkfell by night' };
    releases.make(id, later, hashesOf(demo), 'Second');
    expect(releases.list(id).map(({ number, live, note }) => [number, live, note])).toEqual([
      [2, true, 'Second'],
      [1, false, 'First'],
    ]);
    expect(releases.live(id)!.site.name).toBe('Larkfell by night');
    expect(releases.putLive(id, 1)).toMatchObject({ number: 1, live: true });
    expect(releases.list(id).filter(({ live }) => live)).toHaveLength(1);
    expect(releases.live(id)!.site).toEqual(demo);
    expect(releases.putLive(id, 7)).toBeUndefined();
    expect(releases.live(id)!.number).toBe(1);
  });

  test('of one site are no other’s, and go with it', () => {
    const releases = new ReleaseStore(db);
    const [one, other] = [sites.create(demo, hashesOf(demo)), sites.create(demo, hashesOf(demo))];
    releases.make(one, demo, hashesOf(demo), '');
    expect(releases.list(other)).toEqual([]);
    expect(releases.make(other, demo, hashesOf(demo), '').number).toBe(1);
    sites.remove(one);
    sites.purge(Date.now() + 40 * 24 * 3600 * 1000);
    expect(count('release')).toBe(1);
    expect(releases.live(other)!.number).toBe(1);
  });
});

describe('the database', () => {
  test('is brought up to date from each earlier state with what is in it', () => {
    const folder = mkdtempSync(join(tmpdir(), 'hatrail-'));
    const migrations = readdirSync('server/migrations').sort();
    expect(migrations.length).toBeGreaterThan(1);
    const now = db.pragma('user_version', { simple: true });
    const tables = (of: Db) =>
      of.prepare(`SELECT name, sql FROM sqlite_master WHERE type = 'table' ORDER BY name`).all();
    for (let done = 0; done < migrations.length; done++) {
      const path = join(folder, `${done}.sqlite`);
      const old = new Database(path);
      for (const file of migrations.slice(0, done)) {
        old.exec(readFileSync(join('server/migrations', file), 'utf8'));
      }
      old.pragma(`user_version = ${done}`);
      old.close();
      const fresh = openDatabase(path);
      expect(fresh.pragma('user_version', { simple: true })).toBe(now);
      expect(tables(fresh)).toEqual(tables(db));
      const store = new SiteStore(fresh);
      const id = store.create(demo, hashesOf(demo));
      fresh.close();
      // Opened once more, nothing is run again.
      const again = openDatabase(path);
      expect(new SiteStore(again).read(id)!.site.name).toBe(demo.name);
      again.close();
    }
  });
});
