import { contrastRatio } from '../colour/contrast.ts';
import { resolveLook } from '../header/look.ts';
import { headerItems, momentName, momentsOf } from '../model/header.ts';
import { resolveColour, type ColourUse } from '../model/palette.ts';
import type { Site } from '../model/site.ts';
import { needsOf } from '../model/needs.ts';
import { bandColours } from '../page/contents.ts';
import { verdictOf, type Verdict } from '../sweep/verdict.ts';

/** An ink on an even ground, as the site has it somewhere. */
export interface Pair {
  ink: ColourUse;
  ground: ColourUse;
  /** Where: “Band Tonight, Home”. */
  where: string;
  contrast: number;
  needed: number;
  verdict: Verdict;
}

/**
 * Every ink of the site that lies on an even, solid ground: of pairings, bands without a picture, cards, buttons, panels
 * and headers whose fill is solid. What lies over pictures is the sweep's to judge.
 */
export function pairsInUse(site: Site): Pair[] {
  const found: Pair[] = [];
  const { text: needed } = needsOf(site);
  const add = (ink: ColourUse, ground: ColourUse, where: string) => {
    const contrast = contrastRatio(resolveColour(site.palette, ink), resolveColour(site.palette, ground));
    found.push({ ink, ground, where, contrast, needed, verdict: verdictOf(contrast, needed) });
  };
  for (const { name, ground, ink, hover, current } of site.pairings ?? []) {
    for (const use of [ink, hover, current]) if (use) add(use, ground, `Pairing ${name}`);
  }
  for (const page of site.pages) {
    for (const band of page.bands) {
      const where = `${band.name}, ${page.title}`;
      const { gradient, picture, tint } = band.backdrop;
      const { ground, ink } = bandColours(site, band);
      const hasText = band.contents.some(
        ({ kind }) => kind === 'heading' || kind === 'paragraph' || kind === 'said',
      );
      if (!gradient && !picture && !tint && hasText) add(ink, ground, where);
      for (const content of band.contents) {
        if (content.kind === 'cards') add(content.ink, content.fill, `Cards in ${where}`);
      }
    }
  }
  for (const header of site.headers) {
    for (const item of headerItems(header)) {
      if (item.kind !== 'button') continue;
      add(item.ink, item.fill, `${item.label}, ${header.name}`);
      add(item.hoverInk ?? item.ink, item.hoverFill, `${item.label} hovered, ${header.name}`);
    }
    add(header.panel.ink, header.panel.fill, `Folded menu and drop-downs, ${header.name}`);
    for (const moment of momentsOf(header)) {
      const { ink, fill } = resolveLook(site, header, moment);
      if (fill.opacity < 1) continue;
      const where = `${momentName(header, moment)}, ${header.name}`;
      add(ink.link, fill.colour, `Links, ${where}`);
      add(ink.hover, fill.colour, `Hovered links, ${where}`);
      add(ink.current, fill.colour, `Current page, ${where}`);
    }
  }
  return found;
}

/** Pairs of one ink and one ground, taken together. */
export interface PairGroup {
  ink: string;
  ground: string;
  contrast: number;
  verdict: Verdict;
  where: string[];
}

/** The pairs whose ink and ground are both swatches, each pair of swatches once. */
export function swatchPairs(pairs: readonly Pair[]): PairGroup[] {
  const groups = new Map<string, PairGroup>();
  for (const { ink, ground, where, contrast, verdict } of pairs) {
    if (ink.swatch === undefined || ground.swatch === undefined) continue;
    const key = `${ink.swatch} ${ground.swatch}`;
    const group = groups.get(key);
    if (!group) {
      groups.set(key, { ink: ink.swatch, ground: ground.swatch, contrast, verdict, where: [where] });
    } else if (!group.where.includes(where)) group.where.push(where);
  }
  return [...groups.values()];
}

/** Pairs whose verdict a change of colours makes another, each before and after; places are alike in both sites. */
export function changedPairs(before: Site, after: Site): { from: Pair; to: Pair }[] {
  const now = pairsInUse(after);
  return pairsInUse(before).flatMap((from, i) => {
    const to = now[i];
    return to && to.verdict !== from.verdict ? [{ from, to }] : [];
  });
}
