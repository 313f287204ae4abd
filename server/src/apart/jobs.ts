import { createHash } from 'node:crypto';
import { readFile, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import sharp from 'sharp';
import { endsRight, readPicture } from '@hatrail/node/pictures';
import { resized } from '@hatrail/node/resize';
import { documentIn, isZip, unpack } from '@hatrail/node/unpack';
import { BadInput, type Problem } from '@hatrail/core/model/badInput';
import { followed } from '@hatrail/core/placed/follows';
import type { SiteChanges } from '@hatrail/core/model/kept';
import type { Turn } from '@hatrail/core/model/turns';
import type { Site } from '@hatrail/core/model/site';

/**
 * What is done to bytes that come from outside, in a process of its own: decoding, cleaning, cutting, unpacking. Each takes
 * and leaves files, by their paths, and gives plain values. What a job needs is loaded when it is first asked for, so that a process is soon at work.
 */

/** A file that is ready to be kept. */
export interface ReadyFile {
  path: string;
  hash: string;
  width?: number;
  height?: number;
}

/** Most of a site's document, bytes. */
const MOST_DOCUMENT = 8 * 2 ** 20;

const hashOf = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex');

/** Decodes a picture; an SVG is cleaned in its place. */
async function picture({ path, name }: { path: string; name: string }) {
  const bytes = await readFile(path);
  const { width, height, format, bytes: sound, left } = await readPicture(bytes, name);
  if (sound !== bytes) await writeFile(path, sound);
  return { width, height, format, left, hash: hashOf(sound) };
}

async function font({ path, name }: { path: string; name: string }) {
  const { fontName } = await import('@hatrail/node/fonts');
  const bytes = await readFile(path);
  return { fontName: fontName(bytes, name), hash: hashOf(bytes) };
}

/** Cuts a part out of a picture, in its own pixels; of an SVG, as a PNG. */
async function crop(job: {
  path: string;
  to: string;
  box: { left: number; top: number; width: number; height: number };
}) {
  const bytes = await readFile(job.path);
  const { format } = await sharp(bytes).metadata();
  const image = sharp(bytes).rotate().extract(job.box);
  await writeFile(job.to, await (format === 'svg' ? image.png() : image).toBuffer());
}

/** A picture turned by a quarter, or over. */
async function turn({ path, to, turn: how }: { path: string; to: string; turn: Turn }) {
  const image = sharp(await readFile(path)).rotate();
  const turned =
    how === 'left'
      ? image.rotate(-90)
      : how === 'right'
        ? image.rotate(90)
        : how === 'sideways'
          ? image.flop()
          : image.flip();
  await writeFile(to, await turned.toBuffer());
}

/** A picture in a smaller width. */
async function sized({ path, to, width }: { path: string; to: string; width: number }) {
  await writeFile(to, await resized(await readFile(path), width));
}

/**
 * Unpacks and checks a site file: `.hatrail.zip`, the site with its files beside it, or `.hatrail.json` for one without any.
 * The document that was read lies in `folder` as `site.json`, its files under numbers.
 * @throws {BadInput} with what to do
 */
async function site({ path, folder }: { path: string; folder: string }) {
  const files = (await isZip(path)) ? await unpack(path, folder) : undefined;
  const document = await readFile(files ? documentIn(files) : path);
  if (document.length > MOST_DOCUMENT)
    throw new BadInput(
      'This site file is larger than 8 MB without its pictures: that is no site of 400 pages.',
    );
  const { readSite } = await import('@hatrail/core/model/check');
  const read = followed(readSite(new TextDecoder().decode(document)));
  const ready: Record<string, ReadyFile> = {};
  for (const { id, file, width, height } of read.pictures) {
    const found = files?.get(file);
    if (!found) {
      throw new BadInput(
        `The picture ${file} is not with it: bring the .hatrail.zip that holds the site and its pictures.`,
      );
    }
    const facts = await picture({ path: found, name: file });
    if (facts.width !== width || facts.height !== height) {
      throw new BadInput(
        `${file} is ${facts.width} × ${facts.height} px, but the site file says otherwise: save it again.`,
      );
    }
    if (!endsRight(file, facts.format))
      throw new BadInput(`${file} is of the format ${facts.format}: save it again with the ending of that.`);
    ready[id] = { path: found, hash: facts.hash, width, height };
  }
  for (const { file, id } of read.fonts ?? []) {
    const found = files?.get(file);
    if (!found) throw new BadInput(`The font ${file} is not with it: bring the .hatrail.zip that holds it.`);
    const { hash } = await font({ path: found, name: file });
    if (hash.slice(0, 12) !== id.slice(4))
      throw new BadInput(`${file} is not the font that the site file means: save it again.`);
    ready[id] = { path: found, hash };
  }
  await writeFile(join(folder, 'site.json'), JSON.stringify(read));
  return { files: ready };
}

/** What is wrong with a site once it is changed. */
async function check({ before, changes }: { before: Site; changes: SiteChanges }): Promise<Problem[]> {
  const [{ checkChanged }, { withChanges }] = await Promise.all([
    import('@hatrail/core/model/check'),
    import('@hatrail/core/model/changes'),
  ]);
  const steps = checkChanged(withChanges(before, changes), before);
  for (let step = steps.next(); ; step = steps.next()) if (step.done) return step.value;
}

/** Does nothing: a process that has done it is ready for all others. */
async function warm(_nothing: object): Promise<void> {}

export const JOBS = { picture, font, crop, turn, sized, site, check, warm };

export type Job = keyof typeof JOBS;

/** What a job loads when it is first asked for: before its time counts. */
export const LOADED_FOR: Partial<Record<Job, () => Promise<unknown>>> = {
  font: () => import('@hatrail/node/fonts'),
  site: () => Promise.all([import('@zip.js/zip.js'), import('@hatrail/core/model/check')]),
  check: () => Promise.all([import('@hatrail/core/model/check'), import('@hatrail/core/model/changes')]),
};
export type JobInput<J extends Job> = Parameters<(typeof JOBS)[J]>[0];
export type JobResult<J extends Job> = Awaited<ReturnType<(typeof JOBS)[J]>>;
