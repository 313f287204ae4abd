import { Readable, Writable } from 'node:stream';
import { Uint8ArrayReader, ZipWriter } from '@zip.js/zip.js';
import type { Response } from 'express';

/** A file that goes into a zip: its bytes, or a way to read them as they are needed. */
export interface PackedFile {
  path: string;
  from: Uint8Array | (() => Readable);
}

/** Files that are packed already: to do it again costs time and saves nothing. */
const PACKED = /\.(jpe?g|png|webp|avif|woff2?)$/i;

/** Sends files as one zip, packed as they go out. */
export async function sendZip(response: Response, name: string, files: Iterable<PackedFile>): Promise<void> {
  response.attachment(name);
  const zip = new ZipWriter(Writable.toWeb(response) as WritableStream, { useWebWorkers: false });
  try {
    for (const { path, from } of files) {
      const reader =
        typeof from === 'function' ? (Readable.toWeb(from()) as ReadableStream) : new Uint8ArrayReader(from);
      await zip.add(path, reader, { level: PACKED.test(path) ? 0 : 6 });
    }
    await zip.close();
  } catch (error) {
    // Whoever asked has gone, or a file has: a zip that breaks off is seen as such.
    response.destroy(error as Error);
  }
}
