import { alpha } from './state.ts';
import type { OwnReader, RawPlace } from '../../src/ownRead.ts';
import { probe } from '../probe.ts';
import { drawing } from './signs.ts';
import { header, inkIds, ofRole, roles, shows, words } from './state.ts';
import { kindOf } from './kinds.ts';
import { textRects } from './texts.ts';

/** Where everything stands. */

const metricsKnown = new Map<string, { ascent: number; descent: number; capHeight: number }>();
const metricsOf = (style: CSSStyleDeclaration) => {
  const key = `${style.fontStyle} ${style.fontWeight} ${style.fontFamily}`;
  let known = metricsKnown.get(key);
  if (!known) {
    probe.font = `${style.fontStyle} ${style.fontWeight} 1000px ${style.fontFamily}`;
    const box = probe.measureText('H');
    known = {
      ascent: box.fontBoundingBoxAscent / 1000,
      descent: box.fontBoundingBoxDescent / 1000,
      capHeight: box.actualBoundingBoxAscent / 1000,
    };
    metricsKnown.set(key, known);
  }
  return known;
};
const inCase = (text: string, transform: string) =>
  transform === 'uppercase'
    ? text.toUpperCase()
    : transform === 'lowercase'
      ? text.toLowerCase()
      : transform === 'capitalize'
        ? text.replace(/(^|\s)\S/g, (letter) => letter.toUpperCase())
        : text;
const segments = new Intl.Segmenter();
export const runsOf = (element: HTMLElement): Pick<RawPlace, 'text' | 'left' | 'baseline'>[] => {
  const rects = textRects(element);
  const lines: (typeof rects)[] = [];
  for (const rect of rects) {
    const line = lines.find((each) => Math.abs(each[0]!.top - rect.top) < 3);
    if (line) line.push(rect);
    else lines.push([rect]);
  }
  return lines.slice(0, 3).map((line) => {
    const [first] = line as [(typeof line)[0]];
    const style = getComputedStyle(first.node.parentElement!);
    const size = parseFloat(style.fontSize);
    const { ascent, descent, capHeight } = metricsOf(style);
    const left = Math.min(...line.map((each) => each.left));
    const right = Math.max(...line.map((each) => each.right));
    const isAlone = line.length === 1 && lines.length === 1;
    const text = inCase(words(line.map((each) => each.text).join(' ')), style.textTransform).slice(0, 120);
    const edges: number[] = [];
    if (isAlone) {
      const raw = first.node.data;
      const range = document.createRange();
      for (const { index, segment } of segments.segment(raw)) {
        if (segment.trim() === '' && (edges.length === 0 || index + segment.length >= raw.trimEnd().length))
          continue;
        range.setStart(first.node, index);
        range.setEnd(first.node, index + segment.length);
        const rect = range.getBoundingClientRect();
        if (rect.width > 0) edges.push(rect.right - left);
      }
    }
    const scale = size;
    return {
      left,
      baseline: Math.round(first.top + Math.round(ascent * scale)),
      text: {
        text,
        family: style.fontFamily.slice(0, 200),
        weight: Number(style.fontWeight) || 400,
        size,
        letterSpacing: parseFloat(style.letterSpacing) || 0,
        advance: right - left,
        capHeight: capHeight * scale,
        descent: descent * scale,
        letterEdges: edges.length > 0 ? edges.slice(0, 120) : [right - left],
      },
    };
  });
};
/** The box that what is painted in a mark fills. */
export const inkedBox = (element: HTMLElement): [number, number, number, number] => {
  const box = { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity };
  const add = (rect: { left: number; top: number; right: number; bottom: number }) => {
    box.left = Math.min(box.left, rect.left);
    box.top = Math.min(box.top, rect.top);
    box.right = Math.max(box.right, rect.right);
    box.bottom = Math.max(box.bottom, rect.bottom);
  };
  for (const each of [element, ...element.querySelectorAll('*')]) {
    if (each.closest('svg') && !each.matches('svg')) continue;
    const rect = each.getBoundingClientRect();
    if (rect.width < 1 || rect.height < 1 || !shows(each)) continue;
    const style = getComputedStyle(each);
    if (each.matches('svg, img')) add(rect);
    else if (
      each !== element &&
      (alpha(style.backgroundColor) > 0.05 ||
        style.boxShadow !== 'none' ||
        parseFloat(style.borderTopWidth) > 0)
    ) {
      add(rect);
      for (const [, x = '0', y = '0'] of style.boxShadow.matchAll(/(-?[\d.]+)px (-?[\d.]+)px (-?[\d.]+)px/g))
        add({
          left: rect.left + Number(x),
          top: rect.top + Number(y),
          right: rect.right + Number(x),
          bottom: rect.bottom + Number(y),
        });
    }
  }
  for (const each of textRects(element)) add({ ...each, bottom: each.top + 16 });
  const rect = element.getBoundingClientRect();
  if (box.left === Infinity) {
    const [w, h] = [Math.min(24, rect.width), Math.min(20, rect.height)];
    return [rect.left + (rect.width - w) / 2, rect.top + (rect.height - h) / 2, w, h];
  }
  return [box.left, box.top, box.right - box.left, box.bottom - box.top];
};
export const logoBox = (element: HTMLElement): [number, number, number, number] => {
  const at = drawing(element) ?? element;
  const { left, top, width, height } = at.getBoundingClientRect();
  return [left, top, width, height];
};
export const measure: OwnReader['measure'] = (scroll) => {
  scrollTo({ top: scroll, behavior: 'instant' });
  const { left, top, width, height } = header.getBoundingClientRect();
  const toggle = ofRole('menu button')[0];
  const isFolded = toggle !== undefined && shows(toggle) && !ofRole('link', 'current').some(shows);
  const places: RawPlace[] = [];
  for (const [element, ink] of inkIds) {
    const part = element as HTMLElement;
    const role = roles.get(part);
    if (role === 'child' || !shows(part)) continue;
    const { left: x, top: y, width: w, height: h } = part.getBoundingClientRect();
    if (x + w <= 0 || x >= innerWidth) continue;
    const box: RawPlace['box'] = [x, y, w, h];
    const kind = kindOf(part);
    if (kind === 'logo') places.push({ ink, box: logoBox(part) });
    else if (kind === 'mark') places.push({ ink, box, inked: inkedBox(part) });
    else for (const run of runsOf(part)) places.push({ ink, box, ...run });
  }
  return {
    width: innerWidth,
    folded: isFolded,
    bar: [left, top, width, height, parseFloat(getComputedStyle(header).borderTopLeftRadius) || 0],
    places: places.slice(0, 120),
  };
};
