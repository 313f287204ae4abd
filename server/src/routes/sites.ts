import { Router, json, raw } from 'express';
import { newSite } from '@hatrail/core/start/newSite';
import { checkSite } from '@hatrail/core/model/check';
import type { Context } from '../context.ts';
import { fileReader, keepFiles, siteOf } from '../context.ts';
import { badInput, notFound } from '../problem.ts';
import { packSite, readBroughtSite } from '../siteImport.ts';

/** Sites: the list, one whole, new ones, and their files. */
export function siteRoutes(context: Context): Router {
  const router = Router();

  router.get('/', (_request, response) => {
    response.json(context.sites.ids().map((id) => siteOf(context, id)));
  });

  router.post('/', raw({ type: () => true, limit: '256mb' }), async (request, response) => {
    const { site, files } = await readBroughtSite(request.body as Uint8Array);
    const hashes = await keepFiles(context, site, async (file) => files.get(file));
    created(context.sites.create(site, hashes), response);
  });

  router.post('/new', json(), (request, response) => {
    const { name, header } = (request.body ?? {}) as { name?: unknown; header?: unknown };
    const site = newSite(nameOf(name), typeof header === 'string' ? header : '');
    const problems = checkSite(site);
    if (problems.length > 0) throw badInput(problems[0]!.message, problems);
    created(context.sites.create(site, {}), response);
  });

  router.post('/:site/duplicate', (request, response) => {
    const { site, hashes } = siteOf(context, request.params.site);
    const name = `${site.name.slice(0, 112)}, copy`;
    created(context.sites.create({ ...site, name }, hashes), response);
  });

  router.put('/:site/name', json(), (request, response) => {
    const { id } = siteOf(context, String(request.params.site));
    const name = nameOf((request.body as { name?: unknown } | undefined)?.name);
    context.sites.rename(id, name);
    response.json(siteOf(context, id));
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
    const kept = siteOf(context, request.params.site);
    const read = fileReader(context, kept);
    const files = new Map<string, Uint8Array>();
    for (const { file } of [...kept.site.pictures, ...(kept.site.fonts ?? [])]) {
      files.set(file, (await read(file))!);
    }
    response.attachment(`${kept.slug}.hatrail.zip`).send(Buffer.from(packSite(kept.site, kept.slug, files)));
  });

  function created(id: string, response: import('express').Response): void {
    response.status(201).location(`/api/sites/${id}`).json(siteOf(context, id));
  }

  return router;
}

/** @throws 422 where it cannot be a site's name */
function nameOf(name: unknown): string {
  if (typeof name !== 'string' || name.trim() === '') throw badInput('Give the site a name.');
  const plain = name.trim();
  if (plain.length > 120) throw badInput(`Shorten the name to 120 characters; it has ${plain.length}.`);
  if (/<[a-z!/?]/i.test(plain)) throw badInput('Plain text only: take out the HTML.');
  return plain;
}
