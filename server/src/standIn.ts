import { at } from '@hatrail/core/lists';
import express, { type Express } from 'express';
import { LRUCache } from 'lru-cache';
import { ANY } from '@hatrail/core/model/page';
import { fontPath } from '@hatrail/node/fonts';
import { SIGNED_IN, siteFiles, type OutputFile } from '@hatrail/core/output/files';
import { measureFor, readDrawnWidths, sizedPicture, type Context } from './context.ts';
import { elsewhere } from './elsewhere.ts';
import { onlyOwnHosts } from './guard.ts';
import { HttpProblem, problemHandler } from './problem.ts';
import type { FullRelease } from './releaseStore.ts';
import { mediaType } from './routes/files.ts';
import { sendBytes } from './send.ts';

/** A release as it is visited: what is at its addresses. Pages are written when they are asked for; pictures stay on the disk. */
interface Published {
  release: FullRelease;
  files: Map<string, OutputFile>;
}

/** Most memory that published sites take, bytes, and what one of them takes beside its document. */
const MOST_HELD = 32 * 2 ** 20;
const BESIDE = 100_000;

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
  app.use(onlyOwnHosts(hosts));
  app.use((_request, response, next) => {
    response.set('X-Content-Type-Options', 'nosniff');
    next();
  });
  app.use(elsewhere());
  const publishedAt = publishedSites(context);

  app.get('/:slug', (request, response) => {
    response.redirect(301, `/${encodeURIComponent(request.params.slug)}/`);
  });

  // Visitors sign in here, as they would on a host that knows them: no name and no word is asked for.
  app.get('/:slug/_sign-in', (request, response) => sign(request, response, true));
  app.get('/:slug/_sign-out', (request, response) => sign(request, response, false));

  app.get('/:slug/{*path}', async (request, response) => {
    const path = request.path.split('/').slice(2).map(decodeURIComponent).join('/');
    const published = await publishedAt(request.params.slug);
    if (!published) {
      response.status(404).type('text').send('Nothing is published here yet.');
      return;
    }
    const file = fileFor(published, path, isSignedIn(request));
    response.vary('Cookie');
    if (!file && published.files.has(`${path}/index.html`)) {
      response.redirect(301, `${request.path}/`);
      return;
    }
    if (!file) {
      response.status(404).type('text').send('There is no such page on this site.');
      return;
    }
    response.set('Cache-Control', 'no-cache');
    if (file.kind === 'text') response.type(file.path.split('.').pop()!).send(file.text);
    else await sendFile(context, file, published.release, response);
  });

  app.use(problemHandler(log));
  return app;
}

/** Live releases by the addresses of their sites; a release never changes, so that it is read once while it is visited. */
function publishedSites(context: Context): (slug: string) => Promise<Published> | undefined {
  const held = new LRUCache<string, { published: Promise<Published>; size: number }>({
    maxSize: MOST_HELD,
    sizeCalculation: ({ size }) => size,
  });
  return (slug) => {
    const id = context.sites.idOfSlug(slug);
    const live = id && context.releases.liveNumber(id);
    if (!id || !live) return undefined;
    const key = `${id} ${live.number}`;
    const known = held.get(key);
    if (known) return known.published;
    const published = publish(context, context.releases.read(id, live.number)!);
    held.set(key, { published, size: live.size * 3 + BESIDE });
    published.catch(() => held.delete(key));
    return published;
  };
}

/** What is at an address for a visitor; what is for those who are signed in has no address of its own. */
function fileFor(published: Published, path: string, isIn: boolean): OutputFile | undefined {
  const own = path === '' || path.endsWith('/') ? `${path}index.html` : path;
  if (own.startsWith(`${SIGNED_IN}/`)) return undefined;
  return (isIn ? fileAt(published, `${SIGNED_IN}/${own}`) : undefined) ?? fileAt(published, own);
}

async function sendFile(
  context: Context,
  file: Exclude<OutputFile, { kind: 'text' }>,
  { site, hashes }: FullRelease,
  response: express.Response,
): Promise<void> {
  const shipped = file.kind === 'font' ? fontPath(file.file) : undefined;
  if (shipped) return void response.type(file.path.split('.').pop()!).sendFile(shipped);
  const id = file.kind === 'picture' ? file.picture : site.fonts?.find((font) => font.file === file.file)?.id;
  const hash = id !== undefined && Object.hasOwn(hashes, id) ? hashes[id] : undefined;
  const width = file.kind === 'picture' ? file.width : undefined;
  const bytes = hash === undefined ? undefined : await sizedPicture(context, hash, width);
  if (!bytes) throw new HttpProblem(404, 'A file of this site is missing: its owner can bring it in again.');
  sendBytes(response, bytes, file.kind === 'picture' ? mediaType(bytes) : file.path.split('.').pop()!);
}

/** A file by its address; a page that stands for many where there is none of its own. */
function fileAt({ files }: Published, path: string): OutputFile | undefined {
  return files.get(path) ?? files.get(path.replace(/[a-z0-9-]+\/index\.html$/, `${ANY}/index.html`));
}

/** The cookie that tells the stand-in who is signed in; it is kept for one site's addresses alone. */
const COOKIE = 'hatrail-visitor';

function isSignedIn({ headers }: express.Request): boolean {
  return (headers.cookie ?? '').split(';').some((part) => part.trim() === `${COOKIE}=in`);
}

/** Signs a visitor in or out, and leads to where they came from, on the same site. */
function sign(request: express.Request<{ slug: string }>, response: express.Response, isIn: boolean): void {
  const home = `/${encodeURIComponent(request.params.slug)}/`;
  const { to } = request.query;
  const isOwn = typeof to === 'string' && /^\/([a-z0-9-]+\/?)*$/.test(to);
  const where = isOwn ? home + to.slice(1) : home;
  response.set('Cache-Control', 'no-store');
  if (isIn) response.cookie(COOKIE, 'in', { path: home, httpOnly: true, sameSite: 'lax' });
  else response.clearCookie(COOKIE, { path: home });
  response.redirect(303, where);
}

async function publish(context: Context, release: FullRelease): Promise<Published> {
  const { site } = release;
  const measure = await measureFor(context, release);
  await readDrawnWidths(site, at(site.headers, 0), measure);
  return { release, files: new Map(siteFiles(site, measure).map((file) => [file.path, file])) };
}
