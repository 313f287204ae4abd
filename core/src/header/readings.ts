import { at } from '../lists.ts';
import type { Measure } from '../measure/measure.ts';
import { headerItems, type Header } from '../model/header.ts';
import type { Site } from '../model/site.ts';
import { solveFold } from './fold.ts';
import { entryWidths } from './kinds/menu.ts';
import { itemOfInk, layoutAt, layoutHeader, neededAt, solvedFold, type HeaderInk } from './layout.ts';
import type { HeaderLayout } from './laid.ts';
import { typedFor } from './typed.ts';
import { extentAt, itemAt, stepWidths } from './steps.ts';

/** Measures of a header that are read off, so that nobody sets them by eye. CSS pixels. */

/** Upper and lower edge of what is seen of an ink: capitals of a text, a mark's strokes, a picture's box. */
function seen({ what, box }: HeaderInk): [top: number, bottom: number] {
  if (what.kind === 'text') return [what.run.baseline - what.run.capHeight, what.run.baseline];
  const { y, height } = what.kind === 'mark' ? what.inked : box;
  return [y, y + height];
}

/** Height of the middle of what is seen of an item; `undefined` where it shows nothing. */
export function middleOf(site: Site, header: Header, layout: HeaderLayout, id: string): number | undefined {
  const edges = layout.inks
    .filter((ink) => itemOfInk(site, header, ink.id)?.id === id && !ink.id.endsWith('-opener'))
    .map(seen);
  if (edges.length === 0) return undefined;
  const [top, bottom] = [Math.min(...edges.map(([t]) => t)), Math.max(...edges.map(([, b]) => b))];
  return (top + bottom) / 2;
}

/**
 * How far an item's middle is below the logo's, or the name's where there is no logo, on the same rail; negative where
 * it is above. `undefined` where there is nothing to compare.
 */
export function belowLogo(
  site: Site,
  header: Header,
  layout: HeaderLayout,
  id: string,
): { by: number; what: 'logo' | 'name' } | undefined {
  const items = headerItems(header);
  const railOf = (itemId: string) => layout.items.find((laid) => laid.id === itemId)?.rail;
  for (const what of ['logo', 'name'] as const) {
    const found = items.find(
      (item) => item.kind === what && middleOf(site, header, layout, item.id) !== undefined,
    );
    if (!found) continue;
    if (found.id === id || railOf(found.id) !== railOf(id)) return undefined;
    const [own, other] = [id, found.id].map((itemId) => middleOf(site, header, layout, itemId));
    return own === undefined ? undefined : { by: own - other!, what };
  }
  return undefined;
}

/** Places that are tried on either side of the one worked out: baselines lie on whole pixels. */
const TRIED = [0, -0.5, 0.5, -1, 1];

/**
 * The shift, in half pixels, at which an item's middle is nearest to the logo's; of equally near ones the one that moves
 * it least. `undefined` where there is nothing to compare.
 */
export function levelShift(
  site: Site,
  header: Header,
  width: number,
  id: string,
  measure: Measure,
): number | undefined {
  const item = headerItems(header).find((candidate) => candidate.id === id);
  const now = item && belowLogo(site, header, layoutHeader(site, header, width, measure), id);
  if (!now) return undefined;
  const shift = itemAt(item, width).shift ?? 0;
  const best = TRIED.map((by) => {
    const tried = Math.max(-60, Math.min(60, Math.round((shift - now.by) * 2) / 2 + by));
    const moved = JSON.parse(JSON.stringify(header)) as Header;
    const copy = headerItems(moved).find((candidate) => candidate.id === id)!;
    copy.shift = tried;
    for (const step of copy.steps ?? []) delete step.shift;
    const off = belowLogo(site, moved, layoutHeader(site, moved, width, measure), id)?.by ?? Infinity;
    return { tried, off: Math.abs(off) };
  });
  const own = Math.abs(now.by);
  const { tried, off } = best.reduce((a, b) => (b.off < a.off - 1e-9 ? b : a));
  return off < own - 1e-9 ? tried : shift;
}

/** The padding that gives a rail a wanted height; 0 where its contents are taller. */
export function paddingFor(height: number, contents: number): number {
  return Math.max(0, (height - contents) / 2);
}

/** The least window width at which a header fits when it is folded: its insets and what stays in the bar. */
export function leastWidth(site: Site, header: Header, measure: Measure): number {
  return solveFold(stepWidths(header), (width) => {
    const { rails } = layoutAt(site, header, width, measure, { folded: true });
    const { sides } = extentAt(header, width);
    return Math.max(0, ...rails.map(({ needed, full }) => needed + (full ? 0 : 2 * sides)));
  });
}

/** Room that a header needs unfolded over a stretch of widths where that does not change. */
export interface RoomStretch {
  from: number;
  to: number;
  /** `Infinity` where a rail's largest width is too small for it. */
  needed: number;
}

/** Room needed unfolded, from the narrowest width to the widest. */
export function roomNeeded(
  site: Site,
  header: Header,
  measure: Measure,
  from: number,
  to: number,
): RoomStretch[] {
  const edges = [
    from,
    ...stepWidths(header)
      .filter((width) => width > from && width < to)
      .reverse(),
    to,
  ];
  return edges.slice(0, -1).map((start, i) => ({
    from: start,
    to: at(edges, i + 1),
    needed: neededAt(site, header, start, measure),
  }));
}

/** What takes most of the room, and what a shorter label would gain. */
export interface Taker {
  /** The menu that it is of, and its entry. */
  menu: string;
  entry: string;
  label: string;
  width: number;
  /** The label's first word, where it has more than one. */
  shorter?: string;
  /** The fold width with that. */
  foldsBelow?: number;
}

/** The menu entry that takes most room in the bar. */
export function widestEntry(site: Site, header: Header, measure: Measure): Taker | undefined {
  const width = Math.max(1, solvedFold(site, header, measure));
  const entries = headerItems(header)
    .filter((item) => item.kind === 'menu')
    .flatMap((item) =>
      entryWidths(typedFor(site, header), itemAt(item, width), measure).map((part) => ({
        ...part,
        menu: item.menu,
      })),
    );
  const most = entries.reduce<(typeof entries)[0] | undefined>(
    (best, entry) => (!best || entry.width > best.width ? entry : best),
    undefined,
  );
  if (!most) return undefined;
  const [shorter] = most.label.split(/\s+/);
  if (!shorter || shorter === most.label || shorter.length < 3)
    return { menu: most.menu, entry: most.entry.id, label: most.label, width: most.width };
  const menus = site.menus.map((menu) =>
    menu.id === most.menu
      ? {
          ...menu,
          entries: menu.entries.map((entry) =>
            entry.id === most.entry.id ? { ...entry, label: shorter } : entry,
          ),
        }
      : menu,
  );
  return {
    menu: most.menu,
    entry: most.entry.id,
    label: most.label,
    width: most.width,
    shorter,
    foldsBelow: solvedFold({ ...site, menus }, header, measure),
  };
}
