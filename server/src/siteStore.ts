import { randomUUID } from 'node:crypto';
import type { Header } from '@hatrail/core/model/header';
import type { KeptSite } from '@hatrail/core/model/kept';
import type { Menu } from '@hatrail/core/model/menu';
import type { Page } from '@hatrail/core/model/page';
import type { Picture } from '@hatrail/core/model/picture';
import { FORMAT, type Site } from '@hatrail/core/model/site';
import type { Db } from './database.ts';

/** The values of a site that are neither pages, headers, menus nor pictures. */
export type SiteValues = Pick<Site, 'name' | 'tagline' | 'palette' | 'type' | 'logo'>;

type Text = Record<string, string>;
type Row = Record<string, string | number>;

/** Reads and writes whole sites. */
export class SiteStore {
  readonly #db: Db;

  constructor(db: Db) {
    this.#db = db;
  }

  ids(): string[] {
    return this.#db
      .prepare<[], { id: string }>('SELECT id FROM site ORDER BY created_at, name')
      .all()
      .map(({ id }) => id);
  }

  idOfSlug(slug: string): string | undefined {
    return this.#db.prepare<[string], { id: string }>('SELECT id FROM site WHERE slug = ?').get(slug)?.id;
  }

  read(id: string): KeptSite | undefined {
    const row = this.#db.prepare<[string], Row>('SELECT * FROM site WHERE id = ?').get(id);
    if (!row) return undefined;
    const list = (table: string) =>
      this.#db.prepare<[string], Row>(`SELECT * FROM ${table} WHERE site_id = ? ORDER BY position`).all(id);
    const [menus, pages, headers, pictures] = ['menu', 'page', 'header', 'picture'].map(list) as [
      Row[],
      Row[],
      Row[],
      Row[],
    ];
    const json = (value: unknown) => JSON.parse(value as string);
    const revisions = (rows: Row[]) =>
      Object.fromEntries(rows.map((part) => [part.id, part.revision as number]));
    return {
      id,
      slug: String(row.slug),
      changedAt: String(row.changed_at),
      revisions: { site: row.revision as number, pages: revisions(pages), headers: revisions(headers) },
      hashes: Object.fromEntries(pictures.map((picture) => [picture.id, String(picture.hash)])),
      site: {
        format: FORMAT,
        name: String(row.name),
        tagline: String(row.tagline),
        palette: json(row.palette),
        type: json(row.type),
        pictures: pictures.map(
          ({ id, name, file, width, height, alt }) =>
            ({ id, name, file, width, height, alt }) as unknown as Picture,
        ),
        logo: json(row.logo),
        menus: menus.map(
          (menu) => ({ id: menu.id, name: menu.name, entries: json(menu.entries) }) as unknown as Menu,
        ),
        pages: pages.map(
          (page) =>
            ({
              id: page.id,
              title: page.title,
              path: page.path,
              colour: json(page.colour),
              bands: json(page.bands),
            }) as unknown as Page,
        ),
        headers: headers.map(
          (header) =>
            ({
              id: header.id,
              name: header.name,
              rails: json(header.rails),
              looks: json(header.looks),
              manner: json(header.manner),
              panel: json(header.panel),
            }) as unknown as Header,
        ),
      },
    };
  }

  /** Takes in a site that has been checked, all of it or nothing. */
  create(site: Site, hashes: Record<string, string>): string {
    const id = randomUUID();
    const now = new Date().toISOString();
    this.#db.transaction(() => {
      this.#db
        .prepare(
          `INSERT INTO site (id, name, slug, tagline, palette, type, logo, created_at, changed_at)
           VALUES (@id, @name, @slug, @tagline, @palette, @type, @logo, @now, @now)`,
        )
        .run({ id, now, slug: this.#freeSlug(site.name), ...valuesOf(site) });
      this.#insertParts(id, site, hashes);
    })();
    return id;
  }

  /** Puts a whole site in the place of another, as one change; every revision goes up. */
  replace(id: string, site: Site, hashes: Record<string, string>): void {
    this.#db.transaction(() => {
      const { revisions } = this.read(id)!;
      this.writeValues(id, site);
      for (const table of ['menu', 'page', 'header', 'picture']) {
        this.#db.prepare(`DELETE FROM ${table} WHERE site_id = ?`).run(id);
      }
      this.#insertParts(id, site, hashes);
      const raise = (table: 'page' | 'header', old: Record<string, number>) => {
        const update = this.#db.prepare(`UPDATE ${table} SET revision = ? WHERE site_id = ? AND id = ?`);
        for (const [part, revision] of Object.entries(old)) update.run(revision + 1, id, part);
      };
      raise('page', revisions.pages);
      raise('header', revisions.headers);
    })();
  }

  writeValues(id: string, site: SiteValues): void {
    this.#db
      .prepare(
        `UPDATE site SET name = @name, tagline = @tagline, palette = @palette, type = @type, logo = @logo,
           revision = revision + 1, changed_at = @now WHERE id = @id`,
      )
      .run({ id, now: new Date().toISOString(), ...valuesOf(site) });
  }

  writePage(id: string, page: Page): void {
    this.#db
      .prepare(
        `UPDATE page SET title = @title, path = @path, colour = @colour, bands = @bands, revision = revision + 1
         WHERE site_id = @site AND id = @id`,
      )
      .run({ ...pageRow(page), site: id });
    this.#touch(id);
  }

  writeHeader(id: string, header: Header): void {
    this.#db
      .prepare(
        `UPDATE header SET name = @name, rails = @rails, looks = @looks, manner = @manner, panel = @panel,
           revision = revision + 1 WHERE site_id = @site AND id = @id`,
      )
      .run({ ...headerRow(header), site: id });
    this.#touch(id);
  }

  addPicture(id: string, picture: Picture, hash: string): void {
    this.#insertPictures(id, [picture], { [picture.id]: hash }, this.read(id)!.site.pictures.length);
    this.#touch(id);
  }

  #touch(id: string): void {
    this.#db.prepare('UPDATE site SET changed_at = ? WHERE id = ?').run(new Date().toISOString(), id);
  }

  #insertParts(id: string, site: Site, hashes: Record<string, string>): void {
    const insert = (sql: string) => this.#db.prepare(sql);
    const menu = insert('INSERT INTO menu VALUES (@site, @id, @position, @name, @entries)');
    site.menus.forEach(({ entries, ...rest }, position) =>
      menu.run({ site: id, position, ...rest, entries: JSON.stringify(entries) }),
    );
    const page = insert(
      'INSERT INTO page (site_id, id, position, title, path, colour, bands) VALUES (@site, @id, @position, @title, @path, @colour, @bands)',
    );
    site.pages.forEach((part, position) => page.run({ site: id, position, ...pageRow(part) }));
    const header = insert(
      'INSERT INTO header (site_id, id, position, name, rails, looks, manner, panel) VALUES (@site, @id, @position, @name, @rails, @looks, @manner, @panel)',
    );
    site.headers.forEach((part, position) => header.run({ site: id, position, ...headerRow(part) }));
    this.#insertPictures(id, site.pictures, hashes, 0);
  }

  #insertPictures(
    id: string,
    pictures: readonly Picture[],
    hashes: Record<string, string>,
    from: number,
  ): void {
    const insert = this.#db.prepare(
      'INSERT INTO picture VALUES (@site, @id, @position, @name, @file, @hash, @width, @height, @alt)',
    );
    pictures.forEach((picture, i) =>
      insert.run({ ...picture, site: id, position: from + i, hash: hashes[picture.id] }),
    );
  }

  /** An address for the site on the stand-in, made from the first word of its name, that no other site has. */
  #freeSlug(name: string): string {
    const word =
      name
        .normalize('NFKD')
        .toLowerCase()
        .match(/[a-z0-9]+/)?.[0] ?? 'site';
    for (let i = 1; ; i++) {
      const slug = i === 1 ? word : `${word}-${i}`;
      if (this.idOfSlug(slug) === undefined) return slug;
    }
  }
}

function valuesOf({ name, tagline, palette, type, logo }: SiteValues): Text {
  return {
    name,
    tagline,
    palette: JSON.stringify(palette),
    type: JSON.stringify(type),
    logo: JSON.stringify(logo),
  };
}

function pageRow({ id, title, path, colour, bands }: Page): Text {
  return { id, title, path, colour: JSON.stringify(colour), bands: JSON.stringify(bands) };
}

function headerRow({ id, name, rails, looks, manner, panel }: Header): Text {
  return {
    id,
    name,
    rails: JSON.stringify(rails),
    looks: JSON.stringify(looks),
    manner: JSON.stringify(manner),
    panel: JSON.stringify(panel),
  };
}
