import { hexColour, type Rgb } from '../colour/rgb.ts';
import { resolveWorn } from '../header/look.ts';
import { showsLayer, type ResolvedLook } from '../layers/index.ts';
import {
  MOMENTS,
  allMoments,
  itemsOf,
  momentName,
  type Header,
  type Look,
  type Moment,
  type Rail,
} from '../model/header.ts';
import { resolveColour } from '../model/palette.ts';
import type { Site } from '../model/site.ts';

/** The grounds on which a header's logo stands: that of the header with its rail's over it, at each moment. */
export interface LogoGround {
  name: string;
  moment: Moment;
  /** Its colour where it is even and lets nothing through; none where the page, a picture or a gradient shows. */
  colour: Rgb | undefined;
}

/** The rail that the logo hangs on. */
export function railOfLogo({ rails }: Header): Rail | undefined {
  return rails.find((rail) => itemsOf(rail).some(({ kind }) => kind === 'logo'));
}

const UNEVEN = ['tint', 'picture', 'gradient'] as const;

/** An even ground of header and rail; none where anything else is laid there, or something shows through. */
function evenOf(site: Site, looks: readonly ResolvedLook[]): Rgb | undefined {
  if (looks.some((look) => UNEVEN.some((name) => showsLayer(look, name)))) return undefined;
  const solid = looks.findLast(({ fill }) => fill.opacity === 1);
  const over = solid && looks.slice(looks.indexOf(solid) + 1);
  // What is half there over something solid is even, too, but nobody sets a box's colour that way.
  if (!solid || over!.some(({ fill }) => fill.opacity > 0)) return undefined;
  return resolveColour(site.palette, solid.fill.colour);
}

/** What the logo stands on at each moment. */
export function logoGroundsOf(site: Site, header: Header): LogoGround[] {
  const rail = railOfLogo(header);
  if (!rail) return [];
  return allMoments(header).map((moment) => ({
    name: `${header.name}, ${momentName(header, moment).toLowerCase()}`,
    moment,
    colour: evenOf(site, [
      resolveWorn(site, { header }, moment),
      resolveWorn(site, { header, rail }, moment),
    ]),
  }));
}

/**
 * Gives a header the colour of a logo's box, so that the box vanishes: as a solid fill at every moment that says anything of
 * the fill, on the header and on the logo's rail, with nothing over it.
 */
export function fillWithBox(draft: Header, box: Rgb): void {
  const colour = { colour: hexColour(box) };
  const wear = (look: Look) => {
    look.fill = { colour, opacity: 1 };
    if (look.tint) look.tint.opacity = 0;
    if (look.picture) look.picture.on = false;
    if (look.gradient) look.gradient.on = false;
  };
  const lays = (look: Look | undefined) =>
    look !== undefined &&
    [look.pairing, look.fill, ...UNEVEN.map((name) => look[name])].some((value) => value !== undefined);
  wear(draft.looks.top);
  const rail = railOfLogo(draft);
  for (const moment of MOMENTS) {
    const [own, onRail] = [draft.looks[moment], rail?.looks?.[moment]];
    if (own && moment !== 'top' && lays(own)) wear(own);
    if (onRail && lays(onRail)) wear(onRail);
  }
}
