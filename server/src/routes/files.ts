import { Readable } from 'node:stream';
import { Router, json, type Request } from 'express';
import { MAX_PICTURE_SIDE } from '@hatrail/core/model/bounds';
import { fontType } from '@hatrail/core/output/fonts';
import { siteOf, sizedPicture, type Context } from '../context.ts';
import { fetchPicture } from '../fetchPicture.ts';
import type { KeptFile } from '../fileRows.ts';
import { takeFile, takePicture } from '../intake.ts';
import { badInput, notFound } from '../problem.ts';
import { sendBytes } from '../send.ts';
import { PictureAddress, PicturePart, PictureTurn } from '@hatrail/core/model/requests';
import { bodyOf, unpacked } from './bodies.ts';

/** Files of a site: pictures and fonts are taken in here, and then put into its document by the editor. */
export function siteFileRoutes(context: Context): Router {
  const router = Router();

  router.post('/:site/files', async (request, response) => {
    const { id: site } = siteOf(context, String(request.params.site));
    const { name } = request.query;
    const called = typeof name === 'string' ? name : '';
    response.status(201).json(await takeFile(context, site, called, unpacked(request)));
  });

  router.post('/:site/files/from', json(), async (request, response) => {
    const { id: site } = siteOf(context, String(request.params.site));
    const { address, allowLocal = false } = bodyOf(PictureAddress, request);
    const stop = new AbortController();
    response.on('close', () => stop.abort());
    const { bytes, name } = await fetchPicture(address, {
      allowLocal,
      signal: stop.signal,
    });
    const from = Readable.from([Buffer.from(bytes)]);
    response.status(201).json(await takeFile(context, site, name, from, () => !stop.signal.aborted));
  });

  router.post('/:site/files/:file/crop', json(), async (request, response) => {
    const of = pictureOf(context, request);
    const picture = await knownSize(context, of.site, of.file);
    const { x, y, width, height } = bodyOf(PicturePart, request);
    const box = { left: x, top: y, width, height };
    if (x + width > picture.width || y + height > picture.height) {
      throw badInput(
        `Give a part of the picture, in whole pixels within ${picture.width} × ${picture.height}.`,
      );
    }
    const made = await remade(context, of, `${of.file}-crop`, (paths) =>
      context.apart.run('crop', { ...paths, box }),
    );
    response.status(201).json(made);
  });

  router.post('/:site/files/:file/turn', json(), async (request, response) => {
    const of = pictureOf(context, request);
    await knownSize(context, of.site, of.file);
    const { turn } = bodyOf(PictureTurn, request);
    if (of.known.name.endsWith('.svg'))
      throw badInput('A vector drawing is turned in the program that it was drawn in.');
    const made = await remade(context, of, `${of.file}-turned`, (paths) =>
      context.apart.run('turn', { ...paths, turn }),
    );
    response.status(201).json(made);
  });

  router.delete('/:site/files/:file', (request, response) => {
    const { file } = request.params;
    const hash = context.sites.atOnce(() => {
      const { id, site } = siteOf(context, request.params.site);
      const isUsed = [...site.pictures, ...(site.fonts ?? [])].some((part) => part.id === file);
      if (isUsed) throw badInput('This file is in the site: take it out there first.');
      const known = context.sites.files.of(id).get(file);
      context.sites.files.remove(id, file);
      return known?.hash;
    });
    if (hash !== undefined) context.files.letGo(hash);
    response.status(204).end();
  });

  return router;
}

/** A picture of a site, by its address. */
interface KeptPicture {
  site: string;
  file: string;
  known: KeptFile;
}

/** @throws 404 where there is no such file. The document may name it only with the next save: the file itself says what it is. */
function pictureOf(context: Context, request: Request): KeptPicture {
  const { id: site } = siteOf(context, String(request.params.site));
  const file = String(request.params.file);
  const known = context.sites.files.of(site).get(file);
  if (!known) throw notFound('picture');
  return { site, file, known };
}

/**
 * Makes a picture of another, and takes it in beside it.
 * @param work writes it, from one path to another
 */
async function remade(
  context: Context,
  { site, known }: KeptPicture,
  name: string,
  work: (paths: { path: string; to: string }) => Promise<unknown>,
) {
  const path = context.files.draftPath();
  try {
    await work({ path: context.files.path(known.hash), to: path });
    return await takePicture(context, site, { name, path, size: 0, isVector: false });
  } finally {
    await context.files.dropDraft(path);
  }
}

/**
 * The size that a picture's bytes have: as it was noted when it came, or looked at now where an earlier version brought it in.
 * @throws 422 where its file is gone, or is no picture
 */
export async function knownSize(
  context: Context,
  site: string,
  file: string,
): Promise<{ width: number; height: number }> {
  const known = context.sites.files.of(site).get(file)!;
  if (known.width !== undefined && known.height !== undefined)
    return { width: known.width, height: known.height };
  const bytes = await context.files.read(known.hash);
  if (!bytes) throw badInput(`The file ${known.name} is missing: bring it in again.`);
  const { path } = await context.files.receive(Readable.from([bytes]), Infinity, () => new Error());
  try {
    const { width, height } = await context.apart.run('picture', { path, name: known.name });
    context.sites.files.setSize(site, file, width, height);
    return { width, height };
  } finally {
    await context.files.dropDraft(path);
  }
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
    const { hash } = request.params;
    const bytes = await read(hash, 'picture');
    const width = Number(request.query.width);
    const isSized = width % SIZE_STEP === 0 && width > 0 && width <= MAX_PICTURE_SIDE;
    const type = mediaType(bytes);
    const small = isSized && type !== 'image/svg+xml' ? await sizedPicture(context, hash, width) : undefined;
    response.set('Cache-Control', 'public, max-age=31536000, immutable');
    sendBytes(response, small ?? bytes, type);
  });
  router.get('/fonts/:hash', async (request, response) => {
    const bytes = await read(request.params.hash, 'font');
    response.set('Cache-Control', 'public, max-age=31536000, immutable');
    sendBytes(response, bytes, fontType('x.woff2'));
  });
  return router;

  async function read(hash: string, what: string): Promise<Uint8Array> {
    const bytes = /^[0-9a-f]{64}$/.test(hash) ? await context.files.read(hash) : undefined;
    if (!bytes) throw notFound(what);
    return bytes;
  }
}
