import { createHash, randomUUID } from 'node:crypto';
import { mkdirSync } from 'node:fs';
import { open, readFile, readdir, rename, rm, stat, writeFile } from 'node:fs/promises';
import { join } from 'node:path';

/** Picture files, each under the hash of its content; written under another name first, so that none is ever half there. */
export class PictureStore {
  readonly #folder: string;

  constructor(dataFolder: string) {
    this.#folder = join(dataFolder, 'pictures');
    mkdirSync(this.#folder, { recursive: true });
  }

  /** Keeps a picture and gives its hash, 64 hexadecimal digits. */
  async keep(bytes: Uint8Array): Promise<string> {
    const hash = createHash('sha256').update(bytes).digest('hex');
    const path = this.#path(hash);
    if (await stat(path).catch(() => undefined)) return hash;
    const draft = join(this.#folder, `draft-${randomUUID()}`);
    const file = await open(draft, 'w');
    await file.writeFile(bytes);
    await file.sync();
    await file.close();
    await rename(draft, path);
    return hash;
  }

  /** A picture's bytes, or `undefined` where there is none of that hash. */
  async read(hash: string): Promise<Uint8Array | undefined> {
    return readFile(this.#path(hash)).catch(() => undefined);
  }

  /** Lets go of a picture and of what was made from it. */
  async remove(hash: string): Promise<void> {
    const own = (await readdir(this.#folder)).filter((name) => name.startsWith(hash));
    await Promise.all(own.map((name) => rm(join(this.#folder, name), { force: true })));
  }

  /** Something made from a picture, such as a smaller one: made once, then kept beside it. */
  async derived(hash: string, kind: string, make: () => Promise<Buffer>): Promise<Buffer> {
    const path = `${this.#path(hash)}-${kind}`;
    const known = await readFile(path).catch(() => undefined);
    if (known) return known;
    const made = await make();
    const draft = join(this.#folder, `draft-${randomUUID()}`);
    await writeFile(draft, made);
    await rename(draft, path);
    return made;
  }

  #path(hash: string): string {
    if (!/^[0-9a-f]{64}$/.test(hash)) throw new Error(`No hash: ${hash}`);
    return join(this.#folder, hash);
  }
}
