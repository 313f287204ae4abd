import { Router, json } from 'express';
import {
  CaptureAgain,
  CaptureInto,
  CaptureKeep,
  CapturePages,
  CaptureStart,
  OwnRead,
  OwnTry,
} from '@hatrail/core/model/requests';
import type { Captures } from '../captures.ts';
import { fileReader, siteOf, type Context } from '../context.ts';
import { shippedSizes } from '@hatrail/core/output/sizes';
import { decodePictures, skiaMeasure } from '@hatrail/node/skia';
import { badInput } from '../problem.ts';
import { sendBytes } from '../send.ts';
import { bodyOf } from './bodies.ts';
import { mediaType } from './files.ts';

/** A site that was made elsewhere is found, taken, looked at, and then kept or let go. */
export function captureRoutes(context: Context, captures: Captures): Router {
  const router = Router();

  router.post('/', json({ limit: '6mb' }), (request, response) => {
    const { address, allowLocal = false, html } = bodyOf(CaptureStart, request);
    response.status(202).json(captures.start({ address, allowLocal, ...(html !== undefined && { html }) }));
  });

  router.post('/own', json({ limit: '6mb' }), (request, response) => {
    const { address, allowLocal = false, html, said = [] } = bodyOf(OwnRead, request);
    const source = { address, allowLocal, ...(html !== undefined && { html }) };
    response.status(202).json(captures.readOwn(source, said));
  });

  router.post('/try', json(), (request, response) => {
    response.status(202).json(tryOn(context, captures, bodyOf(OwnTry, request)));
  });

  router.get('/:id', (request, response) => {
    response.set('Cache-Control', 'no-store').json(captures.state(request.params.id));
  });

  router.post('/:id/pages', json(), (request, response) => {
    response.status(202).json(captures.take(String(request.params.id), bodyOf(CapturePages, request).pages));
  });

  router.get('/:id/pictures/:number', async (request, response) => {
    const bytes = await captures.picture(
      request.params.id,
      request.params.number,
      request.query.size === 'large',
    );
    sendBytes(response, bytes, mediaType(bytes));
  });

  router.post('/:id/keep', json(), async (request, response) => {
    const id = String(request.params.id);
    const { without = [] } = bodyOf(CaptureKeep, request);
    const site = await captures.keep(id, captures.state(id).seen, without);
    response.status(201).location(`/api/sites/${site}`).json(siteOf(context, site));
  });

  router.post('/:id/again', json({ limit: '1mb' }), (request, response) => {
    const { address, paths } = bodyOf(CaptureAgain, request);
    response.status(202).json(captures.again(String(request.params.id), address, paths));
  });

  router.post('/:id/into', json(), async (request, response) => {
    const { id: site } = siteOf(context, bodyOf(CaptureInto, request).site);
    response.status(201).json(await captures.into(String(request.params.id), site));
  });

  router.delete('/:id', (request, response) => {
    captures.stop(request.params.id);
    response.status(204).end();
  });

  return router;
}

/** Tries the paste of a header on the page that it is for. @throws 422 where there is no such header or page */
function tryOn(
  context: Context,
  captures: Captures,
  { site: siteId, header: headerId, page: pageId, allowLocal = false }: OwnTry,
) {
  const kept = siteOf(context, siteId);
  const { site } = kept;
  const header = site.headers.find(({ id }) => id === headerId);
  const page = site.pages.find(({ id }) => id === pageId);
  if (header?.own === undefined) throw badInput('Choose a header that the site has already.');
  if (page?.from === undefined)
    throw badInput('Choose a page that was brought in from its address: another is nowhere to be tried.');
  return captures.tryOwn({ address: page.from, allowLocal }, async () => ({
    site,
    header,
    page,
    pictures: await decodePictures(
      { ...site, pages: [page], headers: [header] },
      fileReader(context, kept),
      shippedSizes(site, header, skiaMeasure()),
    ),
  }));
}
