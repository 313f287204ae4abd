import { resolveLook } from '../header/look.ts';
import { ifClear, withLook, type RemedyKind } from './kind.ts';

/** Links in another colour of the palette. */
export const otherInk: RemedyKind = {
  async find(asked) {
    const { site, header, moment } = asked;
    const own = resolveLook(site, header, moment).ink;
    for (const { id, name } of site.palette) {
      if (own.link.swatch === id) continue;
      const use = { swatch: id };
      const ink = { ...header.looks[moment]?.ink, link: use, hover: use, current: use };
      const way = await ifClear(asked, withLook(header, moment, { ink }), `Links in ${name}.`);
      if (way) return way;
    }
    return undefined;
  },
};
