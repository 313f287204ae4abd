import { servedPath } from './page.ts';
import { pathText } from './bounds.ts';
import type { Problem } from './badInput.ts';
import { headerItems } from './header.ts';
import { entriesOf, type AnyEntry, type OptionalTarget } from './menu.ts';
import { isOwnFamily, type TypeStyle } from './type.ts';
import { backdropPictures } from './layer.ts';
import type { Site } from './site.ts';

/** Problems of a site whose parts are sound one by one: ids used twice, and names of things that are not there. */
export function referenceProblems(site: Site): Problem[] {
  return [...emptyLists(site), ...repeated(site), ...missing(site), ...turningTwice(site)];
}

function emptyLists(site: Site): Problem[] {
  const problems: Problem[] = [];
  if (site.pages.length === 0) problems.push({ path: 'pages', message: 'Add a page: the site has none.' });
  if (site.headers.length === 0)
    problems.push({ path: 'headers', message: 'Add a header: the site has none.' });
  return problems;
}

/** Pictures take turns in one band of a page, so that each of its sights can be judged. */
function turningTwice({ pages }: Site): Problem[] {
  return pages.flatMap(({ bands }, i) => {
    const turning = bands.flatMap(({ backdrop }, n) => (backdropPictures(backdrop).length > 1 ? [n] : []));
    const second = turning[1];
    return second === undefined
      ? []
      : [
          {
            path: `pages[${i}].bands[${second}].backdrop.picture.takeTurns`,
            message: `Pictures take turns in band ${turning[0]! + 1} of this page already: of each page they do in one band.`,
          },
        ];
  });
}

function repeated(site: Site): Problem[] {
  const lists: [string, string[]][] = [
    ['palette', site.palette.map((swatch) => swatch.id)],
    ['pairings', (site.pairings ?? []).map((pairing) => pairing.id)],
    ['fonts', (site.fonts ?? []).map((font) => font.id)],
    ['pictures', site.pictures.map((picture) => picture.id)],
    ['menus', site.menus.map((menu) => menu.id)],
    ['pages', site.pages.map((page) => page.id)],
    ['pages', site.pages.map((page) => page.path)],
    ['headers', site.headers.map((header) => header.id)],
    ['ownHeaders', (site.ownHeaders ?? []).map((own) => own.id)],
    ...site.headers.map((header, i): [string, string[]] => [
      `headers[${i}].rails`,
      [...headerItems(header), ...(header.spare ?? [])].map((item) => item.id),
    ]),
    ...site.menus.map((menu, i): [string, string[]] => [
      `menus[${i}].entries`,
      entriesOf(menu).map(({ entry }) => entry.id),
    ]),
  ];
  return lists.flatMap(([path, ids]) => {
    const seen = new Set<string>();
    const twice = ids.find((id) => seen.size === seen.add(id).size);
    return twice === undefined
      ? []
      : [{ path, message: `“${twice}” is there twice: give one of them another.` }];
  });
}

/** What can be named by its id from elsewhere in the site. */
export type PartKind = 'swatch' | 'pairing' | 'picture' | 'menu' | 'page';

/** One place that names a part of the site. */
export interface Reference {
  kind: PartKind;
  id: string;
  path: (string | number)[];
}

/** Keys under which a part is named, and its kind. A new place that names a part is found without a line here. */
const REFERENCE_KEYS: Record<string, PartKind> = {
  swatch: 'swatch',
  pairing: 'pairing',
  picture: 'picture',
  menu: 'menu',
  menuSignedIn: 'menu',
  page: 'page',
};

/** Every place of a site that names another part of it. */
export function referencesOf(site: Site): Reference[] {
  const found: Reference[] = [];
  /** Where the walk is: one list for all of it, copied where something is found. */
  const at: (string | number)[] = [];
  const note = (kind: PartKind, id: string) => found.push({ kind, id, path: [...at] });
  const inside = (key: string | number, look: () => void) => {
    at.push(key);
    look();
    at.pop();
  };
  const walk = (value: unknown) => {
    if (Array.isArray(value)) return value.forEach((part, i) => inside(i, () => walk(part)));
    if (typeof value !== 'object' || value === null) return;
    for (const [key, part] of Object.entries(value)) {
      if (typeof part !== 'string' && typeof part !== 'object') continue;
      const kind = REFERENCE_KEYS[key];
      const isList = key === 'pictures' && Array.isArray(part) && at.length > 0;
      inside(key, () => {
        if (kind && typeof part === 'string') note(kind, part);
        else if (isList) part.forEach((id: string, i) => inside(i, () => note('picture', id)));
        else walk(part);
      });
    }
  };
  // Words name nothing, whatever they are called, nor does what was read elsewhere.
  const { words: _, ownHeaders: __, ...naming } = site;
  walk(naming);
  for (const [variant, id] of Object.entries(site.logo.variants)) {
    if (id !== undefined) found.push({ kind: 'picture', id, path: ['logo', 'variants', variant] });
  }
  return found;
}

/** What a header is told that the site's own markup cannot do by style alone. */
function beyondOwn({ rails, manner, type }: Site['headers'][number]): Problem | undefined {
  const where = 'a header that the site has already';
  if (rails.length > 1) return { path: 'rails', message: `One rail is all that ${where} has.` };
  if (type) return { path: 'type', message: `What letters ${where} is set in is its site’s own.` };
  if (manner.onScroll === 'bottom')
    return { path: 'manner.onScroll', message: `Choose leaves, stays or returns for ${where}.` };
  if (manner.switch.at !== 'distance')
    return { path: 'manner.switch.at', message: `Choose a distance for ${where}.` };
  if (manner.smaller !== undefined && manner.smaller > 0)
    return { path: 'manner.smaller', message: `Nothing gets smaller of ${where}.` };
  return undefined;
}

function missing(site: Site): Problem[] {
  const ids = (parts: readonly { id: string }[] = []) => new Set(parts.map(({ id }) => id));
  const known: Record<PartKind, Set<string>> = {
    swatch: ids(site.palette),
    pairing: ids(site.pairings),
    picture: ids(site.pictures),
    menu: ids(site.menus),
    page: ids(site.pages),
  };
  const problems: Problem[] = referencesOf(site)
    .filter(({ kind, id }) => !known[kind].has(id))
    .map(({ kind, id, path }) => ({
      path: pathText(path),
      message: `The ${kind} “${id}” is not in the site: add it or choose another.`,
    }));
  const owns = ids(site.ownHeaders);
  site.headers.forEach((header, i) => {
    const { own } = header;
    const cannot = own === undefined ? undefined : beyondOwn(header);
    if (cannot) problems.push({ path: `headers[${i}].${cannot.path}`, message: cannot.message });
    if (own !== undefined && !owns.has(own))
      problems.push({
        path: `headers[${i}].own`,
        message: `The site’s own header “${own}” is not there: read it again.`,
      });
  });
  const headers = ids(site.headers);
  site.pages.forEach(({ bands }, i) =>
    bands.forEach(({ follows }, n) => {
      if (follows && !headers.has(follows.header))
        problems.push({
          path: `pages[${i}].bands[${n}].follows.header`,
          message: `The header “${follows.header}” is not in the site: choose another.`,
        });
    }),
  );
  const fonts = new Set((site.fonts ?? []).map((font) => font.id));
  for (const { path, style } of stylesIn(site)) {
    if (isOwnFamily(style.family) && !fonts.has(style.family))
      problems.push({ path: `${path}.family`, message: 'This font is not in the site: choose another.' });
  }
  return problems;
}

/** Every style of text of a site and its headers, and where it is said. */
export function stylesIn({
  type,
  headers,
}: Pick<Site, 'type' | 'headers'>): { path: string; style: TypeStyle }[] {
  const { level, currentWeight: _, ...named } = type;
  const own = headers.flatMap(({ type: set }, i) =>
    set
      ? [
          [`headers[${i}].type.menu`, set.menu] as const,
          [`headers[${i}].type.button`, set.button] as const,
          [`headers[${i}].type.name`, set.name] as const,
        ]
      : [],
  );
  return [
    ...Object.entries(named).map(([name, style]) => [`type.${name}`, style] as const),
    ['type.level.style', level?.style] as const,
    ...own,
  ].flatMap(([path, style]) => (style ? [{ path, style }] : []));
}

/** The address that a link has on its site: a page's path, or the address itself; `#` where it leads nowhere. */
export function addressOf(site: Site, to: OptionalTarget): string {
  const page = to.address === undefined ? site.pages.find(({ id }) => id === to.page) : undefined;
  return to.address ?? (page ? servedPath(page) : '#');
}

/** Whether an entry leads anywhere, or only opens what is below it. */
export function leadsAnywhere(to: OptionalTarget): boolean {
  return to.address !== undefined || to.page !== undefined;
}

/** What an entry is called: its own label, or the title of its page. */
export function labelOf(site: Site, entry: AnyEntry): string {
  return entry.label ?? site.pages.find((page) => page.id === entry.page)?.title ?? 'Untitled';
}

/** What pages are called, which is what menu entries that lead to them are called. */
export function titlesOf({ pages }: Pick<Site, 'pages'>): string {
  return JSON.stringify(pages.map(({ id, title }) => [id, title]));
}
