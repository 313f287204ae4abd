import {
  existsSync,
  openSync,
  readSync,
  closeSync,
  readFileSync,
  readdirSync,
  renameSync,
  rmSync,
  statSync,
} from 'node:fs';
import { basename, dirname, join } from 'node:path';
import Database from 'better-sqlite3';
import { fullDisk } from './problem.ts';

export type Db = Database.Database;

const MIGRATIONS = new URL('../migrations/', import.meta.url).pathname;
/** The migrations, in their order: as many as the database's version says are in it. */
const STEPS = readdirSync(MIGRATIONS)
  .filter((name) => name.endsWith('.sql'))
  .sort();

/** A data folder that cannot be used as it is: said on the console, and nothing in it is touched. */
export class BadFolder extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'BadFolder';
  }
}

/**
 * Holds a data folder for this process: no other can have it until this one ends, however it ends.
 * @returns lets go of it
 * @throws {BadFolder} where another process has it
 */
export function holdFolder(folder: string): () => void {
  // A lock of the operating system's, which ends with the process; SQLite knows how to take one everywhere.
  const lock = new Database(join(folder, 'lock'), { timeout: 0 });
  try {
    lock.pragma('journal_mode = MEMORY');
    lock.exec('BEGIN EXCLUSIVE');
  } catch (error) {
    lock.close();
    if (!isBusy(error)) throw error;
    throw new BadFolder(
      `Hat Rail runs on ${folder} already: use the one that runs, end it first, or set HATRAIL_DATA to another folder.`,
    );
  }
  return () => lock.close();
}

const isBusy = (error: unknown) => String((error as { code?: string }).code).startsWith('SQLITE_BUSY');

/**
 * Makes a new database, whole or not at all: it lies under another name until everything is in it that it begins with.
 * @param begin puts in what it begins with
 */
export async function makeDatabase(path: string, begin: (db: Db) => Promise<void>): Promise<void> {
  const draft = draftOf(path);
  dropDraft(path);
  const db = new Database(draft);
  try {
    await begin(migrated(ready(db), 0));
    db.pragma('locking_mode = NORMAL');
    db.pragma('journal_mode = WAL');
    db.close();
    renameSync(draft, path);
  } catch (error) {
    db.close();
    dropDraft(path);
    throw fullDisk(error)
      ? new BadFolder(`There is no room in ${dirname(path)}: free some space and start again.`)
      : error;
  }
}

/** Whether a new database was begun and never finished. */
export function isBegun(path: string): boolean {
  return existsSync(draftOf(path));
}

const draftOf = (path: string) => `${path}.new`;

function dropDraft(path: string): void {
  for (const end of ['', '-wal', '-shm', '-journal']) rmSync(`${draftOf(path)}${end}`, { force: true });
}

/**
 * Opens the database of a data folder, once it has been looked at: it is ours, whole, and of no later version. One of an
 * earlier version is brought up to date, and a copy of it kept. Opening one that is up to date writes nothing.
 * Every commit is on the disk before it is reported as done (`synchronous = FULL`), so that ending the process at any moment
 * loses nothing that was shown as saved.
 * @param path a file, or `:memory:`
 * @throws {BadFolder} where it cannot be used, with what to do; it is left as it is
 */
export function openDatabase(path: string): Db {
  if (path === ':memory:') return migrated(ready(new Database(path)), 0);
  const version = lookedAt(path);
  if (version < STEPS.length) keepCopy(path, version);
  return migrated(ready(new Database(path)), version);
}

/** This process alone has the folder, and so the database: no memory is shared, and no file made for that. */
function ready(db: Db): Db {
  db.pragma('locking_mode = EXCLUSIVE');
  db.pragma('synchronous = FULL');
  db.pragma('foreign_keys = ON');
  return db;
}

/** Looks at a database without changing anything of it; gives its version. */
function lookedAt(path: string): number {
  const name = basename(path);
  const folder = dirname(path);
  const copies = readdirSync(folder).filter((file) => file.startsWith('before-') && file.endsWith('.sqlite'));
  const instead =
    copies.length > 0
      ? `Put back a copy of yours, or ${copies.sort().at(-1)} that lies beside it, under that name`
      : 'Put back a copy of yours under that name';
  const unusable = (why: string) =>
    new BadFolder(
      `${path} ${why}. Nothing in it was changed. ${instead}, or set HATRAIL_DATA to another folder to begin anew.`,
    );
  const head = Buffer.alloc(16);
  const file = openSync(path, 'r');
  readSync(file, head, 0, 16, 0);
  closeSync(file);
  if (statSync(path).size === 0) throw unusable('is empty, so what was in it is lost');
  if (head.toString('latin1') !== 'SQLite format 3\0') throw unusable('is no database, or is damaged');
  let db: Db | undefined;
  try {
    db = openToLook(path);
    const version = db.pragma('user_version', { simple: true }) as number;
    const tables = db
      .prepare<[], { name: string }>(`SELECT name FROM sqlite_master WHERE type = 'table'`)
      .all()
      .map((table) => table.name);
    if (version > STEPS.length) {
      throw new BadFolder(
        `${name} in ${folder} was made by a later version of Hat Rail (${version}; this one knows up to ${STEPS.length}). ` +
          'Nothing in it was changed. Bring Hat Rail up to date, or set HATRAIL_DATA to another folder.',
      );
    }
    if (version < 1 || !['site', 'page', 'header', 'release'].every((table) => tables.includes(table)))
      throw unusable('is a database, but not one of Hat Rail');
    const found = db.pragma('quick_check(1)', { simple: true });
    if (found !== 'ok') throw unusable('is damaged');
    return version;
  } catch (error) {
    if (error instanceof BadFolder) throw error;
    const code = String((error as { code?: string }).code);
    if (/^SQLITE_(CORRUPT|NOTADB|ERROR)/.test(code)) throw unusable('is damaged');
    if (isBusy(error)) throw new BadFolder(`${path} is in use by another program: end it and start again.`);
    throw error;
  } finally {
    db?.close();
  }
}

/** Opens a database so that nothing of it is changed, on closing either: what a kill has left in its log stays there. */
function openToLook(path: string): Db {
  const log = `${path}-wal`;
  const hasLog = existsSync(log) && statSync(log).size > 0;
  if (hasLog) {
    const db = new Database(path, { readonly: true });
    try {
      db.pragma('schema_version');
      return db;
    } catch (error) {
      db.close();
      // To read alone takes a file beside it, which a full disk has no room for; to have it for oneself takes none.
      if (!/^SQLITE_(CANTOPEN|IOERR|FULL|READONLY)/.test(String((error as { code?: string }).code)))
        throw error;
    }
  }
  const db = new Database(path);
  db.pragma('locking_mode = EXCLUSIVE');
  db.pragma('query_only = ON');
  return db;
}

/** Keeps a copy of a database as it was before its version is raised. */
function keepCopy(path: string, version: number): void {
  const to = join(dirname(path), `before-${STEPS.length}-of-${version}.sqlite`);
  if (existsSync(to)) return;
  const draft = `${to}.new`;
  rmSync(draft, { force: true });
  const db = new Database(path);
  try {
    db.prepare('VACUUM INTO ?').run(draft);
  } catch (error) {
    rmSync(draft, { force: true });
    throw fullDisk(error)
      ? new BadFolder(
          `There is no room in ${dirname(path)} for a copy of the database, which is kept before it is brought up to date: free some space and start again. Nothing was changed.`,
        )
      : error;
  } finally {
    db.close();
  }
  renameSync(draft, to);
}

/** Runs the migrations that are new, in the order of their numbers, all or none. */
function migrated(db: Db, version: number): Db {
  if (version === STEPS.length) return db;
  try {
    db.transaction(() => {
      for (const file of STEPS.slice(version)) db.exec(readFileSync(join(MIGRATIONS, file), 'utf8'));
      db.pragma(`user_version = ${STEPS.length}`);
    })();
  } catch (error) {
    db.close();
    throw fullDisk(error) && version > 0
      ? new BadFolder(
          'There is no room to bring the database up to date: free some space and start again. Nothing was changed.',
        )
      : error;
  }
  return db;
}
