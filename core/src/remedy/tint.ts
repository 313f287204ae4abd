import { colourName } from '../model/palette.ts';
import { asFound, leastOf, type RemedyKind } from './kind.ts';
import { fillCandidates } from './leastFill.ts';

/** The least tint, in the colour of the palette that stands furthest from the links' ink. */
export const moreTint: RemedyKind = {
  async find(asked) {
    const { site, header, moment } = asked;
    const [, colour] = fillCandidates({ site, header }, moment);
    if (!colour) return undefined;
    const found = await leastOf(asked, { layer: 'tint', colour });
    return found && asFound(found, `Tint in ${colourName(site.palette, colour)}, ${found.percent} %.`, true);
  },
};
