import { defaultTreeAdapter, parseFragment, type DefaultTreeAdapterTypes } from 'parse5';
import { BOUNDS } from '../model/bounds.ts';
import { BadInput } from '../model/badInput.ts';
import { isSafeAddress, MAX_LABEL, type AnyEntry, type Entry } from '../model/menu.ts';
import type { Site } from '../model/site.ts';
import { freeId } from '../model/freeId.ts';
import { MOST_LEVELS } from './menuTree.ts';

/** Menus read from what an owner has: markup of a navigation, a sitemap, or lines of text. */

/** What was understood: entries for a menu, and lines that say what was left out and why. */
export interface ReadMenu {
  from: 'markup' | 'sitemap' | 'lines';
  entries: Entry[];
  left: string[];
}

/** Longest text that is read, characters. */
export const MOST_MENU_TEXT = 1_000_000;
/** Most entries that are taken. */
const MOST_ENTRIES = 200;
/** Deepest that markup may be nested: the parser looks through all that is open again and again. */
const MOST_OPEN = 512;
/** Longest address that is looked at, characters. */
const MOST_ADDRESS = 2000;

/** An entry as it is read, before it is fitted into the site. */
interface Draft {
  label: string;
  href: string | undefined;
  children: Draft[];
}

/**
 * Reads a menu from pasted text.
 * @throws {BadInput} where it is too long, has nothing in it, or is a sitemap that defines entities
 */
export function readMenu(site: Site, text: string): ReadMenu {
  if (text.length > MOST_MENU_TEXT) {
    throw new BadInput(
      `This is ${(text.length / 1e6).toFixed(1)} MB of text; a menu has 1 MB at most. Paste the part with the navigation.`,
    );
  }
  const from = /<(\?xml|urlset|sitemapindex)\b/i.test(text)
    ? 'sitemap'
    : /<(a|nav|ul|ol|li|div|header|html|body)\b/i.test(text)
      ? 'markup'
      : 'lines';
  const drafts = { sitemap: readSitemap, markup: readMarkup, lines: readLines }[from](text);
  if (drafts.length === 0) {
    const hint = {
      sitemap: 'There is no address in this sitemap.',
      markup: 'There is no link in this markup: copy the part that holds the navigation’s links.',
      lines: 'Give a line for each entry, such as “Visit /visit”; indent those below another.',
    };
    throw new BadInput(hint[from]);
  }
  return fitted(site, from, drafts);
}

type Node = DefaultTreeAdapterTypes.ChildNode;
type Element = DefaultTreeAdapterTypes.Element;

const isElement = (node: Node): node is Element => 'tagName' in node;
const attribute = (element: Element, name: string) =>
  element.attrs.find((candidate) => candidate.name === name)?.value;

function textOf(node: Node, level = 0): string {
  if (node.nodeName === '#text') return (node as DefaultTreeAdapterTypes.TextNode).value;
  if (level > BOUNDS.depth) return '';
  if (!isElement(node) || ['script', 'style', 'svg', 'template'].includes(node.tagName)) return '';
  return node.childNodes.map((child) => textOf(child, level + 1)).join(' ');
}

const plain = (text: string) => text.replace(/\s+/g, ' ').trim();

/** Lists of links become levels; links outside any list, one after another, become the top. */
function readMarkup(text: string): Draft[] {
  const walk = (nodes: readonly Node[], level: number): Draft[] => {
    if (level > BOUNDS.depth) return [];
    const found: Draft[] = [];
    for (const node of nodes) {
      if (!isElement(node) || ['script', 'style', 'template', 'svg'].includes(node.tagName)) continue;
      if (node.tagName === 'li') found.push(...listItem(node, level));
      else if (node.tagName === 'a') found.push(linkOf(node));
      else found.push(...walk(node.childNodes, level + 1));
    }
    return found.filter(({ label, children }) => label !== '' || children.length > 0);
  };
  const linkOf = (element: Element): Draft => ({
    label: plain(textOf(element)) || plain(attribute(element, 'aria-label') ?? ''),
    href: attribute(element, 'href'),
    children: [],
  });
  /** The first link, button or text of a list item is its own; lists in it are what it opens. */
  const listItem = (item: Element, level: number): Draft[] => {
    const lists: Element[] = [];
    const links: Element[] = [];
    let words = '';
    const look = (nodes: readonly Node[], at: number) => {
      if (at > BOUNDS.depth) return;
      for (const node of nodes) {
        if (node.nodeName === '#text') words += ` ${textOf(node)}`;
        else if (!isElement(node)) continue;
        else if (node.tagName === 'ul' || node.tagName === 'ol') lists.push(node);
        else if (node.tagName === 'a') links.push(node);
        else if (node.tagName === 'button' || node.tagName === 'summary') words += ` ${textOf(node)}`;
        else look(node.childNodes, at + 1);
      }
    };
    look(item.childNodes, level + 1);
    const children = [
      ...links.slice(1).map(linkOf),
      ...lists.flatMap((list) => walk(list.childNodes, level + 1)),
    ];
    const own = links[0] ? linkOf(links[0]) : { label: plain(words), href: undefined, children: [] };
    return own.label === '' ? children : [{ ...own, children }];
  };
  return walk(parseShallow(text), 0);
}

/** Markup as a tree. @throws {BadInput} where it is nested too deep to be read in the time that its length takes */
function parseShallow(text: string): readonly Node[] {
  let open = 0;
  const treeAdapter = {
    ...defaultTreeAdapter,
    onItemPush: () => {
      if (++open > MOST_OPEN)
        throw new BadInput(
          `This markup is nested more than ${MOST_OPEN} levels deep: copy the part that holds the navigation’s links.`,
        );
    },
    onItemPop: () => void open--,
  };
  return parseFragment(text, { treeAdapter }).childNodes as Node[];
}

/** The addresses of a sitemap, by folder; each is called by the last part of its path. */
function readSitemap(text: string): Draft[] {
  if (/<!(DOCTYPE|ENTITY)/i.test(text)) {
    throw new BadInput(
      'This sitemap defines entities, which no sitemap needs and which can hide a trap: it was not read. Take the DOCTYPE out.',
    );
  }
  const addresses = [...text.matchAll(/<loc>([^<]{0,4000})<\/loc>/gi)].map(([, address]) =>
    address!.trim().replace(/&amp;/g, '&'),
  );
  const roots: Draft[] = [];
  const byPath = new Map<string, Draft>();
  const paths = addresses.flatMap((address) => {
    const url = URL.canParse(address) ? new URL(address) : undefined;
    return url ? [withoutEnd(url.pathname) || '/'] : [];
  });
  for (const path of [...new Set(paths)].sort(
    (a, b) => a.split('/').filter(Boolean).length - b.split('/').filter(Boolean).length,
  )) {
    const parts = path.split('/').filter(Boolean);
    const draft: Draft = { label: called(parts.at(-1)), href: path, children: [] };
    // Pages of the top level stand beside the home page, not below it.
    const above = parts.length > 1 ? byPath.get(`/${parts.slice(0, -1).join('/')}`) : undefined;
    (above?.children ?? roots).push(draft);
    byPath.set(path, draft);
  }
  return roots;
}

/** A path without the strokes at its end. */
function withoutEnd(path: string): string {
  let end = path.length;
  while (path[end - 1] === '/') end--;
  return path.slice(0, end);
}

/** A part of an address as words; as it stands where its percent signs mean nothing. */
function decoded(part: string): string {
  try {
    return decodeURIComponent(part);
  } catch {
    return part;
  }
}

function called(part: string | undefined): string {
  if (part === undefined) return 'Home';
  const words = decoded(part)
    .replace(/\.\w+$/, '')
    .replace(/[-_+]+/g, ' ')
    .trim();
  return words.charAt(0).toUpperCase() + words.slice(1);
}

/** One entry a line: a label, and after it an address if it has one; deeper ones are indented. */
function readLines(text: string): Draft[] {
  const roots: Draft[] = [];
  const open: { indent: number; draft: Draft }[] = [];
  for (const line of text.split(/\r?\n/)) {
    if (line.trim() === '') continue;
    const indent = line.replace(/\t/g, '  ').match(/^ */)![0].length;
    const bare = line.trim().replace(/^[-*•]\s+/, '');
    const draft: Draft = { ...labelAndAddress(bare), children: [] };
    while (open.length > 0 && open.at(-1)!.indent >= indent) open.pop();
    (open.at(-1)?.draft.children ?? roots).push(draft);
    if (open.length < BOUNDS.depth) open.push({ indent, draft });
  }
  return roots;
}

/** A line's label, and the address at its end where it has one. */
function labelAndAddress(line: string): { label: string; href: string | undefined } {
  let at = line.length;
  while (at > 0 && /\S/.test(line[at - 1]!)) at--;
  const href = line.slice(at);
  if (at === 0 || !/^(?:https?:\/\/|mailto:|tel:|\/|#)/.test(href))
    return { label: plain(line), href: undefined };
  while (at > 0 && /[\s:|,]/.test(line[at - 1]!)) at--;
  return { label: plain(line.slice(0, at)), href };
}

/** Makes entries of drafts: pages are found by their address, what cannot stand is left out and said. */
function fitted(site: Site, from: ReadMenu['from'], drafts: readonly Draft[]): ReadMenu {
  const left: string[] = [];
  const ids: { id: string }[] = [];
  const make = (draft: Draft, level: number): AnyEntry[] => {
    if (ids.length >= MOST_ENTRIES) {
      if (ids.length === MOST_ENTRIES) left.push(`Only the first ${MOST_ENTRIES} entries were taken.`);
      ids.push({ id: '' });
      return [];
    }
    const full = draft.label.replace(/[<>]/g, '') || 'Untitled';
    const label = full.slice(0, MAX_LABEL);
    if (full.length > MAX_LABEL) left.push(`“${label.slice(0, 40)}…” is cut to ${MAX_LABEL} characters.`);
    const id = freeId(label, ids);
    ids.push({ id });
    const to = targetOf(site, draft.href, label, left);
    const entry: AnyEntry = { id, ...(label !== titleOf(site, to.page) && { label }), ...to };
    const children = draft.children.flatMap((child) => make(child, Math.min(level + 1, MOST_LEVELS)));
    if (level < MOST_LEVELS) return [{ ...entry, ...(children.length > 0 && { children }) }];
    if (children.length > 0) left.push(`What is below “${label}” was a level too many: it stands beside it.`);
    return [entry, ...children];
  };
  const entries = drafts.flatMap((draft) => make(draft, 0)) as Entry[];
  return { from, entries, left };
}

const titleOf = (site: Site, page: string | undefined) => site.pages.find(({ id }) => id === page)?.title;

function targetOf(
  site: Site,
  href: string | undefined,
  label: string,
  left: string[],
): { page?: string; address?: string } {
  const address = href?.trim();
  if (!address || address === '#' || address === 'javascript:void(0)') return {};
  if (address.length > MOST_ADDRESS) {
    left.push(`“${label}”: its address is longer than ${MOST_ADDRESS} characters; the entry leads nowhere.`);
    return {};
  }
  const path = withoutEnd(address) || '/';
  const page = site.pages.find((candidate) => candidate.path === path);
  if (page) return { page: page.id };
  if (isSafeAddress(address)) return { address };
  const rooted = `/${address.replace(/^(\.?\/)+/, '')}`;
  if (/^[\w.-]/.test(address) && !/^[a-z][\w+.-]*:/i.test(address) && isSafeAddress(rooted)) {
    return { address: rooted };
  }
  left.push(`“${label}”: the address ${address.slice(0, 60)} cannot be used; the entry leads nowhere.`);
  return {};
}
