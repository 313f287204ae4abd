import { EVEN_LUMINANCE, relativeLuminance } from '../colour/contrast.ts';
import type { Rgb } from '../colour/rgb.ts';
import type { GroundKind } from '../model/layer.ts';
import type { Band } from '../model/page.ts';
import { resolveColour } from '../model/palette.ts';
import type { Site } from '../model/site.ts';
import { bandColours } from './contents.ts';

/**
 * Whether a band's ground is dark or light: as its owner says; else told from its colour, or, where a picture, gradient or
 * tint covers that, from its ink, which was chosen to be read on it.
 */
export function groundKind(site: Site, band: Band): GroundKind {
  if (band.ground) return band.ground;
  const { picture, gradient, tint } = band.backdrop;
  const { ground, ink } = bandColours(site, band);
  const isLight = (colour: Rgb) => relativeLuminance(colour) > EVEN_LUMINANCE;
  const isCovered = picture !== undefined || gradient !== undefined || tint !== undefined;
  if (!isCovered) return isLight(resolveColour(site.palette, ground)) ? 'light' : 'dark';
  return isLight(resolveColour(site.palette, ink)) ? 'dark' : 'light';
}
