import { resolveLook } from '../header/look.ts';
import { colourName } from '../model/palette.ts';
import { asFound, leastOf, withLook, type RemedyKind } from './kind.ts';

/** The blur that is offered, px. */
const RADIUS = 12;

/** A blur where there is none, which leaves less for the fill to do. */
export const blurAndFill: RemedyKind = {
  async find(asked) {
    const { site, header, moment } = asked;
    const { blur, fill } = resolveLook(site, header, moment);
    if (blur.radius > 0) return undefined;
    const blurred = withLook(header, moment, { blur: { radius: RADIUS } });
    const found = await leastOf(asked, { layer: 'fill', colour: fill.colour }, blurred);
    const name = colourName(site.palette, fill.colour);
    return found && asFound(found, `Blur of ${RADIUS} px, and the fill in ${name} to ${found.percent} %.`);
  },
};
