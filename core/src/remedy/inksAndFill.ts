import { luminance16 } from '../colour/contrast.ts';
import { resolveLook } from '../header/look.ts';
import { colourName, resolveColour, type ColourUse } from '../model/palette.ts';
import { asFound, leastOf, withLook, type RemedyKind } from './kind.ts';

/** Inks of one tone, and the least fill of the other: for inks that no fill clears together. */
export const inksAndFill: RemedyKind = {
  async find(asked) {
    const { site, header, moment } = asked;
    const own = resolveLook(site, header, moment).ink;
    const lightness = (id: string) => luminance16(resolveColour(site.palette, { swatch: id }));
    const swatches = site.palette.map(({ id }) => id).sort((a, b) => lightness(b) - lightness(a));
    const [lightest, darkest] = [swatches[0], swatches.at(-1)];
    if (lightest === undefined || darkest === undefined || lightest === darkest) return undefined;
    for (const [id, ground, wanted] of [
      [lightest, darkest, 'light'],
      [darkest, lightest, 'dark'],
    ] as const) {
      const use: ColourUse = { swatch: id };
      const logo = site.logo.variants[wanted] ? wanted : own.logo;
      const { focused: _, open: __, ring: ___, ...ink } = header.looks[moment]?.ink ?? {};
      const inked = withLook(header, moment, {
        ink: { ...ink, link: use, hover: use, current: use, pressed: use, logo },
      });
      const found = await leastOf(asked, { layer: 'fill', colour: { swatch: ground } }, inked);
      if (!found) continue;
      const turned = logo === own.logo ? '' : `, the ${logo} logo`;
      return asFound(
        found,
        `Links in ${colourName(site.palette, use)}${turned}, and a fill in ${colourName(site.palette, { swatch: ground })} of ${found.percent} %.`,
      );
    }
    return undefined;
  },
};
