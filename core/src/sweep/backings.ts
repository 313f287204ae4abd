import type { Rgba } from '../colour/rgb.ts';
import { titleOf } from '../header/kinds/index.ts';
import type { HeaderInk } from '../header/layout.ts';
import type { HeaderLayout } from '../header/laid.ts';
import type { ResolvedLook } from '../layers/index.ts';
import {
  backingIn,
  backingSize,
  buttonIn,
  isPointedAt,
  type ButtonWorn,
  type LinkState,
} from '../header/states.ts';
import type { Becoming } from '../header/becoming.ts';
import { mixFills, mixNumbers } from '../layers/kind.ts';
import { headerItems, type Header } from '../model/header.ts';
import type { Tint } from '../model/layer.ts';
import type { Page } from '../model/page.ts';
import { resolveColour, type Swatch } from '../model/palette.ts';
import type { Site } from '../model/site.ts';
import { type Box, areaOf } from '../geometry/box.ts';
import { type Area, meets } from '../geometry/area.ts';
import { shadowBeside } from '../stack/besideBox.ts';
import type { StackLayer } from '../stack/layers.ts';
import { isCurrentOn, statesOf } from './linkStates.ts';

/**
 * The grounds that items and links put behind themselves. The style sheet paints all of a rail's under all of its letters:
 * first those of items, buttons and entries that stand out, as they follow one another, then the backings that looks give
 * to links. So what lies behind an ink is every one of them that reaches it, whosoever it is and in whatever state that is.
 */

/** Something that is met in another state than at rest: what is judged itself, or something beside it. */
export interface Situation {
  /** What a visitor reads of it, where it is not what is judged. */
  name?: string;
  state: LinkState;
  /** Where it is on its way into that state. */
  becoming?: Becoming | undefined;
  element?: string;
  entry?: string | undefined;
  item?: string | undefined;
}

/** A ground of one element. */
interface Backing {
  element?: string;
  item: string | undefined;
  name: string;
  /** The states in which it is met; the first is the one it is in while nothing is done to it. */
  states: LinkState[];
  entry?: string | undefined;
  layers(state: LinkState, becoming?: Becoming): StackLayer[];
}

/** The element of an ink. */
export function elementOf({ element, id }: HeaderInk): string {
  return element ?? id;
}

/** The box of an ink's backing by look: never higher than its rail has room for, nor wider than it may reach. */
export function plateBox(
  { plate, plateMost = Infinity, reachMost = Infinity }: Pick<HeaderInk, 'plate' | 'plateMost' | 'reachMost'>,
  look: Pick<ResolvedLook, 'backing'>,
  state: LinkState,
): Box | undefined {
  if (!plate) return undefined;
  const size = backingSize(look, state);
  const height = Math.min(size.height, plateMost);
  const reach = Math.min(size.reach, reachMost);
  return {
    x: plate.x - reach,
    y: plate.y + (plate.height - height) / 2,
    width: plate.width + 2 * reach,
    height,
  };
}

function layersOf(
  colour: Rgba,
  box: Box,
  radius: number,
  name: 'backing' | 'buttons' = 'backing',
): StackLayer[] {
  if (colour.a === 0) return [];
  return [
    {
      name,
      owner: 'item',
      blend: 'normal',
      paint: { kind: 'even', colour },
      box: { area: areaOf(box), above: radius, below: radius },
    },
  ];
}

/** The ground of a button, and over it the line along its edge, side by side. */
function buttonLayers(
  palette: readonly Swatch[],
  { fill, line, thickness, radius, shadow }: ButtonWorn,
  { box: { x, y, width, height }, plateMost = Infinity }: Pick<HeaderInk, 'box' | 'plateMost'>,
): StackLayer[] {
  // It ends at the edges of its rail.
  const room = Math.max(0, (plateMost - height) / 2);
  const bar = { bar: { x, y, width, height }, radius, gap: room, below: room };
  const thrown = shadow && shadowBeside(shadow, palette, bar, EVERYWHERE);
  const drawn = resolveColour(palette, line);
  const side = (at: Box) => (thickness === 0 ? [] : layersOf({ ...drawn, a: 1 }, at, 0, 'buttons'));
  return [
    ...(thrown ? [cutToBox(thrown)] : []),
    ...layersOf(
      { ...resolveColour(palette, fill.colour), a: fill.opacity },
      { x, y, width, height },
      radius,
      'buttons',
    ),
    ...side({ x, y, width, height: thickness }),
    ...side({ x, y: y + height - thickness, width, height: thickness }),
    ...side({ x, y: y + thickness, width: thickness, height: height - 2 * thickness }),
    ...side({ x: x + width - thickness, y: y + thickness, width: thickness, height: height - 2 * thickness }),
  ];
}

const EVERYWHERE: Area = { left: -1e6, top: -1e6, right: 1e6, bottom: 1e6 };

/** A shadow as a ground among others: its box is what it reaches. */
function cutToBox(layer: StackLayer): StackLayer {
  const { paint } = layer;
  return paint.kind === 'coverage'
    ? { ...layer, name: 'buttons', box: { area: paint.area, above: 0, below: 0 } }
    : layer;
}

const coverages = new WeakMap<object, number>();
let numbered = 0;

/** What sets grounds apart, as a text: what covers each pixel by its number, since it is long. */
export function sightKey(of: unknown): string {
  return JSON.stringify(of, (_, value: unknown) => {
    if (!(value instanceof Float32Array)) return value;
    if (!coverages.has(value)) coverages.set(value, numbered++);
    return coverages.get(value);
  });
}

/** Grounds of a header's items and links, bottom first. */
export function backingsOf(
  site: Site,
  header: Header,
  layout: Pick<HeaderLayout, 'inks' | 'items'>,
  page: Page,
  lookOf: (ink: HeaderInk) => ResolvedLook,
): Backing[] {
  const own = new Map<string, Backing[]>();
  const plates: Backing[] = [];
  const known = new Set<string>();
  for (const ink of layout.inks) {
    const element = elementOf(ink);
    if (known.has(element)) continue;
    known.add(element);
    const look = lookOf(ink);
    const common = {
      element,
      item: ink.item,
      entry: ink.entry,
      name: ink.name,
      states: statesOf(ink, look, page),
    };
    const { button } = ink;
    const isCurrent = isCurrentOn(ink, look, page);
    if (button) {
      const layers = (state: LinkState) =>
        buttonLayers(site.palette, buttonIn(look, button, state, isCurrent), ink);
      own.set(ink.item ?? '', [...(own.get(ink.item ?? '') ?? []), { ...common, layers: once(layers) }]);
    }
    if (!ink.plate) continue;
    const layers = (state: LinkState, becoming?: Becoming) => {
      const [from, to] = [becoming?.from ?? state, state].map((each) => ({
        box: plateBox(ink, look, each),
        tint: backingIn(look, each, isCurrent),
      })) as [{ box: Box | undefined; tint: Tint }, { box: Box | undefined; tint: Tint }];
      if (!from.box || !to.box) return [];
      const share = becoming?.share ?? 1;
      const box = mixNumbers(from.box, to.box, share);
      const { colour, opacity } = share === 1 ? to.tint : mixFills(site.palette, from.tint, to.tint, share);
      return layersOf({ ...resolveColour(site.palette, colour), a: opacity }, box, look.backing.radius);
    };
    plates.push({ ...common, layers });
  }
  const items = headerItems(header);
  const grounds = layout.items.flatMap(({ id, box, backing }): Backing[] => {
    const inside = own.get(id) ?? [];
    if (!backing) return inside;
    const item = items.find((candidate) => candidate.id === id);
    const layers = (state: LinkState) =>
      layersOf(isPointedAt(state) ? backing.hover : backing.rest, box, backing.radius);
    const name = item ? titleOf(site, item) : id;
    return [{ item: id, name, states: ['rest', 'hover'], layers }, ...inside];
  });
  return [...grounds, ...plates];
}

/** Layers of a state, made once. */
function once(layers: Backing['layers']): Backing['layers'] {
  const known = new Map<LinkState, StackLayer[]>();
  return (state) => {
    const found = known.get(state) ?? layers(state);
    known.set(state, found);
    return found;
  };
}

/** The state that an element is in, or on its way into, while some are in states of their own. */
function stateAmong(
  { element, item, entry, states }: Backing,
  met: readonly Situation[],
): Pick<Situation, 'state' | 'becoming'> {
  const found = met.find(({ state, ...at }) =>
    element === undefined
      ? at.item === item && isPointedAt(state)
      : at.element === element || (state === 'open' && entry !== undefined && at.entry === entry),
  );
  return found ?? { state: states[0]! };
}

/** The layers of the grounds that reach an area, bottom first. */
export function backingLayers(all: readonly Backing[], area: Area, met: readonly Situation[]): StackLayer[] {
  return all.flatMap((each) => {
    const { state, becoming } = stateAmong(each, met);
    return each.layers(state, becoming).filter(({ box }) => box && meets(box.area, area));
  });
}

/**
 * What can happen beside something that is judged and change what lies behind it: each element whose ground reaches it, in
 * each of its other states. Of those that come to the same only the first is told.
 * @param self what is judged, in its state
 */
export function besidesOf(all: readonly Backing[], area: Area, self: Situation): Situation[] {
  const known = new Set([sightKey(backingLayers(all, area, [self]))]);
  const found: Situation[] = [];
  for (const each of all) {
    const { element, item, entry, name } = each;
    for (const state of each.states.slice(1)) {
      const beside: Situation = { name, state, ...(element !== undefined && { element }), entry, item };
      const sight = sightKey(backingLayers(all, area, [beside, self]));
      if (known.has(sight)) continue;
      known.add(sight);
      found.push(beside);
    }
  }
  return found;
}
