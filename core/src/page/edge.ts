import { resolveColour } from '../model/palette.ts';
import { mixRgb, type Rgb } from '../colour/rgb.ts';
import { curveDepth } from '../geometry/cut.ts';
import type { Band, Page } from '../model/page.ts';
import type { Site } from '../model/site.ts';
import { bandColours } from './contents.ts';

/** How far what comes after a band reaches up into it at most, under the pointer or not, whole CSS pixels; 0 where its lower edge is straight. */
export function edgeHeight({ edge }: Pick<Band, 'edge'>): number {
  return edge ? Math.ceil(Math.max(...[edge, edge.hover].map((cut) => (cut ? curveDepth(cut) : 0)))) : 0;
}

/** What a band is coloured at its upper edge, its picture apart: its ground, and over that what its gradient begins with and its tint. */
function upperColour(site: Site, band: Band): Rgb {
  const { gradient, tint } = band.backdrop;
  const ground = resolveColour(site.palette, bandColours(site, band).ground);
  const stops = gradient?.angle === 180 ? [...gradient.stops].sort((a, b) => a.at - b.at) : [];
  const layers = [...stops.slice(0, 1), ...(tint ? [tint] : [])];
  return layers.reduce(
    (below, { colour, opacity }) => mixRgb(below, resolveColour(site.palette, colour), opacity),
    ground,
  );
}

/** The colour in which a band's lower edge is shaped: its own, or that of what comes after it at its upper edge. */
export function edgeColour(site: Site, page: Page, band: Band): Rgb {
  if (band.edge?.colour) return resolveColour(site.palette, band.edge.colour);
  const next = page.bands[page.bands.indexOf(band) + 1];
  return next ? upperColour(site, next) : resolveColour(site.palette, page.colour);
}
