import type { Header } from '../../model/header.ts';
import { entriesOf } from '../../model/menu.ts';
import { isHarmless, isHarmlessTag } from '../../model/harmless.ts';
import type { OwnHeader, OwnNode } from '../../model/own.ts';
import type { Site } from '../../model/site.ts';
import { logoPicture } from '../../model/picture.ts';
import { escapeHtml } from '../../css/text.ts';
import type { Addresses } from '../addresses.ts';

/** The markup of a header that a site has already, written anew from what was kept of it: nothing in it does anything by itself. */

const VOID = new Set(['area', 'br', 'col', 'hr', 'img', 'input', 'source', 'track', 'wbr']);

/** How a link tells that it leads to the page one is on: by an attribute, or by a class of its own or of its list item. */
export interface CurrentMark {
  on: 'link' | 'item';
  /** None where it is `aria-current`. */
  name?: string;
}

/** Taken from the selector of the link that was marked when it was read. */
export function currentMark({ groups }: Pick<OwnHeader, 'groups'>): CurrentMark | undefined {
  const inner = groups.find(({ name }) => name === 'current')?.inner[0];
  if (inner === undefined) return undefined;
  if (inner.endsWith('[aria-current]')) return { on: 'link' };
  const item = /(?:^|[ >])li[^ >]*\.([\w-]+) > [^ >]+$/.exec(inner);
  if (item) return { on: 'item', name: item[1]! };
  const own = /\.([\w-]+)$/.exec(inner);
  return own ? { on: 'link', name: own[1]! } : undefined;
}

/** What an element gets and loses of attributes and classes. */
interface Change {
  add: Set<string>;
  drop: Set<string>;
  attributes: Map<string, string | undefined>;
}

function changesFor(site: Site, own: OwnHeader, page: string | undefined): Map<string, Change> {
  const changes = new Map<string, Change>();
  const of = (path: string): Change => {
    const known = changes.get(path) ?? { add: new Set(), drop: new Set(), attributes: new Map() };
    changes.set(path, known);
    return known;
  };
  const mark = currentMark(own);
  const entries = new Map(
    site.menus.flatMap((menu) => entriesOf(menu).map(({ entry }) => [entry.id, entry] as const)),
  );
  for (const { path, role, ink } of own.marks) {
    if (ink !== undefined) of(path).attributes.set('data-hr-ink', ink);
    if (!mark || page === undefined || !(role === 'link' || role === 'current') || ink === undefined)
      continue;
    const isHere = entries.get(ink)?.page === page;
    const at = mark.on === 'item' ? itemPath(own.node, path) : path;
    if (mark.name === undefined) of(at).attributes.set('aria-current', isHere ? 'page' : undefined);
    else of(at)[isHere ? 'add' : 'drop'].add(mark.name);
  }
  return changes;
}

/** The list item that an element stands in. */
function itemPath(root: OwnNode, path: string): string {
  const steps = path.split('/').map(Number);
  for (let length = steps.length - 1; length > 0; length--) {
    let at: OwnNode | undefined = root;
    for (const step of steps.slice(0, length)) at = at?.nodes?.[step];
    if (at?.tag === 'li') return steps.slice(0, length).join('/');
  }
  return path;
}

interface Writing {
  changes: ReadonlyMap<string, Change>;
  /** Where the picture of the logo is had from. */
  logo: string | undefined;
  logoPath: string | undefined;
}

function openTag(
  tag: string,
  attributes: readonly { name: string; value: string }[],
  change?: Change,
): string {
  const kept = new Map(
    attributes.filter(({ name, value }) => isHarmless(name, value)).map(({ name, value }) => [name, value]),
  );
  for (const [name, value] of change?.attributes ?? []) {
    if (value === undefined) kept.delete(name);
    else kept.set(name, value);
  }
  if (change && change.add.size + change.drop.size > 0) {
    const classes = (kept.get('class') ?? '').split(/\s+/).filter((each) => each && !change.drop.has(each));
    kept.set('class', [...new Set([...classes, ...change.add])].join(' '));
  }
  return `<${tag}${[...kept].map(([name, value]) => ` ${name}="${escapeHtml(value)}"`).join('')}>`;
}

function nodeHtml(node: OwnNode, path: string, writing: Writing): string {
  if (node.text !== undefined) return escapeHtml(node.text);
  const { tag = 'div', attributes = [], nodes = [] } = node;
  if (!isHarmlessTag(tag)) return '';
  const isLogo = tag === 'img' && writing.logo !== undefined && path.startsWith(writing.logoPath ?? '\u0000');
  const own = isLogo
    ? [...attributes.filter(({ name }) => name !== 'src'), { name: 'src', value: writing.logo! }]
    : attributes;
  const open = openTag(tag, own, writing.changes.get(path));
  if (VOID.has(tag)) return open;
  return `${open}${nodes.map((each, i) => nodeHtml(each, path === '' ? String(i) : `${path}/${i}`, writing)).join('')}</${tag}>`;
}

/**
 * The header's own element.
 * @param page id of the page that it is for; its link is marked as theirs marks it
 */
export function ownHtml(
  site: Site,
  header: Header,
  own: OwnHeader,
  to: Pick<Addresses, 'picture'>,
  page?: string,
): string {
  const changes = changesFor(site, own, page);
  const root = changes.get('') ?? { add: new Set(), drop: new Set(), attributes: new Map() };
  root.attributes.set('data-hr-own', '');
  changes.set('', root);
  const picture = logoPicture(site.logo, header.looks.top.ink?.logo ?? 'dark');
  return nodeHtml(own.node, '', {
    changes,
    logo: picture === undefined ? undefined : to.picture(picture),
    logoPath: own.marks.find(({ ink }) => ink === 'logo')?.path,
  });
}

/** What stands round the header: attributes of `html` and `body`, and what is open between `body` and the header. */
export function aroundOwn(own: OwnHeader): { html: string; body: string; open: string; close: string } {
  const attributes = (tag: string) => {
    const node = own.around.find((each) => each.tag === tag);
    return node ? openTag(tag, node.attributes ?? []) : `<${tag}>`;
  };
  const inner = own.around.filter(({ tag = '' }) => tag !== 'html' && tag !== 'body' && isHarmlessTag(tag));
  return {
    html: attributes('html'),
    body: attributes('body'),
    open: inner.map(({ tag = 'div', attributes: kept = [] }) => openTag(tag, kept)).join(''),
    close: inner
      .map(({ tag = 'div' }) => `</${tag}>`)
      .reverse()
      .join(''),
  };
}
