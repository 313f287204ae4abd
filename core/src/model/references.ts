import type { Problem } from './check.ts';
import { headerItems } from './header.ts';
import { entriesOf, type AnyEntry, type OptionalTarget } from './menu.ts';
import { isOwnFamily, type FamilyId } from './type.ts';
import type { Site } from './site.ts';

/** Problems of a site whose parts are sound one by one: ids used twice, and names of things that are not there. */
export function referenceProblems(site: Site): Problem[] {
  return [...emptyLists(site), ...repeated(site), ...missing(site)];
}

function emptyLists(site: Site): Problem[] {
  const problems: Problem[] = [];
  if (site.pages.length === 0) problems.push({ path: 'pages', message: 'Add a page: the site has none.' });
  if (site.headers.length === 0)
    problems.push({ path: 'headers', message: 'Add a header: the site has none.' });
  return problems;
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
    const twice = ids.find((id, i) => ids.indexOf(id) !== i);
    return twice === undefined
      ? []
      : [{ path, message: `“${twice}” is there twice: give one of them another.` }];
  });
}

function missing(site: Site): Problem[] {
  const known = {
    swatch: new Set(site.palette.map((swatch) => swatch.id)),
    pairing: new Set((site.pairings ?? []).map((pairing) => pairing.id)),
    picture: new Set(site.pictures.map((picture) => picture.id)),
    menu: new Set(site.menus.map((menu) => menu.id)),
    menuSignedIn: new Set(site.menus.map((menu) => menu.id)),
    page: new Set(site.pages.map((page) => page.id)),
  };
  const problems: Problem[] = [];
  const need = (kind: keyof typeof known, id: unknown, path: string) => {
    if (typeof id === 'string' && !known[kind].has(id)) {
      const what = kind === 'menuSignedIn' ? 'menu' : kind;
      problems.push({ path, message: `The ${what} “${id}” is not in the site: add it or choose another.` });
    }
  };
  /** Uses are told by their key, so that a new place that takes a swatch is checked without a line here. */
  const walk = (value: unknown, path: string) => {
    if (Array.isArray(value)) return value.forEach((part, i) => walk(part, `${path}[${i}]`));
    if (typeof value !== 'object' || value === null) return;
    for (const [key, part] of Object.entries(value)) {
      const at = path ? `${path}.${key}` : key;
      if (key in known) need(key as keyof typeof known, part, at);
      else if (key === 'pictures' && Array.isArray(part) && path !== '') {
        part.forEach((id, i) => need('picture', id, `${at}[${i}]`));
      } else walk(part, at);
    }
  };
  walk(site, '');
  for (const [variant, id] of Object.entries(site.logo.variants)) {
    need('picture', id, `logo.variants.${variant}`);
  }
  const fonts = new Set((site.fonts ?? []).map((font) => font.id));
  const styles = { ...site.type, level: site.type.level?.style };
  for (const [name, style] of Object.entries(styles)) {
    const family = style?.family as FamilyId | undefined;
    if (family && isOwnFamily(family) && !fonts.has(family)) {
      problems.push({
        path: `type.${name}.family`,
        message: 'This font is not in the site: choose another.',
      });
    }
  }
  return problems;
}

/** The address that a link has on its site: a page's path, or the address itself; `#` where it leads nowhere. */
export function addressOf(site: Site, to: OptionalTarget): string {
  return to.address ?? site.pages.find((page) => page.id === to.page)?.path ?? '#';
}

/** Whether an entry leads anywhere, or only opens what is below it. */
export function leadsAnywhere(to: OptionalTarget): boolean {
  return to.address !== undefined || to.page !== undefined;
}

/** What an entry is called: its own label, or the title of its page. */
export function labelOf(site: Site, entry: AnyEntry): string {
  return entry.label ?? site.pages.find((page) => page.id === entry.page)?.title ?? 'Untitled';
}
