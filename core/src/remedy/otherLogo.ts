import { resolveLook } from '../header/look.ts';
import { LOGO_VARIANTS, LOGO_VARIANT_NAMES } from '../model/picture.ts';
import { failing, ifClear, withLook, type RemedyKind } from './kind.ts';

/** Another variant of the logo, where nothing but the logo is lost. */
export const otherLogo: RemedyKind = {
  async find(asked) {
    const { site, header, moment, rows } = asked;
    const logos = new Set(
      header.rails.flatMap((rail) =>
        [rail.start, rail.middle, rail.end].flat().flatMap(({ id, kind }) => (kind === 'logo' ? [id] : [])),
      ),
    );
    if (failing(rows).some(({ itemId }) => !logos.has(itemId))) return undefined;
    const own = resolveLook(site, header, moment).ink.logo;
    for (const logo of LOGO_VARIANTS.filter((each) => each !== own && site.logo.variants[each])) {
      const tried = withLook(header, moment, { ink: { ...header.looks[moment]?.ink, logo } });
      const way = await ifClear(asked, tried, `The other logo: ${LOGO_VARIANT_NAMES[logo].toLowerCase()}.`);
      if (way) return way;
    }
    return undefined;
  },
};
