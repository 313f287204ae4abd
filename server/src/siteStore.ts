import { randomUUID } from 'node:crypto';
import { LRUCache } from 'lru-cache';
import { valuesOf } from '@hatrail/core/model/changes';
import type { KeptSite, ListedSite, SiteChanges, SiteValues } from '@hatrail/core/model/kept';
import { FORMAT, type Site } from '@hatrail/core/model/site';
import { upgraded } from '@hatrail/core/model/upgrades';
import type { Db } from './database.ts';
import { FileRows, type FileFacts } from './fileRows.ts';

type Row = Record<string, string | number | null>;
type ListTable = 'menu' | 'picture' | 'page' | 'header';

/** How long a deleted site can be had back, and a file that no document names, ms. */
const KEPT_DELETED = 30 * 24 * 3600 * 1000;
/** Sites that are held in memory as they are kept, so that what did not change is not read and checked again. */
const SITES_HELD = 12;

/** Reads and writes whole sites. */
export class SiteStore {
  readonly #db: Db;
  /** The rows of the files that were brought in. */
  readonly files: FileRows;
  readonly #held = new LRUCache<string, KeptSite>({ max: SITES_HELD });

  constructor(db: Db) {
    this.#db = db;
    this.files = new FileRows(db, (id) => this.#forgetFiles(id));
  }

  /** All sites, the oldest first; those that are deleted are left out. */
  list(): ListedSite[] {
    return this.#db
      .prepare<[], { id: string; slug: string; name: string; changed_at: string }>(
        'SELECT id, slug, name, changed_at FROM site WHERE deleted_at IS NULL ORDER BY created_at, name',
      )
      .all()
      .map(({ changed_at, ...listed }) => ({ ...listed, changedAt: changed_at }));
  }

  /** Ids of all sites, in the same order. */
  ids(): string[] {
    return this.list().map(({ id }) => id);
  }

  /** The site that has an address on the stand-in; none where it is deleted. */
  idOfSlug(slug: string): string | undefined {
    return this.#db
      .prepare<[string], { id: string }>('SELECT id FROM site WHERE slug = ? AND deleted_at IS NULL')
      .get(slug)?.id;
  }

  /** A site as it is kept. The same parts are the same objects from one reading to the next: they are not to be changed. */
  read(id: string): KeptSite | undefined {
    const held = this.#held.get(id);
    if (held) return held;
    const row = this.#db
      .prepare<[string], Row>('SELECT * FROM site WHERE id = ? AND deleted_at IS NULL')
      .get(id);
    if (!row) return undefined;
    const rowsOf = (table: ListTable) =>
      this.#db.prepare<[string], Row>(`SELECT * FROM ${table} WHERE site_id = ? ORDER BY position`).all(id);
    const documents = (rows: Row[]) => rows.map(({ document }) => JSON.parse(document as string));
    const [pages, headers] = [rowsOf('page'), rowsOf('header')];
    const values = JSON.parse(row.document as string) as Omit<SiteValues, 'name' | 'menus' | 'pictures'>;
    const document = {
      name: String(row.name),
      ...values,
      pictures: documents(rowsOf('picture')),
      menus: documents(rowsOf('menu')),
      pages: documents(pages),
      headers: documents(headers),
    };
    return this.#hold(id, { ...this.#about(id)!, site: upgraded(document, Number(row.format)) });
  }

  /** Holds a site as it is kept. It is shared by all who read it, so that nobody can change it. */
  #hold(id: string, kept: KeptSite): KeptSite {
    this.#held.set(id, frozen(kept));
    return kept;
  }

  /** What is known of a site beside its document. */
  #about(id: string): Omit<KeptSite, 'site'> | undefined {
    const row = this.#db
      .prepare<[string], Row>(
        `SELECT slug, changed_at, revision, pages_revision, headers_revision FROM site
         WHERE id = ? AND deleted_at IS NULL`,
      )
      .get(id);
    if (!row) return undefined;
    const revisions = (table: 'page' | 'header') =>
      Object.fromEntries(
        this.#db
          .prepare<[string], Row>(`SELECT id, revision FROM ${table} WHERE site_id = ?`)
          .all(id)
          .map((part) => [part.id, part.revision as number]),
      );
    return {
      id,
      slug: String(row.slug),
      changedAt: String(row.changed_at),
      revisions: {
        site: row.revision as number,
        pages: revisions('page'),
        headers: revisions('header'),
        order: { pages: row.pages_revision as number, headers: row.headers_revision as number },
      },
      hashes: this.files.hashes(id),
    };
  }

  /**
   * Takes in a site that has been checked, all of it or nothing.
   * @param files what is known of its pictures and fonts, by their ids
   */
  create(site: Site, files: ReadonlyMap<string, FileFacts>): string {
    const id = randomUUID();
    const now = new Date().toISOString();
    this.#db.transaction(() => {
      this.#db
        .prepare(
          `INSERT INTO site (id, name, slug, document, format, created_at, changed_at)
           VALUES (@id, @name, @slug, @document, @format, @now, @now)`,
        )
        .run({ id, now, format: FORMAT, slug: this.#freeSlug(site.name), ...valuesRow(site) });
      for (const { id: file, file: name } of [...site.pictures, ...(site.fonts ?? [])]) {
        this.files.add(id, file, { name, ...files.get(file)! });
      }
      this.#setList(id, 'menu', site.menus);
      this.#setList(id, 'picture', site.pictures);
      this.#setList(id, 'page', site.pages);
      this.#setList(id, 'header', site.headers);
    })();
    return id;
  }

  /**
   * Writes what has changed of a site, all of it or nothing. Every part that is written gets the site's next revision,
   * which no part of it ever had.
   * @param site the site with the changes in it, which has been checked
   */
  write(id: string, site: Site, { values, pages = [], headers = [], order }: SiteChanges): KeptSite {
    this.atOnce(() => {
      const now = new Date().toISOString();
      const { next, format } = this.#db
        .prepare<unknown[], { next: number; format: number }>(
          'UPDATE site SET sequence = sequence + 1, changed_at = ? WHERE id = ? RETURNING sequence AS next, format',
        )
        .get(now, id)!;
      if (format < FORMAT) this.#rewrite(id, site);
      if (values) {
        this.#db
          .prepare('UPDATE site SET name = @name, document = @document, revision = @next WHERE id = @id')
          .run({ id, next, ...valuesRow(site) });
        const before = this.#held.get(id)?.site;
        if (before?.menus !== site.menus) this.#setList(id, 'menu', site.menus);
        if (before?.pictures !== site.pictures) this.#setList(id, 'picture', site.pictures);
      }
      for (const [list, table, changes] of [
        ['pages', 'page', pages],
        ['headers', 'header', headers],
      ] as const) {
        if (changes.length > 0) this.#setParts(id, table, site[list], changes, next);
        const ids = order?.[list];
        if (ids || changes.length > 0) this.#setOrder(id, table, site[list]);
        if (ids) this.#db.prepare(`UPDATE site SET ${list}_revision = ? WHERE id = ?`).run(next, id);
      }
    });
    return this.#hold(id, { ...this.#about(id)!, site });
  }

  rename(id: string, name: string): KeptSite {
    const { site, revisions } = this.read(id)!;
    const named = { ...site, name };
    return this.write(id, named, { values: { revision: revisions.site, value: valuesOf(named) } });
  }

  /** Runs something all of it or not at all: what it relies on cannot become otherwise before it is written. */
  atOnce<T>(work: () => T): T {
    try {
      return this.#db.transaction(work).immediate();
    } catch (error) {
      // What was held of it may never have been written.
      this.#held.clear();
      throw error;
    }
  }

  /** Puts a site aside; {@link restore} brings it back for a month. */
  remove(id: string): void {
    this.#db.prepare('UPDATE site SET deleted_at = ? WHERE id = ?').run(new Date().toISOString(), id);
    this.#held.delete(id);
  }

  /** Brings a deleted site back; `false` where there is none. */
  restore(id: string): boolean {
    return this.#db.prepare('UPDATE site SET deleted_at = NULL WHERE id = ?').run(id).changes > 0;
  }

  /** Lets go for good of the sites that were deleted long ago, and of files that no document and no release has named for as long. */
  purge(now = Date.now()): void {
    const limit = new Date(now - KEPT_DELETED).toISOString();
    this.#db.transaction(() => {
      this.#db.prepare('DELETE FROM site WHERE deleted_at < ?').run(limit);
      this.files.dropUnnamed(limit);
    })();
  }

  #forgetFiles(id: string): void {
    const held = this.#held.get(id);
    if (held) this.#hold(id, { ...held, hashes: this.files.hashes(id) });
  }

  /** Writes all rows of a site that was kept by an earlier version: they are all of one version. */
  #rewrite(id: string, site: Site): void {
    const values = { id, format: FORMAT, ...valuesRow(site) };
    this.#db
      .prepare('UPDATE site SET name = @name, document = @document, format = @format WHERE id = @id')
      .run(values);
    this.#setList(id, 'menu', site.menus);
    this.#setList(id, 'picture', site.pictures);
    this.#setList(id, 'page', site.pages);
    this.#setList(id, 'header', site.headers);
  }

  /** Sets the rows of a list in its order; rows that are not there any more go. */
  #setList(id: string, table: ListTable, parts: readonly { id: string }[]): void {
    this.#keepOnly(id, table, parts);
    const write = this.#db.prepare(
      `INSERT INTO ${table} (site_id, id, position, document) VALUES (@site, @id, @position, @document)
       ON CONFLICT (site_id, id) DO UPDATE SET position = @position, document = @document`,
    );
    parts.forEach((part, position) =>
      write.run({ site: id, id: part.id, position, document: JSON.stringify(part) }),
    );
  }

  /** Writes the parts that changed, with their revision; rows that are not there any more go. */
  #setParts(
    id: string,
    table: 'page' | 'header',
    parts: readonly { id: string }[],
    changes: readonly { id: string }[],
    revision: number,
  ): void {
    this.#keepOnly(id, table, parts);
    const changed = new Set(changes.map((part) => part.id));
    const write = this.#db.prepare(
      `INSERT INTO ${table} (site_id, id, position, document, revision)
       VALUES (@site, @id, 0, @document, @revision)
       ON CONFLICT (site_id, id) DO UPDATE SET document = @document, revision = @revision`,
    );
    for (const part of parts)
      if (changed.has(part.id))
        write.run({ site: id, id: part.id, document: JSON.stringify(part), revision });
  }

  #setOrder(id: string, table: 'page' | 'header', parts: readonly { id: string }[]): void {
    this.#db
      .prepare(
        `UPDATE ${table} SET position = each.key FROM json_each(@ids) AS each
         WHERE ${table}.site_id = @id AND ${table}.id = each.value AND position <> each.key`,
      )
      .run({ id, ids: JSON.stringify(parts.map((part) => part.id)) });
  }

  #keepOnly(id: string, table: ListTable, parts: readonly { id: string }[]): void {
    this.#db
      .prepare(`DELETE FROM ${table} WHERE site_id = ? AND id NOT IN (SELECT value FROM json_each(?))`)
      .run(id, JSON.stringify(parts.map((part) => part.id)));
  }

  /** An address for the site on the stand-in, made from the first word of its name, that no other site has. */
  #freeSlug(name: string): string {
    const word =
      name
        .normalize('NFKD')
        .replace(/\p{M}/gu, '')
        .toLowerCase()
        .match(/[a-z0-9]+/)?.[0] ?? 'site';
    const taken = this.#db.prepare('SELECT 1 FROM site WHERE slug = ?');
    for (let i = 1; ; i++) {
      const slug = i === 1 ? word : `${word}-${i}`;
      if (taken.get(slug) === undefined) return slug;
    }
  }
}

/** A site's own values as they are kept: its name, pictures and menus in columns and rows of their own. */
function valuesRow(site: Site): Row {
  const { name, pictures: _, menus: __, ...document } = valuesOf(site);
  return { name, document: JSON.stringify(document) };
}

/** A value in which nothing can be changed any more. What is frozen has been frozen whole. */
function frozen<T>(value: T): T {
  if (typeof value !== 'object' || value === null || Object.isFrozen(value)) return value;
  Object.freeze(value);
  Object.values(value).forEach(frozen);
  return value;
}
