import { produce } from 'immer';
import { hexColour, mixRgb } from '../colour/rgb.ts';
import { resolveLook } from '../header/look.ts';
import { LAYERS } from '../layers/index.ts';
import type { Header, Moment } from '../model/header.ts';
import type { Backdrop } from '../model/layer.ts';
import type { Band } from '../model/page.ts';
import { resolveColour, type ColourUse } from '../model/palette.ts';
import type { Site } from '../model/site.ts';

/**
 * Bands that wear a header's ground and follow it. Such a band holds the values itself, as uses of kept parts do, so that nothing
 * else in the program need know of it: whoever changes a header lets them follow.
 */

/** What a header has at a moment behind its links, as a band's backdrop, and the ink of its links. */
export function groundOf(
  site: Site,
  header: Header,
  moment: Moment,
  page: ColourUse,
): Pick<Backdrop, 'colour' | 'gradient' | 'tint'> & { ink: ColourUse } {
  const { fill, gradient, tint, ink } = resolveLook(site, header, moment);
  const colour = (use: ColourUse) => resolveColour(site.palette, use);
  // What lets the page through lies on the page's own colour.
  const ground =
    fill.opacity === 1
      ? fill.colour
      : { colour: hexColour(mixRgb(colour(page), colour(fill.colour), fill.opacity)) };
  return {
    colour: ground,
    ...(LAYERS.gradient.shows(gradient) && { gradient: { angle: gradient.angle, stops: gradient.stops } }),
    ...(LAYERS.tint.shows(tint) && { tint: { colour: tint.colour, opacity: tint.opacity } }),
    ink: ink.link,
  };
}

const copyOf = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;
const isSame = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);

/** Gives a band what it follows: of a draft. What is the same stays as it is. */
function follow(site: Site, page: ColourUse, band: Band): void {
  if (!band.follows) return;
  const { header: id, moment } = band.follows;
  const header = site.headers.find((each) => each.id === id);
  if (!header) {
    // What it wore last is its own from now on.
    delete band.follows;
    return;
  }
  // Copied: in a draft nothing may stand in two places.
  const { ink, ...ground } = copyOf(groundOf(site, header, moment, page));
  delete band.pairing;
  if (!isSame(band.ink, ink)) band.ink = ink;
  for (const part of ['colour', 'gradient', 'tint'] as const) {
    if (isSame(band.backdrop[part], ground[part])) continue;
    if (ground[part] === undefined) delete band.backdrop[part];
    else Object.assign(band.backdrop, { [part]: ground[part] });
  }
}

/** Lets every band that wears a header's ground be as that is now: of a draft. */
export function followHeaders(site: Site): void {
  for (const { bands, colour } of site.pages) for (const band of bands) follow(site, colour, band);
  // What is kept of such a band is as its uses are.
  const plain = site.pages[0]?.colour;
  for (const { band } of site.parts ?? []) if (band && plain) follow(site, plain, band);
}

/** A site in which every band that wears a header's ground is as that is; the same where all are already. */
export function followed(site: Site): Site {
  if (!site.pages.some(({ bands }) => bands.some(({ follows }) => follows))) return site;
  return produce(site, followHeaders);
}
