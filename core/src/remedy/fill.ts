import { colourName } from '../model/palette.ts';
import { fillCandidates } from './leastFill.ts';
import { asFound, leastOf, type RemedyKind } from './kind.ts';

/** Other colours that are tried where the look's own never clears. */
const MOST_COLOURS = 3;

/** The least fill: in the look's own colour, or in those of the palette that stand furthest from the links' ink. */
export const enoughFill: RemedyKind = {
  async find(asked) {
    const [own, ...others] = fillCandidates(asked, asked.moment);
    for (const colour of [own!, ...others.slice(0, MOST_COLOURS)]) {
      const fill = await leastOf(asked, { layer: 'fill', colour });
      const name = colour === own ? '' : ` in ${colourName(asked.site.palette, colour)}`;
      if (fill) return asFound(fill, `Fill to ${fill.percent} %${name}.`, true);
    }
    return undefined;
  },
};
