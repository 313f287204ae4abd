import { Router, raw } from 'express';
import type { Context } from '../context.ts';
import { keepPictures, pictureReader, siteOf } from '../context.ts';
import { packSite, readBroughtSite } from '../siteImport.ts';

/** Sites: the list, one whole, one brought in, and its file. */
export function siteRoutes(context: Context): Router {
  const router = Router();

  router.get('/', (_request, response) => {
    response.json(context.sites.ids().map((id) => siteOf(context, id)));
  });

  router.post('/', raw({ type: () => true, limit: '64mb' }), async (request, response) => {
    const { site, files } = await readBroughtSite(request.body as Uint8Array);
    const hashes = await keepPictures(context, site, async (file) => files.get(file));
    const id = context.sites.create(site, hashes);
    response.status(201).location(`/api/sites/${id}`).json(siteOf(context, id));
  });

  router.get('/:site', (request, response) => {
    response.json(siteOf(context, request.params.site));
  });

  router.get('/:site/file', async (request, response) => {
    const kept = siteOf(context, request.params.site);
    const read = pictureReader(context, kept);
    const files = new Map<string, Uint8Array>();
    for (const { file } of kept.site.pictures) files.set(file, (await read(file))!);
    response.attachment(`${kept.slug}.hatrail.zip`).send(Buffer.from(packSite(kept.site, kept.slug, files)));
  });

  return router;
}
