import { at } from '@hatrail/core/lists';
import { foldToo, headerItems, PLACES, type Header, type RailPlace } from '@hatrail/core/model/header';
import { foldOf } from '@hatrail/core/header/fold';
import type { Item } from '@hatrail/core/model/item';
import { STEP_RANGE } from '@hatrail/core/model/stepped';
import type { Site } from '@hatrail/core/model/site';
import { changeHeader } from '../editor/edits.ts';
import { useEditor } from '../editor/store.ts';

/** Edits of what hangs in a header, each one undoable step. */

/** Every item of a header, hung or spare. */
export function allItems(header: Header): Item[] {
  return [...headerItems(header), ...(header.spare ?? [])];
}

/** Changes one item of a header. */
export function changeItem<I extends Item>(
  headerId: string,
  item: I,
  label: string,
  change: (item: I) => void,
): void {
  changeHeader(
    headerId,
    label,
    (header) => {
      const found = allItems(header).find(({ id }) => id === item.id);
      if (found) change(found as I);
    },
    `${headerId} ${item.id} ${label}`,
  );
}

/**
 * Lets a header fold below a width: as soon as it no longer fits, sooner, or, beyond the widest that can be said, at every width.
 * @param fits the width from which it fits
 */
export function foldBelow(header: Header, fits: number, width: number): void {
  const [least, most] = STEP_RANGE;
  const below = Math.round(width);
  changeHeader(
    header.id,
    'Where it folds',
    (draft) => {
      draft.fold ??= structuredClone(foldOf(header));
      delete draft.fold.sooner;
      delete draft.fold.always;
      if (below > most) draft.fold.always = true;
      else if (below > fits) draft.fold.sooner = Math.max(least, below);
    },
    'where it folds',
  );
}

/** A place on a rod: a rail's place, or the spare rod; `index` counts from its first item. */
export interface RodSpot {
  rail: number | 'spare';
  place: RailPlace;
  index: number;
}

/** Where an item hangs. */
export function rodSpotOf(header: Header, itemId: string): RodSpot | undefined {
  for (const [rail, laid] of header.rails.entries()) {
    for (const place of PLACES) {
      const index = laid[place].findIndex(({ id }) => id === itemId);
      if (index >= 0) return { rail, place, index };
    }
  }
  const index = (header.spare ?? []).findIndex(({ id }) => id === itemId);
  return index < 0 ? undefined : { rail: 'spare', place: 'start', index };
}

function listAt(header: Header, { rail, place }: RodSpot): Item[] {
  return rail === 'spare' ? (header.spare ??= []) : at(header.rails, rail)[place];
}

/** Hangs an item of a draft of a header somewhere else. The index counts without the item itself. */
export function hang(header: Header, itemId: string, to: RodSpot): void {
  const from = rodSpotOf(header, itemId);
  if (!from) return;
  const [item] = listAt(header, from).splice(from.index, 1);
  const list = listAt(header, to);
  list.splice(Math.min(to.index, list.length), 0, item!);
  if (header.spare?.length === 0) delete header.spare;
  if (from.rail === 'spare' && to.rail !== 'spare') foldToo(header, item!);
}

/** Hangs a new item of a draft of a header at the end of a rail. */
export function hangNew(header: Header, item: Item, rail: number): void {
  at(header.rails, Math.min(rail, header.rails.length - 1)).end.push(item);
  foldToo(header, item);
}

/** Hangs a copy of an item, with its look, after it. */
export function hangCopy(header: Header, itemId: string, copyId: string): void {
  const spot = rodSpotOf(header, itemId);
  if (!spot) return;
  const list = listAt(header, spot);
  // A draft cannot be cloned as it is; the document is plain JSON.
  const copy = { ...(JSON.parse(JSON.stringify(list[spot.index])) as Item), id: copyId };
  list.splice(spot.index + 1, 0, copy);
  if (spot.rail !== 'spare') foldToo(header, copy);
}

/** Only rails above all others may scroll away or stand in the flow: what a change of order breaks is put right. */
export function keepLeading(header: Header): void {
  for (const key of ['leaves', 'inFlow', 'full'] as const) {
    let isLeading = true;
    for (const rail of header.rails) {
      if (!isLeading) delete rail[key];
      isLeading &&= rail[key] === true;
    }
  }
  // One rail stands in the box.
  const last = header.rails.at(-1);
  if (last) delete last.full;
}

export type ItemMove = 'earlier' | 'later' | 'up' | 'down';

/**
 * Where an item goes by keyboard: earlier or later along its rod, from one place into the next at its end, or up and
 * down between rods, the spare rod last. `undefined` where there is no further.
 */
export function nextSpot(header: Header, itemId: string, move: ItemMove): RodSpot | undefined {
  const spot = rodSpotOf(header, itemId);
  if (!spot) return undefined;
  const list = listAt(header, spot);
  const places = PLACES.indexOf(spot.place);
  if (move === 'earlier') {
    if (spot.index > 0) return { ...spot, index: spot.index - 1 };
    const place = PLACES[places - 1];
    if (spot.rail === 'spare' || !place) return undefined;
    return { ...spot, place, index: at(header.rails, spot.rail)[place].length };
  }
  if (move === 'later') {
    if (spot.index < list.length - 1) return { ...spot, index: spot.index + 1 };
    const place = PLACES[places + 1];
    if (spot.rail === 'spare' || !place) return undefined;
    return { ...spot, place, index: 0 };
  }
  const rods: (number | 'spare')[] = [...header.rails.keys(), 'spare'];
  const rail = rods[rods.indexOf(spot.rail) + (move === 'up' ? -1 : 1)];
  if (rail === undefined) return undefined;
  const to: RodSpot = { rail, place: rail === 'spare' ? 'start' : spot.place, index: 0 };
  return {
    ...to,
    index: rail === 'spare' ? (header.spare?.length ?? 0) : at(header.rails, rail)[to.place].length,
  };
}

/** Gives a header the looks that are kept under an id, or lets it keep those it has as its own. */
export function wearKept(site: Site, headerId: string, partId: string): void {
  const part = site.parts?.find(({ id }) => id === partId);
  useEditor.getState().edit(part ? `Wear ${part.name}` : 'Looks of its own', (draft) => {
    const header = draft.headers.find(({ id }) => id === headerId);
    if (!header) return;
    if (!part?.looks) return void delete header.part;
    header.part = part.id;
    header.looks = structuredClone(part.looks);
  });
}
