import { Router, json } from 'express';
import { checkSite } from '@hatrail/core/model/check';
import { valuesOf, withChanges } from '@hatrail/core/model/changes';
import type { Conflict, KeptSite, SiteChanges } from '@hatrail/core/model/kept';
import { siteOf, type Context } from '../context.ts';
import { HttpProblem, badInput, notFound } from '../problem.ts';

/** The parts of a site: read one by one, saved together over the revisions that were read. */
export function documentRoutes(context: Context): Router {
  const router = Router();

  router.get('/:site/:list/:id', (request, response, next) => {
    const { list, id } = request.params;
    if (list !== 'pages' && list !== 'headers') return next();
    const kept = siteOf(context, request.params.site);
    const part = (kept.site[list] as { id: string }[]).find((candidate) => candidate.id === id);
    if (!part) throw notFound(list === 'pages' ? 'page' : 'header');
    response.set('ETag', `"${kept.revisions[list][id]}"`).json(part);
  });

  router.patch('/:site', json({ limit: '24mb' }), (request, response) => {
    const kept = siteOf(context, String(request.params.site));
    const changes = readChanges(request.body);
    const conflicts = conflictsOf(kept, changes);
    if (conflicts.length > 0) {
      throw new HttpProblem(412, 'Someone else saved this first. Take theirs, or save yours over it.', {
        conflicts,
      });
    }
    const site = withChanges(kept.site, changes);
    const problems = checkSite(site);
    if (problems.length > 0) throw badInput('The site cannot be saved like this.', problems);
    const missing = [...site.pictures, ...(site.fonts ?? [])].find(({ id }) => !(id in kept.hashes));
    if (missing) throw badInput(`The file ${missing.file} is not here: bring it in again.`);
    context.sites.write(kept.id, site, changes);
    response.json(siteOf(context, kept.id).revisions);
  });

  return router;
}

/** @throws 422 where the body is not made like changes */
function readChanges(body: unknown): SiteChanges {
  const isObject = (value: unknown): value is Record<string, unknown> =>
    typeof value === 'object' && value !== null && !Array.isArray(value);
  const isPart = (value: unknown) =>
    isObject(value) &&
    typeof value.id === 'string' &&
    Number.isInteger(value.revision) &&
    (value.value === null || (isObject(value.value) && value.value.id === value.id));
  const isParts = (value: unknown) => value === undefined || (Array.isArray(value) && value.every(isPart));
  const isIds = (value: unknown) =>
    value === undefined || (Array.isArray(value) && value.every((id) => typeof id === 'string'));
  const { values, pages, headers, order } = isObject(body) ? body : {};
  const isSound =
    isObject(body) &&
    (values === undefined ||
      (isObject(values) && Number.isInteger(values.revision) && isObject(values.value))) &&
    isParts(pages) &&
    isParts(headers) &&
    (order === undefined || (isObject(order) && isIds(order.pages) && isIds(order.headers)));
  if (!isSound) throw badInput('These are no changes that can be saved: reload the page and try again.');
  return body as SiteChanges;
}

/** The parts that were saved by someone else since the changes were begun. */
function conflictsOf({ site, revisions }: KeptSite, changes: SiteChanges): Conflict[] {
  const found: Conflict[] = [];
  if (changes.values && changes.values.revision !== revisions.site) {
    const revision = revisions.site;
    found.push({ kind: 'site', id: 'site', name: 'The site', revision, theirs: valuesOf(site) });
  }
  for (const [kind, list] of [
    ['page', 'pages'],
    ['header', 'headers'],
  ] as const) {
    for (const { id, revision } of changes[list] ?? []) {
      const now = revisions[list][id] ?? 0;
      if (now === revision) continue;
      const theirs = site[list].find((part) => part.id === id) ?? null;
      const name = theirs ? ('name' in theirs ? theirs.name : theirs.title) : `The ${kind}`;
      found.push({ kind, id, name, revision: now, theirs });
    }
  }
  return found;
}
