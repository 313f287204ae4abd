import { resolveLook } from '../header/look.ts';
import { isPassing } from '../sweep/row.ts';
import { failing, ifClear, withLook, type RemedyKind } from './kind.ts';

/** What is under the pointer, and the link of the current page, in another colour: where nothing else is below its need. */
export const otherHover: RemedyKind = {
  async find(asked) {
    const { site, header, moment, rows } = asked;
    if (!failing(rows).every(isPassing)) return undefined;
    const own = resolveLook(site, header, moment).ink;
    const swatches = site.palette.map(({ id, name }) => ({ use: { swatch: id }, text: `in ${name}` }));
    // As at rest is the least change of all: nothing then comes under the pointer but its line.
    for (const { use, text } of [{ use: own.link, text: 'as at rest' }, ...swatches]) {
      if (use.swatch !== undefined && use.swatch === own.hover.swatch) continue;
      const ink = { ...header.looks[moment]?.ink, hover: use, pressed: use, current: use };
      const way = await ifClear(asked, withLook(header, moment, { ink }), `Hovered links ${text}.`);
      if (way) return way;
    }
    return undefined;
  },
};
