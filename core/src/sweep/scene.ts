import { layoutHeader, type HeaderLayout } from '../header/layout.ts';
import type { Measure } from '../measure/measure.ts';
import type { Header, Moment } from '../model/header.ts';
import type { Page } from '../model/page.ts';
import type { Site } from '../model/site.ts';
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
  const isOver = header.manner.lies === 'over';
  const view = {
    width,
    windowHeight,
    slot: isOver ? 0 : layout.height,
    covered: isOver ? layout.height : 0,
  };
  const laid = layoutPage(site, page, view, measure);
  return {
    site,
    header,
    page,
    width,
    windowHeight,
    layout,
    laid,
    switchAt: switchScroll(header, laid, layout.height),
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

/** The page row at which the header's top edge lies at a scroll: it stays with the window, or with the page. */
export function headerRow(scene: Scene, scroll: number): number {
  return scene.header.manner.onScroll === 'stays' ? scroll : 0;
}

/** The moment that a visitor meets at a scroll. */
export function momentAt(scene: Scene, scroll: number): Moment {
  return scroll < scene.switchAt ? 'top' : 'scrolled';
}
