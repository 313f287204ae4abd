import { Router, json, type Request, type Response } from 'express';
import type { ClassConstructor } from 'class-transformer';
import { checkPart, checkSite } from '@hatrail/core/model/check';
import { Header } from '@hatrail/core/model/header';
import type { KeptSite } from '@hatrail/core/model/kept';
import { Page } from '@hatrail/core/model/page';
import { Site } from '@hatrail/core/model/site';
import { siteOf, type Context } from '../context.ts';
import { HttpProblem, badInput, notFound } from '../problem.ts';
import type { SiteValues } from '../siteStore.ts';

/** One kind of document within a site: how it is found, put in place and written. */
interface DocumentKind<T extends object> {
  name: string;
  type: ClassConstructor<T>;
  find(kept: KeptSite, id: string): { document: T; revision: number } | undefined;
  /** The site with the document in its place, to be checked as a whole. */
  place(site: Site, document: T): Site;
  write(context: Context, site: string, document: T): void;
}

const HEADERS: DocumentKind<Header> = {
  name: 'header',
  type: Header,
  find: ({ site, revisions }, id) =>
    found(
      site.headers.find((header) => header.id === id),
      revisions.headers[id],
    ),
  place: (site, header) => ({
    ...site,
    headers: site.headers.map((old) => (old.id === header.id ? header : old)),
  }),
  write: ({ sites }, site, header) => sites.writeHeader(site, header),
};

const PAGES: DocumentKind<Page> = {
  name: 'page',
  type: Page,
  find: ({ site, revisions }, id) =>
    found(
      site.pages.find((page) => page.id === id),
      revisions.pages[id],
    ),
  place: (site, page) => ({ ...site, pages: site.pages.map((old) => (old.id === page.id ? page : old)) }),
  write: ({ sites }, site, page) => sites.writePage(site, page),
};

function found<T>(document: T | undefined, revision: number | undefined) {
  return document !== undefined && revision !== undefined ? { document, revision } : undefined;
}

/** Headers, pages and the site's own values: read with their revision, written only over the revision that was read. */
export function documentRoutes(context: Context): Router {
  const router = Router();
  const body = json({ limit: '8mb', strict: false });
  serve(HEADERS, '/:site/headers/:id');
  serve(PAGES, '/:site/pages/:id');

  router.put('/:site', body, (request, response) => {
    const kept = siteOf(context, String(request.params.site));
    const values = request.body as SiteValues;
    expectRevision(request, kept.revisions.site, () => ({ yours: values, theirs: valuesOf(kept.site) }));
    const problems = checkSite({ ...kept.site, ...values });
    if (problems.length > 0) throw badInput('The site cannot be saved like this.', problems);
    context.sites.writeValues(kept.id, valuesOf({ ...kept.site, ...values }));
    response.set('ETag', `"${kept.revisions.site + 1}"`).json({ revision: kept.revisions.site + 1 });
  });

  function serve<T extends Header | Page>(kind: DocumentKind<T>, path: string): void {
    router.get(path, (request: Request, response: Response) => {
      const { document, revision } = find(request);
      response.set('ETag', `"${revision}"`).json(document);
    });

    router.put(path, body, (request: Request, response: Response) => {
      const { kept, document: theirs, revision } = find(request);
      const yours = request.body as T;
      expectRevision(request, revision, () => ({ yours, theirs }));
      const problems = checkPart(kind.type, yours);
      if (problems.length > 0) throw badInput(`The ${kind.name} cannot be saved like this.`, problems);
      if (yours.id !== request.params.id)
        throw badInput(`This ${kind.name} has another id than its address.`);
      const whole = checkSite(kind.place(kept.site, yours));
      if (whole.length > 0) throw badInput(`The ${kind.name} does not fit its site.`, whole);
      kind.write(context, kept.id, yours);
      response.set('ETag', `"${revision + 1}"`).json({ revision: revision + 1 });
    });

    function find(request: Request) {
      const kept = siteOf(context, String(request.params.site));
      const document = kind.find(kept, String(request.params.id));
      if (!document) throw notFound(kind.name);
      return { kept, ...document };
    }
  }

  return router;
}

function valuesOf({ name, tagline, palette, type, logo }: Site): SiteValues {
  return { name, tagline, palette, type, logo };
}

/** @throws 428 without a revision, 412 with both versions where someone else saved first */
function expectRevision(request: Request, revision: number, versions: () => object): void {
  const given = request.headers['if-match'];
  if (given === undefined) throw new HttpProblem(428, 'Say which revision this was made on, with If-Match.');
  if (given === `"${revision}"`) return;
  throw new HttpProblem(412, 'Someone else saved this first. Take theirs, or save yours over it.', {
    revision,
    ...versions(),
  });
}
