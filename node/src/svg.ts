import { generate, parse as parseCss, walk, type CssNode, type List, type ListItem } from 'css-tree';
import createPurifier, { type Config } from 'dompurify';
import { JSDOM } from 'jsdom';
import { BadInput } from '@hatrail/core/model/badInput';

/** SVG files are cleaned on their way in: what they draw stays, what could run or reach out goes. */

/** A cleaned SVG, and what was taken out of it, by its names. */
export interface CleanSvg {
  svg: string;
  left: string[];
}

/** Most characters of an SVG, and most elements. */
const MOST_TEXT = 4_000_000;
const MOST_ELEMENTS = 6000;
const MOST_DEPTH = 200;
/** Most elements that are drawn, each as often as it is used. */
const MOST_DRAWN = 100_000;
/** Most that an editor's own entities may come to once they are written out, characters. */
const MOST_EXPANDED = 2 * MOST_TEXT;

const SVG = 'http://www.w3.org/2000/svg';
const XLINK = 'http://www.w3.org/1999/xlink';
const HTML = 'http://www.w3.org/1999/xhtml';
const XML = 'http://www.w3.org/XML/1998/namespace';

const CONFIG: Config = {
  USE_PROFILES: { svg: true, svgFilters: true },
  ADD_TAGS: ['use'],
  // Pictures in it are read as data; anything that leads elsewhere is dealt with below.
  ADD_DATA_URI_TAGS: ['image', 'feImage'],
  FORBID_TAGS: ['foreignObject', 'script', 'a', 'animate', 'set', 'animateTransform', 'animateMotion'],
  IN_PLACE: true,
};

const { window } = new JSDOM('');
const purifier = createPurifier(window);

/** Addresses that stay within the file: a part of it, or a raster picture written out. */
const isOwn = (address: string) => /^\s*(#|data:image\/(png|jpeg|gif|webp|avif)[;,])/i.test(address);

let left = new Set<string>();

purifier.addHook('uponSanitizeElement', (node, { tagName }) => {
  if (tagName !== 'style' || !('textContent' in node)) return;
  node.textContent = cleanCss(node.textContent ?? '', 'stylesheet');
});
purifier.addHook('uponSanitizeAttribute', (_node, data) => {
  const { attrName, attrValue } = data;
  if (attrName === 'href' || attrName.endsWith(':href')) {
    if (!isOwn(attrValue)) data.keepAttr = false;
  } else if (attrName === 'style') {
    data.attrValue = cleanCss(attrValue, 'declarationList');
  } else if (/url\(|image-set\(|src\(/i.test(attrValue) && cleanCss(attrValue, 'value') !== attrValue) {
    data.keepAttr = false;
  }
  if (!data.keepAttr) left.add(attrName);
});

/** A style sheet without what it fetches from elsewhere. */
function cleanCss(css: string, context: 'stylesheet' | 'declarationList' | 'value'): string {
  const tree = parseCss(css, { context, onParseError: () => undefined });
  let isChanged = false;
  const reachesOut = (node: CssNode): boolean => {
    // Escapes can spell anything: no drawing program writes a value with them.
    let found = generate(node).includes('\\');
    walk(node, (part) => {
      if (part.type === 'Url' && !isOwn(part.value)) found = true;
      if (part.type === 'Raw' && /url|image-set|src\s*\(/i.test(part.value)) found = true;
      if (
        part.type === 'Function' &&
        /^(image-set|-webkit-image-set|src|image|cross-fade)$/i.test(part.name)
      ) {
        walk(part, (inner) => {
          if (inner.type === 'String' && !isOwn(inner.value)) found = true;
        });
      }
    });
    return found;
  };
  if (context === 'value') return reachesOut(tree) ? '' : css;
  walk(tree, {
    leave(node: CssNode, item: ListItem<CssNode>, list: List<CssNode>) {
      const isImport = node.type === 'Atrule' && /^(import|font-face|namespace)$|\\/i.test(node.name);
      const isReaching = (node.type === 'Declaration' || node.type === 'Raw') && reachesOut(node);
      if (!(isImport || isReaching) || !list || !item) return;
      list.remove(item);
      isChanged = true;
      left.add(node.type === 'Atrule' ? `@${node.name}` : 'an address in its style');
    },
  });
  return isChanged ? generate(tree) : css;
}

/**
 * Cleans an SVG: scripts, handlers, foreign markup, animation and everything from elsewhere go, the drawing stays.
 * Cleaning what is clean changes nothing.
 * @throws {BadInput} where it is no SVG, or has more in it than a logo or picture should
 */
export function cleanSvg(bytes: Uint8Array, name: string): CleanSvg {
  const text = decode(bytes);
  if (text.length > MOST_TEXT)
    throw new BadInput(
      `${name} has more than ${MOST_TEXT / 1e6} MB of markup: simplify it, or bring it as a PNG.`,
    );
  const plain = withoutDoctype(text, name);
  const { count, depth } = extentOf(plain);
  if (depth > MOST_DEPTH)
    throw new BadInput(`${name} has more than ${MOST_DEPTH} levels: simplify it, or bring it as a PNG.`);
  if (count > MOST_ELEMENTS)
    throw new BadInput(
      `${name} has more than ${MOST_ELEMENTS} shapes: simplify it in the program that drew it, or bring it as a PNG.`,
    );
  const document = new window.DOMParser().parseFromString(plain, 'image/svg+xml');
  const { documentElement: root } = document;
  if (root.localName !== 'svg' || document.getElementsByTagName('parsererror').length > 0)
    throw new BadInput(
      `${name} is no whole SVG: it breaks off or is damaged. Save it again where it came from.`,
    );
  if (drawnCount(root) > MOST_DRAWN)
    throw new BadInput(
      `${name} draws its parts again and again, more than ${MOST_DRAWN} in all: simplify it, or bring it as a PNG.`,
    );
  left = new Set();
  const svg = plainCopy(root, document.implementation.createDocument(SVG, 'svg'));
  purifier.sanitize(svg, CONFIG);
  for (const { element, attribute } of purifier.removed as { element?: Element; attribute?: Attr }[]) {
    // Comments, and what other programs note for themselves, are no loss.
    if (element && /^[a-z]+$/i.test(element.nodeName)) left.add(element.nodeName);
    else if (attribute && /^(on\w+|href|xlink:href|style)$/i.test(attribute.name)) left.add(attribute.name);
  }
  return { svg: new window.XMLSerializer().serializeToString(svg), left: [...left].sort() };
}

/** About how many elements a text has, and how deep they lie: read from its tags alone, before anything is built of it. */
function extentOf(text: string): { count: number; depth: number } {
  let [count, depth, deepest] = [0, 0, 0];
  for (const [tag] of text.matchAll(/<(?:\/|[a-z_])[^<>]*>?/gi)) {
    if (tag.startsWith('</')) depth--;
    else {
      count++;
      if (!tag.endsWith('/>')) deepest = Math.max(deepest, ++depth);
    }
  }
  return { count, depth: deepest };
}

/** How many elements are drawn where each is counted as often as it is used, by a link or as paint; beyond the most, more or less. */
function drawnCount(root: Element): number {
  const byId = new Map<string, Element>();
  for (const element of root.querySelectorAll('[id]')) byId.set(element.id, element);
  const known = new Map<Element, number>();
  const open = new Set<Element>();
  const count = (element: Element): number => {
    const found = known.get(element);
    if (found !== undefined) return found;
    // What leads round to itself is not drawn.
    if (open.has(element) || open.size > 4 * MOST_DEPTH) return 0;
    open.add(element);
    let sum = 1;
    for (const { name, value } of element.attributes) {
      const [, link, paint] =
        (/href$/.test(name) && /^\s*#(.+?)\s*$/.exec(value)) || /()url\(\s*["']?#([^"')]+)/.exec(value) || [];
      const used = byId.get(link || paint || '');
      if (used) sum += count(used);
    }
    for (let child = element.firstElementChild; child && sum <= MOST_DRAWN; child = child.nextElementSibling)
      sum += count(child);
    open.delete(element);
    known.set(element, sum);
    return sum;
  };
  return count(root);
}

/**
 * A copy of an SVG's elements under their plain names: those of other languages go with all that is in them, prefixes go, and
 * of others' attributes only links and what XML itself knows stay.
 */
function plainCopy(root: Element, document: XMLDocument): Element {
  const fill = (from: Element, into: Element) => {
    for (const { namespaceURI, localName, name, value } of from.attributes) {
      if (namespaceURI === null) into.setAttribute(name, value);
      else if (namespaceURI === XLINK && localName === 'href')
        into.setAttributeNS(XLINK, 'xlink:href', value);
      else if (namespaceURI === XML) into.setAttributeNS(XML, `xml:${localName}`, value);
    }
    for (let child = from.firstChild; child; child = child.nextSibling) {
      if (child.nodeType === TEXT || child.nodeType === CDATA) {
        into.append(document.createTextNode(child.nodeValue ?? ''));
      } else if (child.nodeType === ELEMENT) {
        const { namespaceURI, localName } = child as Element;
        if (namespaceURI !== SVG) {
          if (namespaceURI === HTML) left.add(localName);
          continue;
        }
        const copy = document.createElementNS(SVG, localName);
        into.append(copy);
        fill(child as Element, copy);
      }
    }
  };
  fill(root, document.documentElement);
  return document.documentElement;
}

const [ELEMENT, TEXT, CDATA] = [1, 3, 4];

/** Text by its byte order mark or the encoding that it states; UTF-8 where it states none. */
function decode(bytes: Uint8Array): string {
  const head = Buffer.from(bytes.subarray(0, 200)).toString('latin1');
  const stated = /^\s*<\?xml[^>]*encoding\s*=\s*["']([\w-]+)["']/i.exec(head.replace(/\0/g, ''))?.[1];
  const marked =
    bytes[0] === 0xff && bytes[1] === 0xfe
      ? 'utf-16le'
      : bytes[0] === 0xfe && bytes[1] === 0xff
        ? 'utf-16be'
        : undefined;
  try {
    return new TextDecoder(marked ?? stated ?? 'utf-8').decode(bytes);
  } catch {
    return new TextDecoder().decode(bytes);
  }
}

/** Writes out the entities that a drawing program declares for itself, and takes their declaration away. */
function withoutDoctype(text: string, name: string): string {
  const start = text.search(/<!DOCTYPE/i);
  if (start < 0) return text;
  const open = text.indexOf('[', start);
  const end = text.indexOf('>', start);
  if (open < 0 || end < open) return text.slice(0, start) + text.slice(end + 1);
  const close = text.indexOf(']', open);
  const over = close < 0 ? -1 : text.indexOf('>', close);
  if (over < 0) throw new BadInput(`${name} breaks off in its DOCTYPE: save it again as a plain SVG.`);
  const entities = new Map<string, string>();
  for (const [, id, , value] of text
    .slice(open, close)
    .matchAll(/<!ENTITY\s+([\w.-]{1,64})\s+(["'])([^"'<&%]{0,2000})\2\s*>/g))
    entities.set(id!, value!);
  let size = 0;
  return (text.slice(0, start) + text.slice(over + 1)).replace(/&([\w.-]{1,64});/g, (whole, id: string) => {
    const value = entities.get(id);
    if (value === undefined) return whole;
    size += value.length;
    if (size > MOST_EXPANDED)
      throw new BadInput(`${name} unfolds to more than can be read: save it as a plain SVG and try again.`);
    return value;
  });
}
