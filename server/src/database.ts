import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import Database from 'better-sqlite3';

export type Db = Database.Database;

const MIGRATIONS = new URL('../migrations/', import.meta.url).pathname;

/**
 * Opens the database and brings it up to date. Every commit is on the disk before it is reported as done
 * (`synchronous = FULL`), so that ending the process at any moment loses nothing that was shown as saved.
 * @param path a file, or `:memory:`
 */
export function openDatabase(path: string): Db {
  const db = new Database(path);
  db.pragma('journal_mode = WAL');
  db.pragma('synchronous = FULL');
  db.pragma('foreign_keys = ON');
  migrate(db);
  return db;
}

/** Runs the migrations that are new, in the order of their numbers, all or none. */
function migrate(db: Db): void {
  const files = readdirSync(MIGRATIONS)
    .filter((name) => name.endsWith('.sql'))
    .sort();
  const done = db.pragma('user_version', { simple: true }) as number;
  db.transaction(() => {
    for (const file of files.slice(done)) db.exec(readFileSync(join(MIGRATIONS, file), 'utf8'));
    db.pragma(`user_version = ${files.length}`);
  })();
}
