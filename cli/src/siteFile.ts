import { readFile } from 'node:fs/promises';
import { basename, dirname, join } from 'node:path';
import sharp from 'sharp';
import { resized } from './resize.ts';
import { fontName, registerOwnFonts } from './fonts.ts';
import { BadInput, readSite } from '@hatrail/core/model/check';
import { MAX_PICTURE_SIDE, type Picture } from '@hatrail/core/model/picture';
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
  const read = async (file: string, width?: number) => {
    const bytes = await readFile(join(dirname(path), basename(file))).catch(() => undefined);
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
    await checkPicture(bytes, picture);
  }
  return { site, read };
}

/** What a picture's bytes turn out to be. */
export interface PictureFacts {
  width: number;
  height: number;
  format: string;
}

const FORMATS = new Set(['jpeg', 'png', 'webp', 'avif', 'svg']);

/**
 * Reads a picture's head.
 * @throws {BadInput} if the bytes are no JPEG, PNG, WebP or SVG, or the picture is too large
 */
export async function pictureFacts(bytes: Uint8Array, name: string): Promise<PictureFacts> {
  const head = await sharp(bytes, { limitInputPixels: false })
    .metadata()
    .catch(() => undefined);
  // Cameras note which way up a picture is; browsers turn it accordingly.
  const turned = (head?.orientation ?? 1) >= 5;
  const [width = 0, height = 0] = turned ? [head?.height, head?.width] : [head?.width, head?.height];
  const format = head?.format === 'heif' && head.compression === 'av1' ? 'avif' : (head?.format ?? 'none');
  if (!width || !height || !FORMATS.has(format)) {
    throw new BadInput(`${name} is no picture that can be used: bring a JPEG, PNG, WebP, AVIF or SVG file.`);
  }
  if (Math.max(width, height) > MAX_PICTURE_SIDE) {
    throw new BadInput(
      `${name} is ${width} × ${height} px: ${MAX_PICTURE_SIDE} px a side at most. Make it smaller and try again.`,
    );
  }
  if (
    format === 'svg' &&
    /<script|\bon\w+\s*=|javascript:|<foreignObject|<!ENTITY|@import|(href|src)\s*=\s*["']?\s*(https?:|\/\/)|url\(\s*["']?\s*(https?:|\/\/)/i.test(
      Buffer.from(bytes).toString('utf8'),
    )
  ) {
    throw new BadInput(
      `${name} carries a script, foreign markup or something from elsewhere: save it as a plain SVG and try again.`,
    );
  }
  return { width, height, format };
}

async function checkPicture(bytes: Uint8Array, picture: Picture): Promise<void> {
  const { width, height } = await pictureFacts(bytes, picture.file);
  if (width !== picture.width || height !== picture.height) {
    throw new BadInput(
      `${picture.file} is ${width} × ${height} px, but the site file says ${picture.width} × ${picture.height}: put the right file beside it.`,
    );
  }
}
