import type { Rgb, Rgba } from '../colour/rgb.ts';
import type { HeaderInk, HeaderLayout } from '../header/layout.ts';
import type { ResolvedLook } from '../header/look.ts';
import { resolveColour } from '../model/palette.ts';
import type { Page } from '../model/page.ts';
import { logoPicture } from '../model/picture.ts';
import type { Site } from '../model/site.ts';
import { stackOf } from '../stack/layers.ts';
import { letterCells, markCells, type Cell } from './cells.ts';
import { logoCells, type LogoCell, type LogoPixels } from './logo.ts';
import { MARK_TARGET, textTarget } from './verdict.ts';

export type LinkState = 'rest' | 'hover' | 'current';

/** One thing to be judged: an ink in one of its states, over its layers. */
export interface Target {
  ink: HeaderInk;
  state: LinkState;
  needed: number;
  /** Even layers between the page and the ink, bottom first. */
  layers: Rgba[];
  shape: { kind: 'cells'; colour: Rgb; cells: Cell[] } | { kind: 'logo'; cells: LogoCell[] };
}

/** A picture's pixels as drawn in an ink's box, handed in by the browser or by Node. */
export type DrawLogo = (picture: string, ink: HeaderInk) => LogoPixels | undefined;

/** Everything to be judged in a header on a page in one look. */
export function targetsOf(
  site: Site,
  layout: HeaderLayout,
  look: ResolvedLook,
  page: Page,
  drawLogo: DrawLogo,
): Target[] {
  return layout.inks.flatMap((ink) => {
    const picture =
      ink.what.kind === 'logo'
        ? logoPicture(site.logo, look.ink.logo)
        : ink.what.kind === 'picture'
          ? ink.what.picture
          : undefined;
    if (picture !== undefined) return pictureTarget(site, layout, look, ink, picture, drawLogo);
    return statesOf(ink, page).map((state) => cellTarget(site, look, ink, state));
  });
}

/** The states in which a visitor can meet an ink on a page. */
function statesOf(ink: HeaderInk, page: Page): LinkState[] {
  const current = !ink.ink && ink.what.kind === 'text' && ink.page === page.id;
  const rest = current ? 'current' : 'rest';
  return ink.isStill ? [rest] : [rest, 'hover'];
}

function cellTarget(site: Site, look: ResolvedLook, ink: HeaderInk, state: LinkState): Target {
  const { palette } = site;
  const { backing, what } = ink;
  const inks = { rest: look.ink.link, hover: look.ink.hover, current: look.ink.current };
  const ground = backing && (state === 'hover' ? backing.hover : backing.rest);
  const text = what.kind === 'text' ? what.run : undefined;
  return {
    ink,
    state,
    needed: text ? textTarget(text) : MARK_TARGET,
    layers: stackOf(palette, look, ground).map(({ colour }) => colour),
    shape: {
      kind: 'cells',
      colour: ink.ink ?? resolveColour(palette, inks[state]),
      cells: what.kind === 'text' ? letterCells(what.run) : what.kind === 'mark' ? markCells(what.inked) : [],
    },
  };
}

function pictureTarget(
  site: Site,
  layout: HeaderLayout,
  look: ResolvedLook,
  ink: HeaderInk,
  picture: string,
  drawLogo: DrawLogo,
): Target[] {
  const pixels = drawLogo(picture, ink);
  if (!pixels) return [];
  const cells = logoCells(pixels, layout.width, layout.height);
  if (cells[0]?.edges.length === 0) return [];
  const layers = stackOf(site.palette, look, ink.backing?.rest).map(({ colour }) => colour);
  return [{ ink, state: 'rest', needed: MARK_TARGET, layers, shape: { kind: 'logo', cells } }];
}
