import { itemsOf, type Header, type Moment, type Rail } from '../model/header.ts';
import type { Item } from '../model/item.ts';
import type { Site } from '../model/site.ts';
import { cutDepth, showsGradient } from '../stack/worn.ts';
import { backingIn } from './states.ts';
import { kindOf } from './kinds/index.ts';
import { originOf, resolveWorn, type Origin, type ResolvedLook, type Wearer } from './look.ts';

/** Something of a header that still lies between its links and the page at a moment. */
export interface Cover {
  /** What it is, as it is listed: “Fill of the header, 42 %”. */
  text: string;
  /** Takes it off in a draft of the header. */
  clear(draft: Header): void;
}

type Layer = 'fill' | 'gradient' | 'picture' | 'tint' | 'blur' | 'edge' | 'shadow' | 'cut';

const percent = (opacity: number) => `${Number((opacity * 100).toFixed(1))} %`;

/** For each layer: what to say of it where it is there, and the values that take it off. */
const LAYERS: Record<Layer, { say(look: ResolvedLook): string | undefined; off: object }> = {
  fill: {
    say: ({ fill }) => (fill.opacity > 0 ? `Fill, ${percent(fill.opacity)}` : undefined),
    off: { opacity: 0 },
  },
  gradient: { say: ({ gradient }) => (showsGradient(gradient) ? 'Gradient' : undefined), off: { on: false } },
  picture: { say: ({ picture }) => (picture.on ? 'Picture' : undefined), off: { on: false } },
  tint: {
    say: ({ tint }) => (tint.opacity > 0 ? `Tint, ${percent(tint.opacity)}` : undefined),
    off: { opacity: 0 },
  },
  blur: { say: ({ blur }) => (blur.radius > 0 ? `Blur, ${blur.radius} px` : undefined), off: { radius: 0 } },
  edge: { say: ({ edge }) => edgeText(edge), off: edgeOff() },
  shadow: {
    say: ({ shadow }) => (shadow.opacity > 0 ? `Shadow, ${percent(shadow.opacity)}` : undefined),
    off: { opacity: 0 },
  },
  cut: { say: (look) => (cutDepth(look) > 0 ? 'Cut edge' : undefined), off: { start: 0, middle: 0, end: 0 } },
};

function edgeText({ on, above, start, end }: ResolvedLook['edge']): string | undefined {
  const sides = [
    on && 'below',
    above.width > 0 && 'above',
    start.width > 0 && 'at the start',
    end.width > 0 && 'at the end',
  ];
  const shown = sides.filter(Boolean);
  return shown.length > 0 ? `Line ${shown.join(', ')}` : undefined;
}

function edgeOff(): object {
  const none = { width: 0, colour: { colour: '#000000' } };
  return { on: false, above: none, start: none, end: none };
}

/**
 * Everything of a header that lies between its links and the page at a moment: of the header itself, of its rails, and the
 * backings of its items. Buttons, and entries that stand out, are what they are and not listed.
 */
export function coversOf(site: Site, header: Header, moment: Moment): Cover[] {
  const worn = (
    wearer: Wearer,
    layers: readonly Layer[],
    whose: string,
    part: (draft: Header) => Header | Rail,
  ) => {
    const look = resolveWorn(site, wearer, moment);
    return layers.flatMap((layer): Cover[] => {
      const { say, off } = LAYERS[layer];
      const said = say(look);
      if (said === undefined) return [];
      return [{ text: `${said}, of ${whose}`, clear: (draft) => setOff(part(draft), moment, layer, off) }];
    });
  };
  const all: readonly Layer[] = ['fill', 'gradient', 'picture', 'tint', 'blur', 'edge', 'shadow', 'cut'];
  const behind: readonly Layer[] = ['fill', 'gradient', 'picture', 'tint', 'blur'];
  return [
    ...worn({ header }, all, 'the header', (draft) => draft),
    ...header.rails.flatMap((rail, i) =>
      worn({ header, rail }, behind, `rail ${i + 1}`, (draft) => draft.rails[i]!),
    ),
    ...plateCovers(site, header, moment),
    ...header.rails.flatMap((rail, r) => itemsOf(rail).flatMap((item) => backingCover(site, item, r))),
  ];
}

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
          find: (draft: Header) => itemsOf(draft.rails[r]!).find(({ id }) => id === item.id),
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
      return [{ text: `${PLATES[state]}, ${percent(opacity)}, of ${whose}`, clear }];
    });
  });
}

/** Where a value comes from that is cleared where it is set, and not where it is taken over. */
const TAKEN: readonly Origin[] = ['rail', 'header', 'default'];

/** A part that wears looks. */
interface Part {
  looks?: object;
}

function setOff(part: Part, moment: Moment, layer: Layer | 'backing', off: object): void {
  const looks = (part.looks ??= {}) as Record<string, Record<string, object>>;
  const look = (looks[moment] ??= {});
  look[layer] = { ...look[layer], ...(JSON.parse(JSON.stringify(off)) as object) };
}

function backingCover(site: Site, item: Item, rail: number): Cover[] {
  if (item.kind === 'button' || !item.backing || item.backing.opacity === 0) return [];
  return [
    {
      text: `Backing, ${percent(item.backing.opacity)}, of ${kindOf(item).title(site, item)}`,
      clear: (draft) => {
        const found = itemsOf(draft.rails[rail]!).find(({ id }) => id === item.id);
        if (found && found.kind !== 'button') delete found.backing;
      },
    },
  ];
}

/** Whether a header without anything behind its links still stands in the flow, so that they are read against the page's colour. */
export function standsBare(site: Site, header: Header, moment: Moment): boolean {
  const fills = coversOf(site, header, moment).filter(({ text }) =>
    /^(Fill|Gradient|Picture|Tint)/.test(text),
  );
  return header.manner.lies === 'above' && fills.length === 0;
}
