import type { Header } from './header.ts';
import type { Conflict, PartChange, PartList, Revisions, SiteChanges, SiteValues } from './kept.ts';
import type { Page } from './page.ts';
import type { Site } from './site.ts';

/** The site's own values: all but its pages and headers. */
export function valuesOf({ format: _, pages: __, headers: ___, ...values }: Site): SiteValues {
  return values;
}

const LISTS: readonly PartList[] = ['pages', 'headers'];

/**
 * What differs between a site as it is kept and as it is edited, by identity: parts that were not touched are the same
 * objects. `undefined` where nothing does.
 */
export function changesOf(kept: Site, edited: Site, revisions: Revisions): SiteChanges | undefined {
  const [before, after] = [valuesOf(kept), valuesOf(edited)];
  const keys = [...new Set([...Object.keys(before), ...Object.keys(after)])] as (keyof SiteValues)[];
  const changes: SiteChanges = {
    ...(keys.some((key) => before[key] !== after[key]) && {
      values: { revision: revisions.site, value: after },
    }),
  };
  const pages = partChanges(kept.pages, edited.pages, revisions.pages);
  const headers = partChanges(kept.headers, edited.headers, revisions.headers);
  if (pages.length > 0) changes.pages = pages;
  if (headers.length > 0) changes.headers = headers;
  const settled = withChanges(kept, changes);
  for (const list of LISTS) {
    const ids = edited[list].map(({ id }) => id);
    if (!settled[list].every(({ id }, i) => ids[i] === id))
      changes.order = { ...changes.order, [list]: { revision: revisions.order[list], ids } };
  }
  return Object.keys(changes).length > 0 ? changes : undefined;
}

function partChanges<T extends Page | Header>(
  before: readonly T[],
  after: readonly T[],
  revisions: Record<string, number>,
): PartChange<T>[] {
  const revision = (id: string) => revisions[id] ?? 0;
  const known = new Set(before);
  const left = new Set(after.map(({ id }) => id));
  return [
    ...after
      .filter((part) => !known.has(part))
      .map((value) => ({ id: value.id, revision: revision(value.id), value })),
    ...before
      .filter(({ id }) => !left.has(id))
      .map(({ id }) => ({ id, revision: revision(id), value: null })),
  ];
}

/** A site with changes put in their places. */
export function withChanges(site: Site, { values, pages, headers, order }: SiteChanges): Site {
  const merged = <T extends Page | Header>(
    list: readonly T[],
    changes: readonly { id: string; value: T | null }[] = [],
    ids?: readonly string[],
  ): T[] => {
    const all = new Map(list.map((part) => [part.id, part]));
    for (const { id, value } of changes) {
      if (value === null) all.delete(id);
      else all.set(id, value);
    }
    const first = new Set((ids ?? []).flatMap((id) => all.get(id) ?? []));
    return [...first, ...[...all.values()].filter((part) => !first.has(part))];
  };
  // Only what are values is taken: pages and headers come as parts of their own.
  const own = values ? valuesOf(values.value as Site) : {};
  const whole: Site = {
    ...site,
    ...own,
    pages: merged(site.pages, pages, order?.pages?.ids),
    headers: merged(site.headers, headers, order?.headers?.ids),
  };
  // What may be missing is taken away where the new values do not have it.
  for (const key of Object.keys(valuesOf(site))) {
    if (values && !(key in values.value)) Reflect.deleteProperty(whole, key);
  }
  return whole;
}

/** A site in which the parts of some conflicts are as the other window saved them. */
export function withTheirs(site: Site, conflicts: readonly Conflict[]): Site {
  const parts = <T>(kind: Conflict['kind']): PartChange<T>[] =>
    conflicts
      .filter((conflict) => conflict.kind === kind)
      .map(({ id, revision, theirs }) => ({ id, revision, value: theirs as T | null }));
  const values = conflicts.find(({ kind }) => kind === 'site');
  const orders = conflicts.filter(({ kind }) => kind === 'order');
  return withChanges(site, {
    ...(values && { values: { revision: values.revision, value: values.theirs as SiteValues } }),
    pages: parts<Page>('page'),
    headers: parts<Header>('header'),
    order: Object.fromEntries(
      orders.map(({ id, revision, theirs }) => [id, { revision, ids: theirs as string[] }]),
    ),
  });
}

/** Revisions with those that the other window's saves have. */
export function withTheirRevisions(revisions: Revisions, conflicts: readonly Conflict[]): Revisions {
  const next = {
    site: revisions.site,
    pages: { ...revisions.pages },
    headers: { ...revisions.headers },
    order: { ...revisions.order },
  };
  for (const { kind, id, revision } of conflicts) {
    if (kind === 'site') next.site = revision;
    else if (kind === 'order') next.order[id as PartList] = revision;
    else next[kind === 'page' ? 'pages' : 'headers'][id] = revision;
  }
  return next;
}
