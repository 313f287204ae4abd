import Specificity from '@bramus/specificity';
import { parseColour } from '@hatrail/core/colour/rgb';
import type { SeenColour, SeenOwnButton, SeenOwnEntry, SeenOwnLook } from '@hatrail/core/gather/captured';
import { isHarmless, isHarmlessCss, isHarmlessTag } from '@hatrail/core/model/harmless';
import type { OwnHeader, OwnInk, OwnNode, Weight } from '@hatrail/core/model/own';
import type { RawLook, RawMark, RawNode, RawRule } from './ownRead.ts';

/** From what a page says of its header to what is kept of it. Nothing of it is believed. */

export const plain = (text: string, most: number) =>
  text
    .replace(/<[a-z!/?]/gi, ' ')
    .replace(/\p{Cc}/gu, ' ')
    .replace(/\s+/g, ' ')
    .trim()
    .slice(0, most);

function itemOf(ink: string): string | undefined {
  if (ink === 'logo') return 'logo';
  if (ink.startsWith('button-')) return ink;
  return ink === 'menu-button' ? undefined : 'menu';
}

export function inksOf(marks: readonly RawMark[], openers: readonly string[]): OwnInk[] {
  const seen = new Set<string>();
  return marks.flatMap(({ ink, name, kind, isStill, role }): OwnInk[] => {
    if (ink === undefined || !kind || role === 'child' || seen.has(ink) || seen.size >= 110) return [];
    seen.add(ink);
    const item = itemOf(ink);
    const called =
      ink === 'logo' ? 'Logo' : ink === 'menu-button' ? 'Menu button' : plain(name, 100) || 'Icon';
    return [
      {
        id: ink,
        name: called,
        kind,
        ...(item !== undefined && { item: ink === 'logo' && kind === 'text' ? 'name' : item }),
        ...((isStill || role === 'text') && { isStill: true }),
        ...(openers.includes(ink) && { opens: true }),
      },
    ];
  });
}

export function nodeOf({ text, tag, attributes = [], nodes = [] }: RawNode): OwnNode {
  if (text !== undefined) return { text: text.slice(0, 4000) };
  const kept = nodes.filter((each) => each.text !== undefined || isHarmlessTag(String(each.tag)));
  return {
    tag: isHarmlessTag(String(tag)) ? String(tag) : 'div',
    attributes: attributes
      .filter(([name, value]) => isHarmless(name, value) && value.length <= 60_000)
      .map(([name, value]) => ({ name, value })),
    // What is left out keeps its place, so that paths stay true.
    nodes: nodes.map((each) => (kept.includes(each) ? nodeOf(each) : { text: '' })),
  };
}

/** Style in pieces that a document may hold; what would bring in something from outside is left out. */
export function cssPieces(css: readonly string[]): string[] {
  return css.flatMap((text) => {
    const pieces: string[] = [];
    let piece = '';
    for (const line of text.split('\n')) {
      if (!isHarmlessCss(line)) continue;
      if (piece.length + line.length > 90_000 && depthOf(piece) === 0) {
        pieces.push(piece);
        piece = '';
      }
      piece += `${line}\n`;
    }
    return [...pieces, piece].map((each) => each.slice(0, 99_000));
  });
}

const depthOf = (css: string) => (css.match(/\{/g)?.length ?? 0) - (css.match(/\}/g)?.length ?? 0);

/** What a selector weighs; that of a list is its heaviest. */
export function weightOf(selector: string): Weight {
  try {
    const all = Specificity.calculate(selector).map(({ a, b, c }): Weight => [a, b, c]);
    return all.sort((x, y) => y[0] - x[0] || y[1] - x[1] || y[2] - x[2])[0] ?? [0, 0, 0];
  } catch {
    return [0, 0, 0];
  }
}

/** What a part of a selector weighs that begins with a combinator. */
export function heaviest(inner: readonly string[]): Weight {
  return weightOf(
    inner
      .map((each) => each.replace(/^\s*[>+~]\s*/, ''))
      .filter(Boolean)
      .join(', ') || ':where(*)',
  );
}

export function rulesOf(rules: readonly RawRule[]): OwnHeader['rules'] {
  return rules
    .filter(
      ({ selector, value }) => /^[^{};<]+$/s.test(selector) && !selector.includes('/*') && !/[<]/.test(value),
    )
    .map((rule) => ({
      ...rule,
      value: rule.value.slice(0, 300),
      weight: rule.selector === 'style' ? [0, 0, 0] : weightOf(rule.selector),
    }));
}

export function colourOf(css: string | undefined): SeenColour | undefined {
  const read = css === undefined ? undefined : parseColour(css);
  if (!read) return undefined;
  const hex = `#${[read.r, read.g, read.b].map((v) => v.toString(16).padStart(2, '0')).join('')}`;
  return { hex, opacity: Math.round(read.a * 1000) / 1000 };
}

export function lookOf(raw: RawLook): SeenOwnLook {
  const shadow = /^(rgba?\([^)]*\)|#\w+) (-?[\d.]+)px (-?[\d.]+)px (-?[\d.]+)px (-?[\d.]+)px(?! inset)/.exec(
    raw.shadow,
  );
  const shade = colourOf(shadow?.[1]);
  const edge = colourOf(raw.borderBelow);
  const colours = Object.fromEntries(
    (['logo', 'link', 'current'] as const).flatMap((key) => {
      const colour = colourOf(raw[key]);
      return colour ? [[key, colour]] : [];
    }),
  );
  return {
    fill: colourOf(raw.fill) ?? { hex: '#ffffff', opacity: 0 },
    ...colours,
    ...(raw.line && { line: raw.line }),
    ...(raw.currentLine && { currentLine: raw.currentLine }),
    ...(shadow &&
      shade &&
      shade.opacity > 0 && {
        shadow: {
          x: Number(shadow[2]),
          y: Number(shadow[3]),
          blur: Number(shadow[4]),
          spread: Number(shadow[5]),
          colour: shade,
        },
      }),
    ...(edge &&
      edge.opacity > 0.05 &&
      raw.borders[2] >= 1 && { edge: { colour: edge, thickness: Math.min(12, Math.round(raw.borders[2])) } }),
  };
}

export function contentsOf(marks: readonly RawMark[], buttons: SeenOwnButton[]) {
  const entry = ({ ink, name, address }: RawMark): SeenOwnEntry => ({
    id: ink!,
    label: plain(name, 120) || 'Link',
    ...(address !== undefined && { address }),
    entries: [],
  });
  const number = (mark: RawMark) => Number(mark.ink!.split('-').at(-1));
  const tops = marks
    .filter(({ role, ink }) => (role === 'link' || role === 'current') && ink !== undefined)
    .sort((a, b) => number(a) - number(b))
    .map(entry);
  for (const mark of marks
    .filter(({ role, ink }) => role === 'child' && ink !== undefined)
    .sort((a, b) => number(a) - number(b))) {
    const parent = tops.find(({ id }) => mark.ink!.startsWith(`${id}-`));
    parent?.entries.push(entry(mark));
  }
  const logo = marks.find(({ ink }) => ink === 'logo');
  return {
    entries: tops,
    buttons,
    logo: logo?.kind === 'mark' ? undefined : logo?.kind,
    logoText: plain(logo?.name ?? '', 80),
  };
}
