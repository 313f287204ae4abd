import { layoutHeader, type HeaderInk, type HeaderLayout } from '../header/layout.ts';
import type { Measure } from '../measure/measure.ts';
import type { Header, Moment } from '../model/header.ts';
import type { Page } from '../model/page.ts';
import type { Site } from '../model/site.ts';
import type { Behind } from '../stack/ground.ts';
import { layoutPage, usualWindowHeight, type LaidPage } from '../page/layout.ts';

/** A header over a page at a width: everything laid out, nothing painted yet. */
export interface Scene {
  site: Site;
  header: Header;
  page: Page;
  width: number;
  windowHeight: number;
  layout: HeaderLayout;
  laid: LaidPage;
  /** First scroll of *After scrolling*. */
  switchAt: number;
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
  width: number,
  measure: Measure,
  windowHeight = usualWindowHeight(width),
): Scene {
  const layout = layoutHeader(site, header, width, measure);
  const view = { width, windowHeight, slot: layout.slot, covered: layout.height - layout.slot };
  const laid = layoutPage(site, page, view, measure);
  return {
    site,
    header,
    page,
    width,
    windowHeight,
    layout,
    laid,
    switchAt: switchScroll(header, laid, layout.height - layout.leaving),
    maxScroll: Math.max(0, laid.height - windowHeight),
  };
}

/** Where *After scrolling* begins: at the distance, or where the header's lower edge meets the end of the first band. */
function switchScroll(header: Header, laid: LaidPage, headerHeight: number): number {
  const { at, distance } = header.manner.switch;
  const first = laid.bands[0];
  if (at === 'distance' || !first) return Math.max(1, Math.round(distance));
  return Math.max(1, first.top + first.height - headerHeight);
}

/**
 * The scrolls at which a moment is met, or `undefined` where it never is. *At the top* owns those before the switch,
 * *After scrolling* the rest; a header that leaves is met only until it has left.
 */
export function spanOf(scene: Scene, moment: Moment): Span | undefined {
  const last =
    scene.header.manner.onScroll === 'leaves'
      ? Math.min(scene.maxScroll, scene.layout.height - 1)
      : scene.maxScroll;
  const span =
    moment === 'top'
      ? { from: 0, to: Math.min(last, scene.switchAt - 1) }
      : { from: scene.switchAt, to: last };
  return span.from <= span.to ? span : undefined;
}

/** Every scroll of a page, whatever the moment. */
export function spanOfAll(scene: Scene): Span {
  return { from: 0, to: scene.maxScroll };
}

/**
 * The page row at which the header's top edge lies at a scroll: it leaves with the page, or stays with the window once
 * the rails that scroll away have done so.
 */
export function headerRow(scene: Scene, scroll: number): number {
  return scene.header.manner.onScroll === 'stays' ? Math.max(0, scroll - scene.layout.leaving) : 0;
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
export function momentAt(scene: Scene, scroll: number): Moment {
  return scroll < scene.switchAt ? 'top' : 'scrolled';
}
