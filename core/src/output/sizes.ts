import { logoVariantsOf, wornPictures } from '../header/look.ts';
import { placingOf } from '../layers/picture.ts';
import { hasContent } from '../header/kinds/index.ts';
import { layoutHeader } from '../header/layout.ts';
import { itemAt } from '../header/steps.ts';
import type { Measure } from '../measure/measure.ts';
import { headerItems, type Header } from '../model/header.ts';
import { bandPictures, type Page } from '../model/page.ts';
import type { Picture } from '../model/picture.ts';
import type { Site } from '../model/site.ts';
import { layoutPage, usualWindowHeight } from '../page/layout.ts';
import { drawnSize, fitSize } from '../page/placing.ts';
import { STANDARD_WIDTHS } from '../sweep/widths.ts';
import { allHung } from '../placed/answers.ts';
import type { ShippedSize, ShippedSizes } from './shipped.ts';

/** Sizes go up in steps, so that a small change of layout makes no new file. Pixels. */
const STEP = 160;
/** A smaller file is made only where it saves this share of the width. */
const WORTH = 0.85;

/** The size in which a picture ships that is drawn at most so wide, CSS pixels. */
export function sizeFor(picture: Pick<Picture, 'width' | 'file'>, drawn: number): ShippedSize {
  if (picture.file.endsWith('.svg')) return {};
  const at = (ratio: number) => {
    const width = Math.ceil((drawn * ratio) / STEP) * STEP;
    return width <= picture.width * WORTH ? width : undefined;
  };
  const [one, two] = [at(1), at(2)];
  if (one === undefined) return {};
  return { one, two: two ?? 'own' };
}

/** What is seen of a page under a header, at one of the standard widths: CSS pixels. */
type PageView = Parameters<typeof layoutPage>[2];

/** What is seen of pages under a header, at each of the standard widths. */
export function pageViews(site: Site, header: Header, measure: Measure): PageView[] {
  return STANDARD_WIDTHS.map((width) => {
    const { slot, height } = layoutHeader(site, header, width, measure);
    return { width, windowHeight: usualWindowHeight(width), slot, covered: height - slot };
  });
}

/** What was read of a page, and what that depends on beside the page. */
interface Drawn {
  of: readonly unknown[];
  widths: ReadonlyMap<string, number>;
}

const drawnOn = new WeakMap<Page, Drawn[]>();
/** Under how many headers a page is remembered: one for each kind of visitors, and what was tried last. */
const MOST_DRAWN = 4;

/**
 * The widest that each picture of a page is drawn in any of the views, CSS pixels, by the pictures' ids. It is kept with the
 * page, which is never changed, and read anew once what it depends on is another.
 */
export function drawnWidths(
  site: Site,
  page: Page,
  views: readonly PageView[],
  measure: Measure,
): ReadonlyMap<string, number> {
  const { pages: _, headers: __, placements: ___, parts: ____, ...values } = site;
  const of = [measure, ...Object.entries(values).flat(), ...views.flatMap((view) => Object.values(view))];
  const all = drawnOn.get(page) ?? [];
  const known = all.find(
    (each) => each.of.length === of.length && each.of.every((part, i) => part === of[i]),
  );
  if (known) return known.widths;
  const widths = new Map<string, number>();
  const draws = (id: string, width: number) => widths.set(id, Math.max(widths.get(id) ?? 0, width));
  const pictureOf = (id: string) => site.pictures.find((picture) => picture.id === id);
  for (const view of views) {
    const laid = layoutPage(site, page, view, measure);
    if (laid.snapshot) draws(laid.snapshot.picture, laid.snapshot.box.width);
    for (const band of laid.bands) {
      const placed = band.backdrop.picture;
      const box = { width: view.width, height: band.height };
      for (const picture of bandPictures(band).map(pictureOf))
        if (placed && picture) draws(picture.id, drawnSize(picture, box, placed).width);
      for (const block of band.blocks) {
        const own = block.kind === 'picture' ? pictureOf(block.picture) : undefined;
        if (own && block.kind === 'picture') draws(own.id, fitSize(own, block.box, 'cover').width);
      }
    }
  }
  drawnOn.set(page, [{ of, widths }, ...all].slice(0, MOST_DRAWN));
  return widths;
}

/** What is seen of each page of a site: under each header that hangs there, or under none. */
export function viewsOfPages(
  site: Site,
  header: Header,
  measure: Measure,
): { page: Page; views: readonly PageView[] }[] {
  const hung = allHung(site, header);
  const known = new Map<Header, PageView[]>();
  const viewsUnder = (worn: Header) => {
    const views = known.get(worn) ?? pageViews(site, worn, measure);
    known.set(worn, views);
    return views;
  };
  const bare = new Set(site.pages);
  for (const { page } of hung) bare.delete(page);
  const none = STANDARD_WIDTHS.map((width) => ({
    width,
    windowHeight: usualWindowHeight(width),
    slot: 0,
    covered: 0,
  }));
  return [
    ...hung.map(({ page, worn }) => ({ page, views: viewsUnder(worn) })),
    ...[...bare].map((page) => ({ page, views: none })),
  ];
}

/**
 * Sizes of all raster pictures that a site shows, from the widest that each is drawn anywhere: on its pages under whatever hangs
 * there, and in its headers.
 * @param header one that may hang nowhere, or be other than in the document: it takes the place of the one of its id
 */
export function shippedSizes(site: Site, header: Header, measure: Measure): ShippedSizes {
  const widest = new Map<string, number>();
  const pictureOf = (id: string) => site.pictures.find((picture) => picture.id === id);
  const draws = (id: string, width: number) => widest.set(id, Math.max(widest.get(id) ?? 0, width));
  for (const { page, views } of viewsOfPages(site, header, measure))
    for (const [id, width] of drawnWidths(site, page, views, measure)) draws(id, width);
  for (const worn of new Set(allHung(site, header).map((each) => each.worn)))
    drawnInHeader(site, worn, measure, draws);
  return Object.fromEntries(
    [...widest].flatMap(([id, width]) => {
      const size = sizeFor(pictureOf(id)!, width);
      return size.one === undefined ? [] : [[id, size]];
    }),
  );
}

/** Tells how wide each picture of a header is drawn in it. */
function drawnInHeader(
  site: Site,
  header: Header,
  measure: Measure,
  draws: (id: string, width: number) => void,
): void {
  const pictureOf = (id: string) => site.pictures.find((picture) => picture.id === id);
  for (const width of STANDARD_WIDTHS) {
    const layout = layoutHeader(site, header, width, measure);
    for (const { picture: placed, rail } of wornPictures(site, header)) {
      const picture = pictureOf(placed.picture);
      const box = rail ? layout.rails.find(({ index }) => header.rails[index] === rail) : layout.bar;
      if (picture && box) draws(picture.id, drawnSize(picture, box, placingOf(placed)).width);
    }
    for (const base of headerItems(header)) {
      const item = itemAt(base, width);
      if (!hasContent(site, item)) continue;
      const shown =
        item.kind === 'logo'
          ? logoVariantsOf(site, header).map(({ picture }) => picture)
          : item.kind === 'picture'
            ? [item.picture]
            : [];
      for (const id of shown) {
        const picture = pictureOf(id);
        if (picture && 'height' in item) draws(id, (item.height * picture.width) / picture.height);
      }
    }
  }
}
