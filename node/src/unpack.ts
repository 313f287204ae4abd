import { createWriteStream, openAsBlob } from 'node:fs';
import { join } from 'node:path';
import { Writable } from 'node:stream';
import type { Entry } from '@zip.js/zip.js';
import { at } from '@hatrail/core/lists';
import { BadInput } from '@hatrail/core/model/badInput';

/** Zips of sites, with limits on what they may become. */

/** Most that a zip may unpack to, bytes; most files in it. */
const MOST_UNPACKED = 512 * 2 ** 20;
const MOST_ENTRIES = 2000;

/** Whether a file is a zip, by how it begins. */
export async function isZip(path: string): Promise<boolean> {
  const head = new Uint8Array(await (await openAsBlob(path)).slice(0, 2).arrayBuffer());
  return head[0] === 0x50 && head[1] === 0x4b;
}

/**
 * The path of the one site document among unpacked files.
 * @throws {BadInput} where there is none, or more than one
 */
export function documentIn(files: ReadonlyMap<string, string>): string {
  const documents = [...files.keys()].filter((name) => name.endsWith('.hatrail.json'));
  if (documents.length !== 1)
    throw new BadInput(
      `This zip holds ${documents.length} site files; it should hold one that ends in .hatrail.json, and its pictures.`,
    );
  return files.get(at(documents, 0))!;
}

/** Unpacks a zip into a folder, as numbers, counting the bytes that really come; gives their paths by the names in it. */
export async function unpack(path: string, folder: string): Promise<Map<string, string>> {
  const { BlobReader, ZipReader } = await import('@zip.js/zip.js');
  const files = new Map<string, string>();
  const reader = new ZipReader(new BlobReader(await openAsBlob(path)), {
    checkSignature: true,
    useWebWorkers: false,
  });
  let total = 0;
  try {
    let count = 0;
    for await (const entry of reader.getEntriesGenerator()) {
      if (++count > MOST_ENTRIES)
        throw new BadInput(`This zip holds more than ${MOST_ENTRIES} files: that is no site file.`);
      if (entry.directory) continue;
      const to = join(folder, String(count));
      await unpackOne(entry, to, (size) => {
        total += size;
        if (total > MOST_UNPACKED)
          throw new BadInput('This zip unpacks to more than 512 MB: that is too large.');
      });
      const name = entry.filename.split(/[/\\]/).pop()!;
      if (!files.has(name)) files.set(name, to);
    }
  } catch (error) {
    if (error instanceof BadInput) throw error;
    const { code } = error as NodeJS.ErrnoException;
    if (code === 'ENOSPC') throw error;
    throw new BadInput('This zip is damaged or cut short: save it again where it came from.');
  } finally {
    await reader.close();
  }
  return files;
}

async function unpackOne(entry: Entry, to: string, count: (size: number) => void): Promise<void> {
  if (!('getData' in entry) || !entry.getData) return;
  let refused: unknown;
  const counted = new TransformStream<Uint8Array, Uint8Array>({
    transform(part, out) {
      try {
        count(part.length);
      } catch (error) {
        refused = error;
        throw error;
      }
      out.enqueue(part);
    },
  });
  const written = counted.readable.pipeTo(
    Writable.toWeb(createWriteStream(to)) as WritableStream<Uint8Array>,
  );
  const [unpacked, kept] = await Promise.allSettled([entry.getData(counted.writable), written]);
  if (refused) throw refused;
  for (const each of [kept, unpacked]) if (each.status === 'rejected') throw each.reason;
}
