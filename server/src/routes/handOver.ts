import { gzipSync } from 'node:zlib';
import { Router, json } from 'express';
import { zipSync } from 'fflate';
import { shippedFiles, type ShippedFile } from '@hatrail/cli/export';
import { headerFiles } from '@hatrail/core/output/files';
import { fileReader, measureFor, siteOf, type Context } from '../context.ts';
import { badInput, notFound } from '../problem.ts';

const READABLE = /\.(html|css|js|txt)$/;

/** What leaves: the header's files, and releases. */
export function handOverRoutes(context: Context): Router {
  const router = Router();

  router.get('/:site/headers/:header/files', async (request, response) => {
    const { files } = await filesOf(request.params.site, request.params.header);
    response.json(
      files.map(({ path, bytes }) => ({
        path,
        size: bytes.length,
        packed: gzipSync(bytes, { level: 9 }).length,
        ...(READABLE.test(path) && { text: Buffer.from(bytes).toString('utf8') }),
      })),
    );
  });

  router.get('/:site/headers/:header/download', async (request, response) => {
    const { files, name } = await filesOf(request.params.site, request.params.header);
    const zip = zipSync(Object.fromEntries(files.map(({ path, bytes }) => [path, new Uint8Array(bytes)])), {
      level: 6,
    });
    response.attachment(`${name}.zip`).send(Buffer.from(zip));
  });

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
    const { id, site, hashes } = siteOf(context, String(request.params.site));
    const note: unknown = (request.body as { note?: unknown } | undefined)?.note ?? '';
    if (typeof note !== 'string' || note.length > 200) throw badInput('Keep the note to 200 characters.');
    response.status(201).json(context.releases.make(id, site, hashes, note));
  });

  router.post('/:site/releases/:number/files', (request, response) => {
    const { id } = siteOf(context, String(request.params.site));
    const release = context.releases.read(id, Number(request.params.number));
    if (!release) throw notFound('release');
    response.json(context.sites.takeBack(id, release.site, release.hashes));
  });

  router.put('/:site/live', json(), (request, response) => {
    const { id } = siteOf(context, String(request.params.site));
    const number: unknown = (request.body as { number?: unknown } | undefined)?.number;
    const release = typeof number === 'number' ? context.releases.putLive(id, number) : undefined;
    if (!release) throw notFound('release');
    response.json(release);
  });

  async function filesOf(siteId: string, headerId: string): Promise<{ files: ShippedFile[]; name: string }> {
    const kept = siteOf(context, siteId);
    const header = kept.site.headers.find(({ id }) => id === headerId);
    if (!header) throw notFound('header');
    const output = headerFiles(kept.site, header, await measureFor(context, kept));
    return {
      files: await shippedFiles(kept.site, output, fileReader(context, kept)),
      name: `${kept.slug}-${header.id}-header`,
    };
  }

  return router;
}
