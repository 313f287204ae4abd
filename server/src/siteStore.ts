import { randomUUID } from 'node:crypto';
import { valuesOf } from '@hatrail/core/model/changes';
import type { KeptSite, SiteChanges, SiteValues, TakenFile } from '@hatrail/core/model/kept';
import { FORMAT, type Site } from '@hatrail/core/model/site';
import type { Db } from './database.ts';

type Row = Record<string, string | number>;
type ListTable = 'menu' | 'picture' | 'page' | 'header';

/** How long a deleted site can be had back, ms. */
const KEPT_DELETED = 30 * 24 * 3600 * 1000;

/** Reads and writes whole sites. */
export class SiteStore {
  readonly #db: Db;

  constructor(db: Db) {
    this.#db = db;
  }

  /** Ids of all sites, the oldest first; those that are deleted are left out. */
  ids(): string[] {
    return this.#db
      .prepare<[], { id: string }>('SELECT id FROM site WHERE deleted_at IS NULL ORDER BY created_at, name')
      .all()
      .map(({ id }) => id);
  }

  idOfSlug(slug: string): string | undefined {
    return this.#db.prepare<[string], { id: string }>('SELECT id FROM site WHERE slug = ?').get(slug)?.id;
  }

  read(id: string): KeptSite | undefined {
    const row = this.#db
      .prepare<[string], Row>('SELECT * FROM site WHERE id = ? AND deleted_at IS NULL')
      .get(id);
    if (!row) return undefined;
    const [menus, pictures, pages, headers] = (['menu', 'picture', 'page', 'header'] as const).map((table) =>
      this.#db.prepare<[string], Row>(`SELECT * FROM ${table} WHERE site_id = ? ORDER BY position`).all(id),
    ) as [Row[], Row[], Row[], Row[]];
    const documents = (rows: Row[]) => rows.map(({ document }) => JSON.parse(document as string));
    const revisions = (rows: Row[]) =>
      Object.fromEntries(rows.map((part) => [part.id, part.revision as number]));
    const values = JSON.parse(row.document as string) as Omit<SiteValues, 'name' | 'menus' | 'pictures'>;
    return {
      id,
      slug: String(row.slug),
      changedAt: String(row.changed_at),
      revisions: { site: row.revision as number, pages: revisions(pages), headers: revisions(headers) },
      hashes: this.hashes(id),
      site: {
        format: FORMAT,
        name: String(row.name),
        ...values,
        pictures: documents(pictures),
        menus: documents(menus),
        pages: documents(pages),
        headers: documents(headers),
      },
    };
  }

  /** Content hashes of the files that were brought in for a site, by the ids of pictures and fonts. */
  hashes(id: string): Record<string, string> {
    const files = this.#db.prepare<[string], Row>('SELECT id, hash FROM file WHERE site_id = ?').all(id);
    return Object.fromEntries(files.map((file) => [file.id, String(file.hash)]));
  }

  /** Takes in a site that has been checked, all of it or nothing. */
  create(site: Site, hashes: Record<string, string>): string {
    const id = randomUUID();
    const now = new Date().toISOString();
    this.#db.transaction(() => {
      this.#db
        .prepare(
          `INSERT INTO site (id, name, slug, document, created_at, changed_at)
           VALUES (@id, @name, @slug, @document, @now, @now)`,
        )
        .run({ id, now, slug: this.#freeSlug(site.name), ...valuesRow(site) });
      for (const { id: file, file: name } of [...site.pictures, ...(site.fonts ?? [])]) {
        this.addFile(id, file, name, hashes[file]!);
      }
      this.#setList(id, 'menu', site.menus);
      this.#setList(id, 'picture', site.pictures);
      this.#setList(id, 'page', site.pages);
      this.#setList(id, 'header', site.headers);
    })();
    return id;
  }

  /**
   * Writes what has changed of a site, all of it or nothing; the revision of every part that is written goes up.
   * @param site the site with the changes in it, which has been checked
   */
  write(id: string, site: Site, { values, pages = [], headers = [] }: SiteChanges): void {
    this.#db.transaction(() => {
      const now = new Date().toISOString();
      if (values) {
        this.#db
          .prepare(
            `UPDATE site SET name = @name, document = @document, revision = revision + 1 WHERE id = @id`,
          )
          .run({ id, ...valuesRow(site) });
        this.#setList(id, 'menu', site.menus);
        this.#setList(id, 'picture', site.pictures);
      }
      const changed = (parts: readonly { id: string }[]) => new Set(parts.map((part) => part.id));
      this.#setList(id, 'page', site.pages, changed(pages));
      this.#setList(id, 'header', site.headers, changed(headers));
      this.#db.prepare('UPDATE site SET changed_at = ? WHERE id = ?').run(now, id);
    })();
  }

  rename(id: string, name: string): void {
    this.#db
      .prepare('UPDATE site SET name = ?, revision = revision + 1, changed_at = ? WHERE id = ?')
      .run(name, new Date().toISOString(), id);
  }

  /** Puts a site aside; {@link restore} brings it back for a month. */
  remove(id: string): void {
    this.#db.prepare('UPDATE site SET deleted_at = ? WHERE id = ?').run(new Date().toISOString(), id);
  }

  /** Brings a deleted site back; `false` where there is none. */
  restore(id: string): boolean {
    return this.#db.prepare('UPDATE site SET deleted_at = NULL WHERE id = ?').run(id).changes > 0;
  }

  /** Lets go for good of the sites that were deleted long ago. */
  purge(now = Date.now()): void {
    const limit = new Date(now - KEPT_DELETED).toISOString();
    this.#db.prepare('DELETE FROM site WHERE deleted_at < ?').run(limit);
  }

  addFile(id: string, file: string, name: string, hash: string): void {
    this.#db.prepare('INSERT INTO file VALUES (?, ?, ?, ?)').run(id, file, name, hash);
  }

  /** Takes back files of an earlier document that the site has let go of since. */
  takeBack(id: string, site: Site, hashes: Record<string, string>): TakenFile[] {
    return this.#db.transaction(() => {
      const known = this.hashes(id);
      const missing = [...site.pictures, ...(site.fonts ?? [])].flatMap(({ id: part, file }): TakenFile[] => {
        const hash = known[part] === undefined ? hashes[part] : undefined;
        return hash === undefined ? [] : [{ id: part, file, hash }];
      });
      for (const { id: part, file, hash } of missing) this.addFile(id, part, file, hash);
      return missing;
    })();
  }

  /** Lets go of a file. Gives its hash if no site has it any more. */
  removeFile(id: string, file: string): string | undefined {
    const hash = this.hashes(id)[file];
    this.#db.prepare('DELETE FROM file WHERE site_id = ? AND id = ?').run(id, file);
    const left = this.#db.prepare('SELECT 1 FROM file WHERE hash = ?').get(hash ?? '');
    const released = this.#db.prepare('SELECT 1 FROM release WHERE instr(pictures, ?) > 0').get(hash ?? '');
    return left || released ? undefined : hash;
  }

  /** Sets the rows of a list in its order. Rows that are not there any more go; revisions go up where `changed` says so. */
  #setList(
    id: string,
    table: ListTable,
    parts: readonly { id: string }[],
    changed: ReadonlySet<string> = new Set(),
  ): void {
    const kept = JSON.stringify(parts.map((part) => part.id));
    this.#db
      .prepare(`DELETE FROM ${table} WHERE site_id = ? AND id NOT IN (SELECT value FROM json_each(?))`)
      .run(id, kept);
    const hasRevision = table === 'page' || table === 'header';
    const write = this.#db.prepare(
      `INSERT INTO ${table} (site_id, id, position, document) VALUES (@site, @id, @position, @document)
       ON CONFLICT (site_id, id) DO UPDATE SET position = @position, document = @document
       ${hasRevision ? ', revision = revision + @step' : ''}`,
    );
    parts.forEach((part, position) => {
      const row = { site: id, id: part.id, position, document: JSON.stringify(part) };
      write.run(hasRevision ? { ...row, step: changed.has(part.id) ? 1 : 0 } : row);
    });
  }

  /** An address for the site on the stand-in, made from the first word of its name, that no other site has. */
  #freeSlug(name: string): string {
    const word =
      name
        .normalize('NFKD')
        .replace(/\p{M}/gu, '')
        .toLowerCase()
        .match(/[a-z0-9]+/)?.[0] ?? 'site';
    for (let i = 1; ; i++) {
      const slug = i === 1 ? word : `${word}-${i}`;
      if (this.idOfSlug(slug) === undefined) return slug;
    }
  }
}

/** A site's own values as they are kept: its name, pictures and menus in columns and rows of their own. */
function valuesRow(site: Site): Row {
  const { name, pictures: _, menus: __, ...document } = valuesOf(site);
  return { name, document: JSON.stringify(document) };
}
