import { at } from '../lists.ts';
import { resolveWorn, type Wearer } from '../header/look.ts';
import type { Becoming } from '../header/becoming.ts';
import { backingIn, backingSize, inkIn, type LinkState } from '../header/states.ts';
import { LAYER_NAMES, layerOf, mapLayers, type ResolvedLook } from '../layers/index.ts';
import { stepped, type ChangeProgress } from '../layers/kind.ts';
import { PLACES, type Header, type Look, type Moment } from '../model/header.ts';
import type { Item } from '../model/item.ts';
import type { Site } from '../model/site.ts';

/**
 * A header on its way from one look to another, as the exported style sheet changes it: colours are interpolated
 * premultiplied and rounded to 8 bits (CSS Color 4, section 12; computed values in sRGB), gradients stop by stop, pictures
 * by their opacity, blur by its radius. A text shadow changes at once.
 */

/**
 * The look between two.
 * @param isOwn of a header that the site has already
 */
export function lookBetween(
  { palette }: Pick<Site, 'palette'>,
  a: ResolvedLook,
  b: ResolvedLook,
  progress: ChangeProgress,
  isOwn = false,
): Look {
  return mapLayers((name) => {
    const { between, isSteppedOnOwn } = layerOf(name);
    if (isOwn && isSteppedOnOwn) return stepped(a[name], b[name], progress);
    return between?.(a[name], b[name], progress, palette);
  });
}

/** Finds a wearer in any header of the same make. */
type Find = (header: Header) => Wearer;

/** What of a look an item can wear. */
function passedDown(look: Look): Look {
  return Object.fromEntries(
    LAYER_NAMES.filter((name) => layerOf(name).passesDown).map((name) => [name, look[name]]),
  );
}

/** A header whose look at the top is what it wears somewhere between, on header, rails and items alike. */
function atInstant(
  site: Site,
  header: Header,
  sides: (find: Find) => [ResolvedLook, ResolvedLook],
  progress: ChangeProgress,
): Header {
  const between = (find: Find) => ({
    top: lookBetween(site, ...sides(find), progress, header.own !== undefined),
  });
  const rails = header.rails.map((rail, r) => {
    const items = Object.fromEntries(
      PLACES.map((place) => [
        place,
        rail[place].map((item, i) => {
          if (item.kind === 'button') return item;
          const find: Find = (of) => ({ header: of, rail: of.rails[r], item: at(of.rails, r)[place][i] });
          return { ...item, looks: { top: passedDown(between(find).top) } } as Item;
        }),
      ]),
    );
    return { ...rail, ...items, looks: between((of) => ({ header: of, rail: of.rails[r] })) };
  });
  return { ...header, rails, looks: { ...between((of) => ({ header: of })), scrolled: {} } };
}

/** A header at one end of a change. */
export interface Side {
  header: Header;
  moment: Moment;
}

/** A header between two looks; the headers of its two sides are of the same make. */
export function headerBetween(site: Site, a: Side, b: Side, progress: ChangeProgress): Header {
  const worn = (side: Side, find: Find) => resolveWorn(site, find(side.header), side.moment);
  return atInstant(site, a.header, (find) => [worn(a, find), worn(b, find)], progress);
}

/** A header at a moment, to be shown: its links at rest as they are on their way into a state. */
export function headerBecoming(
  site: Site,
  header: Header,
  moment: Moment,
  { state, from, share }: Becoming & { state: LinkState },
): Header {
  const sides = (find: Find): [ResolvedLook, ResolvedLook] => {
    const worn = resolveWorn(site, find(header), moment);
    const at = (each: LinkState): ResolvedLook => ({
      ...worn,
      ink: { ...worn.ink, link: inkIn(worn, each), current: inkIn(worn, each, true) },
      backing: {
        ...worn.backing,
        ...backingSize(worn, each),
        rest: backingIn(worn, each),
        current: backingIn(worn, each, true),
      },
    });
    return [at(from), at(state)];
  };
  return atInstant(site, header, sides, { layers: 0, inks: share, by: 'time' });
}
