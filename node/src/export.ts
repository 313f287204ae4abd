import { mkdir, writeFile, readFile } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { BadInput } from '@hatrail/core/model/badInput';
import type { Site } from '@hatrail/core/model/site';
import type { OutputFile } from '@hatrail/core/output/files';
import { fontPath } from './fonts.ts';

/** A file that ships, with its bytes. */
export interface ShippedFile {
  path: string;
  bytes: Uint8Array;
}

/** Brings together the bytes of files that ship. `read` gives a picture file's bytes, in a width where one is asked for. */
export async function shippedFiles(
  site: Site,
  files: readonly OutputFile[],
  read: (file: string, width?: number) => Promise<Uint8Array | undefined>,
): Promise<ShippedFile[]> {
  return Promise.all(
    files.map(async (file): Promise<ShippedFile> => {
      if (file.kind === 'text') return { path: file.path, bytes: Buffer.from(file.text) };
      const shipped = file.kind === 'font' ? fontPath(file.file) : undefined;
      if (shipped) return { path: file.path, bytes: await readFile(shipped) };
      const name =
        file.kind === 'font' ? file.file : site.pictures.find(({ id }) => id === file.picture)!.file;
      const bytes = await read(name, file.kind === 'picture' ? file.width : undefined);
      if (!bytes) throw new BadInput(`The file ${name} is missing: bring it in again.`);
      return { path: file.path, bytes };
    }),
  );
}

/** Writes files below a folder. */
export async function writeFiles(folder: string, files: readonly ShippedFile[]): Promise<void> {
  for (const { path, bytes } of files) {
    const target = join(folder, path);
    await mkdir(dirname(target), { recursive: true });
    await writeFile(target, bytes);
  }
}
