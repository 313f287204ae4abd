import { promisify } from 'node:util';
import { gzip } from 'node:zlib';
import { Router, json } from 'express';
import { shippedFiles, type ShippedFile } from '@hatrail/node/export';
import { headerFiles } from '@hatrail/core/output/files';
import { fileReader, measureFor, readDrawnWidths, siteOf, type Context } from '../context.ts';
import { sendZip } from '../pack.ts';
import { notFound } from '../problem.ts';
import { LiveRelease, NewRelease } from '@hatrail/core/model/requests';
import { bodyOf } from './bodies.ts';

const READABLE = /\.(html|css|js|txt)$/;
const packed = promisify(gzip);

/** The files of a header, to be read or taken. */
export function headerFileRoutes(context: Context): Router {
  const router = Router();

  router.get('/:site/headers/:header/files', async (request, response) => {
    const { files } = await filesOf(context, request.params.site, request.params.header);
    response.json(
      await Promise.all(
        files.map(async ({ path, bytes }) => ({
          path,
          size: bytes.length,
          packed: (await packed(bytes, { level: 9 })).length,
          ...(READABLE.test(path) && { text: Buffer.from(bytes).toString('utf8') }),
        })),
      ),
    );
  });

  router.get('/:site/headers/:header/download', async (request, response) => {
    const { files, name } = await filesOf(context, request.params.site, request.params.header);
    await sendZip(
      response,
      `${name}.zip`,
      files.map(({ path, bytes }) => ({ path, from: bytes })),
    );
  });

  return router;
}

/** Releases of a site, and which of them is live. */
export function releaseRoutes(context: Context): Router {
  const router = Router();

  router.get('/:site/releases', (request, response) => {
    const { id } = siteOf(context, request.params.site);
    response.json(context.releases.list(id));
  });

  router.get('/:site/releases/:number', (request, response) => {
    const { id } = siteOf(context, request.params.site);
    const release = context.releases.read(id, Number(request.params.number));
    if (!release) throw notFound('release');
    response.json(release);
  });

  router.post('/:site/releases', json(), (request, response) => {
    const { note = '' } = bodyOf(NewRelease, request);
    const made = context.sites.atOnce(() => {
      const { id, site, hashes } = siteOf(context, String(request.params.site));
      return context.releases.make(id, site, hashes, note);
    });
    response.status(201).json(made);
  });

  router.post('/:site/releases/:number/files', (request, response) => {
    const { id } = siteOf(context, String(request.params.site));
    const release = context.releases.read(id, Number(request.params.number));
    if (!release) throw notFound('release');
    response.json(context.sites.files.takeBack(id, release.site, release.hashes));
  });

  router.put('/:site/live', json(), (request, response) => {
    const { id } = siteOf(context, String(request.params.site));
    const release = context.releases.putLive(id, bodyOf(LiveRelease, request).number);
    if (!release) throw notFound('release');
    response.json(release);
  });

  return router;
}

async function filesOf(
  context: Context,
  siteId: string,
  headerId: string,
): Promise<{ files: ShippedFile[]; name: string }> {
  const kept = siteOf(context, siteId);
  const header = kept.site.headers.find(({ id }) => id === headerId);
  if (!header) throw notFound('header');
  const measure = await measureFor(context, kept);
  await readDrawnWidths(kept.site, header, measure);
  const output = headerFiles(kept.site, header, measure);
  return {
    files: await shippedFiles(kept.site, output, fileReader(context, kept)),
    name: `${kept.slug}-${header.id}-header`,
  };
}
