import type { Rgb, Rgba } from '../colour/rgb.ts';
import type { HeaderInk, HeaderLayout } from '../header/layout.ts';
import { resolveLook, resolveWorn, type ResolvedLook } from '../header/look.ts';
import { headerItems, type Header, type Moment } from '../model/header.ts';
import type { Page } from '../model/page.ts';
import { resolveColour } from '../model/palette.ts';
import { logoPicture } from '../model/picture.ts';
import type { Site } from '../model/site.ts';
import { around, type Area } from '../stack/area.ts';
import type { Drawing, LogoPixels } from '../stack/drawing.ts';
import type { Blur, Stack, StackLayer } from '../stack/layers.ts';
import { textShadowLayer } from '../stack/textShadow.ts';
import { veilOf, type Veil } from '../stack/veil.ts';
import { areaOf, cutDepth, isBare, wornLayers } from '../stack/worn.ts';
import { letterCells, markCells, type Cell } from './cells.ts';
import { cueBox, inkIn, ringCells, statesOf, type InkPart, type LinkState } from './linkStates.ts';
import { logoCells, type LogoCell } from './logo.ts';
import { MARK_TARGET, textTarget } from './verdict.ts';

export { LINK_STATES, RING, type InkPart, type LinkState } from './linkStates.ts';

/** One thing to be judged: an ink in one of its states, over everything behind it. */
export interface Target {
  ink: HeaderInk;
  state: LinkState;
  part: InkPart;
  needed: number;
  /** What lies between the page and the ink. */
  stack: Stack;
  /** What the stack's layers make of the area that the ink is judged on. */
  veil: Veil;
  /** A logo's or picture's pixels as drawn. */
  pixels?: LogoPixels;
  shape: { kind: 'cells'; colour: Rgb; cells: Cell[] } | { kind: 'logo'; cells: LogoCell[] };
}

/** A header at a moment, laid out, about to be judged on a page. */
interface Worn {
  site: Site;
  header: Header;
  moment: Moment;
  layout: HeaderLayout;
  page: Page;
  draw: Drawing;
  look: ResolvedLook;
  /** What lies under the items: the layers of the header and of all rails, and the blur under each rail, by its number. */
  grounds: Grounds;
  /** The text shadows of all inks, by their places in the layout. */
  shadows: (StackLayer | undefined)[];
}

/** Everything to be judged in a header on a page at a moment. */
export function targetsOf(
  site: Site,
  header: Header,
  laid: HeaderLayout,
  moment: Moment,
  page: Page,
  draw: Drawing,
): Target[] {
  const look = resolveLook(site, header, moment);
  const layout = { ...laid, inks: laid.inks.map((ink) => inkOn(page, ink)) };
  const grounds = groundsOf(site, header, layout, moment, draw);
  const bare: Worn = { site, header, moment, layout, page, draw, look, grounds, shadows: [] };
  const worn = { ...bare, shadows: layout.inks.map((ink) => shadowOf(bare, ink)) };
  return layout.inks.flatMap((ink, i) => {
    const picture =
      ink.what.kind === 'logo'
        ? logoPicture(site.logo, lookOf(worn, ink).ink.logo)
        : ink.what.kind === 'picture'
          ? ink.what.picture
          : undefined;
    if (picture !== undefined) return pictureTarget(worn, i, picture);
    return cellTargets(worn, i);
  });
}

/** An ink as it stands on a page: a link may be heavier on its own. */
function inkOn(page: Page, ink: HeaderInk): HeaderInk {
  const isOwn = ink.current !== undefined && ink.page === page.id;
  return isOwn ? { ...ink, what: { kind: 'text', run: ink.current! } } : ink;
}

/** The box of the header's own layers: its bar, and below it what a cut edge adds. */
export function layersBox({ bar }: Pick<HeaderLayout, 'bar'>, look: Pick<ResolvedLook, 'cut'>) {
  return { ...bar, height: bar.height + cutDepth(look) };
}

/** What lies under a header's items at a moment. */
export interface Grounds {
  layers: StackLayer[];
  /** By the number of the rail under whose items it is; none where nothing is blurred. */
  blurs: Map<number, Blur>;
}

/** The layers of the header and its rails at a moment, each cut to its own box, and what is blurred under them. */
export function groundsOf(
  site: Site,
  header: Header,
  layout: HeaderLayout,
  moment: Moment,
  draw: Drawing,
): Grounds {
  const look = resolveLook(site, header, moment);
  const { bar, radius } = layout;
  const box = layersBox(layout, look);
  const below = cutDepth(look) > 0 ? 0 : radius;
  const layers = wornLayers('header', site.palette, look, box, { above: radius, below }, draw);
  const blurs = new Map<number, Blur>();
  const first = layout.rails[0]?.index;
  const last = layout.rails.at(-1)?.index;
  for (const { index, top, height } of layout.rails) {
    const worn = resolveWorn(site, { header, rail: header.rails[index]! }, moment);
    const railBox = { x: bar.x, y: top, width: bar.width, height };
    const radii = { above: index === first ? radius : 0, below: index === last ? below : 0 };
    if (!isBare(worn)) layers.push(...wornLayers('rail', site.palette, worn, railBox, radii, draw));
    // The header's blur takes in all its rails; a rail's own is seen where the header lays nothing over it.
    const sigma = look.blur.radius > 0 ? look.blur.radius : isBare(look) ? worn.blur.radius : 0;
    if (sigma > 0) blurs.set(index, { sigma, area: areaOf(look.blur.radius > 0 ? box : railBox) });
  }
  return { layers, blurs };
}

/** What an ink wears: its item's look, with what it takes from rail and header. */
function lookOf({ site, header, moment }: Worn, ink: HeaderInk): ResolvedLook {
  const rail = header.rails[ink.rail ?? 0];
  const item = headerItems(header).find(({ id }) => id === ink.item);
  return resolveWorn(site, { header, rail, item }, moment);
}

/** The shadow of an ink's letters, where it has one. A button's label is not part of the look and has none. */
function shadowOf(worn: Worn, ink: HeaderInk): StackLayer | undefined {
  if (ink.what.kind !== 'text' || ink.wearsOwn) return undefined;
  const { x, y, blur, colour, opacity } = lookOf(worn, ink).textShadow;
  if (opacity === 0) return undefined;
  const paint = { ...resolveColour(worn.site.palette, colour), a: opacity };
  return textShadowLayer(ink.what.run, { x, y, blur, colour: paint }, worn.draw);
}

/** What lies behind an ink: its rail's ground, the shadows of what comes before it, its backings, then its own shadow and later ones. */
function stackOf(worn: Worn, index: number, area: Area, backings: StackLayer[] = []): Stack {
  const ink = worn.layout.inks[index]!;
  const { layers, blurs } = worn.grounds;
  const blur = blurs.get(ink.rail ?? 0);
  const ground = layers.filter(({ owner, box }) => owner === 'header' || !box || meets(box.area, area));
  const touches = (layer: StackLayer | undefined): layer is StackLayer =>
    layer?.paint.kind === 'coverage' && meets(layer.paint.area, area);
  const before = worn.shadows.slice(0, index).filter(touches);
  const after = worn.shadows.slice(index).filter(touches);
  return { ...(blur && { blur }), layers: [...ground, ...before, ...backings, ...after] };
}

/** An ink's own backing, then the one that its look gives it in a state. */
function backingsOf({ site }: Worn, ink: HeaderInk, look: ResolvedLook, state: LinkState): StackLayer[] {
  const layer = (colour: Rgba, box?: NonNullable<StackLayer['box']>): StackLayer => ({
    name: 'backing',
    owner: 'item',
    blend: 'normal',
    paint: { kind: 'even', colour },
    ...(box && { box }),
  });
  const isOver = state === 'hover' || state === 'pressed';
  const { rest, hover = rest, pressed = hover } = ink.backing ?? {};
  const own = state === 'pressed' ? pressed : isOver ? hover : rest;
  const { colour, opacity } = look.backing[state];
  if (!ink.plate || opacity === 0) return own ? [layer(own)] : [];
  const { reach, height, radius } = look.backing;
  const { x, y, width, height: room } = ink.plate;
  const box = { x: x - reach, y: y + (room - height) / 2, width: width + 2 * reach, height };
  const plate = layer(
    { ...resolveColour(site.palette, colour), a: opacity },
    { area: areaOf(box), above: radius, below: radius },
  );
  return [...(own ? [layer(own)] : []), plate];
}

function meets(a: Area, b: Area): boolean {
  return a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom;
}

/** A text or mark in each of its states, the lines below it, and its focus ring. */
function cellTargets(worn: Worn, index: number): Target[] {
  const ink = worn.layout.inks[index]!;
  const { what } = ink;
  const look = lookOf(worn, ink);
  const { palette } = worn.site;
  const colourIn = (state: LinkState) => {
    const isOver = state === 'hover' || state === 'pressed';
    return (isOver ? ink.hoverInk : undefined) ?? ink.ink ?? resolveColour(palette, inkIn(look, state));
  };
  const grounds = new Map<string, Pick<Target, 'stack' | 'veil'>>();
  /** What is behind some cells in a state: worked out once where it is the same. */
  const groundIn = (state: LinkState, cells: readonly Cell[], part: InkPart) => {
    const backings = part === 'ring' ? [] : backingsOf(worn, ink, look, state);
    const key = JSON.stringify([part, backings]);
    const known = grounds.get(key);
    if (known) return known;
    const area = around(cells);
    const stack = stackOf(worn, index, area, backings);
    const ground = { stack, veil: veilOf(stack.layers, area) };
    grounds.set(key, ground);
    return ground;
  };
  const target = (state: LinkState, part: InkPart, cells: Cell[], needed: number, colour: Rgb): Target => ({
    ink,
    state,
    part,
    needed,
    ...groundIn(state, cells, part),
    shape: { kind: 'cells', colour, cells },
  });
  const cells =
    what.kind === 'text' ? letterCells(what.run) : what.kind === 'mark' ? markCells(what.inked) : [];
  const needed = what.kind === 'text' ? textTarget(what.run) : MARK_TARGET;
  const states = statesOf(ink, look, worn.page);
  const ring = ringCells(ink, worn.layout);
  const ringed = look.ink.ring ?? (ink.wearsOwn ? look.ink.link : look.ink.focused);
  return [
    ...(cells.length > 0 ? states : []).map((state) => target(state, 'ink', cells, needed, colourIn(state))),
    ...states.flatMap((state) => {
      const line = cueBox(ink, look, state);
      return line ? [target(state, 'cue', [areaOf(line)], MARK_TARGET, colourIn(state))] : [];
    }),
    ...(ring.length > 0
      ? [target('focused', 'ring', ring, MARK_TARGET, resolveColour(palette, ringed))]
      : []),
  ];
}

function pictureTarget(worn: Worn, index: number, picture: string): Target[] {
  const ink = worn.layout.inks[index]!;
  const pixels = worn.draw.logo(picture, ink);
  if (!pixels) return [];
  const cells = cellsOf(pixels, worn.layout);
  if (cells[0]?.edges.length === 0) return [];
  const area = edgeArea(cells);
  const look = lookOf(worn, ink);
  const stack = stackOf(worn, index, area, backingsOf(worn, ink, look, 'rest'));
  const veil = veilOf(stack.layers, area);
  const logo: Target = {
    ink,
    state: 'rest',
    part: 'ink',
    needed: MARK_TARGET,
    stack,
    veil,
    pixels,
    shape: { kind: 'logo', cells },
  };
  return [logo, ...cellTargets(worn, index)];
}

const known = new WeakMap<LogoPixels, { width: number; height: number; cells: LogoCell[] }>();

/** The cells of a logo's pixels, worked out once for each header size. */
function cellsOf(pixels: LogoPixels, { width, height }: HeaderLayout): LogoCell[] {
  const found = known.get(pixels);
  if (found?.width === width && found.height === height) return found.cells;
  const cells = logoCells(pixels, width, height);
  known.set(pixels, { width, height, cells });
  return cells;
}

/** The area that a logo's edge pixels and the ground beside them lie in. */
function edgeArea(cells: readonly LogoCell[]): Area {
  const all = { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity };
  for (const { edges } of cells) {
    for (const { x, y, outsideX, outsideY } of edges) {
      all.left = Math.min(all.left, x, outsideX);
      all.top = Math.min(all.top, y, outsideY);
      all.right = Math.max(all.right, x + 1, outsideX + 1);
      all.bottom = Math.max(all.bottom, y + 1, outsideY + 1);
    }
  }
  return all;
}
