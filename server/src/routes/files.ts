import { randomUUID } from 'node:crypto';
import { Router, json, raw } from 'express';
import sharp from 'sharp';
import { fontName } from '@hatrail/cli/fonts';
import { pictureFacts } from '@hatrail/cli/siteFile';
import type { TakenFile } from '@hatrail/core/model/kept';
import { MAX_PICTURE_SIDE } from '@hatrail/core/model/picture';
import { fontType } from '@hatrail/core/output/fonts';
import { siteOf, sizedPicture, type Context } from '../context.ts';
import { fetchPicture } from '../fetchPicture.ts';
import { badInput, notFound } from '../problem.ts';

/** Largest file that is taken in. */
const MOST = '64mb';
const FONT = /\.(woff2?|ttf|otf)$/i;

/** Files of a site: pictures and fonts are taken in here, and then put into its document by the editor. */
export function siteFileRoutes(context: Context): Router {
  const router = Router();

  router.post('/:site/files', raw({ type: () => true, limit: MOST }), async (request, response) => {
    const { id: site } = siteOf(context, String(request.params.site));
    const name = String(request.query.name ?? '');
    const bytes = request.body as Uint8Array;
    if (!(bytes instanceof Uint8Array) || bytes.length === 0)
      throw badInput(`${name || 'The file'} is empty.`);
    response.status(201).json(await (FONT.test(name) ? takeFont : takePicture)(context, site, name, bytes));
  });

  router.post('/:site/files/from', json(), async (request, response) => {
    const { id: site } = siteOf(context, String(request.params.site));
    const { address, allowLocal } = (request.body ?? {}) as { address?: unknown; allowLocal?: unknown };
    if (typeof address !== 'string') throw badInput('Give the address of a picture.');
    const stop = new AbortController();
    response.on('close', () => stop.abort());
    const { bytes, name } = await fetchPicture(address, {
      allowLocal: allowLocal === true,
      signal: stop.signal,
    });
    const taken = await takePicture(context, site, name, bytes);
    if (stop.signal.aborted) await drop(context, site, taken.id);
    else response.status(201).json(taken);
  });

  router.post('/:site/files/:file/crop', json(), async (request, response) => {
    // The document may name it only with the next save: the file itself says what it is.
    const { id, hashes } = siteOf(context, String(request.params.site));
    const file = String(request.params.file);
    const hash = hashes[file];
    if (hash === undefined) throw notFound('picture');
    const bytes = (await context.pictures.read(hash))!;
    const picture = await pictureFacts(bytes, file);
    const { x, y, width, height } = (request.body ?? {}) as Record<string, number>;
    const box = { left: x!, top: y!, width: width!, height: height! };
    const isSound =
      Object.values(box).every(Number.isInteger) &&
      box.left >= 0 &&
      box.top >= 0 &&
      box.width >= 1 &&
      box.height >= 1 &&
      box.left + box.width <= picture.width &&
      box.top + box.height <= picture.height;
    if (!isSound) {
      throw badInput(
        `Give a part of the picture, in whole pixels within ${picture.width} × ${picture.height}.`,
      );
    }
    const image = sharp(bytes).rotate().extract(box);
    const cut = await (picture.format === 'svg' ? image.png() : image).toBuffer();
    response.status(201).json(await takePicture(context, id, `${file}-crop`, new Uint8Array(cut)));
  });

  router.delete('/:site/files/:file', async (request, response) => {
    const { id, site } = siteOf(context, request.params.site);
    const { file } = request.params;
    const isUsed = [...site.pictures, ...(site.fonts ?? [])].some((part) => part.id === file);
    if (isUsed) throw badInput('This file is in the site: take it out there first.');
    await drop(context, id, file);
    response.status(204).end();
  });

  return router;
}

/** Lets go of a file that no document names. */
async function drop(context: Context, site: string, file: string): Promise<void> {
  const hash = context.sites.removeFile(site, file);
  if (hash) await context.pictures.remove(hash);
}

async function takePicture(
  context: Context,
  site: string,
  name: string,
  bytes: Uint8Array,
): Promise<TakenFile> {
  const { width, height, format } = await pictureFacts(bytes, name || 'The picture');
  const hash = await context.pictures.keep(bytes);
  const known = context.sites.hashes(site);
  const base = wordsOf(name) || 'picture';
  const id = freeName(base, (candidate) => candidate in known);
  const file = `${id}.${format === 'jpeg' ? 'jpg' : format}`;
  context.sites.addFile(site, id, file, hash);
  return { id, file, hash, width, height };
}

async function takeFont(context: Context, site: string, name: string, bytes: Uint8Array): Promise<TakenFile> {
  const called = fontName(bytes, name);
  const hash = await context.pictures.keep(bytes);
  const id = `own-${hash.slice(0, 12)}`;
  const file = `${wordsOf(name) || 'font'}-${hash.slice(0, 6)}.${name.split('.').pop()!.toLowerCase()}`;
  if (!(id in context.sites.hashes(site))) context.sites.addFile(site, id, file, hash);
  return { id, file, hash, fontName: called };
}

/** A file's name as an id: small letters, digits and hyphens, without its ending. */
function wordsOf(name: string): string {
  return name
    .replace(/\.\w+$/, '')
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .replace(/^-+|-+$/g, '')
    .slice(0, 48);
}

function freeName(base: string, isTaken: (name: string) => boolean): string {
  for (let i = 1; i < 1000; i++) {
    const name = i === 1 ? base : `${base}-${i}`;
    if (!isTaken(name)) return name;
  }
  return `${base}-${randomUUID().slice(0, 8)}`;
}

const TYPES: [test: (bytes: Uint8Array) => boolean, type: string][] = [
  [(b) => b[0] === 0xff && b[1] === 0xd8, 'image/jpeg'],
  [(b) => b[0] === 0x89 && b[1] === 0x50, 'image/png'],
  [(b) => b[0] === 0x52 && b[1] === 0x49 && b[8] === 0x57, 'image/webp'],
  [(b) => b[4] === 0x66 && b[5] === 0x74 && b[6] === 0x79 && b[7] === 0x70, 'image/avif'],
];

/** A picture's media type, by its first bytes; what is none of the raster kinds was taken in as SVG. */
export function mediaType(bytes: Uint8Array): string {
  return TYPES.find(([test]) => test(bytes))?.[1] ?? 'image/svg+xml';
}

/** Pictures are made smaller in steps of this width, pixels. */
const SIZE_STEP = 160;

/** Files by the hash of their content, which never changes under an address. */
export function keptFileRoutes(context: Context): Router {
  const router = Router();
  router.get('/pictures/:hash', async (request, response) => {
    const bytes = await read(request.params.hash, 'picture');
    const width = Number(request.query.width);
    const isSized = width % SIZE_STEP === 0 && width > 0 && width <= MAX_PICTURE_SIDE;
    const type = mediaType(bytes);
    response
      .set('Cache-Control', 'public, max-age=31536000, immutable')
      .set('Content-Security-Policy', "default-src 'none'; style-src 'unsafe-inline'");
    if (isSized && type !== 'image/svg+xml') {
      const small = await sizedPicture(context.pictures, request.params.hash, width);
      response.type(type).send(Buffer.from(small!));
    } else {
      response.type(type).send(Buffer.from(bytes));
    }
  });
  router.get('/fonts/:hash', async (request, response) => {
    const bytes = await read(request.params.hash, 'font');
    response
      .set('Cache-Control', 'public, max-age=31536000, immutable')
      .type(fontType('x.woff2'))
      .send(Buffer.from(bytes));
  });
  return router;

  async function read(hash: string, what: string): Promise<Uint8Array> {
    const bytes = /^[0-9a-f]{64}$/.test(hash) ? await context.pictures.read(hash) : undefined;
    if (!bytes) throw notFound(what);
    return bytes;
  }
}
