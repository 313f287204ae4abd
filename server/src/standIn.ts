import express, { type Express } from 'express';
import { shippedFiles } from '@hatrail/cli/export';
import { siteFiles } from '@hatrail/core/output/files';
import { fileReader, measureFor, type Context } from './context.ts';
import { guard } from './guard.ts';
import { problemHandler } from './problem.ts';

/**
 * The site stand-in: what a site's host would serve to visitors. Static files of each site's live release, below the
 * site's own address, and nothing of the application.
 */
export function createStandIn(
  context: Context,
  hosts: () => readonly string[],
  log: (error: unknown) => void,
): Express {
  const app = express();
  app.disable('x-powered-by');
  app.enable('strict routing');
  app.use(guard(hosts));
  const built = new Map<string, Promise<Map<string, Uint8Array>>>();

  /** Files of a site's live release by path; a release never changes, so that they are made once. */
  const filesOf = (slug: string): Promise<Map<string, Uint8Array>> | undefined => {
    const id = context.sites.idOfSlug(slug);
    const release = id && context.releases.live(id);
    if (!id || !release) return undefined;
    const key = `${id} ${release.number}`;
    let files = built.get(key);
    if (!files) {
      files = measureFor(context, release)
        .then((measure) =>
          shippedFiles(release.site, siteFiles(release.site, measure), fileReader(context, release)),
        )
        .then((list) => new Map(list.map(({ path, bytes }) => [path, bytes])));
      built.set(key, files);
      files.catch(() => built.delete(key));
    }
    return files;
  };

  app.get('/:slug', (request, response) => {
    response.redirect(301, `/${encodeURIComponent(request.params.slug)}/`);
  });

  app.get('/:slug/{*path}', async (request, response) => {
    const path = request.path.split('/').slice(2).map(decodeURIComponent).join('/');
    const files = await filesOf(request.params.slug);
    if (!files) {
      response.status(404).type('text').send('Nothing is published here yet.');
      return;
    }
    const file = files.get(path === '' || path.endsWith('/') ? `${path}index.html` : path);
    if (file) {
      response
        .set('Cache-Control', 'no-cache')
        .type(path.split('.').length > 1 ? path.split('.').pop()! : 'html');
      response.send(Buffer.from(file));
    } else if (files.has(`${path}/index.html`)) {
      response.redirect(301, `${request.path}/`);
    } else {
      response.status(404).type('text').send('There is no such page on this site.');
    }
  });

  app.use(problemHandler(log));
  return app;
}
