import { contrastRatio } from '../colour/contrast.ts';
import { momentsOf, type Header, type Moment } from '../model/header.ts';
import { resolveColour } from '../model/palette.ts';
import type { Page } from '../model/page.ts';
import type { Site } from '../model/site.ts';
import { showsLayer } from '../layers/index.ts';
import { resolveLook } from './look.ts';

/** Below this contrast two grounds side by side are seen as one. */
const SAME = 1.06;

/** Layers that tell a box from what is round it. */
const TELLING = ['gradient', 'picture', 'tint', 'edge', 'shadow', 'blur'] as const;

/** Where a header that stands away from the window's edges is not seen as a box: its ground is like the page's. */
export interface UnseenBox {
  moment: Moment;
  pages: Page[];
}

/** Whether a header's box stands away from the window's edges. */
export function isBoxed({ extent }: Pick<Header, 'extent'>): boolean {
  const { top = 0, sides = 0, max, steps = [] } = extent ?? {};
  return max !== undefined || [{ top, sides }, ...steps].some((step) => (step.top || step.sides) ?? 0 > 0);
}

/** Pages whose own colour is like what the header's box makes of it, with no line or shadow to tell them apart. */
export function unseenBoxes(site: Site, header: Header, pages: readonly Page[]): UnseenBox[] {
  const { top = 0, sides = 0, max } = header.extent ?? {};
  if (top === 0 && sides === 0 && max === undefined) return [];
  return momentsOf(header).flatMap((moment) => {
    const look = resolveLook(site, header, moment);
    const { fill } = look;
    if (fill.opacity === 0 || TELLING.some((name) => showsLayer(look, name))) return [];
    const paint = { ...resolveColour(site.palette, fill.colour), a: fill.opacity };
    const alike = pages.filter((page) => {
      const ground = resolveColour(site.palette, page.colour);
      const level = (c: 'r' | 'g' | 'b') => Math.round(paint[c] * paint.a + ground[c] * (1 - paint.a));
      return contrastRatio({ r: level('r'), g: level('g'), b: level('b') }, ground) < SAME;
    });
    return alike.length > 0 ? [{ moment, pages: alike }] : [];
  });
}
