import { resolveLook } from '../header/look.ts';
import { showsGradient } from '../layers/gradient.ts';
import { asFound, leastOf, type RemedyKind } from './kind.ts';

/** The gradient that is there, as strong as it must be. */
export const strongerGradient: RemedyKind = {
  async find(asked) {
    const { site, header, moment } = asked;
    if (!showsGradient(resolveLook(site, header, moment).gradient)) return undefined;
    const found = await leastOf(asked, { layer: 'gradient' });
    return found && asFound(found, `The gradient stronger: ${found.percent} % where it is strongest.`);
  },
};
