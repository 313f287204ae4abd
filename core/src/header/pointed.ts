import { PLACES, momentsOf, type Header, type Look, type Moment } from '../model/header.ts';
import type { Item } from '../model/item.ts';
import type { PartLooks } from '../model/look.ts';

/** The moment for the pointer over a header: what it sets is worn over whatever the header wears then. */

/** A look with what another sets laid over it, value by value. */
function overlaid(under: Look = {}, over: Look = {}): Look {
  const layers = Object.keys(over) as (keyof Look)[];
  return layers.reduce<Look>((look, layer) => {
    const value = over[layer];
    return typeof value === 'object'
      ? { ...look, [layer]: { ...(look[layer] as object | undefined), ...value } }
      : { ...look, [layer]: value };
  }, under);
}

function partPointed<P extends { looks?: PartLooks }>(part: P, base: Moment): P {
  if (!part.looks?.pointed) return part;
  return { ...part, looks: { ...part.looks, [base]: overlaid(part.looks[base], part.looks.pointed) } };
}

/** A header as it is with the pointer over it at one of its other moments: that moment's look is what it then wears. */
export function pointedOver(header: Header, base: Moment): Header {
  const rails = header.rails.map((rail) => ({
    ...partPointed(rail, base),
    ...Object.fromEntries(
      PLACES.map((place) => [
        place,
        rail[place].map((item) =>
          'looks' in item ? (partPointed(item as Exclude<Item, { kind: 'button' }>, base) as Item) : item,
        ),
      ]),
    ),
  }));
  const looks = { ...header.looks, [base]: overlaid(header.looks[base], header.looks.pointed) };
  return { ...header, rails, looks };
}

/** The header with the pointer over it, at each of its moments; none where it has no look for that. */
export function allPointed(header: Header): { base: Moment; header: Header }[] {
  return header.looks.pointed
    ? momentsOf(header).map((base) => ({ base, header: pointedOver(header, base) }))
    : [];
}
