import { readFile } from 'node:fs/promises';
import { basename, dirname, join } from 'node:path';
import { endsRight, readPicture } from './pictures.ts';
import { resized } from './resize.ts';
import { fontName, registerOwnFonts } from './fonts.ts';
import { readSite } from '@hatrail/core/model/check';
import { BadInput } from '@hatrail/core/model/badInput';
import type { Picture } from '@hatrail/core/model/picture';
import type { Site } from '@hatrail/core/model/site';

/** A site read from its file, and the bytes of the pictures beside it. */
export interface LoadedSite {
  site: Site;
  /** A file's bytes; those of a picture smaller where a width is asked for. */
  read(file: string, width?: number): Promise<Uint8Array | undefined>;
}

/**
 * Reads a site file and checks that every picture it names lies beside it and is what it says.
 * @throws {BadInput} with the reason
 */
export async function loadSite(path: string): Promise<LoadedSite> {
  const text = await readFile(path, 'utf8').catch(() => {
    throw new BadInput(`There is no file ${path}: check the name.`);
  });
  const site = readSite(text);
  const clean = new Map<string, Uint8Array>();
  const read = async (file: string, width?: number) => {
    const bytes =
      clean.get(file) ?? (await readFile(join(dirname(path), basename(file))).catch(() => undefined));
    return bytes && width !== undefined ? resized(bytes, width) : bytes;
  };
  for (const { file } of site.fonts ?? []) {
    const bytes = await read(file);
    if (!bytes) throw new BadInput(`The font ${file} is missing: put it beside ${basename(path)}.`);
    fontName(bytes, file);
  }
  await registerOwnFonts(site, read);
  for (const picture of site.pictures) {
    const bytes = await read(picture.file);
    if (!bytes)
      throw new BadInput(`The picture ${picture.file} is missing: put it beside ${basename(path)}.`);
    const sound = await checkPicture(bytes, picture);
    if (sound !== bytes) clean.set(picture.file, sound);
  }
  return { site, read };
}

/** Decodes a picture of the site; gives its bytes, an SVG's once it is cleaned. */
async function checkPicture(bytes: Uint8Array, picture: Picture): Promise<Uint8Array> {
  const { width, height, format, bytes: sound } = await readPicture(bytes, picture.file);
  if (!endsRight(picture.file, format))
    throw new BadInput(
      `${picture.file} is of the format ${format}: give it the ending of that, in the site file too.`,
    );
  if (width !== picture.width || height !== picture.height) {
    throw new BadInput(
      `${picture.file} is ${width} × ${height} px, but the site file says ${picture.width} × ${picture.height}: put the right file beside it.`,
    );
  }
  return sound;
}
