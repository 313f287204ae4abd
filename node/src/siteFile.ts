import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { basename, dirname, join } from 'node:path';
import { endsRight, readPicture } from './pictures.ts';
import { resized } from './resize.ts';
import { fontName, registerOwnFonts } from './fonts.ts';
import { documentIn, isZip, unpack } from './unpack.ts';
import { readSite } from '@hatrail/core/model/check';
import { followed } from '@hatrail/core/placed/follows';
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
  const missing = () => {
    throw new BadInput(`There is no file ${path}: check the name.`);
  };
  const isPacked = await isZip(path).catch(missing);
  const files = isPacked ? await unpacked(path) : undefined;
  const site = followed(readSite(files ? files.document : await readFile(path, 'utf8').catch(missing)));
  const clean = new Map<string, Uint8Array>(files?.others);
  const read = async (file: string, width?: number) => {
    const beside = () => readFile(join(dirname(path), basename(file))).catch(() => undefined);
    const bytes = clean.get(file) ?? (isPacked ? undefined : await beside());
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

/** What a zip holds: the site's document, and all other files by their names. */
async function unpacked(path: string): Promise<{ document: string; others: Map<string, Uint8Array> }> {
  const folder = await mkdtemp(join(tmpdir(), 'hatrail-zip-'));
  try {
    const files = await unpack(path, folder);
    const document = documentIn(files);
    const others = new Map<string, Uint8Array>();
    for (const [name, file] of files) if (file !== document) others.set(name, await readFile(file));
    return { document: await readFile(document, 'utf8'), others };
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
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
