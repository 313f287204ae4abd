import { Router, json } from 'express';
import { checkChanged } from '@hatrail/core/model/check';
import type { Problem } from '@hatrail/core/model/badInput';
import { valuesOf, withChanges } from '@hatrail/core/model/changes';
import type { Conflict, KeptSite, PartList, SiteChanges } from '@hatrail/core/model/kept';
import { isId } from '@hatrail/core/model/rules';
import type { Site } from '@hatrail/core/model/site';
import { breather, siteOf, type Context } from '../context.ts';
import { HttpProblem, badInput, notFound } from '../problem.ts';
import { knownSize } from './files.ts';

/** Most that is saved at once, bytes; from which size on it is checked in a process apart. */
const MOST_CHANGES = 6 * 2 ** 20;
const LARGE = 64 * 1024;

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

  router.patch('/:site', json({ limit: MOST_CHANGES }), async (request, response) => {
    const id = String(request.params.site);
    const changes = readChanges(request.body);
    const isLarge = Number(request.headers['content-length'] ?? LARGE) >= LARGE;
    for (;;) {
      const before = siteOf(context, id);
      refuseConflicts(before, changes);
      const site = withChanges(before.site, changes);
      const problems = isLarge
        ? await context.apart.run('check', { before: before.site, changes })
        : await problemsOf(site, before.site);
      if (problems.length > 0) throw badInput('The site cannot be saved like this.', problems);
      await refuseFiles(context, before, site);
      // What was looked at must still be so when it is written.
      const written = context.sites.atOnce(() =>
        siteOf(context, id) === before ? context.sites.write(id, site, changes) : undefined,
      );
      if (written) return void response.json(written.revisions);
    }
  });

  return router;
}

async function problemsOf(site: Site, before: Site): Promise<Problem[]> {
  const breathe = breather();
  const steps = checkChanged(site, before);
  for (let step = steps.next(); ; step = steps.next()) {
    if (step.done) return step.value;
    await breathe();
  }
}

/** Refuses a picture or font that is not here, and one of another size than its file. */
async function refuseFiles(context: Context, { id, site: before }: KeptSite, site: Site): Promise<void> {
  if (site.pictures === before.pictures && site.fonts === before.fonts) return;
  const known = context.sites.files.of(id);
  for (const { id: part, file, ...size } of [...site.pictures, ...(site.fonts ?? [])]) {
    if (known.get(part)?.name !== file) throw badInput(`The file ${file} is not here: bring it in again.`);
    if (!('width' in size)) continue;
    const { width, height } = await knownSize(context, id, part);
    if (width !== size.width || height !== size.height)
      throw badInput(`The file ${file} is ${width} × ${height} px: reload the page, and bring it in again.`);
  }
}

/** @throws 422 where the body is not made like changes */
function readChanges(body: unknown): SiteChanges {
  const isObject = (value: unknown): value is Record<string, unknown> =>
    typeof value === 'object' && value !== null && !Array.isArray(value);
  const isPart = (value: unknown) =>
    isObject(value) &&
    isId(value.id) &&
    Number.isInteger(value.revision) &&
    (value.value === null || (isObject(value.value) && value.value.id === value.id));
  const isParts = (value: unknown) => value === undefined || (Array.isArray(value) && value.every(isPart));
  const isOrder = (value: unknown) =>
    value === undefined ||
    (isObject(value) &&
      Number.isInteger(value.revision) &&
      Array.isArray(value.ids) &&
      value.ids.every((id) => typeof id === 'string'));
  const { values, pages, headers, order } = isObject(body) ? body : {};
  const isSound =
    isObject(body) &&
    (values === undefined ||
      (isObject(values) && Number.isInteger(values.revision) && isObject(values.value))) &&
    isParts(pages) &&
    isParts(headers) &&
    (order === undefined || (isObject(order) && isOrder(order.pages) && isOrder(order.headers)));
  if (!isSound) throw badInput('These are no changes that can be saved: reload the page and try again.');
  return { values, pages, headers, order } as SiteChanges;
}

/** @throws 412 where parts were saved by someone else since the changes were begun, with theirs */
function refuseConflicts({ site, revisions }: KeptSite, changes: SiteChanges): void {
  const conflicts: Conflict[] = [];
  if (changes.values && changes.values.revision !== revisions.site) {
    const revision = revisions.site;
    conflicts.push({ kind: 'site', id: 'site', name: 'The site', revision, theirs: valuesOf(site) });
  }
  for (const [kind, list] of KINDS) {
    for (const { id, revision } of changes[list] ?? []) {
      const now = Object.hasOwn(revisions[list], id) ? revisions[list][id]! : 0;
      if (now === revision) continue;
      const theirs = site[list].find((part) => part.id === id) ?? null;
      const name = theirs ? ('name' in theirs ? theirs.name : theirs.title) : `The ${kind}`;
      conflicts.push({ kind, id, name, revision: now, theirs });
    }
    const order = changes.order?.[list];
    if (order && order.revision !== revisions.order[list]) {
      const theirs = site[list].map(({ id }) => id);
      const name = `The order of ${list}`;
      conflicts.push({ kind: 'order', id: list, name, revision: revisions.order[list], theirs });
    }
  }
  if (conflicts.length === 0) return;
  throw new HttpProblem(412, 'Someone else saved this first. Take theirs, or save yours over it.', {
    conflicts,
  });
}

const KINDS: readonly ['page' | 'header', PartList][] = [
  ['page', 'pages'],
  ['header', 'headers'],
];
