import { createHash, randomUUID } from 'node:crypto';
import { createReadStream, mkdirSync, rmSync, type ReadStream } from 'node:fs';
import { copyFile, open, readFile, readdir, rename, rm, stat } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { fullDisk } from './problem.ts';

/** A file that has come in and waits to be kept: where it lies meanwhile, and the hash of its content. */
export interface Draft {
  path: string;
  hash: string;
}

/** How long a draft may lie about before it is taken for left behind, ms. */
const DRAFT_LIFE = 3600 * 1000;
const HASH = /^[0-9a-f]{64}$/;

/**
 * Files that were brought in, each under the hash of its content. One comes in this order, which no interruption can split:
 * it is written as a draft, brought onto the disk, named by its hash, and only then named by a row of the database. It goes
 * in the reverse order. What an interruption leaves behind is a file without a row, and is swept.
 */
export class FileStore {
  readonly #files: string;
  readonly #drafts: string;
  readonly #made: string;
  readonly #isNamed: (hash: string) => boolean;
  /** How many are about to name a file, by its hash: it stays meanwhile. */
  readonly #held = new Map<string, number>();

  /** @param isNamed whether a row of the database names a file of this hash */
  constructor(dataFolder: string, isNamed: (hash: string) => boolean) {
    this.#files = join(dataFolder, 'pictures');
    this.#drafts = join(dataFolder, 'drafts');
    this.#made = join(dataFolder, 'made');
    this.#isNamed = isNamed;
    for (const folder of [this.#files, this.#drafts, this.#made]) mkdirSync(folder, { recursive: true });
  }

  /** A path for a new draft, file or folder. */
  draftPath(): string {
    return join(this.#drafts, randomUUID());
  }

  /** Lets go of a draft that is not wanted; nothing happens where it is gone. */
  async dropDraft(path: string): Promise<void> {
    await rm(path, { force: true, recursive: true });
  }

  /**
   * Writes what comes in as a draft, as it comes.
   * @param most bytes; where more come, `tooMuch` is thrown and nothing is left
   */
  async receive(
    from: Readable,
    most: number,
    tooMuch: () => Error,
  ): Promise<{ path: string; size: number; head: Buffer }> {
    const path = this.draftPath();
    let size = 0;
    let head = Buffer.alloc(0);
    const file = await open(path, 'wx');
    try {
      for await (const part of from as AsyncIterable<Buffer>) {
        size += part.length;
        if (size > most) throw tooMuch();
        if (head.length < 64) head = Buffer.concat([head, part.subarray(0, 64)]);
        await file.writeFile(part);
      }
    } catch (error) {
      await file.close();
      await this.dropDraft(path);
      throw error;
    }
    await file.close();
    return { path, size, head };
  }

  /**
   * Keeps drafts under their hashes, and then runs what names them, all at once. Where that fails they are drafts again, so that
   * it can be tried once more.
   */
  async keep<T>(drafts: readonly Draft[], name: () => T): Promise<T> {
    for (const { hash } of drafts) this.#held.set(hash, (this.#held.get(hash) ?? 0) + 1);
    const moved: Draft[] = [];
    try {
      for (const draft of drafts) if (await this.#place(draft)) moved.push(draft);
      if (drafts.length > 0) await sync(this.#files);
      const named = name();
      await Promise.all(drafts.map(({ path }) => this.dropDraft(path)));
      return named;
    } catch (error) {
      for (const { path, hash } of moved) {
        const isAnothers = this.#held.get(hash)! > 1 || this.#isNamed(hash);
        await (isAnothers ? copyFile : rename)(this.path(hash), path).catch(() => undefined);
      }
      throw error;
    } finally {
      for (const { hash } of drafts) {
        const count = this.#held.get(hash)! - 1;
        if (count > 0) this.#held.set(hash, count);
        else this.#held.delete(hash);
      }
      for (const { hash } of drafts) this.letGo(hash);
    }
  }

  /** Brings a draft to where it is kept. @returns whether it is new there: one that is there already stays a draft */
  async #place({ path, hash }: Draft): Promise<boolean> {
    const to = this.path(hash);
    if (await stat(to).catch(() => undefined)) return false;
    await sync(path);
    await rename(path, to);
    return true;
  }

  /** Lets go of a file, and of what was made from it, unless something names it or is about to. */
  letGo(hash: string): void {
    // Without a pause between looking and removing: nothing can come to name it meanwhile.
    if (this.#held.has(hash) || this.#isNamed(hash)) return;
    rmSync(this.path(hash), { force: true });
    rmSync(join(this.#made, hash), { force: true, recursive: true });
  }

  /** A file's bytes, or `undefined` where there is none of that hash. */
  async read(hash: string): Promise<Buffer | undefined> {
    return readFile(this.path(hash)).catch(() => undefined);
  }

  /** A file's bytes as they are read, and how many there are; `undefined` where there is none. */
  async stream(hash: string): Promise<{ size: number; bytes: () => ReadStream } | undefined> {
    const found = await stat(this.path(hash)).catch(() => undefined);
    return found && { size: found.size, bytes: () => createReadStream(this.path(hash)) };
  }

  /** Whether there is a file of that hash. */
  async has(hash: string): Promise<boolean> {
    return (await stat(this.path(hash)).catch(() => undefined)) !== undefined;
  }

  /**
   * Something made from a file, such as a smaller picture: made once, then kept beside it, where there is room.
   * @param make writes it to a path
   */
  async made(hash: string, kind: string, make: (to: string) => Promise<void>): Promise<Buffer> {
    const path = join(this.#made, hash, kind);
    const known = await readFile(path).catch(() => undefined);
    if (known) return known;
    const draft = this.draftPath();
    try {
      await make(draft);
      const bytes = await readFile(draft);
      mkdirSync(join(this.#made, hash), { recursive: true });
      await rename(draft, path);
      return bytes;
    } catch (error) {
      // Where there is no room to keep it, it is made each time.
      if (!fullDisk(error)) throw error;
      return await this.#madeElsewhere(make);
    } finally {
      await this.dropDraft(draft);
    }
  }

  async #madeElsewhere(make: (to: string) => Promise<void>): Promise<Buffer> {
    const path = join(tmpdir(), randomUUID());
    try {
      await make(path);
      return await readFile(path);
    } finally {
      await rm(path, { force: true });
    }
  }

  /** Where a file of that hash lies. */
  path(hash: string): string {
    if (!HASH.test(hash)) throw new Error(`No hash: ${hash}`);
    return join(this.#files, hash);
  }

  /**
   * Removes what an interruption, or an earlier version, has left behind: drafts, files that nothing names, and what was made
   * from files that are gone.
   * @param named the hashes that the database names
   * @param isFirst whether nothing can be under way yet
   * @returns how many files and folders went
   */
  async sweep(named: ReadonlySet<string>, isFirst: boolean): Promise<number> {
    let gone = 0;
    const isOld = async (path: string) => {
      const found = await stat(path).catch(() => undefined);
      return found !== undefined && (isFirst || Date.now() - found.mtimeMs > DRAFT_LIFE);
    };
    const drop = (path: string) => {
      rmSync(path, { force: true, recursive: true });
      gone++;
    };
    for (const name of await readdir(this.#drafts)) {
      const path = join(this.#drafts, name);
      if (await isOld(path)) drop(path);
    }
    for (const [folder, isKept] of [
      [this.#files, (name: string) => named.has(name)],
      [this.#made, (name: string) => named.has(name)],
    ] as const) {
      for (const name of await readdir(folder)) {
        const path = join(folder, name);
        if (isKept(name) || !(await isOld(path))) continue;
        // Rows may have come since the list was made.
        if (!HASH.test(name) || !(this.#held.has(name) || this.#isNamed(name))) drop(path);
      }
    }
    return gone;
  }
}

/** Brings a file, or a folder's names, onto the disk. */
async function sync(path: string): Promise<void> {
  const handle = await open(path, 'r');
  try {
    await handle.sync();
  } finally {
    await handle.close();
  }
}

/** The hash under which content is kept: SHA-256, 64 hexadecimal digits. */
export function hashOf(bytes: Uint8Array): string {
  return createHash('sha256').update(bytes).digest('hex');
}
