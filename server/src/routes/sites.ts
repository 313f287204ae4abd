import { at } from '@hatrail/core/lists';
import { createReadStream } from 'node:fs';
import { mkdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { Router, json, type Request, type Response } from 'express';
import { newSite } from '@hatrail/core/start/newSite';
import { checkSite, writeSite } from '@hatrail/core/model/check';
import { NewSite, SiteName } from '@hatrail/core/model/requests';
import type { Site } from '@hatrail/core/model/site';
import { siteOf, type Context } from '../context.ts';
import { sendZip } from '../pack.ts';
import { badInput, notFound, tooLarge } from '../problem.ts';
import { bodyOf, unpacked } from './bodies.ts';

/** Largest site file, bytes. */
const MOST_SITE = 256 * 2 ** 20;

/** Sites: the list, one whole, new ones, and their files. */
export function siteRoutes(context: Context): Router {
  const router = Router();

  router.get('/', (_request, response) => {
    response.json(context.sites.list());
  });

  router.post('/', async (request, response) => {
    created(await takeSiteFile(context, request), response);
  });

  router.post('/new', json(), (request, response) => {
    const { name, header = '' } = bodyOf(NewSite, request);
    const site = newSite(name, header);
    const problems = checkSite(site);
    if (problems.length > 0) throw badInput(at(problems, 0).message, problems);
    created(context.sites.create(site, new Map()), response);
  });

  router.post('/:site/duplicate', (request, response) => {
    const { id, site } = siteOf(context, request.params.site);
    const name = `${site.name.slice(0, 112)}, copy`;
    created(context.sites.create({ ...site, name }, context.sites.files.of(id)), response);
  });

  router.put('/:site/name', json(), (request, response) => {
    const { id } = siteOf(context, String(request.params.site));
    response.json(context.sites.rename(id, bodyOf(SiteName, request).name));
  });

  router.delete('/:site', (request, response) => {
    context.sites.remove(siteOf(context, request.params.site).id);
    response.status(204).end();
  });

  router.post('/:site/restore', (request, response) => {
    if (!context.sites.restore(request.params.site)) throw notFound('site');
    response.json(siteOf(context, request.params.site));
  });

  router.get('/:site', (request, response) => {
    response.json(siteOf(context, request.params.site));
  });

  router.get('/:site/file', async (request, response) => {
    await sendSiteFile(siteOf(context, request.params.site), context, response);
  });

  function created(id: string, response: Response): void {
    response.status(201).location(`/api/sites/${id}`).json(siteOf(context, id));
  }

  return router;
}

/** Takes in a site file, alone or packed with its pictures. @returns the site's id */
async function takeSiteFile({ apart, files, sites }: Context, request: Request): Promise<string> {
  const { path } = await files.receive(unpacked(request), MOST_SITE, () =>
    tooLarge('A site file', MOST_SITE, 'Take out pictures that are larger than they are shown.'),
  );
  const folder = files.draftPath();
  try {
    await mkdir(folder);
    const { files: ready } = await apart.run('site', { path, folder });
    const site = JSON.parse(await readFile(join(folder, 'site.json'), 'utf8')) as Site;
    const known = new Map(Object.entries(ready));
    return await files.keep([...known.values()], () => sites.create(site, known));
  } finally {
    await Promise.all([path, folder].map((left) => files.dropDraft(left)));
  }
}

/** Sends a site with its pictures and fonts. @throws 422 where one of them is missing */
async function sendSiteFile(
  { site, hashes, slug }: ReturnType<typeof siteOf>,
  { files }: Context,
  response: Response,
): Promise<void> {
  const parts = [...site.pictures, ...(site.fonts ?? [])];
  for (const { id, file } of parts) {
    const hash = hashes[id];
    if (hash === undefined || !(await files.has(hash)))
      throw badInput(`The file ${file} is missing: bring it in again, or take it out of the site.`);
  }
  await sendZip(response, `${slug}.hatrail.zip`, [
    { path: `${slug}.hatrail.json`, from: Buffer.from(writeSite(site)) },
    ...parts.map(({ id, file }) => ({
      path: file,
      from: () => createReadStream(files.path(hashes[id]!)),
    })),
  ]);
}
