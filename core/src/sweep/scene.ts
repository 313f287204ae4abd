import { coveredBy, layoutHeader, type HeaderInk } from '../header/layout.ts';
import type { HeaderLayout } from '../header/laid.ts';
import { changesByScroll, keepsToBottom, wayIn, wayRound } from '../header/manner.ts';
import { ownHeaderOf, ownSwitch } from '../header/ownLayout.ts';
import { looksOf } from '../header/look.ts';
import { cutDepth } from '../geometry/cut.ts';
import { inkedBox } from '../header/ink.ts';
import { CueLook } from '../layers/cue.ts';
import type { Measure } from '../measure/measure.ts';
import { rangeOf } from '../model/rules.ts';
import { MOMENTS, momentsOf, type Header, type Moment } from '../model/header.ts';
import type { Page } from '../model/page.ts';
import type { Site } from '../model/site.ts';
import type { Behind } from '../stack/ground.ts';
import { turnsOf, type Turn } from '../page/turns.ts';
import { groundKind } from '../page/groundKind.ts';
import { layoutPage, usualWindowHeight } from '../page/layout.ts';
import type { LaidPage } from '../page/laid.ts';

/** A header over a page at a width: everything laid out, nothing painted yet. */
export interface Scene {
  site: Site;
  header: Header;
  page: Page;
  width: number;
  windowHeight: number;
  /** The header as it is at each moment; it may be smaller after the top. */
  layouts: Record<Moment, HeaderLayout>;
  laid: LaidPage;
  /** Where each stretch of scrolls begins, and the moment that is met there; the first begins at 0. */
  stretches: { from: number; moment: Moment }[];
  /** The scrolls over which one look becomes the next, where it does so along with the scroll: see {@link wayAt}. */
  transition: Span | undefined;
  /** The rows of the header in which anything is painted or read: of its box with its cut edge, and of all that hangs over either edge. */
  rows: { from: number; to: number };
  /** The bands that turn along with the scroll. */
  turns: Turn[];
  /** The furthest that the page scrolls. */
  maxScroll: number;
}

/** Whole-pixel scrolls, both ends included. */
export interface Span {
  from: number;
  to: number;
}

/** Lays out a header and the page under it. */
export function layoutScene(
  site: Site,
  header: Header,
  page: Page,
  { width, windowHeight = usualWindowHeight(width) }: { width: number; windowHeight?: number },
  measure: Measure,
): Scene {
  const top = layoutHeader(site, header, width, measure);
  const isOther = header.manner.smaller !== undefined || header.own !== undefined;
  const later = isOther ? layoutHeader(site, header, width, measure, 'scrolled') : top;
  const view = { width, windowHeight, slot: top.slot, covered: coveredBy(header, top) };
  const laid = layoutPage(site, page, view, measure);
  const maxScroll = Math.max(0, laid.height - windowHeight);
  /** The page row at which a row of the header lies at scroll 0 once its leaving rails are gone. */
  const at = (row: number) =>
    Math.round(keepsToBottom(header) ? windowHeight - top.height + row : row - top.leaving);
  const stretches = momentStretches(site, header, page, { laid, at }, top);
  return {
    site,
    header,
    page,
    width,
    windowHeight,
    layouts: { top, scrolled: later, back: later, pointed: later },
    laid,
    stretches: stretches.filter(({ from }) => from <= maxScroll),
    transition: changesByScroll(header) ? wayRound(stretches[1]!.from, header.manner.stretch!) : undefined,
    rows: rowsOf(site, header, [top, later]),
    turns: turnsOf(laid),
    maxScroll,
  };
}

/** How far round an ink its ring and the nearest pixels outside a logo are, CSS pixels. */
const ROUND = 8;
/** How far below the baseline the line below a word may reach, CSS pixels. */
const CUE_MOST = rangeOf(CueLook, 'offset').max + rangeOf(CueLook, 'hover').max;

function rowsOf(site: Site, header: Header, layouts: readonly HeaderLayout[]): Scene['rows'] {
  const depth = Math.max(
    ...[undefined, ...header.rails].flatMap((rail) => looksOf(site, { header, rail }).map(cutDepth)),
  );
  const boxes = layouts.flatMap(({ inks }) => inks).flatMap((ink) => [ink.box, inkedBox(ink)]);
  const lines = layouts.flatMap(({ inks }) =>
    inks.flatMap(({ isCued, what }) =>
      isCued && what.kind === 'text' ? [what.run.baseline + CUE_MOST] : [],
    ),
  );
  return {
    from: Math.floor(Math.min(0, ...boxes.map(({ y }) => y - ROUND))),
    to: Math.ceil(
      Math.max(
        ...layouts.map(({ height }) => height + depth),
        ...boxes.map(({ y, height }) => y + height + ROUND),
        ...lines,
      ),
    ),
  };
}

/** How far a header has come from its first look to the next at a scroll, 0 to 1; 0 where it does not change by scrolling. */
export function wayAt({ transition: way }: Pick<Scene, 'transition'>, scroll: number): number {
  return way ? wayIn(way, scroll) : 0;
}

/** A span cut where a header is on its way from one look to the next: at each scroll in there it looks different. */
export function cutByWay(
  { transition: way }: Pick<Scene, 'transition'>,
  span: Span,
): (Span & { isOnWay: boolean })[] {
  if (!way) return [{ ...span, isOnWay: false }];
  const parts = [
    { from: -Infinity, to: way.from, isOnWay: false },
    { from: way.from + 1, to: way.to - 1, isOnWay: true },
    { from: way.to, to: Infinity, isOnWay: false },
  ];
  return parts
    .map(({ from, to, isOnWay }) => ({
      from: Math.max(from, span.from),
      to: Math.min(to, span.to),
      isOnWay,
    }))
    .filter(({ from, to }) => from <= to);
}

/** The stretches of a page's scrolls, each with its moment. */
function momentStretches(
  site: Site,
  header: Header,
  page: Page,
  { laid, at }: { laid: LaidPage; at: (row: number) => number },
  { bar }: HeaderLayout,
): Scene['stretches'] {
  const { at: begins, distance, band: number = 1, first = 'dark', unknown = 'top' } = header.manner.switch;
  const [, later] = momentsOf(header) as [Moment, Moment];
  const own = ownHeaderOf(site, header);
  if (own)
    return [
      { from: 0, moment: 'top' },
      { from: ownSwitch(own, header), moment: later },
    ];
  if (begins === 'ground' && later === 'scrolled') {
    const middle = at(bar.y + bar.height / 2);
    const bands = laid.bands.map(({ top }, i) => {
      const moment: Moment = groundKind(site, page.bands[i]!) === first ? 'top' : 'scrolled';
      return { from: i === 0 ? 0 : Math.max(0, top - middle), moment };
    });
    const known = bands.length > 0 ? bands : [{ from: 0, moment: unknown }];
    // Bands that lie above the header at scroll 0 are never met.
    const met = known.filter(({ from }, i) => from < (known[i + 1]?.from ?? Infinity));
    return met.filter(({ moment }, i) => moment !== met[i - 1]?.moment);
  }
  const band =
    begins === 'band' ? laid.bands[number - 1] : begins === 'first band' ? laid.bands[0] : undefined;
  const from = band ? band.top + band.height - at(bar.y + bar.height) : Math.round(distance);
  return [
    { from: 0, moment: 'top' },
    { from: Math.max(1, from), moment: later },
  ];
}

/**
 * The stretches of scrolls in which a moment is met; none where it never is. A header that leaves is met only until it
 * has left.
 */
export function spansOf(scene: Scene, moment: Moment): Span[] {
  const { stretches, header, maxScroll } = scene;
  const height = scene.layouts[moment].height;
  const last = header.manner.onScroll === 'leaves' ? Math.min(maxScroll, height - 1) : maxScroll;
  return stretches
    .map(({ from, moment: met }, i) => ({
      met,
      from,
      to: Math.min(last, (stretches[i + 1]?.from ?? Infinity) - 1),
    }))
    .filter(({ met, from, to }) => met === moment && from <= to)
    .map(({ from, to }) => ({ from, to }));
}

/** Every scroll of a page, whatever the moment. */
export function spanOfAll(scene: Scene): Span {
  return { from: 0, to: scene.maxScroll };
}

/**
 * The page row at which the header's first pixel row lies at a scroll: it leaves with the page, or stays with the window
 * once the rails that scroll away have done so, or keeps to the window's lower edge.
 */
export function headerRow(scene: Scene, scroll: number): number {
  const { top } = scene.layouts;
  if (keepsToBottom(scene.header)) return scroll + scene.windowHeight - top.height;
  return scene.header.manner.onScroll === 'leaves' ? 0 : Math.max(0, scroll - top.leaving);
}

/** Where the header lies over the page at a scroll: see {@link headerRow}; what has left the window is not there to be blurred. */
export function behindAt(scene: Scene, scroll: number): Behind {
  const row = headerRow(scene, scroll);
  return { row, gone: Math.max(0, scroll - row) };
}

/** The part of a span in which an ink is in the window: one on a rail that scrolls away is there until it has. */
export function spanOfInk(ink: HeaderInk, span: Span): Span | undefined {
  if (!ink.leaves) return span;
  const to = Math.min(span.to, Math.max(0, Math.ceil(ink.box.y + ink.box.height) - 1));
  return to >= span.from ? { from: span.from, to } : undefined;
}

/** The moment that a visitor meets at a scroll. */
export function momentAt({ stretches }: Pick<Scene, 'stretches'>, scroll: number): Moment {
  return stretches.findLast(({ from }) => from <= scroll)?.moment ?? MOMENTS[0];
}
