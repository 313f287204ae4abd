import type { Rgb, Rgba } from '../colour/rgb.ts';
import type { HeaderInk, HeaderLayout } from '../header/layout.ts';
import type { ResolvedLook } from '../header/look.ts';
import { resolveColour } from '../model/palette.ts';
import type { Page } from '../model/page.ts';
import type { LogoVariant } from '../model/picture.ts';
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

/** The logo's pixels as drawn in a box, handed in by the browser or by Node. */
export type DrawLogo = (variant: LogoVariant, ink: HeaderInk) => LogoPixels | undefined;

/** Everything to be judged in a header on a page in one look. */
export function targetsOf(
  site: Site,
  layout: HeaderLayout,
  look: ResolvedLook,
  page: Page,
  drawLogo: DrawLogo,
): Target[] {
  return layout.inks.flatMap((ink) => {
    if (ink.what.kind === 'logo') return logoTarget(site, layout, look, ink, drawLogo);
    return statesOf(ink, page).map((state) => cellTarget(site, look, ink, state));
  });
}

/** The states in which a visitor can meet an ink on a page. */
function statesOf(ink: HeaderInk, page: Page): LinkState[] {
  const current = !ink.backing && ink.what.kind === 'text' && ink.page === page.id;
  return [current ? 'current' : 'rest', 'hover'];
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
      colour: backing?.ink ?? resolveColour(palette, inks[state]),
      cells: what.kind === 'text' ? letterCells(what.run) : what.kind === 'mark' ? markCells(what.inked) : [],
    },
  };
}

function logoTarget(
  site: Site,
  layout: HeaderLayout,
  look: ResolvedLook,
  ink: HeaderInk,
  drawLogo: DrawLogo,
): Target[] {
  const pixels = drawLogo(look.ink.logo, ink);
  if (!pixels) return [];
  const cells = logoCells(pixels, layout.width, layout.height);
  if (cells[0]?.edges.length === 0) return [];
  const layers = stackOf(site.palette, look).map(({ colour }) => colour);
  return [{ ink, state: 'rest', needed: MARK_TARGET, layers, shape: { kind: 'logo', cells } }];
}
