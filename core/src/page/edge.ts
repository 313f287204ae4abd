import { resolveColour } from '../model/palette.ts';
import type { Rgb } from '../colour/rgb.ts';
import { cutDepth } from '../geometry/cut.ts';
import type { Band, Page } from '../model/page.ts';
import type { Site } from '../model/site.ts';
import { bandColours } from './contents.ts';

/** How far what comes after a band reaches up into it at most, whole CSS pixels; 0 where its lower edge is straight. */
export function edgeHeight({ edge }: Pick<Band, 'edge'>): number {
  return edge ? Math.ceil(cutDepth({ cut: edge })) : 0;
}

/** The colour in which a band's lower edge is shaped: its own, or the ground of what comes after it. */
export function edgeColour(site: Site, page: Page, band: Band): Rgb {
  const next = page.bands[page.bands.indexOf(band) + 1];
  const use = band.edge?.colour ?? (next ? bandColours(site, next).ground : page.colour);
  return resolveColour(site.palette, use);
}
