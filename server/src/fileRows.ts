import type { TakenFile } from '@hatrail/core/model/kept';
import type { Site } from '@hatrail/core/model/site';
import type { Db } from './database.ts';

type Row = Record<string, string | number | null>;

/** What the bytes of a file turned out to be. */
export interface FileFacts {
  hash: string;
  /** A picture's own size, pixels. */
  width?: number;
  height?: number;
}

/** A file that is kept for a site. */
export interface KeptFile extends FileFacts {
  name: string;
}

/** The rows of the files that were brought in for sites; their bytes lie in the file store. */
export class FileRows {
  readonly #db: Db;
  readonly #changed: (site: string) => void;

  /** @param changed told of each site whose files are others now */
  constructor(db: Db, changed: (site: string) => void) {
    this.#db = db;
    this.#changed = changed;
  }

  /** Content hashes of the files that were brought in for a site, by the ids of pictures and fonts. */
  hashes(id: string): Record<string, string> {
    return Object.fromEntries([...this.of(id)].map(([file, { hash }]) => [file, hash]));
  }

  /** The files that were brought in for a site, by the ids of pictures and fonts. */
  of(id: string): Map<string, KeptFile> {
    const rows = this.#db
      .prepare<[string], Row>('SELECT id, name, hash, width, height FROM file WHERE site_id = ?')
      .all(id);
    return new Map(
      rows.map(({ id: file, name, hash, width, height }) => [
        String(file),
        {
          name: String(name),
          hash: String(hash),
          ...(width !== null && { width: Number(width), height: Number(height) }),
        },
      ]),
    );
  }

  /** Names a file that is kept. */
  add(id: string, file: string, { name, hash, width, height }: KeptFile): void {
    this.#db
      .prepare(
        'INSERT INTO file (site_id, id, name, hash, width, height, taken_at) VALUES (?, ?, ?, ?, ?, ?, ?)',
      )
      .run(id, file, name, hash, width ?? null, height ?? null, new Date().toISOString());
    this.#changed(id);
  }

  /** Notes the size that a picture's bytes have. */
  setSize(id: string, file: string, width: number, height: number): void {
    this.#db
      .prepare('UPDATE file SET width = ?, height = ? WHERE site_id = ? AND id = ?')
      .run(width, height, id, file);
  }

  /** Takes back files of an earlier document that the site has let go of since. */
  takeBack(id: string, site: Site, hashes: Record<string, string>): TakenFile[] {
    return this.#db.transaction(() => {
      const known = this.of(id);
      const sizes = new Map(site.pictures.map(({ id: part, width, height }) => [part, { width, height }]));
      const missing = [...site.pictures, ...(site.fonts ?? [])].flatMap(({ id: part, file }): TakenFile[] =>
        known.has(part) || !Object.hasOwn(hashes, part) ? [] : [{ id: part, file, hash: hashes[part]! }],
      );
      for (const { id: part, file, hash } of missing)
        this.add(id, part, { name: file, hash, ...sizes.get(part) });
      return missing;
    })();
  }

  /** Lets go of a file. */
  remove(id: string, file: string): void {
    this.#db.prepare('DELETE FROM file WHERE site_id = ? AND id = ?').run(id, file);
    this.#changed(id);
  }

  /** Whether any site or release has a file of this content. */
  isNamed(hash: string): boolean {
    return (
      this.#db.prepare('SELECT 1 FROM file WHERE hash = ? LIMIT 1').get(hash) !== undefined ||
      this.#db.prepare('SELECT 1 FROM release WHERE instr(pictures, ?) > 0 LIMIT 1').get(hash) !== undefined
    );
  }

  /** The content hashes of all files that any site or release has. */
  named(): Set<string> {
    const rows = this.#db
      .prepare<[], { hash: string }>(
        'SELECT hash FROM file UNION SELECT each.value FROM release, json_each(release.pictures) AS each',
      )
      .all();
    return new Set(rows.map(({ hash }) => hash));
  }

  /** Lets go of the files that were taken in before a time and that no document names. */
  dropUnnamed(before: string): void {
    const old = this.#db
      .prepare<[string], { site_id: string; id: string }>(
        `SELECT site_id, id FROM file WHERE taken_at < ? AND NOT EXISTS
           (SELECT 1 FROM picture WHERE picture.site_id = file.site_id AND picture.id = file.id)
         AND NOT EXISTS (SELECT 1 FROM site, json_each(site.document, '$.fonts') AS font
           WHERE site.id = file.site_id AND font.value ->> 'id' = file.id)`,
      )
      .all(before);
    for (const { site_id, id } of old) this.remove(site_id, id);
  }
}
