import { at } from '../lists.ts';
import { allLayers, layerOf, showsLayer, type LayerName } from '../layers/index.ts';
import { percent, type WearerKind } from '../layers/kind.ts';
import { itemsOf, type Header, type Moment, type Rail } from '../model/header.ts';
import type { Item } from '../model/item.ts';
import type { Site } from '../model/site.ts';
import { backingIn } from './states.ts';
import { kindOf } from './kinds/index.ts';
import { originOf, resolveWorn, type Origin, type Wearer } from './look.ts';

/** Something of a header that still lies between its links and the page at a moment. */
export interface Cover {
  /** What it is, as it is listed: “Fill of the header, 42 %”. */
  text: string;
  layer: LayerName;
  /** Takes it off in a draft of the header. */
  clear(draft: Header): void;
}

/**
 * Everything of a header that lies between its links and the page at a moment: of the header itself, of its rails, and the
 * backings of its items. Buttons, and entries that stand out, are what they are and not listed.
 */
export function coversOf(site: Site, header: Header, moment: Moment): Cover[] {
  const worn = (kind: WearerKind, wearer: Wearer, whose: string, part: (draft: Header) => Header | Rail) => {
    const look = resolveWorn(site, wearer, moment);
    return bottomUp.flatMap(([layer, { cover, wearers }]): Cover[] => {
      if (!cover || !wearers.includes(kind) || !showsLayer(look, layer)) return [];
      const text = `${cover.say(look[layer])}, of ${whose}`;
      return [{ text, layer, clear: (draft) => setOff(part(draft), moment, layer, cover.off) }];
    });
  };
  return [
    ...worn('header', { header }, 'the header', (draft) => draft),
    ...header.rails.flatMap((rail, i) =>
      worn('rail', { header, rail }, `rail ${i + 1}`, (draft) => at(draft.rails, i)),
    ),
    ...plateCovers(site, header, moment),
    ...header.rails.flatMap((rail, r) => itemsOf(rail).flatMap((item) => backingCover(site, item, r))),
  ];
}

const bottomUp = allLayers().reverse();

/** What stands behind links at rest and behind that of the page one is on, and what each is called. */
const PLATES = { rest: 'Backing of links', current: 'Backing of the page’s own link' } as const;

/** The backings that looks give to links: each of the part that sets it, or that has it from an earlier moment. */
function plateCovers(site: Site, header: Header, moment: Moment): Cover[] {
  const wearers = [
    { wearer: { header }, whose: 'the header', find: (draft: Header) => draft },
    ...header.rails.flatMap((rail, r) => [
      {
        wearer: { header, rail },
        whose: `rail ${r + 1}`,
        find: (draft: Header) => draft.rails[r],
      },
      ...itemsOf(rail)
        .filter((item) => 'looks' in item)
        .map((item) => ({
          wearer: { header, rail, item },
          whose: kindOf(item).title(site, item),
          find: (draft: Header) => itemsOf(at(draft.rails, r)).find(({ id }) => id === item.id),
        })),
    ]),
  ];
  return wearers.flatMap(({ wearer, whose, find }) => {
    const look = resolveWorn(site, wearer, moment);
    return (['rest', 'current'] as const).flatMap((state): Cover[] => {
      const worn = backingIn(look, state);
      const { opacity } = worn;
      const origin = originOf(site, wearer, moment, 'backing', state);
      if (opacity === 0 || TAKEN.includes(origin)) return [];
      const off = { [state]: { ...worn, opacity: 0 } };
      const clear = (draft: Header) => {
        const part = find(draft);
        if (part) setOff(part as Part, moment, 'backing', off);
      };
      return [{ text: `${PLATES[state]}, ${percent(opacity)}, of ${whose}`, layer: 'backing', clear }];
    });
  });
}

/** Where a value comes from that is cleared where it is set, and not where it is taken over. */
const TAKEN: readonly Origin[] = ['rail', 'header', 'default'];

/** A part that wears looks. */
interface Part {
  looks?: object;
}

function setOff(part: Part, moment: Moment, layer: LayerName, off: object): void {
  const looks = (part.looks ??= {}) as Record<string, Record<string, object>>;
  const look = (looks[moment] ??= {});
  look[layer] = { ...look[layer], ...(JSON.parse(JSON.stringify(off)) as object) };
}

function backingCover(site: Site, item: Item, rail: number): Cover[] {
  if (item.kind === 'button' || !item.backing || item.backing.opacity === 0) return [];
  return [
    {
      text: `Backing, ${percent(item.backing.opacity)}, of ${kindOf(item).title(site, item)}`,
      layer: 'backing',
      clear: (draft) => {
        const found = itemsOf(at(draft.rails, rail)).find(({ id }) => id === item.id);
        if (found && found.kind !== 'button') delete found.backing;
      },
    },
  ];
}

/** Whether a header without anything behind its links still stands in the flow, so that they are read against the page's colour. */
export function standsBare(site: Site, header: Header, moment: Moment): boolean {
  const isPainted = coversOf(site, header, moment).some(({ layer }) => layerOf(layer).paint !== undefined);
  return header.manner.lies === 'above' && !isPainted;
}
