import { resolveLook } from '../header/look.ts';
import { ifClear, withLook, type RemedyKind } from './kind.ts';

/** Links and logo turned together: what a dark header becomes over light pages, and the other way round. */
export const inksAndLogo: RemedyKind = {
  async find(asked) {
    const { site, header, moment } = asked;
    const own = resolveLook(site, header, moment).ink;
    const others = (['light', 'dark', 'single'] as const).filter(
      (logo) => logo !== own.logo && site.logo.variants[logo],
    );
    for (const logo of others)
      for (const { id, name } of site.palette) {
        if (own.link.swatch === id) continue;
        const use = { swatch: id };
        const ink = { ...header.looks[moment]?.ink, link: use, hover: use, current: use, pressed: use, logo };
        const text = `Links in ${name}, and the ${logo === 'single' ? 'single-colour' : logo} logo.`;
        const way = await ifClear(asked, withLook(header, moment, { ink }), text);
        if (way) return way;
      }
    return undefined;
  },
};
