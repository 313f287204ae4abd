import { Router, raw } from 'express';
import { pictureFacts } from '@hatrail/cli/siteFile';
import { checkPart } from '@hatrail/core/model/check';
import { Picture } from '@hatrail/core/model/picture';
import { siteOf, type Context } from '../context.ts';
import { badInput, notFound } from '../problem.ts';

/** Pictures of a site. */
export function sitePictureRoutes(context: Context): Router {
  const router = Router();

  router.get('/:site/pictures', (request, response) => {
    const { site, hashes } = siteOf(context, request.params.site);
    response.json(site.pictures.map((picture) => ({ ...picture, hash: hashes[picture.id] })));
  });

  router.post('/:site/pictures', raw({ type: () => true, limit: '64mb' }), async (request, response) => {
    const { id: siteId, site } = siteOf(context, String(request.params.site));
    const file = String(request.query.file ?? '');
    const bytes = request.body as Uint8Array;
    if (!(bytes instanceof Uint8Array) || bytes.length === 0)
      throw badInput(`${file || 'The picture'} is empty.`);
    const { width, height } = await pictureFacts(bytes, file);
    const picture: Picture = {
      id: freeId(site.pictures, file),
      name: nameOf(file),
      file,
      width,
      height,
      alt: '',
    };
    const problems = checkPart(Picture, picture);
    if (problems.length > 0) throw badInput(problems[0]!.message, problems);
    if (site.pictures.some((other) => other.file === file)) {
      throw badInput(`There is a picture ${file} already: give this one another name.`);
    }
    context.sites.addPicture(siteId, picture, await context.pictures.keep(bytes));
    response.status(201).json(picture);
  });

  return router;
}

function nameOf(file: string): string {
  return (
    file
      .replace(/\.\w+$/, '')
      .replace(/[-_.]+/g, ' ')
      .trim() || 'Picture'
  );
}

function freeId(pictures: readonly Picture[], file: string): string {
  const base =
    nameOf(file)
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '') || 'picture';
  const taken = new Set(pictures.map(({ id }) => id));
  for (let i = 1; ; i++) {
    const id = i === 1 ? base : `${base}-${i}`;
    if (!taken.has(id)) return id;
  }
}

const TYPES: [test: (bytes: Uint8Array) => boolean, type: string][] = [
  [(b) => b[0] === 0xff && b[1] === 0xd8, 'image/jpeg'],
  [(b) => b[0] === 0x89 && b[1] === 0x50, 'image/png'],
  [(b) => b[0] === 0x52 && b[1] === 0x49 && b[8] === 0x57, 'image/webp'],
];

/** A picture's media type, by its first bytes; what is none of the raster kinds was taken in as SVG. */
export function mediaType(bytes: Uint8Array): string {
  return TYPES.find(([test]) => test(bytes))?.[1] ?? 'image/svg+xml';
}

/** Picture files by the hash of their content, which never changes under an address. */
export function pictureFileRoutes(context: Context): Router {
  const router = Router();
  router.get('/:hash', async (request, response) => {
    if (!/^[0-9a-f]{64}$/.test(request.params.hash)) throw notFound('picture');
    const bytes = await context.pictures.read(request.params.hash);
    if (!bytes) throw notFound('picture');
    response
      .set('Cache-Control', 'public, max-age=31536000, immutable')
      .set('Content-Security-Policy', "default-src 'none'; style-src 'unsafe-inline'")
      .type(mediaType(bytes))
      .send(Buffer.from(bytes));
  });
  return router;
}
