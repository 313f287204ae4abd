import { converter, formatHex } from 'culori';
import { hexColour } from '../colour/rgb.ts';
import { at } from '../lists.ts';
import { resolveColour, type Swatch } from '../model/palette.ts';
import type { StartPalette } from './palettes.ts';

/**
 * A site's palette in the colours of another: each swatch takes the hue and the strength of the one that has its role there. Roles
 * are told by lightness and strength, never by names, and swatches that share one stay as far apart in lightness as they were.
 */

const toOklch = converter('oklch');

interface Seen {
  /** OKLCH lightness, 0 to 1. */
  l: number;
  /** And strength of colour. */
  c: number;
  h: number;
}

function seen(palette: readonly Swatch[], id: string): Seen {
  const { l = 0, c = 0, h = 0 } = toOklch(hexColour(resolveColour(palette, { swatch: id }))) ?? {};
  return { l, c, h };
}

/** How much strength counts beside lightness: an accent is told by it from what is as light. */
const STRENGTH = 2;

const apart = (a: Seen, b: Seen) => Math.hypot(a.l - b.l, STRENGTH * (a.c - b.c));

/**
 * The site's own swatches, in the colours of a palette to start from.
 * @returns the same ids and names in the same order
 */
export function recoloured(own: readonly Swatch[], { swatches }: StartPalette): Swatch[] {
  const roles = swatches.map((swatch) => ({ ...seen(swatches, swatch.id), members: [] as Seen[] }));
  const placed = own.map((swatch) => {
    const colour = seen(own, swatch.id);
    const role = roles.reduce(
      (best, each) => (apart(colour, each) < apart(colour, best) ? each : best),
      at(roles, 0),
    );
    role.members.push(colour);
    return { swatch, colour, role };
  });
  return placed.map(({ swatch, colour, role }) => {
    const mean = role.members.reduce((sum, { l }) => sum + l, 0) / role.members.length;
    const l = Math.min(1, Math.max(0, role.l + colour.l - mean));
    return { ...swatch, colour: formatHex({ mode: 'oklch', l, c: role.c, h: role.h }) };
  });
}
