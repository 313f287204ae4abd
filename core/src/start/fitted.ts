import { converter } from 'culori';
import { contrastRatio, relativeLuminance } from '../colour/contrast.ts';
import { hexColour, type Rgb } from '../colour/rgb.ts';
import { at } from '../lists.ts';
import { resolveColour, type ColourUse, type Swatch } from '../model/palette.ts';
import type { Site } from '../model/site.ts';
import { PLAIN_PALETTE } from './palettes.ts';

/** What is ready made, in the colours and with the menus of any site: matched by what a colour is for and how light it is, not by its name. */

type Role = 'dark' | 'deep' | 'mid' | 'accent' | 'pale' | 'white';

const toOklch = converter('oklch');
const chromaOf = (colour: Rgb) => toOklch(hexColour(colour))?.c ?? 0;

/** Least contrast that ready-made text has on its ground. */
const READ = 4.5;

/** For each colour that ready-made things ask for, one of a site's; a colour of its own where the site has none for it. */
function coloursFor({ palette }: Pick<Site, 'palette'>): Record<Role, ColourUse> {
  const plain = (role: Role): ColourUse => ({
    colour: at(
      PLAIN_PALETTE.swatches.filter(({ id }) => id === role),
      0,
    ).colour,
  });
  const colours = palette.map((swatch) => {
    const rgb = resolveColour(palette, { swatch: swatch.id });
    return { swatch, rgb, luminance: relativeLuminance(rgb) };
  });
  colours.sort((a, b) => a.luminance - b.luminance);
  const [first, last] = [colours[0], colours.at(-1)];
  const rgbOf = (of: ColourUse) => resolveColour(palette, of);
  const use = (found: { swatch: Swatch } | undefined, role: Role): ColourUse =>
    found ? { swatch: found.swatch.id } : plain(role);
  const white = use(last && last.luminance > 0.6 ? last : undefined, 'white');
  const isDark = first && first.luminance < 0.18 && contrastRatio(first.rgb, rgbOf(white)) >= READ;
  const dark = use(isDark ? first : undefined, 'dark');
  const [darkest, lightest] = [rgbOf(dark), rgbOf(white)];
  // What goes on the dark and what goes on the light, in that order.
  const others = colours.filter(({ swatch }) => swatch.id !== dark.swatch && swatch.id !== white.swatch);
  const deep = others.find(({ rgb }) => contrastRatio(rgb, lightest) >= READ);
  const pale = others.findLast(({ rgb }) => contrastRatio(rgb, darkest) >= 2 * READ);
  const mid = others.find(({ luminance }) => luminance > 0.1 && luminance < 0.4);
  const read = others.filter(({ rgb }) => contrastRatio(rgb, lightest) >= READ);
  const accent = read.reduce<(typeof read)[0] | undefined>(
    (best, each) => (!best || chromaOf(each.rgb) > chromaOf(best.rgb) ? each : best),
    undefined,
  );
  return {
    dark,
    white,
    deep: deep ? use(deep, 'deep') : dark,
    pale: pale ? use(pale, 'pale') : white,
    mid: use(mid, 'mid'),
    accent: accent && chromaOf(accent.rgb) > 0.04 ? use(accent, 'accent') : dark,
  };
}

/**
 * Something ready made, a header or a page, in a site's own colours, with its own menu. What is dark stays dark and what is light
 * stays light, so that what could be read still can.
 */
export function fittedTo<T>(site: Pick<Site, 'palette' | 'menus'>, made: T): T {
  const colours = coloursFor(site);
  const menus = new Set(site.menus.map(({ id }) => id));
  const walk = (value: unknown): unknown => {
    if (Array.isArray(value)) return value.map(walk);
    if (typeof value !== 'object' || value === null) return value;
    const { swatch } = value as { swatch?: string };
    if (swatch !== undefined) return colours[swatch as Role] ?? value;
    return Object.fromEntries(
      Object.entries(value).map(([key, part]) => [
        key,
        key === 'menu' && typeof part === 'string' && !menus.has(part)
          ? (site.menus[0]?.id ?? part)
          : walk(part),
      ]),
    );
  };
  return walk(made) as T;
}
