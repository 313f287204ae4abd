import type { Release } from '@hatrail/core/model/kept';
import type { Site } from '@hatrail/core/model/site';
import { upgraded } from '@hatrail/core/model/upgrades';
import type { Db } from './database.ts';

/** A release with what it publishes. */
export interface FullRelease extends Release {
  site: Site;
  hashes: Record<string, string>;
}

interface ReleaseRow {
  number: number;
  note: string;
  made_at: string;
  live: number;
  document: string;
  pictures: string;
}

const COLUMNS = 'number, note, made_at, live, document, pictures';

/** Published versions of sites. They are added and put live, never changed. */
export class ReleaseStore {
  readonly #db: Db;

  constructor(db: Db) {
    this.#db = db;
  }

  /** All releases of a site, newest first. */
  list(siteId: string): Release[] {
    return this.#db
      .prepare<[string], ReleaseRow>(`SELECT ${COLUMNS} FROM release WHERE site_id = ? ORDER BY number DESC`)
      .all(siteId)
      .map(listed);
  }

  read(siteId: string, number: number): FullRelease | undefined {
    return full(
      this.#db
        .prepare<[string, number], ReleaseRow>(
          `SELECT ${COLUMNS} FROM release WHERE site_id = ? AND number = ?`,
        )
        .get(siteId, number),
    );
  }

  /** The number of the release that is live, and the size of its document in characters. */
  liveNumber(siteId: string): { number: number; size: number } | undefined {
    return this.#db
      .prepare<[string], { number: number; size: number }>(
        'SELECT number, length(document) AS size FROM release WHERE site_id = ? AND live = 1',
      )
      .get(siteId);
  }

  /** Makes a release of a site as it is now and puts it live. */
  make(siteId: string, site: Site, hashes: Record<string, string>, note: string): Release {
    return this.#db.transaction(() => {
      const number = (this.list(siteId)[0]?.number ?? 0) + 1;
      this.#db
        .prepare(
          `INSERT INTO release (site_id, number, document, pictures, note, made_at) VALUES (?, ?, ?, ?, ?, ?)`,
        )
        .run(siteId, number, JSON.stringify(site), JSON.stringify(hashes), note, new Date().toISOString());
      return this.putLive(siteId, number)!;
    })();
  }

  /** Puts a release live in the place of the one that is. */
  putLive(siteId: string, number: number): Release | undefined {
    return this.#db.transaction(() => {
      if (!this.read(siteId, number)) return undefined;
      this.#db.prepare('UPDATE release SET live = 0 WHERE site_id = ?').run(siteId);
      this.#db.prepare('UPDATE release SET live = 1 WHERE site_id = ? AND number = ?').run(siteId, number);
      return this.list(siteId).find((release) => release.number === number);
    })();
  }
}

function listed({ number, note, made_at, live }: ReleaseRow): Release {
  return { number, note, madeAt: made_at, live: live === 1 };
}

function full(row: ReleaseRow | undefined): FullRelease | undefined {
  return (
    row && {
      ...listed(row),
      site: readRelease(row.document),
      hashes: JSON.parse(row.pictures),
    }
  );
}

/** A release's document says its own version. */
function readRelease(text: string): Site {
  const document = JSON.parse(text) as Site;
  return upgraded({ ...document }, document.format);
}
