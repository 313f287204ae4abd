import { mkdirSync, mkdtempSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { Readable } from 'node:stream';
import Database from 'better-sqlite3';
import { beforeEach, describe, expect, test, vi } from 'vitest';
import { makeEdit } from '@hatrail/core/model/patch';
import { changesOf } from '@hatrail/core/model/changes';
import { dressedSite } from '../../e2e/dressed.ts';
import { FORMAT, type Site } from '@hatrail/core/model/site';
import { openDatabase, type Db } from '../src/database.ts';
import { FileStore, hashOf } from '../src/fileStore.ts';
import { ReleaseStore } from '../src/releaseStore.ts';
import { SiteStore } from '../src/siteStore.ts';

/** What is kept, and what becomes of it: sites, their parts and revisions, releases and files. */

const demo = JSON.parse(readFileSync('demo/larkfell.hatrail.json', 'utf8')) as Site;
const hashesOf = (site: Site, letter = 'a'): Record<string, string> =>
  Object.fromEntries(
    [...site.pictures, ...(site.fonts ?? [])].map(({ id }, i) => [
      id,
      `${letter}${i.toString(16)}`.padEnd(64, '0'),
    ]),
  );
const filesOf = (site: Site, letter?: string) =>
  new Map(Object.entries(hashesOf(site, letter)).map(([id, hash]) => [id, { hash }]));
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
      const id = sites.create(site, filesOf(site));
      const kept = sites.read(id)!;
      expect(JSON.parse(JSON.stringify(kept.site))).toEqual(JSON.parse(JSON.stringify(site)));
      expect(kept.hashes).toEqual(hashesOf(site));
      expect(Object.values(kept.revisions.pages)).toEqual(site.pages.map(() => 1));
    }
  });

  test('has an address of its own, from the first word of its name', () => {
    const slugs = ['Larkfell Observatory', 'Larkfell', 'Élan vital', '???', 'larkfell 2'].map(
      (name) => sites.read(sites.create({ ...demo, name }, filesOf(demo)))!.slug,
    );
    expect(slugs).toEqual(['larkfell', 'larkfell-2', 'elan', 'site', 'larkfell-3']);
  });

  test('only what changed gets another revision; order is kept, and what goes is gone', () => {
    const id = sites.create(demo, filesOf(demo));
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
    expect(without.revisions.headers).toMatchObject({ other: 4 });
    expect(Object.keys(without.revisions.headers)).not.toContain(demo.headers[0]!.id);
  });

  test('is written all at once or not at all', () => {
    const id = sites.create(demo, filesOf(demo));
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
    const withCircle = { ...changes, headers: [{ id: 'circle', revision: 0, value: circle as never }] };
    expect(() => sites.write(id, broken, withCircle)).toThrow();
    expect(sites.read(id)).toEqual(before);
  });

  test('that is deleted is out of sight, can be had back for a month, and then is gone with all its parts', () => {
    vi.useFakeTimers({ now: Date.UTC(2026, 0, 1) });
    const [kept, gone] = [sites.create(demo, filesOf(demo)), sites.create(demo, filesOf(demo, 'b'))];
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

describe('revisions', () => {
  test('only rise: a part made anew under its id is never taken for the one before', () => {
    const id = sites.create(demo, filesOf(demo));
    const [page] = demo.pages;
    const take = (from: number) => {
      const { site, revisions } = sites.read(id)!;
      const without = { ...site, pages: site.pages.filter((each) => each.id !== page!.id) };
      sites.write(id, without, {
        pages: [{ id: page!.id, revision: revisions.pages[page!.id]!, value: null }],
      });
      expect(sites.read(id)!.revisions.pages).not.toHaveProperty(page!.id);
      sites.write(id, site, { pages: [{ id: page!.id, revision: 0, value: page! }] });
      const { pages } = sites.read(id)!.revisions;
      expect(pages[page!.id]).toBeGreaterThan(from);
      return pages[page!.id]!;
    };
    take(take(1));
  });

  test('an order has one of its own, which a part that is added at the end leaves as it is', () => {
    const id = sites.create(demo, filesOf(demo));
    const before = sites.read(id)!.revisions.order;
    const added = write(
      id,
      (draft) => void draft.pages.push({ ...draft.pages[0]!, id: 'last', path: '/last' }),
    );
    expect(added.revisions.order).toEqual(before);
    const moved = write(id, (draft) => void draft.pages.reverse());
    expect(moved.revisions.order.pages).toBeGreaterThan(before.pages);
    expect(moved.revisions.order.headers).toBe(before.headers);
    expect(sites.read(id)!.site.pages[0]!.id).toBe('last');
  });
});

describe('a file', () => {
  let folder: string;
  let files: FileStore;
  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), 'hatrail-'));
    files = new FileStore(folder, (hash) => sites.files.isNamed(hash));
  });
  const listed = (of: string) => readdirSync(join(folder, of)).sort();
  /** A draft as it comes in. */
  const draft = async (...bytes: number[]) => {
    const { path } = await files.receive(
      Readable.from([Buffer.from(bytes)]),
      1000,
      () => new Error('Too much.'),
    );
    return { path, hash: hashOf(Uint8Array.from(bytes)) };
  };
  const id = () => sites.create({ ...demo, pictures: [] }, new Map());

  test('stays while a site or a release names it, and goes with the last that does', async () => {
    const releases = new ReleaseStore(db);
    const site = id();
    const one = await draft(1);
    await files.keep([one], () => sites.files.add(site, 'one', { name: 'one.png', hash: one.hash }));
    releases.make(site, demo, { one: one.hash }, '');
    sites.files.remove(site, 'one');
    files.letGo(one.hash);
    expect(listed('pictures')).toEqual([one.hash]);
    sites.remove(site);
    sites.purge(Date.now() + 40 * 24 * 3600 * 1000);
    expect(await files.sweep(sites.files.named(), true)).toBe(1);
    expect(listed('pictures')).toEqual([]);
  });

  test('that nothing comes to name is a draft again, and can be kept by the next try; one that is given up while it comes is gone', async () => {
    const site = id();
    const [one, two] = [await draft(1), await draft(2)];
    await files.keep([await draft(2)], () => sites.files.add(site, 'two', { name: '2.png', hash: two.hash }));
    await expect(
      files.keep([one, two], () => {
        throw new Error('Given up.');
      }),
    ).rejects.toThrow('Given up.');
    expect(listed('pictures')).toEqual([two.hash]);
    expect(listed('drafts')).toHaveLength(2);
    await files.keep([one, two], () => sites.files.add(site, 'one', { name: '1.png', hash: one.hash }));
    expect(listed('pictures')).toEqual([one.hash, two.hash].sort());
    const tooMuch = files.receive(
      Readable.from([Buffer.alloc(600), Buffer.alloc(600)]),
      1000,
      () => new Error('Too much.'),
    );
    await expect(tooMuch).rejects.toThrow('Too much.');
    expect(listed('drafts')).toEqual([]);
  });

  test('is never gone where a row names it, however bringing in and letting go fall together', async () => {
    const site = id();
    for (let round = 0; round < 60; round++) {
      const [one, again] = [await draft(7), await draft(7)];
      const name = `f${round}`;
      await files.keep([one], () => sites.files.add(site, name, { name, hash: one.hash }));
      const drop = async () => {
        await new Promise((go) => setTimeout(go, round % 4));
        sites.files.remove(site, name);
        files.letGo(one.hash);
      };
      await Promise.all([
        files.keep([again], () => sites.files.add(site, `${name}-2`, { name, hash: one.hash })),
        drop(),
      ]);
      expect(listed('pictures'), `round ${round}`).toEqual([one.hash]);
      sites.files.remove(site, `${name}-2`);
      files.letGo(one.hash);
      expect(listed('pictures')).toEqual([]);
    }
  });

  test('what is made from it is made once, goes with it, and leaves nothing half done', async () => {
    const site = id();
    const one = await draft(1, 2, 3);
    await files.keep([one], () => sites.files.add(site, 'one', { name: 'one.png', hash: one.hash }));
    const make = vi.fn(async (to: string) => writeFileSync(to, Buffer.from([9])));
    for (let i = 0; i < 2; i++) expect([...(await files.made(one.hash, '320', make))]).toEqual([9]);
    expect(make).toHaveBeenCalledTimes(1);
    const fail = async (to: string) => {
      writeFileSync(to, 'half');
      throw new Error('No memory.');
    };
    await expect(files.made(one.hash, '640', fail)).rejects.toThrow('No memory.');
    expect(listed(`made/${one.hash}`)).toEqual(['320']);
    expect(listed('drafts')).toEqual([]);
    sites.files.remove(site, 'one');
    files.letGo(one.hash);
    expect([...listed('pictures'), ...listed('made')]).toEqual([]);
    // No name of a file is ever made from anything but a hash.
    expect(() => files.letGo('../..')).toThrow('No hash');
    await expect(files.read('../../etc/passwd')).rejects.toThrow('No hash');
  });

  test('what an interruption or an earlier version left behind is swept, and nothing else', async () => {
    const site = id();
    const [one, lost] = [await draft(1), await draft(2)];
    await files.keep([one], () => sites.files.add(site, 'one', { name: 'one.png', hash: one.hash }));
    writeFileSync(join(folder, 'pictures', 'draft-1'), '');
    writeFileSync(join(folder, 'pictures', `${one.hash}-320`), '');
    writeFileSync(join(folder, 'pictures', hashOf(Uint8Array.of(5))), '');
    mkdirSync(join(folder, 'made', hashOf(Uint8Array.of(6))));
    // What has only just come may be on its way.
    expect(await files.sweep(sites.files.named(), false)).toBe(0);
    expect(await files.sweep(sites.files.named(), true)).toBe(5);
    expect(listed('pictures')).toEqual([one.hash]);
    expect(listed('drafts')).not.toContain(basename(lost.path));
  });
});

describe('releases', () => {
  test('are numbered, never changed, and one of them is live', () => {
    const releases = new ReleaseStore(db);
    const id = sites.create(demo, filesOf(demo));
    const live = (of: string) => releases.read(of, releases.liveNumber(of)!.number)!;
    expect(releases.liveNumber(id)).toBeUndefined();
    expect(releases.make(id, demo, hashesOf(demo), 'First')).toMatchObject({ number: 1, live: true });
    const later = { ...demo, name: 'Larkfell by night' };
    releases.make(id, later, hashesOf(demo), 'Second');
    expect(releases.list(id).map(({ number, live, note }) => [number, live, note])).toEqual([
      [2, true, 'Second'],
      [1, false, 'First'],
    ]);
    expect(live(id).site.name).toBe('Larkfell by night');
    expect(releases.putLive(id, 1)).toMatchObject({ number: 1, live: true });
    expect(releases.list(id).filter(({ live }) => live)).toHaveLength(1);
    expect(live(id).site).toEqual(demo);
    expect(releases.putLive(id, 7)).toBeUndefined();
    expect(releases.liveNumber(id)!.number).toBe(1);
  });

  test('of one site are no other’s, and go with it', () => {
    const releases = new ReleaseStore(db);
    const [one, other] = [sites.create(demo, filesOf(demo)), sites.create(demo, filesOf(demo))];
    releases.make(one, demo, hashesOf(demo), '');
    expect(releases.list(other)).toEqual([]);
    expect(releases.make(other, demo, hashesOf(demo), '').number).toBe(1);
    sites.remove(one);
    sites.purge(Date.now() + 40 * 24 * 3600 * 1000);
    expect(count('release')).toBe(1);
    expect(releases.liveNumber(other)!.number).toBe(1);
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
    for (let done = 1; done < migrations.length; done++) {
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
      const id = store.create(demo, filesOf(demo));
      fresh.close();
      // Opened once more, nothing is run again.
      const again = openDatabase(path);
      expect(new SiteStore(again).read(id)!.site.name).toBe(demo.name);
      again.close();
    }
  });
  test('rows of an earlier version of the site file are read as of this one, and written so, all of them', () => {
    const store = new SiteStore(db);
    const id = store.create(demo, filesOf(demo));
    const format = () => db.prepare('SELECT format FROM site WHERE id = ?').pluck().get(id);
    expect(format()).toBe(FORMAT);
    db.prepare('UPDATE site SET format = 1 WHERE id = ?').run(id);
    const kept = new SiteStore(db).read(id)!;
    expect(kept.site).toEqual(demo);
    expect(format()).toBe(1);
    store.rename(id, 'Renamed');
    expect(format()).toBe(FORMAT);
    expect(new SiteStore(db).read(id)!.site).toEqual({ ...demo, name: 'Renamed' });
  });
});
