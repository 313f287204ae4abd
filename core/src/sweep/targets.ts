import type { Rgb, Rgba } from '../colour/rgb.ts';
import type { HeaderInk } from '../header/layout.ts';
import type { HeaderLayout } from '../header/laid.ts';
import { resolveWorn } from '../header/look.ts';
import type { ResolvedLook } from '../layers/index.ts';
import { inkedBox } from '../header/ink.ts';
import {
  buttonIn,
  inkIn,
  isPointedAt,
  ringIn,
  tellsByLine,
  type LinkState,
  type InkPart,
} from '../header/states.ts';
import { keepsToBottom } from '../header/manner.ts';
import { stateTime, type Becoming, type Progress } from '../header/becoming.ts';
import { mixColours } from '../layers/kind.ts';
import { headerItems, type Header, type Moment } from '../model/header.ts';
import type { Page } from '../model/page.ts';
import { resolveColour, type ColourUse } from '../model/palette.ts';
import { logoPicture } from '../model/picture.ts';
import type { Site } from '../model/site.ts';
import { around, meets, overlap, type Area } from '../geometry/area.ts';
import type { Drawing, LogoPixels } from '../stack/drawing.ts';
import type { Blur, Stack, StackLayer } from '../stack/layers.ts';
import { textShadowLayer } from '../stack/textShadow.ts';
import { laid, overlayOver, type Laid, type Overlay } from '../stack/overlay.ts';
import { areaOf } from '../geometry/box.ts';
import { letterCells, markCells, type Cell } from './cells.ts';
import { backingLayers, backingsOf, besidesOf, elementOf, sightKey, type Situation } from './backings.ts';
import { changesOf, cueUnder, isCurrentOn, ringCells, statesOf } from './linkStates.ts';
import { logoCells, softCells, type LogoCell } from './logo.ts';
import { groundsOf, type TargetGrounds } from './targetGrounds.ts';
import { MISSED, asItsInk, outOfWindow, shareIn } from './unseen.ts';
import { needsOf } from '../model/needs.ts';
import { textTarget } from './verdict.ts';

export type { InkPart } from '../header/states.ts';
export { LINK_STATES, type LinkState } from '../header/states.ts';

/** One thing to be judged: an ink in one of its states, over everything behind it. */
export interface JudgedTarget {
  ink: HeaderInk;
  state: LinkState;
  part: InkPart;
  needed: number;
  /** Where it is on its way into the state. */
  becoming?: Becoming;
  /** What happens beside it meanwhile, where that changes what is behind it. */
  beside?: { name: string; state: LinkState };
  /** What lies between the page and the ink. */
  stack: Stack;
  /** What the stack's layers make of the area that the ink is judged on. */
  overlay: Overlay;
  /** A logo's or picture's pixels as drawn. */
  pixels?: LogoPixels;
  shape: JudgedShape;
}

/** What an ink is to the judge: one even ink on cells, or pixels that each have their own and may let their ground through. */
export type JudgedShape =
  | { kind: 'cells'; colour: Rgb; cells: Cell[] }
  /** Of a line below a link, with its even colour. */
  | { kind: 'logo'; cells: LogoCell[]; isVector: boolean; line?: Rgba };

/** A header at a moment, laid out, about to be judged on a page. */
interface Worn {
  site: Site;
  header: Header;
  moment: Moment;
  layout: HeaderLayout;
  page: Page;
  draw: Drawing;
  /** What lies under the items: the layers of the header and of all rails, and the blur under each rail, by its number. */
  grounds: TargetGrounds;
  /** The text shadows of all inks, by their places in the layout. */
  shadows: (StackLayer | undefined)[];
  /** The grounds of items and links. */
  backings: ReturnType<typeof backingsOf>;
}

/**
 * Everything to be judged in a header on a page at a moment.
 * @param progress where that is given, letters and marks on their way into each of their states instead, as far as they have come
 */
export function targetsOf(
  site: Site,
  header: Header,
  { laid, moment, page }: { laid: HeaderLayout; moment: Moment; page: Page },
  draw: Drawing,
  progress?: Progress,
): JudgedTarget[] {
  const layout = { ...laid, inks: laid.inks.map((ink) => inkOn(page, ink)) };
  const grounds = groundsOf(site, header, layout, moment, draw);
  const bare: Worn = { site, header, moment, layout, page, draw, grounds, shadows: [], backings: [] };
  const worn = {
    ...bare,
    shadows: layout.inks.map((ink) => shadowOf(bare, ink)),
    backings: backingsOf(site, header, layout, page, (ink) => lookOf(bare, ink)),
  };
  return layout.inks.flatMap((ink) => {
    if (progress) return becomingTargets(worn, ink, progress);
    const picture =
      ink.what.kind === 'logo'
        ? logoPicture(site.logo, ink.what.variant ?? lookOf(worn, ink).ink.logo)
        : ink.what.kind === 'picture'
          ? ink.what.picture
          : undefined;
    return picture === undefined ? cellTargets(worn, ink) : pictureTargets(worn, ink, picture);
  });
}

/** An ink as it stands on a page: a link may be heavier on its own. */
function inkOn(page: Page, ink: HeaderInk): HeaderInk {
  const isOwn = ink.current !== undefined && ink.page === page.id;
  return isOwn ? { ...ink, what: { kind: 'text', run: ink.current! } } : ink;
}

/** What an ink wears: its item's look, with what it takes from rail and header. */
function lookOf({ site, header, moment }: Worn, ink: HeaderInk): ResolvedLook {
  const rail = header.rails[ink.rail ?? 0];
  const item = headerItems(header).find(({ id }) => id === ink.item);
  return resolveWorn(site, { header, rail, item }, moment);
}

/** The shadow of an ink's letters, where it has one. A button's label is not part of the look and has none. */
function shadowOf(worn: Worn, ink: HeaderInk): StackLayer | undefined {
  if (ink.what.kind !== 'text' || ink.button) return undefined;
  const { x, y, blur, colour, opacity } = lookOf(worn, ink).textShadow;
  if (opacity === 0) return undefined;
  const paint = { ...resolveColour(worn.site.palette, colour), a: opacity };
  return textShadowLayer(ink.what.run, { x, y, blur, colour: paint }, worn.draw);
}

/**
 * What lies behind an ink, as the browser paints it: what header and rails lay over the page, whatever anything is in, and
 * over that the grounds of items and links, and the shadows of letters.
 */
function groundUnder(worn: Worn, area: Area): Beneath {
  const { below, above } = worn.grounds.beside(area);
  const between = worn.grounds.layers.filter(
    ({ owner, box }) => owner === 'header' || !box || meets(box.area, area),
  );
  const layers = [...below, ...between, ...above];
  const shadows = worn.shadows.filter(
    (layer): layer is StackLayer => layer?.paint.kind === 'coverage' && meets(layer.paint.area, area),
  );
  return { layers, laid: laid(layers, area), shadows };
}

/** What is the same behind an ink whatever is done to anything. */
interface Beneath {
  layers: StackLayer[];
  laid: Laid;
  /** Over the grounds of items and links. */
  shadows: StackLayer[];
}

/** The pixels that two areas have in common. */
function shared(a: Area, b: Area): number {
  const { left, top, right, bottom } = overlap(a, b);
  return Math.max(0, right - left) * Math.max(0, bottom - top);
}

/**
 * The blur behind an area: that of the ink's own rail; where most of the area hangs out of that, the one of what it hangs over.
 */
function blurBehind({ blurs }: TargetGrounds, { rail = 0 }: HeaderInk, area: Area): Blur | undefined {
  let best = blurs.get(rail);
  for (const other of blurs.values())
    if (shared(other.area, area) > (best ? shared(best.area, area) : 0)) best = other;
  return best;
}

/** Something to be judged, before it is known what is behind it. */
type Bare = Omit<JudgedTarget, 'stack' | 'overlay' | 'beside'>;

/** What was worked out already for the same ink: what is beneath, by area, and grounds by all that sets them apart. */
interface Known {
  beneath: Map<string, Beneath>;
  grounds: Map<string, Pick<JudgedTarget, 'stack' | 'overlay'>>;
}
const nothingKnown = (): Known => ({ beneath: new Map(), grounds: new Map() });

/** A target as it stands while nothing else is done, and once more for all that can happen beside it. */
function besideAll(worn: Worn, bare: Bare, area: Area, known: Known): JudgedTarget[] {
  const { ink, state, part, becoming } = bare;
  const self: Situation = { state, becoming, element: elementOf(ink), entry: ink.entry, item: ink.item };
  const others = becoming
    ? []
    : besidesOf(worn.backings, area, self).filter(
        // What has the keyboard may be under the pointer, too; else a thing is in one state at a time, and a link and its opener
        // are open together.
        (beside) =>
          beside.element === self.element
            ? part === 'ring' && isPointedAt(beside.state)
            : beside.state !== 'open' || beside.entry !== self.entry || isPointedAt(state),
      );
  const at = JSON.stringify(area);
  const beneath = known.beneath.get(at) ?? groundUnder(worn, area);
  known.beneath.set(at, beneath);
  const blur = blurBehind(worn.grounds, ink, area);
  const groundWith = (backings: StackLayer[]) => {
    const over = [...backings, ...beneath.shadows];
    const stack: Stack = { ...(blur && { blur }), layers: [...beneath.layers, ...over] };
    return { stack, overlay: overlayOver(beneath.laid, over, area) };
  };
  return [undefined, ...others].map((beside) => {
    const backings = [
      ...backingLayers(worn.backings, area, beside ? [beside, self] : [self]),
      ...beyondWindow(worn, bare, area),
      ...othersOver(worn, bare, area),
    ];
    const key = sightKey([area, backings]);
    const ground = known.grounds.get(key) ?? groundWith(backings);
    known.grounds.set(key, ground);
    return { ...bare, ...ground, ...(beside && { beside: { name: beside.name!, state: beside.state } }) };
  });
}

/**
 * What hangs out of the window is not to be told from anything: rows above a header at its top edge, and below one at its lower
 * edge, are as their ink is.
 */
function beyondWindow(worn: Worn, { shape }: Bare, area: Area): StackLayer[] {
  const colour = shape.kind === 'cells' ? shape.colour : shape.line;
  return colour ? asItsInk('window', colour, outOfWindow(worn, area)) : [];
}

/**
 * Letters and marks over which another item's lie are not to be told from anything there; nor those that hang down into a later
 * rail, where that puts a ground under its own: rail by rail, grounds and letters together, they are painted.
 */
function othersOver(worn: Worn, { ink, part, shape }: Bare, area: Area): StackLayer[] {
  if (shape.kind !== 'cells' || part !== 'ink') return [];
  const { colour } = shape;
  return areasOver(worn, ink).flatMap((each) => asItsInk('others', colour, overlap(each, area)));
}

/** Where letters and marks of other items lie, and grounds of those in later rails. */
function areasOver({ header, layout, backings }: Worn, ink: HeaderInk): Area[] {
  // What a header of the site's own shows where is measured, not laid out: what lies over what is its own affair.
  if (header.own !== undefined) return [];
  const letters = layout.inks.flatMap((other) => (other.item === ink.item ? [] : [areaOf(inkedBox(other))]));
  const railOf = (id: string | undefined) => layout.items.find((item) => item.id === id)?.rail ?? 0;
  const grounds = backings
    .filter(({ item }) => railOf(item) > (ink.rail ?? 0))
    .flatMap(({ states, layers }) => states.flatMap((state) => layers(state)))
    .flatMap(({ box, paint }) => (box && paint.kind === 'even' ? [box.area] : []));
  return [...letters, ...grounds];
}

/** The cells of a text or mark; none of a picture. */
function inkCells({ what }: HeaderInk): Cell[] {
  return what.kind === 'text' ? letterCells(what.run) : what.kind === 'mark' ? markCells(what.inked) : [];
}

function neededBy(site: Site, { what }: HeaderInk): number {
  const asked = needsOf(site);
  return what.kind === 'text' ? textTarget(asked, what.run.font) : asked.marks;
}

/** A text or mark on its way into each of its states that it does not get into at once. Buttons change at once. */
function becomingTargets(worn: Worn, ink: HeaderInk, progress: Progress): JudgedTarget[] {
  const cells = inkCells(ink);
  if (ink.button || cells.length === 0) return [];
  const { site, header, page } = worn;
  const look = lookOf(worn, ink);
  const isCurrent = isCurrentOn(ink, look, page);
  const needed = neededBy(site, ink);
  const known = nothingKnown();
  return changesOf(ink, look, page).flatMap(({ from, to }) => {
    const time = stateTime(header, look, to);
    if (time.duration === 0) return [];
    const share = progress(time);
    const [a, b] = [from, to].map((state) => inkIn(look, state, isCurrent)) as [ColourUse, ColourUse];
    const colour = ink.ink ?? resolveColour(site.palette, mixColours(site.palette, a, b, share));
    const shape: JudgedShape = { kind: 'cells', colour, cells };
    const becoming = { from, share };
    return besideAll(worn, { ink, state: to, becoming, part: 'ink', needed, shape }, around(cells), known);
  });
}

/** A text or mark in each of its states, the lines below it, and its focus ring. */
function cellTargets(worn: Worn, ink: HeaderInk): JudgedTarget[] {
  const look = lookOf(worn, ink);
  const { palette } = worn.site;
  const isCurrent = isCurrentOn(ink, look, worn.page);
  const colourIn = (state: LinkState) =>
    ink.ink ??
    resolveColour(
      palette,
      ink.button ? buttonIn(look, ink.button, state, isCurrent).ink : inkIn(look, state, isCurrent),
    );
  const known = nothingKnown();
  const targets = (
    state: LinkState,
    part: InkPart,
    cells: Cell[],
    needed: number,
    shape: Rgb | JudgedShape,
  ) =>
    besideAll(
      worn,
      { ink, state, part, needed, shape: 'kind' in shape ? shape : { kind: 'cells', colour: shape, cells } },
      around(cells),
      known,
    );
  const cells = inkCells(ink);
  const asked = needsOf(worn.site);
  const needed = neededBy(worn.site, ink);
  const states = statesOf(ink, look, worn.page);
  const ring = ringCells(ink, worn.layout);
  const ringed = resolveColour(palette, ringIn(look, isCurrent, ink.button !== undefined));
  return [
    ...(cells.length > 0 ? states : []).flatMap((state) =>
      targets(state, 'ink', cells, needed, colourIn(state)),
    ),
    ...states.flatMap((state) => {
      const line = cueUnder(ink, look, state, isCurrent);
      const area = line && areaOf(line.box);
      // On its way from one look to another a line may be too thin to be there at all.
      const isThere = area && area.right > area.left && area.bottom > area.top;
      // A paler line that tells nothing is ornament; the one that does is judged on its own.
      if (!isThere || (line.opacity < 1 && !tellsByLine(state, isCurrent))) return [];
      return targets(state, 'cue', [area], asked.marks, lineShape(area, colourIn(state), line.opacity));
    }),
    ...(ring.length > 0 ? targets('focused', 'ring', ring, asked.marks, ringed) : []),
  ];
}

/** A line below a link, as it is judged: of one ink, or, where it lets its ground through, pixel by pixel. */
function lineShape(area: Area, colour: Rgb, opacity: number): JudgedShape {
  const alpha = Math.round(255 * opacity);
  if (alpha === 255) return { kind: 'cells', colour, cells: [area] };
  const cells = softCells(area, colour, alpha);
  return { kind: 'logo', cells, isVector: false, line: { ...colour, a: opacity } };
}

function pictureTargets(worn: Worn, ink: HeaderInk, picture: string): JudgedTarget[] {
  const pixels = worn.draw.logo(picture, ink);
  if (!pixels) return [];
  const whole = { ink, state: 'rest', part: 'ink', needed: needsOf(worn.site).marks, pixels } as const;
  const box = areaOf(ink.box);
  const out = outOfWindow(worn, box);
  // Behind another item's letters nothing of it may be; out of the window, a little.
  const lost = [
    ...(shareIn(pixels, [out]) > MISSED ? [out] : []),
    ...areasOver(worn, ink).flatMap((each) => (shareIn(pixels, [each]) > 0 ? [overlap(each, box)] : [])),
  ];
  if (lost.length > 0) {
    // Judged by what cannot be seen whatever is behind it, on which nothing is to be told apart.
    const gone: Bare = { ...whole, shape: { kind: 'cells', colour: { r: 0, g: 0, b: 0 }, cells: lost } };
    return [...besideAll(worn, gone, around(lost), nothingKnown()), ...cellTargets(worn, ink)];
  }
  const cells = cellsOf(pixels, worn);
  if (cells[0]?.edges.length === 0) return [];
  const logo: Bare = { ...whole, shape: { kind: 'logo', cells, isVector: isVector(worn.site, picture) } };
  return [...besideAll(worn, logo, edgeArea(cells), nothingKnown()), ...cellTargets(worn, ink)];
}

function isVector({ pictures }: Site, picture: string): boolean {
  return pictures.find(({ id }) => id === picture)?.file.endsWith('.svg') ?? false;
}

const cutUp = new WeakMap<LogoPixels, { key: string; cells: LogoCell[] }>();

/** The cells of a logo's pixels that are in the window, worked out once for each header size. */
function cellsOf(pixels: LogoPixels, { header, layout: { width, height } }: Worn): LogoCell[] {
  const seen = keepsToBottom(header) ? ([-Infinity, Math.ceil(height)] as const) : ([0, Infinity] as const);
  const key = `${width} ${height} ${seen.join(' ')}`;
  const found = cutUp.get(pixels);
  if (found?.key === key) return found.cells;
  const cells = logoCells(pixels, width, height, seen);
  cutUp.set(pixels, { key, cells });
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
